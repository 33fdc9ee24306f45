import { Equals, IsBoolean } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { Code } from '../../checks/shape.ts'
import { placesOfPerson } from '../../seats/allotments.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import type { Instant } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import { periodText } from '../access/grants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { aSeat, seatText } from './seat-words.ts'
import { checkMoney, holdSeat } from '../rules/seat-rules.ts'
import { LeftOut, RowId, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { forAll, type Need } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

export class GiveSeat {
  @Equals('give-seat') type!: 'give-seat'
  @RowId() holdingId!: MadeId
  @RowId() personId!: Id
  @Code() product!: string
  @Code() seatType!: string
  @When() from?: string | null
  @When() until?: string | null
  /** Brought by the person: never counted or charged (model S1). */
  @LeftOut() @IsBoolean() own?: boolean
}

/** Gives someone who is in a seat (model S1, S10). */
export const giveSeat: ChangeKind<GiveSeat> = {
  type: 'give-seat',
  confirm: 'confirm.give-seat',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'from',
  // Its money is judged once the seat is known: at whose places, and whether the bill rises.
  needs: 'own',
  undo: { needs: takesSeat },
  preview: 'plain',
  shape: GiveSeat,
  fill: (change, newId) => ({ ...change, holdingId: newId(change.holdingId) }),
  decide(draft, change) {
    const before = draft.account
    const person = draft.seen('person', change.personId, 'person')
    if (!person) return
    const name = before.nameOf(person.id)
    if (!['active', 'away', 'waiting'].includes(person.state)) {
      return draft.refuse('not-here', say('seats.is-not-here-yet-invite-them-with-the', { name }))
    }
    const { from, until } = draft.period(change.from, change.until)
    const twin = before
      .by('holding', 'person', person.id)
      .find((one) => isSame(one, change) && overlaps(draft, one, from))
    if (twin) return draft.refuse('held-already', say('seats.already-has-this-seat-for-that-time', { name }))
    const { holdingId, personId, product, seatType, own } = change
    holdSeat(draft, { holdingId, personId, product, seatType, from, until, own })
    if (draft.problems.length > 0) return
    checkMoney(draft, before, draft.sight, placesOfPerson(before, person.id, draft.now), say('seats.hand-out-a-seat'))
  },
  sentence: (change, sight, tense) =>
    say('seats.gave-their-own', {
      tense,
      person: sight.personName(change.personId),
      seat: aSeat(change, sight),
      hasOwn: Boolean(change.own),
      period: periodText(change.from, change.until, sight),
    }),
  record: (change) => change,
}

export class EndSeat {
  @Equals('end-seat') type!: 'end-seat'
  @RowId() holdingId!: Id
  /** The first day without it; left out, now. */
  @When() on?: string | null
}

/** Makes a seat empty, now or from a day on (model S4). */
export const endSeat: ChangeKind<EndSeat> = {
  type: 'end-seat',
  confirm: 'confirm.end-seat',
  category: 'seats',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'on',
  needs: takesSeat,
  undo: 'by-its-right',
  preview: 'plain',
  shape: EndSeat,
  fill: (change) => change,
  decide(draft, change) {
    const holding = seenHolding(draft, change.holdingId)
    if (!holding || !goesAlone(draft, holding)) return
    const ends = change.on ? draft.period(change.on, null).from : draft.now
    if (draft.problems.length === 0) endHolding(draft, holding, ends)
  },
  sentence(change, sight, tense) {
    const holding = sight.named.get('holding', change.holdingId)
    if (!holding) return say('seats.took-a-seat-away-before-it-began', { tense })
    const who = sight.personName(holding.personId)
    return say('seats.took-the-from', {
      tense,
      seat: seatText(holding, sight),
      who,
      period: periodText(change.on, null, sight),
    })
  },
  record: (change) => change,
}

export class ChangeSeat {
  @Equals('change-seat') type!: 'change-seat'
  @RowId() holdingId!: Id
  /** The holding that takes its place. */
  @RowId() toHoldingId!: MadeId
  @Code() seatType!: string
  /** From which day on; left out, from now. */
  @When() on?: string | null
}

/** Moves someone from one seat type of a product to another, at one instant (model S1, S6). */
export const changeSeat: ChangeKind<ChangeSeat> = {
  type: 'change-seat',
  confirm: 'confirm.change-seat',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'on',
  needs: takesSeat,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeSeat,
  fill: (change, newId) => ({ ...change, toHoldingId: newId(change.toHoldingId) }),
  decide(draft, change) {
    const before = draft.account
    const holding = seenHolding(draft, change.holdingId)
    if (!holding || !goesAlone(draft, holding)) return
    if (holding.seatType === change.seatType) return draft.refuse('same-seat', say('seats.they-already-have-this-seat'))
    const from = change.on ? draft.period(change.on, null).from : draft.now
    const until = holding.until
    if (draft.problems.length > 0) return
    endHolding(draft, holding, from)
    const { personId, product, own } = holding
    if (draft.problems.length > 0) return
    holdSeat(draft, { holdingId: change.toHoldingId, personId, product, seatType: change.seatType, from, until, own })
    if (draft.problems.length > 0) return
    checkMoney(draft, before, draft.sight, placesOfPerson(before, personId, draft.now), say('seats.change-a-seat'))
  },
  sentence(change, sight, tense) {
    const holding = sight.named.get('holding', change.holdingId) ?? sight.named.get('holding', change.toHoldingId)
    const to = holding && aSeat({ product: holding.product, seatType: change.seatType }, sight)
    const who = sight.personName(holding?.personId)
    return say('seats.moved-to', {
      tense,
      who,
      to: to ?? say('seats.another-seat'),
      period: periodText(change.on, null, sight),
    })
  },
  record: (change) => change,
}

/** A seat one may see belongs to a person one sees (model D5). */
function seenHolding(draft: Draft, holdingId: Id): HoldingRow | undefined {
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
function takesSeat(draft: Draft, { holdingId }: { holdingId: Id }): readonly Need[] {
  const holding = seenHolding(draft, holdingId)
  if (!holding || draft.sight.can('seats', 'add')) return []
  const places = placesOfPerson(draft.account, holding.personId, draft.now)
  const to = say('seats.take-a-seat-away-from-someone-with-access')
  const needs = places.map((placeId) => ({ area: 'seats', level: 'add', placeId, to }) as const)
  return needs.length > 0 ? needs : [forAll(draft, 'seats', 'add', to)]
}

/** What came along goes only with its rule (model S7). */
function goesAlone(draft: Draft, holding: HoldingRow): boolean {
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

function isSame(holding: HoldingRow, wanted: { product: string; seatType: string }): boolean {
  return holding.product === wanted.product && holding.seatType === wanted.seatType
}

function overlaps(draft: Draft, holding: HoldingRow, from: Instant): boolean {
  const until = holdingUntil(draft.account, holding)
  return isOpen(until, from)
}
