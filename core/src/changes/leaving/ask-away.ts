import { Equals, IsOptional } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Moment } from '../../checks/dates.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { datesText, mayDecide, withoutReason } from './absences.ts'
import { say } from '../../words/say.ts'
import { must } from '../../checks/must.ts'
import { absenceOf } from './away-wanted.ts'

export class AskAway {
  @Equals('ask-away') type!: 'ask-away'
  @RowId() absenceId!: MadeId
  @RowId() personId!: Id
  @Moment() from?: string | null
  @Moment() until?: string | null
  @IsOptional() @RowId() substituteId?: Id | null
  @IsOptional() @Line(400, 0) reason?: string | null
}

/** Asks for a time away; seen by the manager, decided by anyone who runs people (model X1). */
export const askAway: ChangeKind<AskAway> = {
  type: 'ask-away',
  confirm: 'confirm.ask-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { needs: (draft, { absenceId }) => mayDecide(draft, absenceId) },
  preview: 'plain',
  shape: AskAway,
  fill: (change, newId) => ({ ...change, absenceId: newId(change.absenceId) }),
  decide(draft, change) {
    if (change.personId !== draft.actorId)
      return draft.refuse('not-yours', say('leaving.you-can-ask-only-for-yourself-the-office'))
    const person = must(draft.account.get('person', change.personId), 'person')
    const row = absenceOf(draft, change, person)
    if (!row) return
    draft.insert('absence', { ...row, seats: [], state: 'asked', askedById: person.id })
    if (change.reason) draft.set(person.id, `absence ${row.id}`, change.reason.trim())
  },
  sentence: (change, sight, tense) =>
    say('leaving.asked-to-be-away', { tense, dates: datesText(change.from, change.until, sight) }),
  record: withoutReason,
}
