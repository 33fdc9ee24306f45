import { checkNames, FieldContent, rowOf, withIds } from './fields.ts'
import { Equals } from 'class-validator'
import type { MadeId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class MakeField extends FieldContent {
  @Equals('make-field') type!: 'make-field'
  declare fieldId: MadeId
}

/** Makes a field of the account's own: a choice, which rules may read, or a text (model C6). */
export const makeField: ChangeKind<MakeField> = {
  type: 'make-field',
  confirm: 'confirm.make-field',
  category: 'settings',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'people.make-fields'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: MakeField,
  fill: (change, newId) => ({
    ...change,
    fieldId: newId(change.fieldId),
    values: withIds(change.values, newId),
  }),
  decide(draft, change) {
    checkNames(draft, change)
    if (draft.problems.length === 0) draft.insert('field', rowOf(change))
  },
  sentence: (change, _sight, tense) => say('people.made-the-field', { tense, name: change.name }),
  record: (change) => change,
}
