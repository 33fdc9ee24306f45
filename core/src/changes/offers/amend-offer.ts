import { ArrayMaxSize, Equals, IsArray, IsOptional, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, OfferRow, PersonRow } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import type { Draft } from '../engine/draft.ts'
import { dayText, periodText, roleText } from '../access/grants.ts'
import { InvitedGrant, InvitedSeat, invites, tryUse, offeredSeat } from './invite.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { invitedOf, openOffer } from './offer-life.ts'
import { releaseOffered, reserveOffered, steersOffer } from './offers.ts'
import { aSeat } from '../seats/seat-words.ts'
import { checkEnd } from '../settings/change-settings.ts'
import { LeftOut, RowId, RowIds } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { mayAlter } from '../rules/whose.ts'
import { say } from '../../words/say.ts'

export class AmendOffer {
  @Equals('amend-offer') type!: 'amend-offer'
  @RowId() offerId!: Id
  /** What it gives from now on; left out, as it is. A key that was in it keeps the dates that are left out. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => InvitedGrant)
  grants?: InvitedGrant[]
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => InvitedSeat)
  seats?: InvitedSeat[]
  @LeftOut() @IsArray() @ArrayMaxSize(50) @RowIds() groupIds?: Id[]
  /** The last day of the engagement; null: none; left out, as it is. */
  @When() engagementUntil?: string | null
  /** The personal line in the message and on its page; null: none. */
  @IsOptional() @Line(400, 0) line?: string | null
}

/**
 * Changes a live invitation under the same link (model I10). The person who changes it becomes its sponsor and must be able to
 * give all of it now; what they do not see of it stays, so that nothing is lost by being hidden.
 */
export const amendOffer: ChangeKind<AmendOffer> = {
  type: 'amend-offer',
  confirm: 'confirm.amend-offer',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, { offerId, grants }) {
    const steers = steersOffer('offers.change-this-invitation')(draft, { offerId })
    const offer = draft.account.get('offer', offerId)
    const person = draft.account.get('person', offer?.personId)
    if (!offer || !person || draft.problems.length > 0) return steers
    const given = grants === undefined ? offer.grants : [...grants, ...hiddenOf(draft, offer)]
    return [...steers, ...invites(draft, { kind: person.kind, standing: offered(person), grants: given })]
  },
  undo: 'by-its-right',
  preview: 'plain',
  shape: AmendOffer,
  fill: (change, newId) => ({
    ...change,
    ...(Array.isArray(change.grants)
      ? { grants: change.grants.map((grant) => ({ ...grant, grantId: newId(grant.grantId) })) }
      : {}),
    ...(Array.isArray(change.seats)
      ? { seats: change.seats.map((seat) => ({ ...seat, holdingId: newId(seat.holdingId) })) }
      : {}),
  }),
  decide(draft, change) {
    const offer = openOffer(draft, change.offerId)
    const person = draft.account.get('person', offer?.personId)
    if (!offer || !person) return
    const grants = grantsOf(draft, change, offer)
    if (draft.problems.length > 0) return
    const kept = seatsOf(draft, change, offer)
    const groupIds = change.groupIds === undefined ? offer.groupIds : [...new Set(change.groupIds)]
    const sponsorId = draft.actorId ?? offer.sponsorId
    const revision = draft.now
    const amended: OfferRow = { ...offer, sponsorId, revision, grants, groupIds, seats: kept }
    if (change.engagementUntil !== undefined) setEnd(draft, person, change.engagementUntil)
    if (draft.problems.length > 0 || !mayAlter(draft, person)) return
    tryUse(draft, amended)
    if (draft.problems.length > 0) return
    const gone = offer.seats.filter((seat) => !kept.some((one) => one.holdingId === seat.holdingId))
    const made = kept.filter((seat) => !offer.seats.some((one) => one.holdingId === seat.holdingId))
    releaseOffered(draft, { ...offer, seats: gone })
    reserveOffered(draft, { ...amended, seats: made })
    draft.update('offer', offer.id, amended)
    if (change.line !== undefined) {
      draft.set(person.id, 'invitationLine', change.line?.trim() || null)
      // The row is named, so that other processes read the line anew (model C6).
      draft.update('person', person.id, {})
    }
  },
  sentence(change, sight, tense) {
    const gives = [
      ...(change.grants ?? []).map((one) => {
        const period = periodText(one.from, one.until, sight)
        return say('offers.at-2', { role: roleText(one.roleId, sight), place: sight.placeName(one.placeId), period })
      }),
      ...(change.seats ?? []).map((seat) => aSeat(seat, sight)),
      ...(change.groupIds ?? []).map((id) =>
        say('offers.the-group', { group: sight.named.get('group', id)?.name ?? '' }),
      ),
    ]
    const { engagementUntil: until } = change
    const end =
      until === undefined
        ? ''
        : say('offers.last-day', { day: until === null ? say('offers.none') : dayText(until, sight) })
    const what = gives.length > 0 ? say('offers.now-offering', { list: gives.join(say('offers.and')) }) : ''
    return say('offers.changed-the-invitation-of', { tense, invited: invitedOf(change.offerId, sight), what, end })
  },
  record: ({ line, ...rest }) => (line === undefined ? rest : { ...rest, personal: ['invitationLine'] }),
}

const offered = ({ standing }: PersonRow) => (standing === 'owner' ? 'administrator' : standing)

/** What is given at places that the actor does not see. */
function hiddenOf(draft: Draft, offer: OfferRow): OfferRow['grants'] {
  return offer.grants.filter(({ placeId }) => draft.actorId !== null && !draft.sight.seesPlace(placeId))
}

function grantsOf(draft: Draft, { grants }: AmendOffer, offer: OfferRow): OfferRow['grants'] {
  if (grants === undefined) return offer.grants
  const wanted = grants.map(({ grantId, roleId, placeId, from, until }, at) => {
    if (!draft.account.get('role', roleId))
      draft.refuse('not-found', say('offers.there-is-no-such-role-here'), `/grants/${at}`)
    const period = draft.period(from, until)
    const before = offer.grants.find((one) => one.roleId === roleId && one.placeId === placeId)
    return {
      ...{ grantId, roleId, placeId },
      from: from === undefined && before ? before.from : from ? period.from : null,
      until: until === undefined && before ? before.until : period.until,
    }
  })
  return [...wanted, ...hiddenOf(draft, offer)]
}

/** A seat that was offered before keeps what was reserved for it. */
function seatsOf(draft: Draft, { seats }: AmendOffer, offer: OfferRow): OfferRow['seats'] {
  return (seats ?? offer.seats).map((seat, at) => {
    const { product, seatType, own } = seat
    const before = offer.seats.find((one) => one.product === product && one.seatType === seatType)
    if (before && Boolean(before.own) === Boolean(own)) return before
    if (!seatTypeAt(draft.account, product, seatType, draft.now)) {
      draft.refuse('no-such-seat', say('offers.there-is-no-seat-type', { product, seatType }), `/seats/${at}`)
    }
    return offeredSeat(seat)
  })
}

function setEnd(draft: Draft, person: PersonRow, text: string | null): void {
  const engagementUntil = draft.endFrom(text, person.engagementFrom, '/engagementUntil')
  checkEnd(draft, { kind: person.kind }, engagementUntil)
  if (draft.problems.length === 0) draft.update('person', person.id, { engagementUntil })
}
