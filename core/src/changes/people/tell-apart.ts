import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class TellApart {
  @Equals('tell-apart') type!: 'tell-apart'
  @RowId() personId!: Id
  @RowId() otherId!: Id
}

/** Says that two records of one name are of two people, so that joining them is not proposed again (model P14). */
export const tellApart: ChangeKind<TellApart> = {
  type: 'tell-apart',
  confirm: 'confirm.tell-apart',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'change', 'people.say-that-two-records-are-of-two-people'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: TellApart,
  fill: (change) => change,
  decide(draft, { personId, otherId }) {
    const one = draft.seen('person', personId, 'person')
    const other = draft.seen('person', otherId, 'person')
    if (!one || !other) return
    if (one.id === other.id)
      return draft.refuse('same', say('people.this-is-one-record-already-choose-another'), '/otherId')
    if (one.apartFrom.includes(other.id)) return draft.refuse('no-change', say('people.this-has-been-done-already'))
    draft.update('person', one.id, { apartFrom: [...one.apartFrom, other.id] })
    draft.update('person', other.id, { apartFrom: [...other.apartFrom, one.id] })
  },
  sentence: ({ personId, otherId }, sight, tense) =>
    say('people.said-that-and-are-two-people', {
      tense,
      person: sight.personName(personId),
      person2: sight.personName(otherId),
    }),
  record: (change) => change,
}
