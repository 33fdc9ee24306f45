import type { JudgedMember, MarkMeaning, MemberChoice, MemberVerdict, Problem, Spreadsheet } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { ask } from '../api/client.ts'
import type { ShownPreview } from '../api/types.ts'
import { contentOf } from '../logic/file-content.ts'
import { useListRun } from './list-run.ts'
import { useSession } from './session.ts'
import { entryAt, must } from '@lodge/core/must'

interface SheetProduct {
  code: string
  name: string
  seatTypes: { code: string; name: string }[]
  /** Roles that open something of it, for people who may give access. */
  roles: { id: string; name: string }[]
}

interface Shown {
  sheet: Spreadsheet
  lists: { product: string; name: string; members: JudgedMember[] }[]
  /** The verdicts in the order in which they are told. */
  verdicts: readonly MemberVerdict[]
  /** Whether one may record people; else the office is asked to. */
  mayRecord: boolean
  products: SheetProduct[]
  preview: ShownPreview | null
  problems: Problem[]
}

/** Rows of one product with one verdict. */
export interface SheetGroup {
  product: string
  verdict: MemberVerdict
  offers: MemberChoice | null
  members: JudgedMember[]
}

/** A spreadsheet of people by products at work: read, its columns and marks confirmed, chosen for, and applied. */
export function useSpreadsheet() {
  const session = useSession()
  const { busy, problem, run, guarded, follow } = useListRun()
  const cells = ref<string[][]>([])
  const shown = ref<Shown | null>(null)
  const asOf = ref('')
  const kind = ref<'staff' | 'contractor' | 'client'>('staff')
  const choices = reactive<Record<string, Record<string, MemberChoice>>>({})
  /** By product, the role that people are given at the places their cell names. */
  const keys = reactive<Record<string, string>>({})
  const done = ref(false)
  let runId = crypto.randomUUID()
  let turn = 0

  const path = (rest: string) => session.path(`/spreadsheets/${rest}`)
  const body = () => ({
    ...{ cells: cells.value, asOf: asOf.value, choices, keys, kind: kind.value, runId },
    ...(shown.value ? { sheet: shown.value.sheet } : {}),
  })

  function read(source: Blob | string): Promise<void> {
    return guarded(async () => {
      const content = await contentOf(source)
      const found = await ask<{ cells: string[][] }>('POST', path('read'), { content })
      cells.value = found.cells
      shown.value = null
      for (const product of Object.keys(choices)) delete choices[product]
      for (const product of Object.keys(keys)) delete keys[product]
      runId = crypto.randomUUID()
      done.value = false
      await judge(false)
    })
  }

  async function judge(withPreview: boolean): Promise<void> {
    const mine = ++turn
    const found = await ask<Shown>('POST', path('judge'), { ...body(), withPreview })
    if (mine === turn) shown.value = found
  }

  function judgeAgain(withPreview = false): Promise<void> {
    return guarded(() => judge(withPreview))
  }

  /** Says what a column is: a field of people, a product by its code, or nothing that is needed. */
  function setColumn(at: number, value: string): void {
    const column = entryAt(must(shown.value, 'shown').sheet.columns, at)
    const isField = ['email', 'name', 'first', 'last', 'firm', 'other'].includes(value)
    column.as = isField ? (value as typeof column.as) : 'product'
    column.product = isField ? null : value
    void judgeAgain()
  }

  function setMark(column: number, mark: number, value: string): void {
    const meaning: MarkMeaning = value === 'yes' || value === 'no' ? value : { seatType: value }
    entryAt(entryAt(must(shown.value, 'shown').sheet.columns, column).marks, mark).meaning = meaning
    void judgeAgain()
  }

  /** Says which role people are given at the places their cell names; empty: none. */
  function setKeys(product: string, roleId: string): void {
    if (roleId === '') delete keys[product]
    else keys[product] = roleId
    shown.value = { ...must(shown.value, 'shown'), preview: null }
  }

  /** Takes a whole group as the sheet says, or takes that back; a person who is new is recorded wherever they are listed. */
  function choose(group: SheetGroup, on: boolean): void {
    const lists = group.offers === 'record' ? must(shown.value, 'shown').lists : [{ product: group.product }]
    const keys = new Set(group.members.map(({ key }) => key))
    for (const list of lists) {
      const own = (choices[list.product] ??= {})
      const members = 'members' in list ? list.members : group.members
      for (const one of members) {
        if (!keys.has(one.key) || one.offers !== group.offers) continue
        if (on) own[one.key] = must(group.offers, 'offers')
        else delete own[one.key]
      }
    }
    shown.value = { ...must(shown.value, 'shown'), preview: null }
  }

  const isChosen = (group: SheetGroup) => group.members.every(({ key }) => choices[group.product]?.[key])

  /** What each product's rows say, verdict by verdict. */
  const groups = computed(() =>
    (shown.value?.lists ?? []).map(({ product, name, members }) => ({
      product,
      name,
      groups: must(shown.value, 'shown').verdicts.flatMap((verdict): SheetGroup[] => {
        const own = members.filter((one) => one.verdict === verdict)
        return own.length > 0 ? [{ product, verdict, offers: entryAt(own, 0).offers, members: own }] : []
      }),
    })),
  )

  function apply(): Promise<void> {
    return guarded(async () => {
      await follow(path('apply'), { ...body(), digest: must(must(shown.value, 'shown').preview, 'preview').digest })
      done.value = true
      putDown()
    })
  }

  function putDown(): void {
    cells.value = []
    shown.value = null
    turn += 1
  }

  return reactive({
    ...{ cells, shown, asOf, kind, choices, keys, busy, problem, run, done, groups },
    ...{ read, judgeAgain, setColumn, setMark, setKeys, choose, isChosen, apply, putDown },
  })
}
