import type { AccountBook, BookPacket } from './book-shape.ts'
import type { BookScene } from './book-scene.ts'
import { say } from '../words/say.ts'

/** The customs of the house: packets, places kept apart, and how many seats a place may hand out. */
export function readCustoms({ packets = [], apart = [], allotments = [] }: AccountBook, scene: BookScene): void {
  packets.forEach((packet, at) => readPacket(packet, scene, `/packets/${at}`))
  apart.forEach((pair, at) => {
    const path = `/apart/${at}`
    if (pair.length !== 2) return scene.problem('bad-value', say('account.two-places-are-kept-apart-name-both'), path)
    const [oneId, otherId] = pair.map((text, which) => scene.place(String(text), `${path}/${which}`))
    if (oneId && otherId) scene.rows.separation.push({ id: scene.makeId(), oneId, otherId })
  })
  allotments.forEach(({ place, seat, number }, at) => {
    const placeId = scene.place(place, `/allotments/${at}/place`)
    const { product, seatType } = seatOf(seat, `/allotments/${at}/seat`, scene)
    if (placeId) scene.rows.allotment.push({ id: scene.makeId(), placeId, product, seatType, number })
  })
}

/** A seat type as a book names it, `product/seat-type`. */
export function seatOf(seat: string, path: string, scene: BookScene): { product: string; seatType: string } {
  if (!scene.hasType(seat)) scene.problem('unknown-seat', say('account.there-is-no-seat-type', { seat }), path)
  const [product = '', seatType = ''] = seat.split('/')
  return { product, seatType }
}

function readPacket(packet: BookPacket, scene: BookScene, path: string): void {
  const { name, kind, standing } = packet
  const seats = packet.seats.map((seat, at) => seatOf(seat, `${path}/seats/${at}`, scene))
  const groupIds = packet.groups.flatMap((group, at) => {
    return scene.find(scene.groups, group, 'group', `${path}/groups/${at}`) ?? []
  })
  const grants = packet.grants.flatMap(({ role, place }, at) => {
    const roleId = scene.find(scene.roles, role, 'role', `${path}/grants/${at}/role`)
    const placeId = scene.place(place, `${path}/grants/${at}/place`)
    return roleId && placeId ? [{ roleId, placeId }] : []
  })
  scene.rows.packet.push({ id: scene.makeId(), name, kind, standing, seats, groupIds, grants })
}
