import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_DEPARTURE, leaverOf } from './departures.ts'
import { mayEnd, NO_WAY_BACK, signedOut } from './leave.ts'
import { say } from '../../words/say.ts'
import { shutDoors } from './shut-doors.ts'

export class RunDeparture {
  @Equals('run-departure') type!: 'run-departure'
  @RowId() departureId!: Id
}

/** The doors of a planned departure shut: done by time itself when it has come, or by hand before (model X4). */
export const runDeparture: ChangeKind<RunDeparture> = {
  type: 'run-departure',
  confirm: 'confirm.run-departure',
  category: 'leaving',
  effect: 'shuts-doors',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_DEPARTURE,
  undo: { never: NO_WAY_BACK },
  preview: {
    lasting({ departureId }, { after, sight }) {
      const leaver = after.get('departure', departureId)?.personId
      return leaver ? signedOut(leaver, sight) : []
    },
  },
  shape: RunDeparture,
  fill: (change) => change,
  decide(draft, { departureId }) {
    const row = draft.account.get('departure', departureId)
    if (row?.state !== 'planned') {
      return draft.refuse('not-found', say('leaving.this-departure-cannot-be-started-it-may-be'))
    }
    if (draft.actor.kind === 'person') {
      if (!mayEnd(draft, row.personId)) return
    } else if (row.at > draft.now) return draft.refuse('not-due', say('leaving.this-departure-is-not-due-yet'))
    shutDoors(draft, departureId)
  },
  sentence: (change, sight, tense) =>
    say('leaving.ended-all-access-for-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}
