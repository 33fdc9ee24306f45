import { Equals, IsOptional } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Email } from '../../checks/email.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { withdrawsOffer } from '../offers/offers.ts'
import { say } from '../../words/say.ts'
import { judgeAllOf } from './record-person.ts'
import { addDays, dateOf, untilDate } from '../../time/instants.ts'
import { INVITATION_DAYS } from '../offers/invite.ts'

export class InviteToSignIn {
  @Equals('invite-to-sign-in') type!: 'invite-to-sign-in'
  @RowId() personId!: Id
  @RowId() offerId!: MadeId
  /** Left out: the one they have. */
  @IsOptional() @Email() email?: string | null
}

/**
 * Invites someone who is on record to sign in (model P12). The one who says where the link goes hands over all they have,
 * so it is judged as giving all of it, when it is sent and when it is used; their state stays as it is.
 */
export const inviteToSignIn: ChangeKind<InviteToSignIn> = {
  type: 'invite-to-sign-in',
  confirm: 'confirm.invite-to-sign-in',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'add', 'people.invite-people-to-sign-in'),
  undo: { needs: withdrawsOffer },
  preview: 'plain',
  shape: InviteToSignIn,
  fill: (change, newId) => ({ ...change, offerId: newId(change.offerId) }),
  decide(draft, { personId, offerId, email }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    const name = draft.account.nameOf(personId)
    if (!person.recorded || (person.state !== 'active' && person.state !== 'away')) {
      return draft.refuse('not-on-record', say('people.is-not-on-record-without-a-login-invite', { name }))
    }
    const address = email?.trim() || draft.account.personal(personId, 'email')
    if (!address) return draft.refuse('no-email', say('people.enter-s-email-address-first', { name }), '/email')
    const twin = draft.account.peopleByEmail(address).find((id) => id !== personId && draft.sight.seesPerson(id))
    if (twin) {
      const sentence = say('people.already-has-this-email-address-look-there', { name: draft.account.nameOf(twin) })
      return draft.refuse('here-already', sentence, '/email')
    }
    if (
      draft.account.by('offer', 'person', personId).some((one) => one.state === 'live' && one.expiresAt > draft.now)
    ) {
      return draft.refuse('invited-already', say('people.is-already-invited-to-sign-in-send-that', { name }))
    }
    judgeAllOf(draft, person, draft.actorPerson)
    if (draft.problems.length > 0) return
    draft.set(personId, 'email', address)
    // The row is named, so that other processes read the address anew (model C6).
    draft.update('person', personId, {})
    const days = addDays(dateOf(draft.now, draft.account.zone), INVITATION_DAYS)
    const expiresAt = untilDate(days, draft.account.zone)
    draft.insert('offer', {
      ...{ id: offerId, personId, sponsorId: draft.actorId ?? personId, state: 'live', sentAt: draft.now, expiresAt },
      ...{ resendNumber: 0, revision: 0, bounced: false, grants: [], seats: [], groupIds: [] },
    })
    draft.effects.push({ kind: 'invitation-mail', offerId, personId, resendNumber: 0, expiresAt })
  },
  sentence: ({ personId }, sight, tense) =>
    say('people.invited-to-sign-in', { tense, person: sight.personName(personId) }),
  record: ({ email, ...rest }) => ({ ...rest, ...(email ? { personal: ['email'] } : {}) }),
}
