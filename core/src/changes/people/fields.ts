import { LeftOut, type MadeId, RowId } from '../engine/shapes.ts'
import { Line } from '../../checks/shape.ts'
import type { FieldRow, Id, PersonRow } from '../../account/rows.ts'
import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsOptional, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { NewId } from '../engine/kind.ts'
import type { Draft } from '../engine/draft.ts'
import { say } from '../../words/say.ts'
import { must } from '../../checks/must.ts'

export class FieldValue {
  @RowId() id!: MadeId
  @Line(80) name!: string
}

export class FieldContent {
  @RowId() fieldId!: Id
  @Line(60) name!: string
  /** Left out: a choice. */
  @LeftOut() @IsIn(['choice', 'text']) kind?: 'choice' | 'text'
  /** Of a text: people set their own. */
  @LeftOut() @IsBoolean() own?: boolean
  /** Of a text: asked of the person who takes an invitation up. */
  @LeftOut() @IsBoolean() asked?: boolean
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => FieldValue)
  values!: FieldValue[]
}

export function withIds(values: FieldValue[] | undefined, newId: NewId): FieldValue[] {
  return Array.isArray(values) ? values.map((one) => ({ ...one, id: one.id ?? newId() })) : []
}

export function rowOf({ fieldId, name, kind = 'choice', own = false, asked = false, values }: FieldContent): FieldRow {
  const isText = kind === 'text'
  return {
    ...{ id: fieldId, name: name.trim(), kind, own: isText && own, asked: isText && asked },
    values: values.map((one) => ({ id: one.id, name: one.name.trim() })),
  }
}

export function checkNames(draft: Draft, change: FieldContent, except?: Id): void {
  const isText = change.kind === 'text'
  if (!isText && change.values.length === 0) {
    draft.refuse('no-values', say('people.a-choice-needs-at-least-one-value'), '/values')
  }
  if (isText && change.values.length > 0)
    draft.refuse('no-values', say('people.a-free-text-has-no-values-to-choose'), '/values')
  if (except && must(draft.account.get('field', except), 'field').kind !== (change.kind ?? 'choice')) {
    draft.refuse('kind-stays', say('people.a-choice-cannot-become-a-text-or-the'), '/kind')
  }
  const taken = new Set(['kind', 'standing', 'employer'])
  for (const field of draft.account.all('field')) if (field.id !== except) taken.add(field.name.toLowerCase())
  if (taken.has(change.name.trim().toLowerCase())) {
    draft.refuse(
      'name-taken',
      say('people.there-is-already-a-field-choose-another-name', { name: change.name }),
      '/name',
    )
  }
  const names = change.values.map((one) => one.name.trim().toLowerCase())
  if (new Set(names).size < names.length)
    draft.refuse('value-twice', say('people.two-values-have-the-same-name'), '/values')
}

/** What someone's text field holds; null empties it. */
export class FieldText {
  @RowId() fieldId!: Id
  @IsOptional() @Line(400, 0) text?: string | null
}

/** Sets texts of someone, after looking whether there are such fields. */
export function setTexts(draft: Draft, personId: Id, texts: readonly FieldText[]): void {
  texts.forEach(({ fieldId, text }, at) => {
    const field = draft.account.get('field', fieldId)
    if (field?.kind !== 'text') {
      return draft.refuse('unknown-field', say('people.there-is-no-such-text-field-here'), `/texts/${at}/fieldId`)
    }
    draft.set(personId, `field ${fieldId}`, text?.trim() || null)
  })
}

/** The personal values texts and a telephone number are kept under, as the ledger names them. */
export function personalOf(change: { texts?: readonly FieldText[]; phone?: string | null }): string[] {
  const texts = (change.texts ?? []).map(({ fieldId }) => `field ${fieldId}`)
  return change.phone === undefined ? texts : [...texts, 'phone']
}

export class Choice {
  @RowId() fieldId!: Id
  /** Null empties the field. */
  @IsOptional() @RowId() valueId?: Id | null
}

/** Someone's choices after some of them were made anew. */
export function choicesAfter(draft: Draft, before: PersonRow['choices'], choices: readonly Choice[]): Record<Id, Id> {
  const after = { ...before }
  choices.forEach(({ fieldId, valueId }, at) => {
    const field = draft.account.get('field', fieldId)
    if (field?.kind !== 'choice')
      return draft.refuse('unknown-field', say('people.there-is-no-such-field-here'), `/choices/${at}/fieldId`)
    if (!valueId) delete after[fieldId]
    else if (field.values.some((one) => one.id === valueId)) after[fieldId] = valueId
    else draft.refuse('unknown-value', say('people.has-no-such-value', { field: field.name }), `/choices/${at}/valueId`)
  })
  return after
}
