import type { Id } from '../../account/rows.ts'
import { keyIn, slotIn, type AccessIndex, type Circle } from './access-index.ts'
import { eachPlace } from './lists.ts'
import { Heights, type Wanted } from './wanted.ts'

/** How many people reach each place and how many places each person reaches, in what is wanted (model A6). */
export interface Counts {
  peopleAt(placeId: Id): number
  placesOf(personId: Id): number
}

/**
 * One walk over the forest with a counter for each person: on entering a place, whoever is let in there has one more
 * route; whoever had none until then is one more of the people reached from here, until the walk leaves the place.
 * Owners, administrators and whoever passes walls are few and are counted place by place.
 */
export function countsOf(index: AccessIndex, wanted: Wanted = {}): Counts {
  const walk = new CountingWalk(index, new Heights(index, wanted))
  walk.run()
  return {
    peopleAt: (placeId) => walk.perPlace[index.places.slotOf(placeId)] ?? 0,
    placesOf: (personId) => walk.perPerson[index.people.find(personId)] ?? 0,
  }
}

class CountingWalk {
  readonly perPlace: Int32Array
  readonly perPerson: Int32Array
  private readonly routes: Int32Array
  private readonly since: Int32Array
  private readonly apart = new Set<number>()
  private reached = 0

  constructor(
    private readonly index: AccessIndex,
    private readonly heights: Heights,
  ) {
    this.perPlace = new Int32Array(index.places.slots.size)
    this.perPerson = new Int32Array(index.people.size)
    this.routes = new Int32Array(index.people.size)
    this.since = new Int32Array(index.people.size)
  }

  run(): void {
    const { index } = this
    const { places } = index
    for (const standing of ['owner', 'administrator'] as const) {
      for (const person of index.ofStanding(standing)) this.apart.add(person)
    }
    index.own.forEach((entries, person) => {
      if (entries?.some((entry) => index.passes(keyIn(entry)))) this.apart.add(person)
    })
    const open: number[] = []
    const total = places.slotAt.length
    for (let number = 0; number <= total; number += 1) {
      while (open.length > 0 && places.end[open.at(-1)!]! <= number) this.step(open.pop()!, number, -1)
      if (number === total) break
      const slot = places.slotAt[number]!
      open.push(slot)
      this.step(slot, number, 1)
      this.perPlace[slot] = this.reached
    }
    for (const person of this.apart) this.countApart(person)
  }

  /** Enters a place or leaves it. */
  private step(slot: number, number: number, change: 1 | -1): void {
    const { index } = this
    if (index.places.asleep[slot]) return
    for (const entry of index.givenAt[slot] ?? []) this.count(slotIn(entry), keyIn(entry), number, change)
    for (const [circle, keys] of index.circlesAt[slot] ?? []) this.countCircle(circle, keys, number, change)
  }

  private countCircle(circle: Circle, keys: readonly number[], number: number, change: 1 | -1): void {
    for (const key of keys) for (const person of circle.members) this.count(person, key, number, change)
  }

  private count(person: number, key: number, number: number, change: 1 | -1): void {
    const { index, routes } = this
    if (!index.present[person] || this.heights.ofKey(key, index.capsOf(person)) === 0 || this.apart.has(person)) return
    const now = (routes[person] = routes[person]! + change)
    if (change > 0 && now === 1) {
      this.since[person] = number
      this.reached += 1
    } else if (change < 0 && now === 0) {
      this.perPerson[person] = this.perPerson[person]! + number - this.since[person]!
      this.reached -= 1
    }
  }

  private countApart(person: number): void {
    if (!this.index.present[person]) return
    const seen = new Set<number>()
    eachPlace(this.index, person, this.heights, (slot) => seen.add(slot))
    for (const slot of seen) this.perPlace[slot] = this.perPlace[slot]! + 1
    this.perPerson[person] = seen.size
  }
}
