import { ArrayMaxSize, Equals, IsArray, ValidateNested, IsString, MaxLength } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Type } from 'class-transformer'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { stepsOf } from '../../departures/plan.ts'
import { leaverOf } from './departures.ts'

export class OpenAgain {
  @RowId() stepId!: Id
  @IsString() @MaxLength(300) note!: string
}

export class ReopenDeparture {
  @Equals('reopen-departure') type!: 'reopen-departure'
  @RowId() departureId!: Id
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => OpenAgain) steps!: OpenAgain[]
}

/**
 * An account of someone who left was read as open again: what was settled is so no more, and waits for a human. The
 * record that was signed said what held then; another is signed when this is settled (model X5).
 */
export const reopenDeparture: ChangeKind<ReopenDeparture> = {
  type: 'reopen-departure',
  confirm: 'confirm.apply',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'leaving.it-says-what-a-product-answered-and-stays' },
  preview: 'plain',
  shape: ReopenDeparture,
  fill: (change) => change,
  decide(draft, { departureId, steps }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('leaving.only-what-the-products-answer-is-noted-so'))
    const row = draft.account.get('departure', departureId)
    const hasLeft = draft.account.get('person', row?.personId)?.state === 'left'
    const all = stepsOf(draft.account, departureId)
    const again = steps.filter(({ stepId }) => all.some(({ id, state }) => id === stepId && state === 'done'))
    if (!row || !hasLeft || (row.state !== 'done' && row.state !== 'running') || again.length === 0) {
      return draft.refuse('not-done', say('leaving.nothing-of-this-departure-was-done'))
    }
    for (const { stepId, note } of again) draft.update('step', stepId, { state: 'blocked', note, doneAt: null })
    for (const step of all) {
      if (step.kind === 'record' && step.state === 'done')
        draft.update('step', step.id, { state: 'waiting', doneAt: null })
    }
    if (row.state === 'done') draft.update('departure', departureId, { state: 'running' })
  },
  sentence: (change, sight) =>
    say('leaving.found-an-account-open-again-after-s-departure', { leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}
