import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class CorrectName {
  @Equals('correct-name') type!: 'correct-name'
  @RowId() personId!: Id
  @Line(120) name!: string
}

/**
 * Corrects a name: one's own, by those who change people, or by the one who invited until that is accepted (model P13).
 * The old one is kept nowhere.
 */
export const correctName: ChangeKind<CorrectName> = {
  type: 'correct-name',
  confirm: 'confirm.correct-name',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs(draft, { personId }) {
    const person = draft.seen('person', personId, 'person')
    const isSponsor = draft.account
      .by('offer', 'person', personId)
      .some((one) => one.state === 'live' && one.sponsorId === draft.actorId)
    const isTheirs = personId === draft.actorId || (isSponsor && person?.state === 'invited')
    return isTheirs ? [] : atRoot('people', 'change', 'people.correct-names')(draft)
  },
  undo: { never: 'people.the-earlier-name-is-not-kept-correct-it' },
  preview: 'plain',
  shape: CorrectName,
  fill: (change) => change,
  decide(draft, { personId, name }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    if (person.state === 'erased') return draft.refuse('erased', say('people.they-are-erased-there-is-no-name-any'))
    draft.set(personId, 'name', name.trim())
    // The row is named, so that other processes read the name anew (model C6).
    draft.update('person', personId, {})
  },
  sentence: ({ personId }, sight, tense) =>
    say('people.corrected-the-name-of', { tense, person: sight.personName(personId) }),
  record: ({ name: _name, ...rest }) => ({ ...rest, personal: ['name'] }),
}
