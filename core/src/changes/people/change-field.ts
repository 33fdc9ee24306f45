import { checkNames, FieldContent, rowOf, withIds } from './fields.ts'
import { Equals } from 'class-validator'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import type { Draft } from '../engine/draft.ts'
import type { Id } from '../../account/rows.ts'
import { must } from '../../checks/must.ts'

export class ChangeField extends FieldContent {
  @Equals('change-field') type!: 'change-field'
}

/** Renames a field or its values, adds values, or removes those nothing uses. */
export const changeField: ChangeKind<ChangeField> = {
  type: 'change-field',
  confirm: 'confirm.change-field',
  category: 'settings',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'people.change-fields'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeField,
  fill: (change, newId) => ({ ...change, values: withIds(change.values, newId) }),
  decide(draft, change) {
    const field = draft.account.get('field', change.fieldId)
    if (!field) return draft.refuse('not-found', say('people.there-is-no-such-field-here-it-may'))
    checkNames(draft, change, field.id)
    const kept = new Set(change.values.map((one) => one.id))
    for (const value of field.values) {
      if (kept.has(value.id) || !isUsed(draft, field.id, value.id)) continue
      draft.refuse('in-use', say('people.is-still-chosen-for-someone-or-used-in', { name: value.name }), '/values')
    }
    if (draft.problems.length === 0) draft.update('field', field.id, rowOf(change))
  },
  sentence: (change, _sight, tense) => say('people.changed-the-field', { tense, name: change.name }),
  record: (change) => change,
}

function isUsed(draft: Draft, fieldId: Id, valueId: Id): boolean {
  for (const person of draft.account.all('person')) if (person.choices[fieldId] === valueId) return true
  return draft.account.by('group', 'ruled', 'yes').some((group) =>
    must(group.rule, 'rule')
      .anyOf.flat()
      .some((one) => one.field === fieldId && one.value === valueId),
  )
}
