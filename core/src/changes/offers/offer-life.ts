import type { Draft } from '../engine/draft.ts'
import type { Id, OfferRow } from '../../account/rows.ts'
import { mayAlter } from '../rules/whose.ts'
import { isOnRecord } from '../../people/presence.ts'
import { say } from '../../words/say.ts'
import { addDays, dateOf, untilDate } from '../../time/instants.ts'
import { INVITATION_DAYS } from './invite.ts'
import { extendReserved } from './offers.ts'

/** An invitation not taken up, run out or not, that the actor's membership suffices to alter. */
export function openOffer(draft: Draft, offerId: Id): OfferRow | undefined {
  const offer = draft.seen('offer', offerId, 'invitation')
  if (!offer) return undefined
  const person = draft.account.get('person', offer.personId)
  if (offer.sponsorId !== draft.actorId && person && !mayAlter(draft, person)) return undefined
  if (offer.state === 'live' && person && (person.state === 'invited' || isOnRecord(person))) return offer
  draft.refuse('not-live', say('offers.this-invitation-was-accepted-or-withdrawn'))
  return undefined
}

export function sendAgain(draft: Draft, offer: OfferRow): void {
  const { zone } = draft.account
  const expiresAt = untilDate(addDays(dateOf(draft.now, zone), INVITATION_DAYS), zone)
  const seats = extendReserved(draft, offer, expiresAt)
  const resendNumber = offer.resendNumber + 1
  const { id: offerId, personId, sponsorId } = offer
  draft.update('offer', offerId, { sponsorId, resendNumber, sentAt: draft.now, expiresAt, seats, bounced: false })
  draft.effects.push({ kind: 'invitation-mail', offerId, personId, resendNumber, expiresAt })
}

export function invitedOf(offerId: Id, sight: Draft['sight']): string {
  return sight.personName(sight.named.get('offer', offerId)?.personId)
}
