import type { Account } from '../account/account.ts'
import type { AreaKey, Id } from '../account/rows.ts'
import { isOutsider, isPresent, type Absence } from '../people/presence.ts'
import { areaAt } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { atLeast, rank, type Level } from './levels.ts'
import { countsIn, levelBy, reach, reachesAt, routesTo, type Obstacle, type Reach, type Route } from './walk.ts'

/** One route with what it gives in the area asked about, and why it does not count if it does not (model A5). */
export interface Reason {
  route: Route
  level: Level
  counts: boolean
  obstacle: Obstacle | undefined
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
  for (const route of person && area ? routesTo(account, person, placeId, instant) : []) {
    const level = levelBy(route, area!, account.root.id)
    if (level === 'none') continue
    const counts = countsIn(route, area!)
    reasons.push({ route, level, counts, obstacle: counts ? undefined : (route.obstacle ?? 'wall') })
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
  const found: { personId: Id; areas: Map<AreaKey, Level> }[] = []
  for (const person of account.all('person')) {
    const reached = new Map<AreaKey, Level>()
    for (const key of areas) {
      const answer = reach(account, person.id, placeId, key, instant)
      if (answer.level !== 'none' && atLeast(answer.level, level)) reached.set(key, answer.level)
    }
    if (reached.size > 0) found.push({ personId: person.id, areas: reached })
  }
  return found
}

/** Outsiders who are in and reach nothing at all: whoever was let in and forgotten (model A6). */
export function outsidersReachingNothing(account: Account, instant: Instant): Id[] {
  const places = [...account.all('place')]
  return [...account.all('person')]
    .filter((person) => isOutsider(person) && isPresent(person, instant))
    .filter((person) =>
      places.every(({ id }) =>
        [...reachesAt(account, person.id, id, instant).values()].every((one) => one.level === 'none'),
      ),
    )
    .map((person) => person.id)
}
