import type { AreaKey, GrantRow, Id, PersonRow, PlaceRow, RoleArea, RoleRow } from '../account/rows.ts'
import type { Account } from '../account/account.ts'
import { groupsOf } from '../people/groups.ts'
import type { Instant } from '../time/instants.ts'
import { isAsleep, upwards, wallBetween } from '../places/tree.ts'
import { spotsOf } from './spots.ts'
import { type Area, areaAt, areasAt, isOwnArea } from '../products/catalogue.ts'
import { entryOf, entryOfStanding } from './roles.ts'
import { atLeast } from './levels.ts'
import { type Level } from '../account/level.ts'
import {
  type Answer,
  answerBy,
  best,
  capped,
  concerns,
  type Given,
  givenBy,
  levelNeeded,
  moreGenerous,
  NOTHING_GIVEN,
  type Whose,
} from './powers.ts'
import { type Absence, absenceAt } from '../people/presence.ts'
import { capOf } from './caps.ts'

/**
 * The literal walk: the model's rules of access read out one by one over the dated rows. It is the reference for
 * whatever answers faster, and answers any instant.
 */

/** Why a route does not count (model A2, A5, L4, T6). */
export type Obstacle = 'not-begun' | 'over' | 'wall' | 'asleep' | 'not-at-root'

/** Grant (or standing) → group → place it was given at → role → level (model A2). */
export interface Route {
  person: PersonRow
  /** Absent for a standing's own route. */
  grant?: GrantRow
  role?: RoleRow
  /** The group through which the grant reaches the person. */
  groupId?: Id
  /** Where it was given; the root for a standing. */
  placeId: Id
  obstacle?: Obstacle
  /** The wall that stops it. */
  wall?: PlaceRow
  /** The place asked about was archived, itself or with what is above it. */
  asleep?: boolean
}

/** A grant that names a person, and the group through which it does. */
interface Found {
  grant: GrantRow
  groupId?: Id
}

/** Every grant that names the person: by name, through a group, or through their standing (model G1, P10). */
export function grantsOf(account: Account, person: PersonRow): Found[] {
  const found: Found[] = []
  for (const grant of account.by('grant', 'subject', `person ${person.id}`)) found.push({ grant })
  for (const groupId of groupsOf(account, person)) {
    for (const grant of account.by('grant', 'subject', `group ${groupId}`)) found.push({ grant, groupId })
  }
  for (const grant of account.by('grant', 'subject', `standing ${person.standing}`)) found.push({ grant })
  return found
}

/** All routes from a person to a place, counting or not, whatever the area (model A2, A5). */
export function routesTo(account: Account, person: PersonRow, placeId: Id, instant: Instant): Route[] {
  const path = upwards(account, placeId)
  return routesBy(account, person, path, grantsOf(account, person), instant)
}

/**
 * The same routes as {@link routesTo}, with what groups and standings were given read from the place upwards rather than
 * from the person: for accounts in which groups hold many keys and places few.
 * @param groups those that hold the person, as an index knows them.
 */
export function routesUp(
  account: Account,
  person: PersonRow,
  groups: readonly Id[],
  placeId: Id,
  instant: Instant,
): Route[] {
  const spot = spotsOf(account)(placeId)
  const found: Found[] = account.by('grant', 'person', person.id).map((grant) => ({ grant }))
  for (let at = spot; at; at = at.above) {
    if (!at.shared) continue
    for (const grant of at.shared.get(person.standing) ?? []) found.push({ grant })
    for (const groupId of groups) for (const grant of at.shared.get(groupId) ?? []) found.push({ grant, groupId })
  }
  return routesBy(account, person, spot?.path ?? [], found, instant)
}

function routesBy(
  account: Account,
  person: PersonRow,
  path: readonly PlaceRow[],
  found: readonly Found[],
  instant: Instant,
): Route[] {
  const asleep = isAsleep(path)
  const onPath = new Set(path.map((place) => place.id))
  const routes = byStanding(person, path, asleep)
  for (const { grant, groupId } of found) {
    const role = onPath.has(grant.placeId) ? account.get('role', grant.roleId) : undefined
    if (!role) continue
    const wall = role.wallPassing ? undefined : wallBetween(path, grant.placeId)
    const obstacle = obstacleOf(grant, wall, asleep, instant)
    routes.push({ person, grant, role, groupId, placeId: grant.placeId, wall, asleep, obstacle })
  }
  return routes
}

/** The route an owner or administrator has by their standing, at the root (model P4). */
function byStanding(person: PersonRow, path: readonly PlaceRow[], asleep: boolean): Route[] {
  const root = path.at(-1)
  if (!root || (person.standing !== 'owner' && person.standing !== 'administrator')) return []
  const wall = person.standing === 'administrator' ? wallBetween(path, root.id) : undefined
  return [{ person, placeId: root.id, wall, asleep }]
}

function obstacleOf(
  grant: GrantRow,
  wall: PlaceRow | undefined,
  asleep: boolean,
  instant: Instant,
): Obstacle | undefined {
  if (instant < grant.from) return 'not-begun'
  if (grant.until !== null && instant >= grant.until) return 'over'
  if (asleep) return 'asleep'
  return wall ? 'wall' : undefined
}

/**
 * Where a question about an area is answered: an account-scoped one belongs to the root, and is answered as there
 * wherever it is asked, behind walls too (model L4).
 */
export function answeredAt(account: Account, area: Area, placeId: Id): Id {
  return area.area.scope === 'account' ? account.root.id : placeId
}

/**
 * Whether an area belongs to a place itself: what is reached there in one of these makes someone one of those who get
 * in at the place, in lists, counts and what they see of it (model A6, L4).
 */
export function belongsTo(account: Account, area: Area, placeId: Id): boolean {
  return answeredAt(account, area, placeId) === placeId
}

/** What a route says of an area, whether or not it counts; undefined for nothing. */
export function entryBy(account: Account, route: Route, area: Area): RoleArea | undefined {
  if (!route.role) return entryOfStanding(route.person.standing, area)
  if (area.area.scope === 'account' && route.placeId !== account.root.id) return undefined
  return entryOf(account, route.role, area)
}

/**
 * Whether a route counts in an area. A standing passes walls and sleeping places in Jolly Porter's own areas, so that
 * an archived place can be restored (model P4, T6).
 */
export function countsIn(route: Route, area: Area): boolean {
  if (route.obstacle) return false
  if (route.role) return true
  return isOwnArea(area.key) || (route.wall === undefined && !route.asleep)
}

/** The answer for one person, place, area and instant (model A1, A3), with what it is made of. */
export interface Reach {
  /** What they can do freely with any item: `min(cap, best)`, or none if not present. */
  level: Level
  /** The same with someone's approval. */
  approval: Level
  /** What they can do with items of their own, which is never less. */
  own: Given
  /** The same two answers before seat and presence: the entitlement (model D1). */
  given: { any: Given; own: Given }
  /** The highest of what was given in any way, for *held back by the seat* (model A4). */
  granted: Level
  cap: Level
  absence: Absence
}

export const NO_REACH: Reach = {
  level: 'none',
  approval: 'none',
  own: NOTHING_GIVEN,
  given: { any: NOTHING_GIVEN, own: NOTHING_GIVEN },
  granted: 'none',
  cap: 'none',
  absence: undefined,
}

/** Model A1. Unknown people, places and areas reach nothing. */
export function reach(account: Account, personId: Id, placeId: Id, key: AreaKey, instant: Instant): Reach {
  const person = account.get('person', personId)
  const area = areaAt(account, key, instant)
  if (!person || !area || !account.get('place', placeId)) return NO_REACH
  return reachBy(account, person, routesTo(account, person, answeredAt(account, area, placeId), instant), area, instant)
}

/** What every area answers for one person at one place; areas with nothing granted are left out. */
export function reachesAt(account: Account, personId: Id, placeId: Id, instant: Instant): Map<AreaKey, Reach> {
  const found = new Map<AreaKey, Reach>()
  const person = account.get('person', personId)
  if (!person) return found
  if (!account.get('place', placeId)) return found
  const routes = routesTo(account, person, placeId, instant)
  const atRoot = placeId === account.root.id ? routes : routesTo(account, person, account.root.id, instant)
  if (routes.length === 0 && atRoot.length === 0) return found
  for (const area of areasAt(account, instant)) {
    const answer = reachBy(account, person, belongsTo(account, area, placeId) ? routes : atRoot, area, instant)
    if (answer.granted !== 'none') found.set(area.key, answer)
  }
  return found
}

function reachBy(account: Account, person: PersonRow, routes: Route[], area: Area, instant: Instant): Reach {
  const any = bestOf(account, routes, area, 'any')
  const own = bestOf(account, routes, area, 'own')
  const cap = own.approval === 'none' ? 'none' : capOf(account, person, area, instant)
  return reachOf(any, own, cap, absenceAt(person, instant))
}

/** Puts an answer together: entitlement, cap and presence (model A1, A3). */
export function reachOf(any: Given, own: Given, cap: Level, absence: Absence): Reach {
  const seat = absence ? 'none' : cap
  const anyCapped = capped(any, seat)
  return {
    level: anyCapped.free,
    approval: anyCapped.approval,
    own: capped(own, seat),
    given: { any, own },
    granted: own.approval,
    cap,
    absence,
  }
}

function bestOf(account: Account, routes: Route[], area: Area, whose: Whose): Given {
  let given = NOTHING_GIVEN
  for (const route of routes) {
    const entry = countsIn(route, area) ? entryBy(account, route, area) : undefined
    if (entry && concerns(entry, whose)) given = best(given, givenBy(entry))
  }
  return given
}

/**
 * Whether someone may do an action at a place: yes, with approval or no, route by route (model A3). `whose` says of
 * whom the item is; what is unknown gets no.
 */
export function answerTo(
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  action: string,
  whose: Whose,
  instant: Instant,
): Answer {
  const person = account.get('person', personId)
  const area = areaAt(account, key, instant)
  const needs = area && levelNeeded(area, action)
  if (!person || !area || !needs || absenceAt(person, instant)) return 'no'
  if (!atLeast(capOf(account, person, area, instant), needs)) return 'no'
  let answer: Answer = 'no'
  if (!account.get('place', placeId)) return 'no'
  for (const route of routesTo(account, person, answeredAt(account, area, placeId), instant)) {
    const entry = countsIn(route, area) ? entryBy(account, route, area) : undefined
    if (entry && concerns(entry, whose)) answer = moreGenerous(answer, answerBy(entry, action, needs))
  }
  return answer
}

/** What the routes in force give, leaving out seat, state and engagement (model D1). */
export function entitlement(
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  instant: Instant,
): Reach['given'] {
  return reach(account, personId, placeId, key, instant).given
}
