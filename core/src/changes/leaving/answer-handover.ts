import { Equals, IsBoolean, IsString, MaxLength } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Handover, Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_DEPARTURE, leaverOf } from './departures.ts'
import { say } from '../../words/say.ts'

export class AnswerHandover {
  @Equals('answer-handover') type!: 'answer-handover'
  @RowId() departureId!: Id
  @IsString() @MaxLength(40) what!: string
  @IsString() @MaxLength(200) id!: string
  @IsBoolean() accept!: boolean
}

/** Someone says whether they take something over; refused, it rests with the person who proposed them (model X3). */
export const answerHandover: ChangeKind<AnswerHandover> = {
  type: 'answer-handover',
  confirm: 'confirm.answer-handover',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { needs: CHANGES_DEPARTURE },
  preview: 'plain',
  shape: AnswerHandover,
  fill: (change) => change,
  decide(draft, { departureId, what, id, accept }) {
    const row = draft.account.get('departure', departureId)
    const found = row?.handovers.find((one) => one.what === what && one.id === id)
    const isTheirs = found?.taker?.kind === 'person' && found.taker.id === draft.actorId
    if (row?.state !== 'planned' || !found || !isTheirs) {
      return draft.refuse('not-found', say('leaving.there-is-nothing-here-for-you-to-take'))
    }
    const proposer = row.plannerId ? { kind: 'person' as const, id: row.plannerId } : null
    const answered: Handover = accept ? { ...found, accepted: true } : { ...found, taker: proposer, acceptBy: null }
    draft.update('departure', row.id, { handovers: row.handovers.map((one) => (one === found ? answered : one)) })
  },
  sentence: (change, sight, tense) =>
    say('leaving.took-over-what-is-s', {
      accepts: Boolean(change.accept),
      tense,
      leaver: leaverOf(change.departureId, sight),
    }),
  record: (change) => change,
}
