import { Equals, IsInt, IsOptional, Min } from 'class-validator'
import type { Id, OfferRow, PersonRow } from '../../account/rows.ts'
import { Email } from '../../checks/email.ts'
import { Line } from '../../checks/shape.ts'
import { isOnRecord, offersWaiting } from '../../people/presence.ts'
import { addDays, dateOf, untilDate } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import { INVITATION_DAYS } from './invite.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { extendReserved, maySteer, releaseOffered, steersOffer } from './offers.ts'
import { RowId } from '../engine/shapes.ts'
import { mayAlter } from '../rules/whose.ts'
import { aboutPerson } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class Resend {
  @Equals('resend') type!: 'resend'
  @RowId() offerId!: Id
}

/** Sends an invitation again, for another fortnight; the link sent before is dead from then on (model I3). */
export const resend: ChangeKind<Resend> = {
  type: 'resend',
  confirm: 'confirm.resend',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: steersOffer('offers.send-this-invitation-again'),
  undo: { never: 'offers.a-message-that-was-sent-cannot-be-called' },
  preview: 'plain',
  shape: Resend,
  fill: (change) => change,
  decide(draft, { offerId }) {
    const offer = openOffer(draft, offerId)
    if (offer) sendAgain(draft, offer)
  },
  sentence: (change, sight, tense) =>
    say('offers.sent-the-invitation-again', { tense, invited: invitedOf(change.offerId, sight) }),
  record: (change) => change,
}

export class Remind {
  @Equals('remind') type!: 'remind'
  @RowId() offerId!: Id
}

/** Sends the same link once more with a word that it still waits; it stays good as long as it was. */
export const remind: ChangeKind<Remind> = {
  type: 'remind',
  confirm: 'confirm.remind',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: steersOffer('offers.send-a-reminder-of-an-invitation'),
  undo: { never: 'offers.a-message-that-was-sent-cannot-be-called' },
  preview: 'plain',
  shape: Remind,
  fill: (change) => change,
  decide(draft, { offerId }) {
    const offer = openOffer(draft, offerId)
    if (!offer) return
    if (offer.expiresAt <= draft.now)
      return draft.refuse('not-live', say('offers.this-invitation-has-run-out-send-it-again'))
    const { personId, resendNumber } = offer
    draft.effects.push({ kind: 'reminder-mail', offerId, personId, resendNumber })
  },
  sentence: (change, sight, tense) =>
    say('offers.reminded-of-their-invitation', { tense, invited: invitedOf(change.offerId, sight) }),
  record: (change) => change,
}

export class NoteBounce {
  @Equals('note-bounce') type!: 'note-bounce'
  @RowId() offerId!: Id
  /** Which sending came back: a later one may have arrived. */
  @IsInt() @Min(0) resendNumber!: number
  /** What the mailbox’s server said. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/** Notes that an invitation’s message came back; its link is as good as before, should it have arrived after all. */
export const noteBounce: ChangeKind<NoteBounce> = {
  type: 'note-bounce',
  confirm: 'confirm.apply',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'never',
  needs: 'own',
  undo: { never: 'offers.it-says-what-a-mail-server-answered-and' },
  preview: 'plain',
  shape: NoteBounce,
  fill: (change) => change,
  decide(draft, { offerId, resendNumber, reason }) {
    const offer = draft.account.get('offer', offerId)
    const isOpen = offer?.state === 'live' && offer.resendNumber === resendNumber && !offer.bounced
    if (draft.actor.kind !== 'schedule' || !isOpen) {
      return draft.refuse('not-live', say('offers.this-message-is-about-an-invitation-that-is'))
    }
    draft.update('offer', offer.id, { bounced: true })
    draft.set(offer.personId, 'bounce', reason?.trim() || null)
    // The row is named, so that other processes read the reason anew (model C6).
    draft.update('person', offer.personId, {})
  },
  sentence: (change, sight, tense) =>
    say('offers.noted-that-the-message-to-came-back', { tense, invited: invitedOf(change.offerId, sight) }),
  record: ({ reason: _reason, ...rest }) => ({ ...rest, personal: ['bounce'] }),
}

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

export class Decline {
  @Equals('decline') type!: 'decline'
  @RowId() offerId!: Id
  /** A word to the person who invited. */
  @IsOptional() @Line(400, 0) word?: string | null
}

/** Declines one's own invitation (model P3: `invited|waiting → declined`); what was reserved for it is empty again. */
export const decline: ChangeKind<Decline> = {
  type: 'decline',
  confirm: 'confirm.decline',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'newcomer',
  day: 'never',
  needs: 'own',
  undo: { never: 'offers.they-declined-invite-them-again-instead' },
  preview: 'plain',
  shape: Decline,
  fill: (change) => change,
  decide(draft, { offerId, word }) {
    const offer = draft.account.get('offer', offerId)
    const person = draft.account.get('person', offer?.personId)
    const open = offer?.state === 'live' && offer.expiresAt > draft.now
    if (!offer || !person || !open || person.id !== draft.actorId || !isAtTheDoor(person)) {
      return draft.refuse('offer-dead', say('offers.this-invitation-is-no-longer-open-you-need'))
    }
    draft.update('offer', offer.id, { state: 'withdrawn' })
    releaseOffered(draft, offer)
    // Someone on record stays so; only the login is declined (P12).
    draft.update('person', person.id, isOnRecord(person) ? {} : { state: 'declined' })
    draft.set(person.id, 'word', word?.trim() || null)
    draft.effects.push({ kind: 'tell', template: 'declined', toPersonId: offer.sponsorId, aboutPersonId: person.id })
  },
  sentence: (_change, _sight, tense) => say('offers.declined-their-invitation', { tense }),
  record: ({ word: _word, ...rest }) => ({ ...rest, personal: ['word'] }),
}

export class RefuseEntry {
  @Equals('refuse-entry') type!: 'refuse-entry'
  @RowId() personId!: Id
  /** Told to the person who invited them. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/**
 * Does not let in someone who waits (model P3: `waiting → refused`, D3); the person who invited them is told, with the
 * reason.
 */
export const refuseEntry: ChangeKind<RefuseEntry> = {
  type: 'refuse-entry',
  confirm: 'confirm.refuse-entry',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: aboutPerson('people', 'change', () => say('offers.refuse-people')),
  undo: 'by-its-right',
  preview: 'plain',
  shape: RefuseEntry,
  fill: (change) => change,
  decide(draft, { personId, reason }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    const isIn = offersWaiting(draft.account, person, draft.now).length > 0
    if (person.state !== 'waiting' && !isIn) {
      return draft.refuse(
        'not-waiting',
        say('offers.is-no-longer-waiting-to-be-admitted', { name: draft.account.nameOf(person.id) }),
      )
    }
    // An active person stays active; only the link or invitation is refused.
    draft.update('person', person.id, isIn ? {} : { state: 'refused' })
    if (isIn) draft.set(person.id, 'invitedAs', null)
    draft.set(person.id, 'word', reason?.trim() || null)
    for (const offer of draft.account.by('offer', 'person', person.id)) {
      if (offer.state !== 'live' && offer.state !== 'dead') continue
      draft.update('offer', offer.id, { state: 'withdrawn' })
      releaseOffered(draft, offer)
      if (offer.sponsorId === draft.actorId) continue
      draft.effects.push({ kind: 'tell', template: 'refused', toPersonId: offer.sponsorId, aboutPersonId: person.id })
    }
  },
  sentence: (change, sight, tense) =>
    say('offers.refused-to-admit', { tense, person: sight.personName(change.personId) }),
  record: ({ reason: _reason, ...rest }) => ({ ...rest, personal: ['word'] }),
}

const isAtTheDoor = (person: PersonRow) => ['invited', 'waiting'].includes(person.state) || isOnRecord(person)

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

function sendAgain(draft: Draft, offer: OfferRow): void {
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
