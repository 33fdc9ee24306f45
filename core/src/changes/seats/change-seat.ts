import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Code } from '../../checks/shape.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { endHolding, goesAlone, seenHolding, takesSeat } from './seats.ts'
import { say } from '../../words/say.ts'
import { checkMoney, holdSeat } from '../rules/seat-rules.ts'
import { placesOfPerson } from '../../seats/allotments.ts'
import { aSeat } from './seat-words.ts'
import { periodText } from '../access/grants.ts'

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
