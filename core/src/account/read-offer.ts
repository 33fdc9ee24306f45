import type { BookOffer } from './book-shape.ts'
import type { CustomsScene } from './read-customs.ts'

/** An invitation of a book, with what it is to give. */
export function readOffer(offer: BookOffer, path: string, scene: CustomsScene): void {
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
  const seats = offer.seats.map((seat) => {
    const [product = '', seatType = ''] = seat.split('/')
    return { holdingId: scene.makeId(), product, seatType }
  })
  const groupIds = (offer.groups ?? []).flatMap((name, at) => {
    return scene.find(scene.groups, name, 'group', `${path}/groups/${at}`) ?? []
  })
  const sentAt = scene.when(offer.sent, 'beginning')
  const expiresAt = scene.when(offer.expires, 'end')
  const row = {
    personId,
    sponsorId,
    state: offer.state,
    sentAt,
    expiresAt,
    resendNumber: 0,
    grants,
    seats,
    groupIds,
    bounced: offer.bounced ?? false,
  }
  const id = scene.makeId()
  scene.paths.set(id, path)
  scene.rows.offer.push({ id, ...row })
}
