import { areasAt, isOwnArea, peopleAt, placesOf, walk, type AccessIndex, type Account, type Instant } from '@lodge/core'
import { median, timeOf, type Yardstick } from './yardsticks.ts'

export interface Loaded {
  account: Account
  index: AccessIndex
  now: Instant
}

/** The same questions each run, drawn from a simple sequence. */
export function drawer(seed: number): (limit: number) => number {
  let state = seed
  return (limit) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return Math.floor((state / 4_294_967_296) * limit)
  }
}

/** Decisions by the index and by the literal walk, alternately on questions of their own; then the lists. */
export function answersAndLists({ account, index, now }: Loaded, scale: number, small: boolean): Yardstick[] {
  const people = [...account.all('person')].map((person) => person.id)
  const places = [...account.all('place')].map((place) => place.id)
  const areas = areasAt(account, now)
    .filter((area) => !isOwnArea(area.key))
    .map((area) => area.key)
  const draw = drawer(7)
  // Ids as a request brings them: equal, but never the very string the account holds.
  const fresh = (id: string) => Buffer.from(id).toString('latin1')
  const ask = (count: number) =>
    Array.from({ length: count }, () => {
      const [person, place] = [fresh(people[draw(people.length)]!), fresh(places[draw(places.length)]!)]
      return { person, place, area: areas[draw(areas.length)]! }
    })
  const byIndex: number[] = []
  const byWalk: number[] = []
  for (let round = small ? -1 : -30; round < (small ? 2 : 80); round += 1) {
    const [mine, theirs] = [ask(small ? 50 : 2000), ask(small ? 50 : 400)]
    const indexed = timeOf(() => {
      for (const { person, place, area } of mine) index.answer(person, place, area, 'see', 'any')
    })
    const walked = timeOf(() => {
      for (const { person, place, area } of theirs) walk.answerTo(account, person, place, area, 'see', 'any', now)
    })
    if (round < 0) continue
    byIndex.push((indexed / mine.length) * 1000)
    byWalk.push((walked / theirs.length) * 1000)
  }
  const each = (count: number, work: () => unknown) => median(Array.from({ length: count }, () => timeOf(work)))
  const count = small ? 20 : 600
  const list = (name: string, value: number): Yardstick => {
    return { name, value, against: 0.2 * scale, unit: 'ms', limit: 1, bound: 'most' }
  }
  each(count, () => peopleAt(index, places[draw(places.length)]!, { area: areas[draw(areas.length)]! }))
  return [
    {
      name: 'decisions in process, the literal walk to the index',
      value: median(byWalk),
      against: median(byIndex),
      unit: 'µs',
      limit: 30,
      bound: 'least',
    },
    list(
      'people at a place, median, to 0.2 ms scaled',
      each(count, () => peopleAt(index, places[draw(places.length)]!, { area: areas[draw(areas.length)]! })),
    ),
    list(
      'places of a person, median, to 0.2 ms scaled',
      each(count, () => placesOf(index, people[draw(people.length)]!, { area: areas[draw(areas.length)]! })),
    ),
  ]
}
