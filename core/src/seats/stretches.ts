import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import { rowOf } from '../account/edits.ts'
import type { Id, RowEdit, TableName } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { countedFrom, holdingUntil } from './holdings.ts'
import { cut, type Span } from './spans.ts'
import { termsOf, type Terms } from './terms.ts'

/** A period on which a person counted on a type (model S1). */
export interface Stretch extends Span {
  seatType: string
}

const ALWAYS: Span = { from: -Infinity, until: Infinity }

/** Every stretch on which a person counted in a product, within a span; the types' stretches may overlap. */
export function stretchesOf(account: Account, terms: Terms, personId: Id, within: Span = ALWAYS): Stretch[] {
  const found: Stretch[] = []
  for (const holding of account.by('holding', 'person', personId)) {
    if (holding.product !== terms.code || holding.own || holding.givenFrom >= within.until) continue
    const counted = countedSpan(account, terms, holding)
    if (!counted) continue
    for (const { from, until } of cut(counted, terms.countingOf(holding.seatType))) {
      found.push({ seatType: holding.seatType, from, until })
    }
  }
  return within === ALWAYS ? found : cutTo(found, within)
}

/** Stretches cut to a span; ones outside it are left out. */
export function cutTo(stretches: readonly Stretch[], { from, until }: Span): Stretch[] {
  const found: Stretch[] = []
  for (const stretch of stretches) {
    if (stretch.from >= until || stretch.until <= from) continue
    const begins = Math.max(stretch.from, from)
    found.push({ seatType: stretch.seatType, from: begins, until: Math.min(stretch.until, until) })
  }
  return found
}

/** What sums are made of; the rows of people and holdings among them are followed person by person. */
const RULES: readonly TableName[] = ['product', 'sheet', 'subscription', 'settings', 'use']
/** Beyond so many people and seats in one commit everything is counted anew. */
const MAXIMUM_FOLLOWED = 500

/** Whom a commit moves that only moves a few people and seats; undefined for any other. */
export function fewMoved(edits: readonly RowEdit[]): ReadonlySet<Id> | undefined {
  if (edits.some((edit) => RULES.includes(edit.table))) return undefined
  const people = edits.flatMap((edit) => {
    if (edit.table === 'holding') return [rowOf(edit).personId]
    return edit.table === 'person' ? [edit.key] : []
  })
  return people.length === 0 || people.length > MAXIMUM_FOLLOWED ? undefined : new Set(people)
}

/** Whether two accounts have all in common that sums are made of but people and seats. */
export function sameRules(one: Account, other: Account): boolean {
  return RULES.every((name) => one.tables[name] === other.tables[name])
}

export const histories = new Remembered<Map<string, Map<Id, Stretch[]>>>({
  from: ['holding', 'person', 'product', 'sheet', 'subscription', 'settings', 'use'],
  init: () => new Map<string, Map<Id, Stretch[]>>(),
  apply: (known, _before, edits) => {
    const people = fewMoved(edits)
    return people && ((after) => withMoved(known, people, after))
  },
})

/** By person, everything ever counted in a product and to come: gathered once for however many months are asked about. */
export function historiesOf(account: Account, terms: Terms): ReadonlyMap<Id, readonly Stretch[]> {
  const known = histories.of(account)
  let found = known.get(terms.code)
  if (!found) {
    known.set(terms.code, (found = new Map<string, Stretch[]>()))
    for (const { personId } of account.by('holding', 'product', terms.code)) {
      if (!found.has(personId)) found.set(personId, stretchesOf(account, terms, personId))
    }
  }
  return found
}

/** What is gathered of everyone, with a few people gathered anew. */
function withMoved(
  known: Map<string, Map<Id, Stretch[]>>,
  people: ReadonlySet<Id>,
  after: Account,
): Map<string, Map<Id, Stretch[]>> {
  for (const [code, found] of known) {
    const terms = termsOf(after, code)
    if (terms) for (const personId of people) found.set(personId, stretchesOf(after, terms, personId))
  }
  return known
}

/** From when to when a holding would count, whatever its type; nothing for one that never was. */
export function countedSpan(account: Account, terms: Terms, holding: HoldingRow): Span | undefined {
  const counts = terms.sheetAt(holding.givenFrom)?.charging.counts ?? 'admitted'
  const from = countedFrom(account, holding, counts)
  const until = holdingUntil(account, holding) ?? Infinity
  return from !== null && from < until ? { from, until } : undefined
}
