import type { AreaKey, Id, PersonRow } from '../account/rows.ts'
import type { AccessIndex } from '../access/indexed/access-index.ts'
import { rank } from '../access/levels.ts'
import { LEVELS, type Level } from '../account/level.ts'
import { capPacked, freeRank, topRank, unpack } from '../access/profiles.ts'
import { indexAt, reachesAt, reachesInside } from '../access/reach.ts'
import type { Sight } from '../access/sight.ts'
import { onceInOf } from '../changes/offers/once-in.ts'
import type { Reach } from '../access/walk.ts'
import { isOwnArea } from '../products/catalogue.ts'
import { entryAt, must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/**
 * A cell as one byte: the level's rank in the lowest three bits, then held back by the seat, more with approval, own
 * items only, not in at the moment, what an invitation gives once it is taken up (model I5); {@link UNSEEN} where it is not the asker's to see.
 */
export const CELL = { heldBack: 8, approval: 16, ownOnly: 32, absent: 64, onceIn: 128 } as const
export const UNSEEN = 255

type CellReader = (person: PersonRow, placeId: Id) => number

/** Reads cells, each cut to what the asker sees there (model D5). */
export function cellReader(sight: Sight, area: AreaKey | null): CellReader {
  const index = indexAt(sight.account, sight.now)
  const readNow = index ? indexedReader(index, area) : walkingReader(sight, area)
  const read: CellReader = (person, placeId) => readNow(person, placeId) || onceIn(sight, person, placeId, area)
  if (sight.seesAllKeys) return read
  return (person, placeId) => (sight.seesKeys(person.id, placeId) ? read(person, placeId) : UNSEEN)
}

/** What someone invited or waiting would have there. */
function onceIn(sight: Sight, person: PersonRow, placeId: Id, area: AreaKey | null): number {
  if (person.state !== 'invited' && person.state !== 'waiting') return 0
  const then = onceInOf(sight.account, person.id, sight.now)
  if (!then) return 0
  const cell = walkingReader({ account: then, now: sight.now }, area)(person, placeId)
  return cell === 0 ? 0 : cell | CELL.onceIn
}

function indexedReader(index: AccessIndex, area: AreaKey | null): CellReader {
  const at = area === null ? -1 : index.book.positionOf(area)
  const highestLevels =
    area === null ? { atRoot: index.highestLevelsFor({}), inside: index.highestLevelsFor({ inside: true }) } : undefined
  if (highestLevels) index.meetAllCaps()
  return (person, placeId) => {
    const [one, place] = [index.people.find(person.id), index.places.slotOf(placeId)]
    if (one < 0 || place < 0) return 0
    const absent = index.present[one] ? 0 : CELL.absent
    if (highestLevels) {
      const isRoot = place === index.places.rootSlot
      const height = index.heightAt(one, place, isRoot ? highestLevels.atRoot : highestLevels.inside)
      return height === 0 ? 0 : height | absent
    }
    const given = at < 0 ? 0 : index.packedAt(one, place, at)
    if (given === 0) return 0
    return cellOf(given, must(index.capsOf(one).ranks[at], 'entry of ranks')) | absent
  }
}

/** Packed levels under a cap as a cell. */
function cellOf(given: number, cap: number): number {
  const packed = capPacked(given, cap)
  const heldBack = topRank(given) > cap
  const level = freeRank(packed) || topRank(packed)
  const own = unpack(packed, 'own')
  const more = rank(own.approval) > rank(own.free)
  const ownOnly = level > 0 && unpack(packed, 'any').approval === 'none'
  return level | (heldBack ? CELL.heldBack : 0) | (more ? CELL.approval : 0) | (ownOnly ? CELL.ownOnly : 0)
}

/** The same by the literal walk, for accounts without an index. */
function walkingReader({ account, now }: Pick<Sight, 'account' | 'now'>, area: AreaKey | null): CellReader {
  const cells = (reach: Reach): number => {
    const cap = rank(reach.cap)
    const { any, own } = reach.given
    const [free, approval] = [Math.min(rank(own.free), cap), Math.min(rank(own.approval), cap)]
    const level = free || approval
    const ownOnly = level > 0 && Math.min(rank(any.approval), cap) === 0
    const heldBack = rank(own.approval) > cap
    return level | (heldBack ? CELL.heldBack : 0) | (approval > free ? CELL.approval : 0) | (ownOnly ? CELL.ownOnly : 0)
  }
  return (person, placeId) => {
    if (area !== null) {
      const reach = reachesAt(account, person.id, placeId, now).get(area)
      const cell = reach ? cells(reach) : 0
      return cell === 0 ? 0 : cell | (must(reach, 'reach').absence ? CELL.absent : 0)
    }
    let best = 0
    let absent = 0
    for (const [key, reach] of reachesInside(account, person.id, placeId, now)) {
      if (isOwnArea(key)) continue
      best = Math.max(best, Math.min(rank(reach.given.own.free), rank(reach.cap)))
      if (reach.absence) absent = CELL.absent
    }
    return best === 0 ? 0 : best | absent
  }
}

/** What holds a level back: the seat, or that there is none that allows anything here. */
export function heldBackText(level: Level): string {
  return level === 'none' ? say('views.needs-a-seat-that-allows-it') : say('views.held-back-by-the-seat')
}

/** A cell in words: `change (held back by the seat)`; nothing for no access. */
export function cellWords(cell: number): string {
  if (cell === 0) return ''
  if (cell === UNSEEN) return say('views.the-office-knows')
  const level = entryAt(LEVELS, cell & 7)
  const notes = [
    ...(cell & CELL.heldBack ? [heldBackText(level)] : []),
    ...(cell & CELL.approval ? [say('views.more-with-approval')] : []),
    ...(cell & CELL.ownOnly ? [say('views.own-only')] : []),
    ...(cell & CELL.absent ? [say('views.no-access-at-the-moment')] : []),
    ...(cell & CELL.onceIn ? [say('views.after-they-accept')] : []),
  ]
  return notes.length > 0 ? `${level} (${notes.join(', ')})` : level
}
