import { Equals, IsBoolean } from 'class-validator'
import { LeftOut, type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Code } from '../../checks/shape.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { takesSeat } from './seats.ts'
import { say } from '../../words/say.ts'
import { checkMoney, holdSeat } from '../rules/seat-rules.ts'
import { placesOfPerson } from '../../seats/allotments.ts'
import { aSeat } from './seat-words.ts'
import { periodText } from '../access/grants.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import type { Draft } from '../engine/draft.ts'
import type { Instant } from '../../time/instants.ts'
import { holdingUntil } from '../../seats/holdings.ts'
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
      return draft.refuse('not-here', say('seats.is-not-here-yet-invite-them-with-the', { name, state: person.state }))
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

function isSame(holding: HoldingRow, wanted: { product: string; seatType: string }): boolean {
  return holding.product === wanted.product && holding.seatType === wanted.seatType
}

function overlaps(draft: Draft, holding: HoldingRow, from: Instant): boolean {
  const until = holdingUntil(draft.account, holding)
  return isOpen(until, from)
}
