import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'

export class NameSignatory {
  @Equals('name-signatory') type!: 'name-signatory'
  @RowId() personId!: Id
}

/** Passes the signature on to another active owner (model P5). */
export const nameSignatory: ChangeKind<NameSignatory> = {
  type: 'name-signatory',
  confirm: 'confirm.name-signatory',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: NameSignatory,
  fill: (change) => change,
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person) return
    if (draft.actor.kind === 'person' && draft.actorPerson?.standing !== 'owner') {
      return draft.refuse('owners-only', say('people.only-an-owner-can-choose-the-signatory'))
    }
    const name = draft.account.nameOf(person.id)
    if (person.signatory) return draft.refuse('no-change', say('people.is-already-the-signatory', { name }))
    if (person.standing !== 'owner' || person.state !== 'active') {
      return draft.refuse('not-owner', say('people.is-not-an-active-owner-choose-an-active', { name }))
    }
    for (const owner of draft.account.by('person', 'standing', 'owner')) {
      if (owner.signatory) draft.update('person', owner.id, { signatory: false })
    }
    draft.update('person', person.id, { signatory: true })
  },
  sentence: (change, sight, tense) =>
    say('people.made-signatory', { tense, person: sight.personName(change.personId) }),
  record: (change) => change,
}
