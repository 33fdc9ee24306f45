import { Equals } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { Email } from '../../checks/email.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId } from '../engine/shapes.ts'
import { say } from '../../words/say.ts'

export class OwnEmail {
  @Equals('own-email') type!: 'own-email'
  @RowId() personId!: Id
  @Email() email!: string
}

/** The address is the person's own (model D3): they alone change it, once they have proven the mailbox. */
export const ownEmail: ChangeKind<OwnEmail> = {
  type: 'own-email',
  confirm: 'confirm.own-email',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'newcomer',
  day: 'never',
  needs: 'own',
  undo: { never: 'people.the-earlier-address-is-not-kept-change-it' },
  preview: 'plain',
  shape: OwnEmail,
  fill: (change) => change,
  decide(draft, { personId, email }) {
    const person = draft.account.get('person', personId)
    if (!person || person.id !== draft.actorId) {
      return draft.refuse('not-yours', say('people.people-change-their-own-email-address-in-my'))
    }
    draft.set(person.id, 'email', email.trim())
    // The row is named, so that other processes read the address anew (model C6).
    draft.update('person', person.id, {})
  },
  sentence: (_change, _sight, tense) => say('people.changed-their-own-email-address', { tense }),
  record: ({ email: _email, ...rest }) => ({ ...rest, personal: ['email'] }),
}
