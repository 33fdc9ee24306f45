import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { endHolding, goesAlone, seenHolding, takesSeat } from './seats.ts'
import { say } from '../../words/say.ts'
import { seatText } from './seat-words.ts'
import { periodText } from '../access/grants.ts'

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
