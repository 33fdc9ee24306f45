import type { JudgedMember, ListTable, MemberChoice, MemberVerdict, Problem } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { ask, type ApiError } from '../api/client.ts'
import type { RunView, ShownPreview } from '../api/types.ts'
import { contentOf } from '../logic/file-content.ts'
import { useSession } from './session.ts'

type Field = keyof ListTable['columns']

interface Judged {
  members: JudgedMember[]
  looksForeign: boolean
  preview: ShownPreview | null
  problems: Problem[]
}

const RUN_MILLISECONDS = 400

/** One member list of a product at work: read, its columns corrected, its rows judged, chosen for, and applied. */
export function useMemberList(product: () => string) {
  const session = useSession()
  const cells = ref<string[][]>([])
  const table = reactive<{ headingAt: number; headings: string[]; columns: Partial<Record<Field, number>> }>({
    ...{ headingAt: -1, headings: [], columns: {} },
  })
  const asOf = ref('')
  const kind = ref<'staff' | 'contractor' | 'client'>('staff')
  const choices = reactive<Record<string, MemberChoice>>({})
  const judged = ref<Judged | null>(null)
  const busy = ref(false)
  const problem = ref('')
  const run = ref<RunView | null>(null)
  const done = ref(false)
  let runId = crypto.randomUUID()
  let turn = 0

  const path = (rest: string) => session.path(`/products/${product()}/member-lists/${rest}`)

  async function guarded(work: () => Promise<void>): Promise<void> {
    busy.value = true
    problem.value = ''
    try {
      await work()
    } catch (error) {
      problem.value = (error as ApiError).message
    } finally {
      busy.value = false
    }
  }

  function read(source: Blob | string): Promise<void> {
    return guarded(async () => {
      const content = await contentOf(source)
      const found = await ask<ListTable & { cells: string[][] }>('POST', path('read'), { content })
      cells.value = found.cells
      Object.assign(table, { headingAt: found.headingAt, headings: found.headings, columns: { ...found.columns } })
      for (const key of Object.keys(choices)) delete choices[key]
      runId = crypto.randomUUID()
      done.value = false
      await judge(false)
    })
  }

  function body(): object {
    const { headingAt, columns } = table
    return { cells: cells.value, headingAt, columns, asOf: asOf.value, choices, kind: kind.value, runId }
  }

  async function judge(withPreview: boolean): Promise<void> {
    const mine = ++turn
    const found = await ask<Judged>('POST', path('judge'), { ...body(), withPreview })
    if (mine === turn) judged.value = found
  }

  function judgeAgain(withPreview = false): Promise<void> {
    return guarded(() => judge(withPreview))
  }

  /** Chooses for rows, or takes the choice back. */
  function choose(keys: readonly string[], choice: MemberChoice | null): void {
    for (const key of keys) {
      if (choice) choices[key] = choice
      else delete choices[key]
    }
    if (judged.value) judged.value = { ...judged.value, preview: null }
  }

  function apply(): Promise<void> {
    return guarded(async () => {
      const { digest } = judged.value!.preview!
      const started = await ask<{ run: string }>('POST', path('apply'), { ...body(), digest })
      for (;;) {
        run.value = await ask<RunView>('GET', session.path(`/runs/${started.run}`))
        if (run.value.state === 'done') break
        await new Promise((resolve) => setTimeout(resolve, RUN_MILLISECONDS))
      }
      done.value = true
      cells.value = []
      judged.value = null
    })
  }

  function putDown(): void {
    cells.value = []
    judged.value = null
    problem.value = ''
    turn += 1
  }

  const groups = computed(() => {
    const found = new Map<MemberVerdict, JudgedMember[]>()
    for (const one of judged.value?.members ?? []) {
      const group = found.get(one.verdict)
      if (group) group.push(one)
      else found.set(one.verdict, [one])
    }
    return found
  })

  return reactive({
    ...{ cells, table, asOf, kind, choices, judged, busy, problem, run, done, groups },
    ...{ read, judgeAgain, choose, apply, putDown },
  })
}
