import type { Change } from '@lodge/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { ApiError } from '../api/client.ts'
import { ask } from '../api/client.ts'
import type { NewChange, ShownPreview } from '../api/types.ts'
import { useSession } from './session.ts'

const PAUSE_MILLISECONDS = 200
const RUN_MILLISECONDS = 500

/** What a commit answers: the version, or the run of a docket too large for one commit. */
interface Applied {
  version?: number
  run?: string
}

interface Run {
  state: 'running' | 'done'
  total: number
  done: number
  refused: { at: number; problems: { sentence: string }[] }[]
}

/**
 * The change in hand: kept on the server, the same on any device (model C2), with what it would do. It is previewed as
 * it is typed and applied only as it was shown (model C3).
 */
export const useDocket = defineStore('docket', () => {
  const session = useSession()
  const changes = ref<NewChange[]>([])
  const preview = ref<ShownPreview | null>(null)
  const error = ref<ApiError | null>(null)
  /** Who moved what between showing and applying. */
  const movedBy = ref<string[]>([])
  const open = ref(false)
  const busy = ref(false)
  const applying = ref(false)
  /** How far a docket applied in batches has come. */
  const run = ref<Run | null>(null)
  /** What of the last one was refused when its turn came. */
  const refused = ref<{ count: number; sentence: string } | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  let turn = 0
  let key = ''

  const isEmpty = computed(() => changes.value.length === 0)
  const mayApply = computed(
    () =>
      preview.value !== null && preview.value.problems.length === 0 && !busy.value && !applying.value && !error.value,
  )

  /** Takes changes in hand and opens the docket; shortly after, what they would do is shown. */
  function hold(next: NewChange[]): void {
    refused.value = null
    changes.value = next
    open.value = true
    error.value = null
    movedBy.value = []
    busy.value = true
    clearTimeout(timer)
    timer = setTimeout(() => void show(), PAUSE_MILLISECONDS)
  }

  async function show(): Promise<void> {
    const mine = ++turn
    busy.value = true
    try {
      const body = { changes: changes.value }
      const kept = await ask<{ changes: Change[] }>('PUT', session.path('/docket'), body)
      const shown = await ask<ShownPreview>('POST', session.path('/previews'), { changes: kept.changes })
      if (mine !== turn) return
      preview.value = shown
      error.value = null
      key = crypto.randomUUID()
    } catch (failure) {
      if (mine !== turn) return
      preview.value = null
      error.value = failure as ApiError
    } finally {
      if (mine === turn) busy.value = false
    }
  }

  /** Shows anew after something changed meanwhile. */
  function refresh(): void {
    if (!isEmpty.value && !applying.value) void show()
  }

  /** Applies what was shown; true if it stands. A repeated click repeats the same request. */
  async function apply(): Promise<boolean> {
    const shown = preview.value
    if (!shown || applying.value) return false
    applying.value = true
    error.value = null
    try {
      const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
      const answer = await ask<Applied>('POST', session.path('/commits'), body, { 'Idempotency-Key': key })
      if (answer.run) await follow(answer.run)
      await putDown()
      return true
    } catch (failure) {
      const problem = failure as ApiError
      if (problem.code === 'moved') {
        preview.value = problem.body.preview as ShownPreview
        movedBy.value = (problem.body.movedBy as string[]) ?? []
        key = crypto.randomUUID()
      } else error.value = problem
      return false
    } finally {
      applying.value = false
    }
  }

  /** A large docket goes on in batches on the server, whether or not anyone watches. */
  async function follow(id: string): Promise<void> {
    for (;;) {
      const state = await ask<Run>('GET', session.path(`/runs/${id}`))
      run.value = state
      if (state.state === 'done') break
      await new Promise((resolve) => setTimeout(resolve, RUN_MILLISECONDS))
    }
    const [first] = run.value?.refused ?? []
    refused.value = first ? { count: run.value!.refused.length, sentence: first.problems[0]?.sentence ?? '' } : null
    run.value = null
  }

  /** Puts it down here and on the server. */
  async function putDown(): Promise<void> {
    forget()
    await ask('PUT', session.path('/docket'), { changes: [] }).catch(() => undefined)
  }

  /** Nothing in hand in this browser any more; what the server keeps stays, for when its owner is back. */
  function forget(): void {
    clearTimeout(timer)
    turn += 1
    changes.value = []
    preview.value = null
    error.value = null
    movedBy.value = []
    busy.value = false
    open.value = false
  }

  /** What was left in hand on this or another device. */
  async function restore(): Promise<void> {
    const kept = await ask<{ changes: NewChange[] }>('GET', session.path('/docket')).catch(() => ({ changes: [] }))
    if (kept.changes.length === 0 || !isEmpty.value) return
    changes.value = kept.changes
    await show()
  }

  return {
    changes,
    preview,
    error,
    movedBy,
    open,
    busy,
    applying,
    run,
    refused,
    isEmpty,
    mayApply,
    hold,
    refresh,
    apply,
    putDown,
    forget,
    restore,
  }
})
