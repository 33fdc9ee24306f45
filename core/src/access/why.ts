import type { Account } from '../account/account.ts'
import type { AreaKey, Id, PersonRow, RoleArea } from '../account/rows.ts'
import { isOutsider, isPresent, type Absence } from '../people/presence.ts'
import { areaAt, areasAt } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { peopleAt, placesOf } from './indexed/lists.ts'
import { atLeast, rank } from './levels.ts'
import { type Level } from '../account/level.ts'
import { givenBy } from './powers.ts'
import { indexAt, reach, reachesAt } from './reach.ts'
import { entryOf } from './roles.ts'
import { answeredAt, countsIn, entryBy, routesTo, routesUp, type Obstacle, type Reach, type Route } from './walk.ts'
import { must } from '../checks/must.ts'

/** One route with what it gives in the area asked about, and why it does not count if it does not (model A5). */
export interface Reason {
  route: Route
  level: Level
  counts: boolean
  obstacle: Obstacle | undefined
  /** Actions this route leaves out, and those it makes need approval (model L3). */
  withheld: readonly string[]
  approval: readonly string[]
  /** It reaches one's own items only, or those of one's people too (model R1). */
  scope: 'all' | 'own' | 'people'
}

/** All routes, counting or not; the same list is the *why not* of someone who gets nothing (model A5). */
export interface Why {
  reach: Reach
  reasons: Reason[]
  /** The seats hold back what the routes give (model A4). */
  heldBack: boolean
  absence: Absence
}

export function why(account: Account, personId: Id, placeId: Id, key: AreaKey, instant: Instant): Why {
  const answer = reach(account, personId, placeId, key, instant)
  const person = account.get('person', personId)
  const area = areaAt(account, key, instant)
  const reasons: Reason[] = []
  const index = indexAt(account, instant)
  const routesOf = (of: PersonRow, at: Id) =>
    index ? routesUp(account, of, index.groupsOf(personId), at, instant) : routesTo(account, of, at, instant)
  const add = (route: Route, entry: RoleArea | undefined, stopped?: Obstacle) => {
    const level = entry ? givenBy(entry).approval : 'none'
    if (!entry || level === 'none') return
    const counts = !stopped && countsIn(route, must(area, 'area'))
    const obstacle = counts ? undefined : (stopped ?? route.obstacle ?? (route.asleep ? 'asleep' : 'wall'))
    const { withheld = [], approval = [], scope = 'all' } = entry
    reasons.push({ route, level, counts, obstacle, withheld, approval, scope })
  }
  if (person && area) {
    const at = answeredAt(account, area, placeId)
    for (const route of routesOf(person, at)) add(route, entryBy(account, route, area))
    // What was given lower says something of the area too, but it does not count (model L4).
    const lower = at === placeId ? [] : routesOf(person, placeId).filter((route) => route.placeId !== at)
    for (const route of lower) add(route, route.role && entryOf(account, route.role, area), 'not-at-root')
  }
  reasons.sort((one, other) => Number(other.counts) - Number(one.counts) || rank(other.level) - rank(one.level))
  return { reach: answer, reasons, heldBack: isHeldBack(answer), absence: answer.absence }
}

/** Granted, but more than the seats held allow (model A4). */
export function isHeldBack(answer: Reach): boolean {
  return rank(answer.granted) > rank(answer.cap)
}

/** Everyone who reaches a place at a level or above, in one area or any of a list (model A6). */
export function whoReaches(
  account: Account,
  placeId: Id,
  level: Level,
  areas: readonly AreaKey[],
  instant: Instant,
): { personId: Id; areas: Map<AreaKey, Level> }[] {
  const found = new Map<Id, Map<AreaKey, Level>>()
  for (const key of areas) {
    for (const one of whoReachesIn(account, placeId, level, key, instant)) {
      const known = found.get(one.personId)
      if (known) known.set(key, one.level)
      else found.set(one.personId, new Map([[key, one.level]]))
    }
  }
  return [...found].map(([personId, reached]) => ({ personId, areas: reached }))
}

/** Freely, with items of one's own at least: the level lists show (model A3). */
function whoReachesIn(account: Account, placeId: Id, level: Level, area: AreaKey, instant: Instant) {
  const index = indexAt(account, instant)
  if (index) return peopleAt(index, placeId, { area, level })
  return [...account.all('person')].flatMap((person) => {
    const { own } = reach(account, person.id, placeId, area, instant)
    return own.free !== 'none' && atLeast(own.free, level) ? [{ personId: person.id, level: own.free }] : []
  })
}

/** Outsiders who are in and reach nothing at all: anyone who was let in and forgotten (model A6). */
export function outsidersReachingNothing(account: Account, instant: Instant): Id[] {
  const places = [...account.all('place')]
  const index = indexAt(account, instant)
  const reachesNothing = (personId: Id) =>
    index
      ? areasAt(account, instant).every(({ key }) => placesOf(index, personId, { area: key }).length === 0)
      : places.every(({ id }) =>
          [...reachesAt(account, personId, id, instant).values()].every((one) => one.own.free === 'none'),
        )
  return [...account.all('person')]
    .filter((person) => isOutsider(person) && isPresent(person, instant) && reachesNothing(person.id))
    .map((person) => person.id)
}
