import type { JudgedPerson, PacketRow, Preview } from '@lodge/core'
import { onBeforeUnmount, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, type ApiError } from '../api/client.ts'
import type { RunView } from '../api/types.ts'
import { defaultsOf, emptyDefaults, sendable } from '../logic/arrivals.ts'
import { useSession } from './session.ts'
import { must } from '@lodge/core/must'

const KEPT = 'lodge-arrivals'
const PAUSE_MILLISECONDS = 350
const RUN_MILLISECONDS = 700

type Shown = Preview & { digest: string }

/** A pasted list from its first letter to its report: read, judged, mended, previewed and sent as one run (model I2). */
export function useArrivals(packets: () => readonly PacketRow[]) {
  const route = useRoute()
  const router = useRouter()
  const session = useSession()
  // What was pasted outlives a reload of this tab, and nothing more.
  const text = ref(sessionStorage.getItem(KEPT) ?? '')
  const rows = ref<(JudgedPerson & { id: string })[]>([])
  const form = reactive(emptyDefaults())
  const preview = ref<Shown | null>(null)
  const error = ref<ApiError | null>(null)
  /** What is wrong with the list as a whole. */
  const problem = ref<string | null>(null)
  const busy = ref(false)
  const runId = ref(String(route.params.runId ?? '') || crypto.randomUUID())
  const run = ref<RunView | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  let turn = 0
  let left = false

  async function working(work: (mine: number) => Promise<void>): Promise<void> {
    const mine = ++turn
    busy.value = true
    error.value = null
    try {
      await work(mine)
    } catch (failure) {
      if (mine === turn) error.value = failure as ApiError
    } finally {
      if (mine === turn) busy.value = false
    }
  }

  function later(work: () => Promise<void>): void {
    clearTimeout(timer)
    timer = setTimeout(() => void work(), PAUSE_MILLISECONDS)
  }

  function take(people: readonly JudgedPerson[]): void {
    rows.value = people.map((one, at) => ({ ...one, id: String(at) }))
  }

  const asked = () => ({ rows: sendable(rows.value), defaults: defaultsOf(form, packets()), runId: runId.value })

  const read = () =>
    working(async (mine) => {
      sessionStorage.setItem(KEPT, text.value)
      if (text.value.trim() === '') {
        rows.value = []
        preview.value = null
        problem.value = null
        return
      }
      type Read = { people: JudgedPerson[]; problem: string | null }
      const answer = await ask<Read>('POST', session.path('/arrival-lists/read'), { text: text.value })
      if (mine !== turn) return
      problem.value = answer.problem
      take(answer.people)
      if (answer.people.length > 0) await look()
    })

  /** Judges the rows as they are now and shows what inviting them would do. */
  const look = () =>
    working(async (mine) => {
      type Looked = { people: JudgedPerson[]; preview: Shown }
      const answer = await ask<Looked>('POST', session.path('/arrival-lists/preview'), asked())
      if (mine !== turn) return
      take(answer.people)
      preview.value = answer.preview
    })

  function lookLater(): void {
    if (rows.value.length > 0) later(look)
  }

  const send = () =>
    working(async () => {
      try {
        await ask('POST', session.path('/arrival-lists/send'), {
          ...asked(),
          digest: must(preview.value, 'preview').digest,
        })
      } catch (failure) {
        const moved = failure as ApiError
        if (moved.code === 'moved') preview.value = moved.body.preview as Shown
        throw failure
      }
      sessionStorage.removeItem(KEPT)
      await router.replace({ name: 'arrivals', params: { runId: runId.value } })
      void follow()
    })

  /** The run goes on whether or not this page is open; opened again by its address it is found again. */
  async function follow(): Promise<void> {
    for (;;) {
      const state = await ask<RunView>('GET', session.path(`/runs/${runId.value}`)).catch(() => null)
      if (!state || left) return
      run.value = state
      if (state.state === 'done') return
      await new Promise((resolve) => setTimeout(resolve, RUN_MILLISECONDS))
    }
  }

  async function anew(): Promise<void> {
    run.value = null
    rows.value = []
    text.value = ''
    preview.value = null
    runId.value = crypto.randomUUID()
    await router.replace({ name: 'arrivals', params: { runId: '' } })
  }

  watch(text, () => later(read))
  watch(form, lookLater)
  watch(
    () => form.kind,
    (kind) => (form.standing = kind === 'staff' ? 'member' : 'guest'),
  )
  onBeforeUnmount(() => {
    left = true
    clearTimeout(timer)
  })
  if (text.value) void read()
  if (route.params.runId) void follow()
  return { text, rows, form, preview, error, problem, busy, run, lookLater, send, anew }
}
