import {
  idFrom,
  judgeMembers,
  MEMBER_VERDICTS,
  listChanges,
  productAt,
  readChange,
  readMembers,
  sinceList,
  type Change,
  type Id,
  type JudgedMember,
  type ListColumns,
  type ListField,
  type MemberChoice,
  type MemberVerdict,
  type Problem,
  type Sight,
  type SinceList,
} from '@lodge/core'
import type { ShownPreview } from './shown.ts'
import { say } from '@lodge/core/say'

/** A member list with what was corrected and chosen. */
export interface ListAsked {
  product: string
  cells: string[][]
  headingAt: number
  columns: ListColumns
  asOf: string
  /** What those who are recorded are. */
  as: 'staff' | 'contractor' | 'client'
  choices: Record<string, MemberChoice>
  hash: string
  runId: Id
  withPreview: boolean
}

/** Every row judged and, where it was asked for, the changes that apply the list with their preview. */
export interface ShownList {
  members: JudgedMember[]
  /** The verdicts in the order in which they are told. */
  verdicts: readonly MemberVerdict[]
  /** Whether the reader may record people; else the office is asked to. */
  mayRecord: boolean
  /** What is different from the list before; null for the first. */
  since: SinceList | null
  /** Most rows are of nobody here: it may be another product’s list. */
  looksForeign: boolean
  changes: Change[]
  preview: ShownPreview | null
  problems: Problem[]
}

/** From so many rows on a list of strangers is asked about. */
const FOREIGN_FROM = 10

/**
 * Judges a list and shows what applying it would do. The ids of what is made are counted on from the run's, so that what
 * is shown and what is sent are the same (model C3).
 */
export function showList(sight: Sight, asked: ListAsked, show: (changes: Change[]) => ShownPreview): ShownList {
  const { account, now } = sight
  const { product, cells, headingAt, columns, asOf, choices, hash, runId } = asked
  const width = cells.reduce((most, row) => Math.max(most, row.length), 0)
  const headings = Array.from(
    { length: width },
    (_, at) => cells[headingAt]?.[at]?.trim() || say('work.column', { at: at + 1 }),
  )
  const types = productAt(account, product, now)?.sheet.seatTypes ?? []
  const read = readMembers(cells, { headingAt, headings, columns }, types, account.zone)
  const confirmed = new Set(Object.entries(choices).flatMap(([key, choice]) => (choice === 'confirm' ? [key] : [])))
  const members = judgeMembers(sight, product, read, confirmed)
  const rows = members.filter(({ line }) => line !== null)
  const strangers = rows.filter(({ verdict }) => verdict === 'new').length
  const hasPeople = members.some(({ line, personId }) => line === null || personId !== null)
  const since = sinceList(sight, product, members)
  const shown = {
    members,
    verdicts: MEMBER_VERDICTS,
    mayRecord: sight.can('people', 'add'),
    since,
    looksForeign: hasPeople && rows.length >= FOREIGN_FROM && strangers > rows.length * 0.6,
  }
  if (!asked.withPreview) return { ...shown, changes: [], preview: null, problems: [] }
  let made = 0
  const newId = () => idFrom(runId, (made += 1))
  const named = headingAt < 0 ? [] : Object.entries(columns)
  const list = {
    ...{ product, judged: members, hash, choices: new Map(Object.entries(choices)) },
    columns: named.map(([field, at]) => ({ field: field as ListField, heading: headings[at] ?? '' })),
  }
  const plain = listChanges(sight, [list], { asOf, source: 'list', kind: asked.as }, newId)
  return { ...shown, ...previewed(plain, newId, show) }
}

/** The changes that apply lists as they are read, with one preview of all. */
export function previewed(
  plain: readonly object[],
  newId: () => Id,
  show: (changes: Change[]) => ShownPreview,
): Pick<ShownList, 'changes' | 'preview' | 'problems'> {
  const changes: Change[] = []
  for (const one of plain) {
    const change = readChange(one, newId)
    if (change.problems) return { changes: [], preview: null, problems: change.problems }
    changes.push(change.value)
  }
  const preview = show(changes)
  return {
    changes,
    preview: { ...preview, changes: [], sentences: preview.sentences.slice(0, 6) },
    problems: once(preview.problems),
  }
}

/** A reason that many rows share is said once. */
function once(problems: readonly Problem[]): Problem[] {
  return [...new Map(problems.map((one) => [one.sentence, one])).values()].slice(0, MAXIMUM_PROBLEMS)
}

const MAXIMUM_PROBLEMS = 20
