import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Moment } from '../../checks/dates.ts'
import {
  CHANGES_DEPARTURE,
  Handovers,
  handoversOf,
  type HandoverWanted,
  instantOf,
  leaverOf,
  plannedRow,
  setEnd,
} from './departures.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { givenLater } from './shut-doors.ts'
import { say } from '../../words/say.ts'

export class ChangeDeparture {
  @Equals('change-departure') type!: 'change-departure'
  @RowId() departureId!: Id
  @Moment() at?: string | null
  @Handovers() handovers?: HandoverWanted[]
}

/** Another time, or other people to take over, for a departure that is planned; what is left out stays. */
export const changeDeparture: ChangeKind<ChangeDeparture> = {
  type: 'change-departure',
  confirm: 'confirm.change-departure',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: CHANGES_DEPARTURE,
  undo: 'by-its-right',
  preview: { later: { kind: 'on-its-day', edits: givenLater } },
  shape: ChangeDeparture,
  fill: (change) => change,
  decide(draft, change) {
    const row = plannedRow(draft, change.departureId)
    if (!row) return
    const at = change.at ? instantOf(draft, change.at) : row.at
    if (at === undefined) return
    const changed = handoversOf(draft, row.personId, change.handovers ?? [])
    if (draft.problems.length > 0) return
    const kept = row.handovers.filter((one) => !changed.some(({ what, id }) => what === one.what && id === one.id))
    draft.update('departure', row.id, { at, handovers: [...kept, ...changed] })
    setEnd(draft, row.personId, at, row.engagementBefore)
    draft.effects.push({ kind: 'due', at })
  },
  sentence: (change, sight, tense) =>
    say('leaving.changed-the-plan-of-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}
