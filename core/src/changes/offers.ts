import type { HoldingRow, Id, OfferRow, OfferedSeat, RowEdit } from '../account/rows.ts'
import { judge } from '../access/entitlement.ts'
import { Sight } from '../access/sight.ts'
import { isPresent } from '../people/presence.ts'
import { productAt, seatTypeAt } from '../products/catalogue.ts'
import { billOf } from '../seats/bill.ts'
import { countSeats } from '../seats/holdings.ts'
import { addMonths, monthOf, type Instant } from '../time/instants.ts'
import type { Draft } from './draft.ts'

/**
 * Gives what an offer holds, as its giver may give it now (model I5): grants by D1, seats by S10 and while they last.
 * The draft collects the edits; the problems say what cannot be given.
 */
export function giveOffered(draft: Draft, offer: OfferRow, giverId: Id): void {
  const before = draft.account
  const giver = before.get('person', giverId)
  if (!giver || !isPresent(giver, draft.now)) {
    return draft.refuse('offer-dead', 'Whoever sent this invitation can no longer give what it holds.')
  }
  const sight = new Sight(before, giverId, draft.now)
  const editsBefore = draft.edits.length
  for (const seat of offer.seats) giveSeat(draft, offer, seat)
  for (const { grantId, roleId, placeId, from, until } of offer.grants) {
    const begins = Math.max(from ?? draft.now, draft.now)
    if (until !== null && until <= begins) continue
    const role = draft.account.get('role', roleId)
    if (!role || role.retired || role.wallPassing) {
      draft.refuse('not-offered', `${role?.name ?? 'A role'} cannot be had by an invitation; it is given by hand.`)
      continue
    }
    const row = { subjectKind: 'person' as const, subjectId: offer.personId, roleId, placeId, from: begins, until }
    draft.insert('grant', { id: grantId, ...row, givenById: giverId, offerId: offer.id, approverIds: null })
  }
  checkMoney(draft, before, offer, sight)
  const made = draft.edits.slice(editsBefore).filter((edit) => edit.table === 'grant')
  // The standing is given at the use as well: the comparison begins at a guest who has nothing.
  const person = draft.account.get('person', offer.personId)!
  const standing: RowEdit = { table: 'person', key: person.id, before: { ...person, standing: 'guest' }, after: person }
  const bare = before.with([{ ...standing, after: standing.before }])
  draft.judged(judge(bare, draft.account, [standing, ...made], giver, sight, draft.now))
}

function giveSeat(draft: Draft, offer: OfferRow, seat: OfferedSeat): void {
  const person = draft.account.get('person', offer.personId)!
  const begins = Math.max(draft.now, person.engagementFrom ?? draft.now)
  const type = seatTypeAt(draft.account, seat.product, seat.seatType, draft.now)
  if (!type) return draft.refuse('no-such-seat', 'There is no such seat type any more; choose another.')
  checkRoom(draft, seat, begins)
  const priced = type.priceMinor > 0 && type.use === 'named'
  const holding: HoldingRow = {
    id: seat.holdingId,
    personId: offer.personId,
    product: seat.product,
    seatType: seat.seatType,
    own: false,
    givenFrom: begins,
    countedFrom: priced ? begins : null,
    until: null,
  }
  draft.insert('holding', holding)
}

/** Refuses when no seat of the type is empty from an instant on; seats to be given later count too. */
function checkRoom(draft: Draft, seat: OfferedSeat, from: Instant): void {
  const later = draft.account
    .by('holding', 'type', `${seat.product}/${seat.seatType}`)
    .map((holding) => holding.givenFrom)
    .filter((instant) => instant > from)
  for (const instant of [from, ...later]) {
    const count = countSeats(draft.account, seat.product, seat.seatType, instant)
    if (count && count.empty !== null && count.empty < 1) {
      const { name } = count.seatType
      const sentence = `No ${name} seat of ${count.productName} is empty: ${count.taken} of ${count.ceiling} are taken.`
      return draft.refuse('seat-sold-out', `${sentence} Choose another type or make one empty.`)
    }
  }
}

/** What raises a bill waits for whoever has `billing: change`; the rest needs `seats: add` where it is given (S10). */
function checkMoney(draft: Draft, before: Draft['account'], offer: OfferRow, sight: Sight): void {
  if (offer.seats.length === 0) return
  const month = monthOf(draft.now, before.zone)
  const rises = [month, addMonths(month, 1)].some(
    (one) => billOf(draft.account, one).totalMinor > billOf(before, one).totalMinor,
  )
  if (rises && !sight.can('billing', 'change')) {
    const who = draft.whoCould('billing', 'change', before.root.id)
    draft.refuse('raises-bill', `This seat would raise the bill, for which you need billing: change. ${who}`)
  }
  const places = offer.grants.length > 0 ? offer.grants.map((grant) => grant.placeId) : [before.root.id]
  if (!places.every((placeId) => sight.can('seats', 'add', placeId))) {
    const who = draft.whoCould('seats', 'add', places[0]!)
    draft.refuse('not-allowed', `To hand out a seat you need seats: add at each place concerned. ${who}`)
  }
}

/** A product's name with the type's: `Field seat in Bedding Log`. */
export function seatText(seat: { product: string; seatType: string }, sight: Sight): string {
  const product = productAt(sight.named, seat.product, sight.now)
  const type = product?.sheet.seatTypes.find((one) => one.code === seat.seatType)
  return `${type?.name ?? seat.seatType} seat in ${product?.sheet.name ?? seat.product}`
}
