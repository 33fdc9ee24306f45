import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Email } from '../../checks/email.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { maySteer, steersOffer } from './offers.ts'
import { invitedOf, openOffer, sendAgain } from './offer-life.ts'
import { say } from '../../words/say.ts'

export class CorrectAddress {
  @Equals('correct-address') type!: 'correct-address'
  @RowId() offerId!: Id
  @Email() email!: string
}

/** Corrects the address of an invitation not yet taken up, and sends it there; the old link is dead (model I3). */
export const correctAddress: ChangeKind<CorrectAddress> = {
  type: 'correct-address',
  confirm: 'confirm.correct-address',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: steersOffer('offers.correct-the-email-address'),
  undo: { never: 'offers.the-earlier-address-is-not-kept-correct-it' },
  preview: 'plain',
  shape: CorrectAddress,
  fill: (change) => change,
  decide(draft, { offerId, email }) {
    const offer = openOffer(draft, offerId)
    if (!offer) return
    const wanted = email
    const twin = draft.account.peopleByEmail(wanted).find((id) => draft.sight.seesPerson(id))
    if (twin) {
      const sentence = say('offers.already-has-this-email-address-look-there', { name: draft.account.nameOf(twin) })
      return draft.refuse('here-already', sentence, '/email')
    }
    if (!maySteer(draft, offer)) return
    draft.set(offer.personId, 'email', wanted)
    // The row is named, so that other processes read the address anew (model C6).
    draft.update('person', offer.personId, {})
    // The actor who decides where it goes answers for what it gives from now on (model I10).
    sendAgain(draft, draft.actorId ? { ...offer, sponsorId: draft.actorId } : offer)
  },
  sentence: (change, sight, tense) =>
    say('offers.corrected-the-email-address-of-and-sent-the', { tense, invited: invitedOf(change.offerId, sight) }),
  record: ({ email: _email, ...rest }) => ({ ...rest, personal: ['email'] }),
}
