import { ArrayMaxSize, Equals, IsArray, IsOptional, ValidateNested } from 'class-validator'
import { LeftOut, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { Type } from 'class-transformer'
import { FieldText, setTexts } from './fields.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'

export class OwnRecord {
  @Equals('own-record') type!: 'own-record'
  @RowId() personId!: Id
  @IsOptional() @Line(40, 0) phone?: string | null
  @LeftOut() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => FieldText) texts?: FieldText[]
}

/** What people change about themselves: their telephone number, and the text fields the account leaves to them. */
export const ownRecord: ChangeKind<OwnRecord> = {
  type: 'own-record',
  confirm: 'confirm.own-record',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'people.earlier-details-are-not-kept-change-them' },
  preview: 'plain',
  shape: OwnRecord,
  fill: (change) => change,
  decide(draft, { personId, phone, texts = [] }) {
    if (personId !== draft.actorId)
      return draft.refuse('not-yours', say('people.only-the-person-themselves-can-change-this'))
    for (const { fieldId } of texts) {
      const field = draft.account.get('field', fieldId)
      if (field && !field.own)
        draft.refuse('not-own', say('people.is-set-by-the-office-ask-the-office', { field: field.name }))
    }
    if (phone !== undefined) draft.set(personId, 'phone', phone?.trim() || null)
    setTexts(draft, personId, texts)
    // The row is named, so that other processes read the values anew (model C6).
    draft.update('person', personId, {})
  },
  sentence: (_change, _sight, tense) => say('people.changed-their-own-details', { tense }),
  record: ({ texts: _texts, phone: _phone, ...rest }) => rest,
}
