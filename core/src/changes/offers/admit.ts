import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { aboutPerson } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { offersWaiting } from '../../people/presence.ts'
import { giveOffered } from './offers.ts'

export class Admit {
  @Equals('admit') type!: 'admit'
  @RowId() personId!: Id
}

/** Lets in someone who waits; what their offer holds is given by the one who admits (model I5, D3). */
export const admit: ChangeKind<Admit> = {
  type: 'admit',
  confirm: 'confirm.admit',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: aboutPerson('people', 'change', () => say('offers.admit-people')),
  undo: { never: 'offers.an-admission-cannot-be-undone-end-their' },
  preview: {
    lasting() {
      return [{ code: 'admission', sentence: say('offers.an-admission-cannot-be-undone-you-can-only') }]
    },
  },
  shape: Admit,
  fill: (change) => change,
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person) return
    const isIn = offersWaiting(draft.account, person, draft.now).length > 0
    if (person.state !== 'waiting' && !isIn) {
      return draft.refuse(
        'not-waiting',
        say('offers.is-no-longer-waiting-to-be-admitted', { name: draft.account.nameOf(person.id) }),
      )
    }
    if (isIn) draft.set(person.id, 'invitedAs', null)
    draft.update('person', person.id, isIn ? {} : { state: 'active' })
    for (const offer of draft.account.by('offer', 'person', person.id)) {
      if (offer.state !== 'live' && (isIn || offer.state !== 'dead')) continue
      draft.update('offer', offer.id, { state: 'taken' })
      if (draft.actorId) giveOffered(draft, offer, draft.actorId)
    }
  },
  sentence: (change, sight, tense) => say('offers.admitted', { tense, what: sight.personName(change.personId) }),
  record: (change) => change,
}
