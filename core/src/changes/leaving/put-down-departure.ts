import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_DEPARTURE, leaverOf, plannedRow, setEnd } from './departures.ts'
import { say } from '../../words/say.ts'

export class PutDownDeparture {
  @Equals('put-down-departure') type!: 'put-down-departure'
  @RowId() departureId!: Id
}

/** They stay: the plan is cancelled, and their engagement ends when it would have. */
export const putDownDeparture: ChangeKind<PutDownDeparture> = {
  type: 'put-down-departure',
  confirm: 'confirm.put-down-departure',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_DEPARTURE,
  undo: 'by-its-right',
  preview: 'plain',
  shape: PutDownDeparture,
  fill: (change) => change,
  decide(draft, { departureId }) {
    const row = plannedRow(draft, departureId)
    if (!row) return
    draft.update('departure', row.id, { state: 'put-down' })
    setEnd(draft, row.personId, null, row.engagementBefore)
  },
  sentence: (change, sight, tense) =>
    say('leaving.cancelled-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}
