import type { BookOffer } from './book-shape.ts'
import type { Instant } from '../time/instants.ts'
import type { BookScene } from './book-scene.ts'
import { seatOf } from './read-customs.ts'
import type { Id } from './rows.ts'

/** An invitation of a book, with what it is to give. */
export function readOffer(offer: BookOffer, path: string, scene: BookScene): void {
  const personId = scene.find(scene.people, offer.to, 'person', `${path}/to`)
  const sponsorId = scene.find(scene.people, offer.sponsor, 'person', `${path}/sponsor`)
  if (!personId || !sponsorId) return
  const grants = offer.grants.flatMap((grant, at) => {
    const roleId = scene.find(scene.roles, grant.role, 'role', `${path}/grants/${at}/role`)
    const placeId = scene.place(grant.place, `${path}/grants/${at}/place`)
    const from = grant.from ? scene.when(grant.from, 'beginning') : null
    const until = grant.until ? scene.when(grant.until, 'end') : null
    return roleId && placeId ? [{ grantId: scene.makeId(), roleId, placeId, from, until }] : []
  })
  const sentAt = scene.when(offer.sent, 'beginning')
  const seats = offer.seats.map((seat, at) => {
    const wanted = { personId, sponsorId, sentAt, ...seatOf(seat, `${path}/seats/${at}`, scene) }
    const { product, seatType } = wanted
    if (offer.ownSeats?.includes(seat)) return { holdingId: scene.makeId(), product, seatType, own: true as const }
    return { holdingId: offer.state === 'live' ? reserved(wanted, scene) : scene.makeId(), product, seatType }
  })
  const groupIds = (offer.groups ?? []).flatMap((name, at) => {
    return scene.find(scene.groups, name, 'group', `${path}/groups/${at}`) ?? []
  })
  const expiresAt = scene.when(offer.expires, 'end')
  const row = {
    personId,
    sponsorId,
    state: offer.state,
    sentAt,
    expiresAt,
    resendNumber: 0,
    revision: 0,
    grants,
    seats,
    groupIds,
    bounced: offer.bounced ?? false,
  }
  const id = scene.makeId()
  scene.paths.set(id, path)
  scene.rows.offer.push({ id, ...row })
}

interface OfferedSeat {
  personId: Id
  sponsorId: Id
  sentAt: Instant
  product: string
  seatType: string
}

/**
 * A live offer has taken its seat at sending where the product counts anyone who is invited (model I5, S3): the one the
 * book
 * names with the person, or one of its own. @returns the id of the holding that is or will be.
 */
function reserved({ personId, sponsorId, sentAt, product, seatType }: OfferedSeat, scene: BookScene): Id {
  const { state } = scene.personOf(personId) ?? {}
  const id = scene.makeId()
  if (state !== 'invited' && state !== 'waiting') return id
  const there = scene.holdingsOf(personId).find((one) => {
    return one.product === product && one.seatType === seatType && one.until === null
  })
  if (there) return there.id
  if (scene.countsAt(product, sentAt) !== 'invited') return id
  scene.rows.holding.push({
    ...{ id, personId, product, seatType, own: false, givenFrom: sentAt, countedFrom: null, until: null },
    ...{ origin: 'given', givenById: sponsorId, endedById: null },
  })
  return id
}
