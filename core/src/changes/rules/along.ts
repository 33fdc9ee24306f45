import type { Account } from '../../account/account.ts'
import type { Id, PersonRow, RowEdit } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import type { Span } from '../../seats/spans.ts'
import { allTerms, type Terms } from '../../seats/terms.ts'
import type { Draft } from '../engine/draft.ts'
import { idFrom } from '../engine/shapes.ts'
import { entryAt } from '../../checks/must.ts'

/**
 * Seats that come along (model S7): while a product's rule holds, everyone of a standing who is in has a seat of its
 * type. Worked out after each change for the people it concerns; only seats of this origin come and go with the rule.
 */
export function bringAlong(draft: Draft, edits: readonly RowEdit[]): void {
  const all = allTerms(draft.account)
  if (!all.some((terms) => terms.hasAlong)) return
  for (const person of concerned(draft.account, edits)) for (const terms of all) bring(draft, person, terms)
}

function concerned(account: Account, edits: readonly RowEdit[]): Iterable<PersonRow> {
  if (edits.some((edit) => edit.table === 'sheet' || edit.table === 'subscription')) return [...account.all('person')]
  const ids = new Set(edits.filter((edit) => edit.table === 'person').map((edit) => edit.key))
  return [...ids].flatMap((id) => account.get('person', id) ?? [])
}

function bring(draft: Draft, person: PersonRow, terms: Terms): void {
  const { account, now } = draft
  const isIn = person.state === 'active' || person.state === 'away'
  const wanted = isIn ? terms.alongOf(person.standing).filter((one) => one.until > now) : []
  const open = account
    .by('holding', 'person', person.id)
    .filter((one) => one.origin === 'along' && one.product === terms.code)
    .filter((one) => (holdingUntil(account, one) ?? Infinity) > now)
  for (const holding of open) {
    const kept = wanted.findIndex(
      (one) => one.seatType === holding.seatType && one.from <= Math.max(now, holding.givenFrom),
    )
    if (kept < 0) end(draft, holding)
    else {
      const until = endOf(entryAt(wanted, kept))
      if (until !== holding.until) draft.update('holding', holding.id, { until })
      wanted.splice(kept, 1)
    }
  }
  wanted.forEach((one, at) => {
    const from = Math.max(one.from, now)
    const row = { personId: person.id, product: terms.code, seatType: one.seatType, own: false, givenFrom: from }
    const id = alongId(draft.account, terms.productId, person.id, at)
    const origin = { origin: 'along' as const, givenById: null, endedById: null }
    draft.insert('holding', { id, ...row, countedFrom: null, until: endOf(one), ...origin })
  })
}

function end(draft: Draft, holding: HoldingRow): void {
  if (holding.givenFrom >= draft.now) draft.remove('holding', holding.id)
  else draft.update('holding', holding.id, { until: draft.now })
}

function endOf({ until }: Span): number | null {
  return until === Infinity ? null : until
}

/** Counted on from the product's id by the person's, so that preview and commit make the same row. */
function alongId(account: Account, productId: Id, personId: Id, at: number): Id {
  const offset = Number.parseInt(personId.slice(-8), 16)
  for (let n = at; ; n += 1) {
    const id = idFrom(personId.slice(0, 24) + productId.slice(24), offset + n)
    if (!account.get('holding', id)) return id
  }
}
