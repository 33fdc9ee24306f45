import type { Id } from '../../account/rows.ts'
import type { AccessIndex } from './access-index.ts'
import type { SubjectSet } from './subject-set.ts'
import type { Routes } from './routes-in-force.ts'
import { eachPlace, peopleAt } from './lists.ts'
import { isAccountWide, type HighestLevels, type Wanted } from './wanted.ts'
import { byteAt, entryAt, intAt, must } from '../../checks/must.ts'

/** How many people reach each place and how many places each person reaches, in what is wanted (model A6). */
export interface Counts {
  peopleAt(placeId: Id): number
  placesOf(personId: Id): number
}

/**
 * One walk over the forest with a counter for each person: on entering a place, anyone who is let in there has one more
 * route; anyone who had none until then is one more of the people reached from here, until the walk leaves the place.
 * Owners, administrators and anyone who passes walls are few and are counted place by place.
 */
export function countsOf(index: AccessIndex, wanted: Wanted = {}): Counts {
  index.meetAllCaps()
  if (isAccountWide(index, wanted)) return countsAtRoot(index, wanted)
  const walk = new CountingWalk(index, wanted)
  walk.run()
  return {
    peopleAt: (placeId) => walk.perPlace[index.places.slotOf(placeId)] ?? 0,
    placesOf: (personId) => walk.perPerson[index.people.find(personId)] ?? 0,
  }
}

/** An area of the whole account is answered as at the root, wherever it is asked (model L4). */
function countsAtRoot(index: AccessIndex, wanted: Wanted): Counts {
  const { places, people } = index
  const reached = new Set(peopleAt(index, index.account.root.id, wanted).map((one) => people.find(one.personId)))
  return {
    peopleAt: (placeId) => (places.slotOf(placeId) < 0 ? 0 : reached.size),
    placesOf: (personId) => (reached.has(people.find(personId)) ? places.slotAt.length : 0),
  }
}

class CountingWalk {
  readonly perPlace: Int32Array
  readonly perPerson: Int32Array
  private readonly routes: Int32Array
  private readonly since: Int32Array
  /** By person: the position of their caps, or -1 for anyone who is not counted in the walk. */
  private readonly capsAt: Int32Array
  private readonly apart = new Set<number>()
  private reached = 0
  private readonly highestLevels: HighestLevels

  constructor(
    private readonly index: AccessIndex,
    private readonly wanted: Wanted,
  ) {
    this.highestLevels = index.highestLevelsFor({ ...wanted, inside: true })
    this.perPlace = new Int32Array(index.places.slots.size)
    this.perPerson = new Int32Array(index.people.size)
    this.routes = new Int32Array(index.people.size)
    this.since = new Int32Array(index.people.size)
    this.capsAt = new Int32Array(index.people.size).fill(-1)
  }

  run(): void {
    this.findApart()
    this.readCaps()
    const { places } = this.index
    const open: number[] = []
    const total = places.slotAt.length
    for (let number = 0; number <= total; number += 1) {
      while (open.length > 0 && intAt(places.ranges, must(open.at(-1), 'last entry') * 2 + 1) <= number)
        this.step(must(open.pop(), 'last entry'), number, -1)
      if (number === total) break
      const slot = intAt(places.slotAt, number)
      open.push(slot)
      this.step(slot, number, 1)
      this.perPlace[slot] = this.reached
      if (slot === places.rootSlot) this.countRoot(slot)
    }
    for (const person of this.apart) this.countApart(person)
  }

  private findApart(): void {
    const { index } = this
    for (const standing of ['owner', 'administrator'] as const) {
      for (const person of index.ofStanding(standing)) this.apart.add(person)
    }
    if (!index.anyPasses) return
    index.own.forEach((entries, person) => {
      if (entries && passesWalls(index, entries)) this.apart.add(person)
    })
  }

  private readCaps(): void {
    const { index } = this
    for (let person = 0; person < index.people.size; person += 1) {
      if (index.present[person] && !this.apart.has(person)) this.capsAt[person] = index.capsPosition(person)
    }
  }

  /** People who reach no area of the places may reach one of the whole account, at the root alone (model L4). */
  private countRoot(root: number): void {
    const { index, routes, perPerson, capsAt } = this
    const whole = index.highestLevelsFor(this.wanted)
    const more = new Set<number>()
    const offer = (key: number, people: readonly number[]) => {
      const [gives, inside] = [whole.ofKey(key), this.highestLevels.ofKey(key)]
      if (gives.every((highestLevel, caps) => highestLevel > 0 === byteAt(inside, caps) > 0)) return
      for (const person of people) {
        const caps = intAt(capsAt, person)
        if (caps >= 0 && byteAt(gives, caps) > 0 && routes[person] === 0) more.add(person)
      }
    }
    const given = index.givenAt[root] ?? []
    for (let at = 0; at < given.length; at += 2) offer(entryAt(given, at + 1), [entryAt(given, at)])
    for (const [subjectSet, keys] of index.subjectSetsAt[root] ?? [])
      for (const key of keys) offer(key, subjectSet.members)
    this.perPlace[root] = intAt(this.perPlace, root) + more.size
    for (const person of more) perPerson[person] = intAt(perPerson, person) + 1
  }

  /** Enters a place or leaves it. */
  private step(slot: number, number: number, change: 1 | -1): void {
    const { index } = this
    if (index.places.asleep[slot]) return
    const given = index.givenAt[slot]
    const one = [0]
    for (let at = 0; given && at < given.length; at += 2) {
      one[0] = entryAt(given, at)
      this.countAll(one, this.highestLevels.ofKey(entryAt(given, at + 1)), number, change)
    }
    const subjectSets = index.subjectSetsAt[slot]
    if (!subjectSets) return
    for (const [subjectSet, keys] of subjectSets)
      for (const key of keys) this.countSubjectSet(subjectSet, key, number, change)
  }

  private countSubjectSet(subjectSet: SubjectSet, key: number, number: number, change: 1 | -1): void {
    const gives = this.highestLevels.ofKey(key)
    if (gives.every((highestLevel) => highestLevel === 0)) return
    this.countAll(subjectSet.members, gives, number, change)
  }

  /** One more route, or one less, for each person of a list. */
  private countAll(list: readonly number[], gives: Uint8Array, number: number, change: 1 | -1): void {
    const { capsAt, routes, since, perPerson } = this
    for (let at = 0; at < list.length; at += 1) {
      const person = entryAt(list, at)
      const caps = intAt(capsAt, person)
      if (caps < 0 || gives[caps] === 0) continue
      const now = intAt(routes, person) + change
      routes[person] = now
      if (now === 1 && change > 0) {
        since[person] = number
        this.reached += 1
      } else if (now === 0) {
        perPerson[person] = intAt(perPerson, person) + number - intAt(since, person)
        this.reached -= 1
      }
    }
  }

  private countApart(person: number): void {
    if (!this.index.present[person]) return
    const seen = new Uint8Array(this.perPlace.length)
    let count = 0
    eachPlace(this.index, person, this.wanted, (slot) => {
      if (seen[slot]) return
      seen[slot] = 1
      count += 1
      this.perPlace[slot] = intAt(this.perPlace, slot) + 1
    })
    this.perPerson[person] = count
  }
}

function passesWalls(index: AccessIndex, routes: Routes): boolean {
  for (let at = 1; at < routes.length; at += 2) if (index.passes(entryAt(routes, at))) return true
  return false
}
