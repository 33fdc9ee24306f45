import type { Id } from '../../account/rows.ts'
import { LEVELS, type Level } from '../../account/level.ts'
import type { AccessIndex } from './access-index.ts'
import { isAccountWide, wantedAt, type HighestLevels, type Wanted } from './wanted.ts'
import { byteAt, entryAt, intAt, must } from '../../checks/must.ts'

/** The best of each slot; only what was written is cleared. */
class Best {
  private ranks: Uint8Array
  readonly slots: number[] = []

  constructor(size: number) {
    this.ranks = new Uint8Array(size)
  }

  offer(slot: number, highestLevel: number): void {
    const known = byteAt(this.ranks, slot)
    if (highestLevel <= known) return
    if (known === 0) this.slots.push(slot)
    this.ranks[slot] = highestLevel
  }

  /** Hands out what was gathered and clears it. */
  take<T>(make: (slot: number, level: Level) => T): T[] {
    const found = this.slots.map((slot) => make(slot, entryAt(LEVELS, byteAt(this.ranks, slot))))
    for (const slot of this.slots) this.ranks[slot] = 0
    this.slots.length = 0
    return found
  }
}

const scratch = new WeakMap<AccessIndex, { people: Best; places: Best; sizes: [number, number] }>()

function scratchOf(index: AccessIndex) {
  const sizes: [number, number] = [index.people.size, index.places.slots.size]
  let known = scratch.get(index)
  if (!known || known.sizes[0] !== sizes[0] || known.sizes[1] !== sizes[1]) {
    known = { people: new Best(sizes[0]), places: new Best(sizes[1]), sizes }
    scratch.set(index, known)
  }
  return known
}

/** Everyone present who reaches a place, with their highest level in what is wanted (model A6). */
export function peopleAt(index: AccessIndex, placeId: Id, wanted: Wanted = {}): { personId: Id; level: Level }[] {
  const asked = index.places.slotOf(placeId)
  if (asked < 0) return []
  const { highestLevels, place } = wantedAt(index, wanted, asked)
  const { people } = scratchOf(index)
  const { places } = index
  index.meetAllCaps()
  let cut = false
  for (let at = place; at >= 0 && !places.asleep[place]; at = intAt(places.parent, at)) {
    offerGiven(index, at, highestLevels, cut)
    cut = cut || places.cut[at] === 1
  }
  for (const standing of ['owner', 'administrator'] as const) {
    for (const person of index.ofStanding(standing)) {
      const profile = must(index.standingAt(person, place), 'standingAt')
      if (index.present[person]) people.offer(person, highestLevels.of(profile, index.capsOf(person)))
    }
  }
  return people.take((slot, level) => ({ personId: entryAt(index.people.ids, slot), level }))
}

/** Everyone present who reaches a place by what was given at that very place, in any area of a product (model G1). */
export function peopleGivenAt(index: AccessIndex, placeId: Id): { personId: Id; level: Level }[] {
  const place = index.places.slotOf(placeId)
  if (place < 0 || index.places.asleep[place]) return []
  index.meetAllCaps()
  offerGiven(index, place, wantedAt(index, {}, place).highestLevels, false)
  return scratchOf(index).people.take((slot, level) => ({ personId: entryAt(index.people.ids, slot), level }))
}

/** Offers everyone present whom something was given at a place; beneath a cut, only by what passes walls. */
function offerGiven(index: AccessIndex, at: number, highestLevels: HighestLevels, cut: boolean): void {
  const { people } = scratchOf(index)
  const offer = (person: number, under: Uint8Array) => {
    if (index.present[person]) people.offer(person, byteAt(under, index.capsPosition(person)))
  }
  const given = index.givenAt[at] ?? []
  for (let one = 0; one < given.length; one += 2) {
    const key = entryAt(given, one + 1)
    if (!cut || index.passes(key)) offer(entryAt(given, one), highestLevels.ofKey(key))
  }
  if (cut) return
  for (const [subjectSet, keys] of index.subjectSetsAt[at] ?? []) {
    for (const key of keys) {
      const under = highestLevels.ofKey(key)
      for (const person of subjectSet.members) offer(person, under)
    }
  }
}

/** Every place a person reaches, with their highest level there in what is wanted (model A6). */
export function placesOf(index: AccessIndex, personId: Id, wanted: Wanted = {}): { placeId: Id; level: Level }[] {
  const person = index.people.find(personId)
  if (person < 0 || !index.present[person]) return []
  const { places } = scratchOf(index)
  eachPlace(index, person, wanted, (slot, highestLevel) => places.offer(slot, highestLevel))
  return places.take((slot, level) => ({ placeId: index.places.idOf(slot), level }))
}

/** Calls back with every place one person reaches by each of their routes, and how high. */
export function eachPlace(
  index: AccessIndex,
  person: number,
  wanted: Wanted,
  hear: (slot: number, highestLevel: number) => void,
): void {
  const { places } = index
  const atRoot = index.heightAt(person, places.rootSlot, index.highestLevelsFor(wanted))
  if (isAccountWide(index, wanted)) {
    for (let slot = 0; atRoot > 0 && slot < places.slots.size; slot += 1) if (isThere(index, slot)) hear(slot, atRoot)
    return
  }
  if (atRoot > 0) hear(places.rootSlot, atRoot)
  const highestLevels = index.highestLevelsFor({ ...wanted, inside: true })
  eachRoute(index, person, highestLevels, (given, highestLevel, passing) => {
    if (highestLevel === 0) return
    const [from, until] = passing
      ? [intAt(places.wholeStart, given), intAt(places.wholeEnd, given)]
      : [intAt(places.ranges, given * 2), intAt(places.ranges, given * 2 + 1)]
    const slots = passing ? places.slotAtWhole : places.slotAt
    for (let at = from; at < until; at += 1) if (!places.asleep[intAt(slots, at)]) hear(intAt(slots, at), highestLevel)
  })
  if (!hasRouteByStanding(index, person)) return
  const caps = index.capsOf(person)
  for (let slot = 0; slot < places.slots.size; slot += 1) {
    if (!isThere(index, slot)) continue
    const highestLevel = highestLevels.of(must(index.standingAt(person, slot), 'standingAt'), caps)
    if (highestLevel > 0) hear(slot, highestLevel)
  }
}

function isThere({ places }: AccessIndex, slot: number): boolean {
  return intAt(places.ranges, slot * 2) >= 0
}

function hasRouteByStanding(index: AccessIndex, person: number): boolean {
  const standing = index.personAt[person]?.standing
  return standing === 'owner' || standing === 'administrator'
}

/** Calls back with each route of a person in force: where it was given, how high it reaches, whether it passes walls. */
function eachRoute(
  index: AccessIndex,
  person: number,
  highestLevels: HighestLevels,
  hear: (given: number, highestLevel: number, passing: boolean) => void,
): void {
  const { places } = index
  const caps = index.capsPosition(person)
  const range = (given: number, highestLevel: number, passing: boolean) => {
    if (!places.asleep[given]) hear(given, highestLevel, passing)
  }
  const own = index.own[person] ?? []
  for (let at = 0; at < own.length; at += 2) {
    const key = entryAt(own, at + 1)
    range(entryAt(own, at), byteAt(highestLevels.ofKey(key), caps), index.passes(key))
  }
  for (const subjectSet of index.circlesOfPerson(person)) {
    for (const [given, keys] of subjectSet.at)
      for (const key of keys) range(given, byteAt(highestLevels.ofKey(key), caps), false)
  }
  if (hasRouteByStanding(index, person)) {
    const root = places.rootSlot
    hear(root, highestLevels.of(must(index.standingAt(person, root), 'standingAt'), index.capsOf(person)), false)
  }
}

/** The highest level someone present reaches anywhere in what is wanted. */
export function highestOfPerson(index: AccessIndex, personId: Id, wanted: Wanted = {}): Level {
  const person = index.people.find(personId)
  if (person < 0 || !index.present[person]) return 'none'
  const highestLevels = index.highestLevelsFor(wanted)
  let best = 0
  eachRoute(index, person, highestLevels, (_given, highestLevel) => (best = Math.max(best, highestLevel)))
  return entryAt(LEVELS, best)
}
