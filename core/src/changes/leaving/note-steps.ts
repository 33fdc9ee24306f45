import { ArrayMaxSize, Equals, IsArray, ValidateNested, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Type } from 'class-transformer'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { leaverOf } from './departures.ts'

export class StepNote {
  @RowId() stepId!: Id
  @IsIn(['waiting', 'done', 'blocked']) state!: 'waiting' | 'done' | 'blocked'
  @IsOptional() @IsString() @MaxLength(300) note?: string | null
}

export class NoteSteps {
  @Equals('note-steps') type!: 'note-steps'
  @RowId() departureId!: Id
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => StepNote) steps!: StepNote[]
}

/** What the products answered: set by time itself alone, once it was read back (model X4). */
export const noteSteps: ChangeKind<NoteSteps> = {
  type: 'note-steps',
  confirm: 'confirm.apply',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'leaving.it-says-what-a-product-answered-and-stays' },
  preview: 'plain',
  shape: NoteSteps,
  fill: (change) => change,
  decide(draft, { departureId, steps }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('leaving.only-what-the-products-answer-is-noted-so'))
    for (const { stepId, state, note = null } of steps) {
      const step = draft.account.get('step', stepId)
      if (step?.departureId !== departureId) return draft.refuse('not-found', say('leaving.there-is-no-such-step'))
      if (step.state === 'done' || step.state === 'let-go') continue
      draft.update('step', stepId, { state, note: note ?? null, doneAt: state === 'done' ? draft.now : null })
    }
  },
  sentence: (change, sight, tense) =>
    say('leaving.went-on-with-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}
