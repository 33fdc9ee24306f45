import type { JudgedMember, ListTable, MemberChoice, MemberVerdict, Problem, SinceList } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { ask } from '../api/client.ts'
import type { ShownPreview } from '../api/types.ts'
import { contentOf } from '../logic/file-content.ts'
import { useListRun } from './list-run.ts'
import { useSession } from './session.ts'
import { must } from '@lodge/core/must'

type Field = keyof ListTable['columns']

interface Judged {
  members: JudgedMember[]
  /** The verdicts in the order in which they are told. */
  verdicts: readonly MemberVerdict[]
  /** Whether one may record people; else the office is asked to. */
  mayRecord: boolean
  since: SinceList | null
  looksForeign: boolean
  preview: ShownPreview | null
  problems: Problem[]
}

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
  const { busy, problem, run, guarded, follow } = useListRun()
  const done = ref(false)
  let runId = crypto.randomUUID()
  let turn = 0

  const path = (rest: string) => session.path(`/products/${product()}/member-lists/${rest}`)

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
      const { digest } = must(must(judged.value, 'judged').preview, 'preview')
      await follow(path('apply'), { ...body(), digest })
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
