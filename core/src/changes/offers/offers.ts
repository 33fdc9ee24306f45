import type { Account } from '../../account/account.ts'
import { editOf } from '../../account/edits.ts'
import type { Id, OfferRow, OfferedSeat, RowEdit } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { judge } from '../../access/entitlement.ts'
import { Sight } from '../../access/sight.ts'
import { rightTo } from '../../products/own.ts'
import { isPresent } from '../../people/presence.ts'
import { productAt } from '../../products/catalogue.ts'
import type { Instant } from '../../time/instants.ts'
import { isHeldAt } from '../../seats/holdings.ts'
import { Draft } from '../engine/draft.ts'
import { checkMoney, holdSeat } from '../rules/seat-rules.ts'
import { endHolding } from '../seats/seats.ts'
import { idFrom } from '../engine/shapes.ts'
import { mayAlter } from '../rules/whose.ts'
import { atRoot, type Need } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import { isOpen } from '../../time/lasting.ts'

/**
 * Gives what an offer holds, as its giver may give it now (model I5): grants by D1, seats by S10 and while they last.
 * The draft collects the edits; the problems say what cannot be given.
 */
export function giveOffered(draft: Draft, offer: OfferRow, giverId: Id): void {
  const before = draft.account
  const giver = before.get('person', giverId)
  if (!giver || !isPresent(giver, draft.now)) {
    return draft.refuse('offer-dead', say('offers.the-person-who-sent-this-invitation-can-no'))
  }
  const sight = new Sight(before, giverId, draft.now)
  const editsBefore = draft.edits.length
  for (const seat of offer.seats) giveSeat(draft, offer, seat)
  for (const { grantId, roleId, placeId, from, until } of offer.grants) {
    const begins = Math.max(from ?? draft.now, draft.now)
    if (!isOpen(until, begins)) continue
    const role = draft.account.get('role', roleId)
    if (!role || role.retired || role.wallPassing) {
      draft.refuse(
        'not-offered',
        say('offers.cannot-be-offered-in-an-invitation-give-it', { role: role?.name ?? say('offers.a-role') }),
      )
      continue
    }
    const row = { subjectKind: 'person' as const, subjectId: offer.personId, roleId, placeId, from: begins, until }
    draft.insert('grant', {
      id: grantId,
      ...row,
      givenById: giverId,
      offerId: offer.id,
      approvers: null,
      madeRoleId: null,
    })
  }
  if (offer.seats.length > 0) {
    checkMoney(
      draft,
      before,
      sight,
      [...new Set(offer.grants.map((grant) => grant.placeId))],
      say('offers.hand-out-a-seat'),
    )
  }
  joinGroups(draft, offer, sight)
  const made = draft.edits.slice(editsBefore).filter((edit) => edit.table === 'grant' || edit.table === 'membership')
  const arrival = arrivalOf(draft, offer.personId)
  const bare = arrival ? before.with([{ ...arrival, after: arrival.before }, ...withoutGuests(before)]) : before
  draft.judged(judge(bare, draft.account, arrival ? [arrival, ...made] : made, giver, sight, draft.now))
}

/**
 * Accepting an offer gives more than the offer lists: also what follows from the invitee's standing and from rules that
 * read their record. So an invitee is compared with a guest who has nothing; an active person gains just what is given.
 */
function arrivalOf(draft: Draft, personId: Id): RowEdit<'person'> | undefined {
  const state = draft.start.get('person', personId)?.state
  if (state === 'active' || state === 'away') return undefined
  const person = must(draft.account.get('person', personId), 'person')
  return { table: 'person', key: person.id, before: { ...person, standing: 'guest', state: 'invited' }, after: person }
}

/** Nothing is given to guests as such: so that this too is new to the person who comes in. Rules hold nobody who is not in (P8). */
export function withoutGuests(account: Account): RowEdit[] {
  return account.by('grant', 'subject', 'standing guest').map((grant) => editOf('grant', grant.id, grant, null))
}

/** Refusals for want of seats, not of rights: they do not matter to where an offer goes. */
const WANT_OF_SEATS = new Set(['seat-sold-out', 'beyond-bands', 'allotment-used', 'product-off', 'not-in-plan'])

/**
 * Someone who steers where an offer goes, by its address, telephone, slip or sponsor, decides who takes it up: they must
 * be able to give all that it gives, now, and be of enough membership (model I10, D1, P6).
 */
export function maySteer(draft: Draft, offer: OfferRow): boolean {
  const { actorId } = draft
  if (actorId === null) return true
  const person = draft.account.get('person', offer.personId)
  if (!person || !mayAlter(draft, person)) return false
  const trial = new Draft(draft.account, draft.actor, draft.now)
  trial.update('person', person.id, { state: 'active' })
  giveOffered(trial, offer, actorId)
  const beyond = trial.problems.filter(({ code }) => !WANT_OF_SEATS.has(code))
  draft.problems.push(...beyond.map(({ code, sentence }) => ({ code, sentence })))
  return beyond.length === 0
}

/**
 * Puts them into the groups offered, as anyone who gives it may (model P8); what that moves is judged with the rest
 * (D1).
 */
function joinGroups(draft: Draft, offer: OfferRow, sight: Sight): void {
  offer.groupIds.forEach((groupId, at) => {
    const group = draft.account.get('group', groupId)
    if (!group) return draft.refuse('not-offered', say('offers.a-group-in-this-invitation-no-longer-exists'))
    if (!sight.can('groups', 'change')) {
      const sentence = say('offers.to-add-someone-to-you-need-the-right', {
        group: group.name,
        right: rightTo('groups', 'change'),
      })
      return draft.refuse('not-allowed', sentence, `/groupIds/${at}`)
    }
    const known = draft.account.by('membership', 'person', offer.personId).some((one) => one.groupId === groupId)
    if (!known) draft.insert('membership', { id: idFrom(offer.id, at + 1), groupId, personId: offer.personId })
  })
}

/** A type counted when invited took its seat at sending: that one stays, and no longer ends with the invitation (S3). */
function giveSeat(draft: Draft, offer: OfferRow, seat: OfferedSeat): void {
  const person = must(draft.account.get('person', offer.personId), 'person')
  const from = Math.max(draft.now, person.engagementFrom ?? draft.now)
  const reserved = reservedFor(draft, offer, seat)
  if (reserved) return draft.update('holding', reserved.id, { until: null })
  const isTaken = draft.account.get('holding', seat.holdingId) !== undefined
  const holdingId = isTaken ? idFrom(seat.holdingId, offer.resendNumber + 1) : seat.holdingId
  const { product, seatType, own = false } = seat
  holdSeat(draft, { holdingId, personId: person.id, product, seatType, from, until: null, own })
}

/** The seat that is held for an offer now: its invitee's, whatever else came to have its id. */
function reservedFor(draft: Draft, { personId }: OfferRow, { holdingId }: OfferedSeat): HoldingRow | undefined {
  const held = draft.account.get('holding', holdingId)
  return held?.personId === personId && isHeldAt(draft.account, held, draft.now) ? held : undefined
}

/** Takes the seats of types that count from the invitation on; they last as long as it does (model I5, S3). */
export function reserveOffered(draft: Draft, offer: OfferRow): void {
  for (const { holdingId, product, seatType, own } of offer.seats) {
    // What they bring themselves takes none of ours.
    if (own) continue
    if (productAt(draft.account, product, draft.now)?.sheet.charging.counts !== 'invited') continue
    const until = offer.expiresAt
    holdSeat(draft, { holdingId, personId: offer.personId, product, seatType, from: draft.now, until })
  }
}

/** Holds for longer what was reserved for an offer sent again; what ran out meanwhile is taken anew (model S3). */
export function extendReserved(draft: Draft, offer: OfferRow, expiresAt: Instant): OfferRow['seats'] {
  return offer.seats.map((seat) => {
    if (seat.own || productAt(draft.account, seat.product, draft.now)?.sheet.charging.counts !== 'invited') return seat
    const held = reservedFor(draft, offer, seat)
    if (held) draft.update('holding', held.id, { until: expiresAt })
    else {
      const holdingId = idFrom(seat.holdingId, offer.resendNumber + 1)
      holdSeat(draft, { ...seat, holdingId, personId: offer.personId, from: draft.now, until: expiresAt })
      return { ...seat, holdingId }
    }
    return seat
  })
}

/** Gives back what was reserved for an offer that is not taken up. */
export function releaseOffered(draft: Draft, offer: OfferRow): void {
  for (const seat of offer.seats) {
    const held = reservedFor(draft, offer, seat)
    if (held) endHolding(draft, held, draft.now)
  }
}

/** The sponsor hears that the invitee accepted, and whether they still have to be admitted (model I11). */
export function tellSponsor(draft: Draft, offer: Pick<OfferRow, 'id' | 'sponsorId'>, personId: Id): void {
  if (offer.sponsorId === personId) return
  const taken = draft.account.get('offer', offer.id)?.state === 'taken' ? 'accepted' : 'waits'
  draft.effects.push({ kind: 'tell-taken', taken, toPersonId: offer.sponsorId, aboutPersonId: personId })
}

/** Its sponsor, or anyone who changes people, may see to an invitation (model D3). */
export function steersOffer(to: PlainMessageId) {
  return (draft: Draft, { offerId }: { offerId: Id }): readonly Need[] => {
    const offer = draft.seen('offer', offerId, 'invitation')
    return !offer || offer.sponsorId === draft.actorId ? [] : atRoot('people', 'change', to)(draft)
  }
}

export const withdrawsOffer = steersOffer('offers.withdraw-an-invitation-from-someone-else')
