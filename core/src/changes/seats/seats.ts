import type { Draft } from '../engine/draft.ts'
import type { Id } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { say } from '../../words/say.ts'
import { forAll, type Need } from '../engine/needs.ts'
import { placesOfPerson } from '../../seats/allotments.ts'
import type { Instant } from '../../time/instants.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import { isOpen } from '../../time/lasting.ts'

/** A seat one may see belongs to a person one sees (model D5). */
export function seenHolding(draft: Draft, holdingId: Id): HoldingRow | undefined {
  const holding = draft.account.get('holding', holdingId)
  const made = holding && !draft.start.get('holding', holdingId)
  if (holding && (made || draft.actor.kind !== 'person' || draft.sight.seesPerson(holding.personId))) return holding
  draft.refuse('not-found', say('seats.there-is-no-such-seat-here-it-may'))
  return undefined
}

/**
 * Taking back needs what handing out does: the right at the root, or at each place where the person has access (model
 * S10).
 */
export function takesSeat(draft: Draft, { holdingId }: { holdingId: Id }): readonly Need[] {
  const holding = seenHolding(draft, holdingId)
  if (!holding || draft.sight.can('seats', 'add')) return []
  const places = placesOfPerson(draft.account, holding.personId, draft.now)
  const to = say('seats.take-a-seat-away-from-someone-with-access')
  const needs = places.map((placeId) => ({ area: 'seats', level: 'add', placeId, to }) as const)
  return needs.length > 0 ? needs : [forAll(draft, 'seats', 'add', to)]
}

/** What came along goes only with its rule (model S7). */
export function goesAlone(draft: Draft, holding: HoldingRow): boolean {
  if (holding.origin !== 'along') return true
  draft.refuse('comes-along', say('seats.this-seat-comes-with-the-membership-and-ends'))
  return false
}

/** Ends a holding at an instant; one that would not have begun by then never was. */
export function endHolding(draft: Draft, holding: HoldingRow, ends: Instant): void {
  const until = holdingUntil(draft.account, holding)
  if (!isOpen(until, ends)) {
    return draft.refuse('over-already', say('seats.this-seat-ends-before-that-anyway-or-has'))
  }
  if (holding.givenFrom >= ends) draft.remove('holding', holding.id)
  else draft.update('holding', holding.id, { until: ends, endedById: draft.actorId })
}
