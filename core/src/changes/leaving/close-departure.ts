import { Equals, IsString, MaxLength } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { isSettled, stepsOf } from '../../departures/plan.ts'
import { leaverOf } from './departures.ts'

export class CloseDeparture {
  @Equals('close-departure') type!: 'close-departure'
  @RowId() departureId!: Id
  /** SHA-256 of the leaver's record, in base64url, so that the chain vouches for it. */
  @IsString() @MaxLength(64) recordHash!: string
}

/** Everything is settled and the record is signed: the departure is done (model X5). */
export const closeDeparture: ChangeKind<CloseDeparture> = {
  type: 'close-departure',
  confirm: 'confirm.apply',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'leaving.a-record-that-was-signed-stays' },
  preview: 'plain',
  shape: CloseDeparture,
  fill: (change) => change,
  decide(draft, { departureId }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('leaving.the-record-can-be-signed-when-all-other'))
    const row = draft.account.get('departure', departureId)
    const steps = stepsOf(draft.account, departureId)
    if (row?.state !== 'running' || !isSettled(steps))
      return draft.refuse('not-settled', say('leaving.one-step-is-still-open'))
    for (const step of steps) {
      if (step.kind === 'record') draft.update('step', step.id, { state: 'done', doneAt: draft.now })
    }
    draft.update('departure', departureId, { state: 'done' })
  },
  sentence: (change, sight, tense) =>
    say('leaving.signed-the-record-of-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}
