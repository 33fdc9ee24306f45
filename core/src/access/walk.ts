import type { Account } from '../account/account.ts'
import type { AreaKey, GrantRow, HoldingRow, Id, PersonRow, PlaceRow, RoleRow } from '../account/rows.ts'
import { absenceAt, type Absence } from '../people/presence.ts'
import { upwards, wallBetween } from '../places/tree.ts'
import { areaAt, areasAt, isOwnArea, seatTypeAt, type Area } from '../products/catalogue.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import { holdingUntil } from '../seats/holdings.ts'
import type { Instant } from '../time/instants.ts'
import { higher, lower, rank, type Level } from './levels.ts'

/**
 * The literal walk: the model's rules of access read out one by one over the dated rows. It is the reference for
 * whatever answers faster, and answers any instant.
 */

/** Why a route does not count (model A2, A5). */
export type Obstacle = 'not-begun' | 'over' | 'wall'

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
}

/** Every grant that names the person: by name, through a group, or through their standing (model G1, P10). */
export function grantsOf(account: Account, person: PersonRow): { grant: GrantRow; groupId?: Id }[] {
  const found: { grant: GrantRow; groupId?: Id }[] = []
  for (const grant of account.by('grant', 'subject', `person ${person.id}`)) found.push({ grant })
  for (const { groupId } of account.by('membership', 'person', person.id)) {
    for (const grant of account.by('grant', 'subject', `group ${groupId}`)) found.push({ grant, groupId })
  }
  for (const grant of account.by('grant', 'subject', `standing ${person.standing}`)) found.push({ grant })
  return found
}

/** All routes from a person to a place, counting or not, whatever the area (model A2, A5). */
export function routesTo(account: Account, person: PersonRow, placeId: Id, instant: Instant): Route[] {
  const path = upwards(account, placeId)
  const onPath = new Set(path.map((place) => place.id))
  const routes: Route[] = []
  if (person.standing === 'owner' || person.standing === 'administrator') {
    const rootId = path.at(-1)?.id ?? placeId
    const wall = person.standing === 'administrator' ? wallBetween(path, rootId) : undefined
    routes.push({ person, placeId: rootId, wall })
  }
  for (const { grant, groupId } of grantsOf(account, person)) {
    if (!onPath.has(grant.placeId)) continue
    const role = account.get('role', grant.roleId)
    if (!role) continue
    const wall = wallBetween(path, grant.placeId)
    const obstacle = obstacleOf(grant, wall, instant)
    routes.push({ person, grant, role, groupId, placeId: grant.placeId, wall, obstacle })
  }
  return routes
}

function obstacleOf(grant: GrantRow, wall: PlaceRow | undefined, instant: Instant): Obstacle | undefined {
  if (instant < grant.from) return 'not-begun'
  if (grant.until !== null && instant >= grant.until) return 'over'
  return wall ? 'wall' : undefined
}

/** The level a route gives in an area, whether or not the route counts. */
export function levelBy(route: Route, area: Area, rootId: Id): Level {
  if (!route.role) return levelByStanding(route.person.standing, area)
  if (area.area.scope === 'account' && route.placeId !== rootId) return 'none'
  return route.role.areas[area.key]?.level ?? 'none'
}

/** Standing is a route at the root (model P4). */
function levelByStanding(standing: PersonRow['standing'], area: Area): Level {
  if (standing === 'owner') return 'run'
  if (standing !== 'administrator' || area.area.sensitive) return 'none'
  return area.key === `${OWN_PRODUCT}/billing` ? 'change' : 'run'
}

/** Whether a route counts in an area; an administrator passes walls in Jolly Porter's own areas only (model P4). */
export function countsIn(route: Route, area: Area): boolean {
  if (route.obstacle) return false
  return route.wall === undefined || (route.role === undefined && isOwnArea(area.key))
}

/** What the seats a person holds allow in an area; our own areas have no cap (model A1, L6). */
export function capOf(account: Account, person: PersonRow, area: Area, instant: Instant): Level {
  if (area.product === OWN_PRODUCT) return 'run'
  let cap: Level = 'none'
  for (const holding of holdingsAt(account, person, area.product, instant)) {
    const type = seatTypeAt(account, holding.product, holding.seatType, instant)
    if (type) cap = higher(cap, type.caps[area.area.code] ?? type.capElsewhere)
  }
  return cap
}

function holdingsAt(account: Account, person: PersonRow, product: string, instant: Instant): HoldingRow[] {
  return account.by('holding', 'person', person.id).filter((holding) => {
    const until = holdingUntil(account, holding)
    return holding.product === product && holding.givenFrom <= instant && (until === null || instant < until)
  })
}

/** The answer for one person, place, area and instant (model A1), with what it is made of. */
export interface Reach {
  /** What they can do: `min(cap, granted)`, or none if not present. */
  level: Level
  /** The best of the counting routes, seat and presence left out: the entitlement (model D1). */
  granted: Level
  cap: Level
  absence: Absence
}

const NOTHING: Reach = { level: 'none', granted: 'none', cap: 'none', absence: undefined }

/** Model A1. Unknown people, places and areas reach nothing. */
export function reach(account: Account, personId: Id, placeId: Id, key: AreaKey, instant: Instant): Reach {
  const person = account.get('person', personId)
  const area = areaAt(account, key, instant)
  if (!person || !area || !account.get('place', placeId)) return NOTHING
  return reachBy(account, person, routesTo(account, person, placeId, instant), area, instant)
}

/** What every area answers for one person at one place; areas with nothing granted are left out. */
export function reachesAt(account: Account, personId: Id, placeId: Id, instant: Instant): Map<AreaKey, Reach> {
  const found = new Map<AreaKey, Reach>()
  const person = account.get('person', personId)
  if (!person) return found
  const routes = routesTo(account, person, placeId, instant)
  if (routes.length === 0) return found
  for (const area of areasAt(account, instant)) {
    const answer = reachBy(account, person, routes, area, instant)
    if (answer.granted !== 'none') found.set(area.key, answer)
  }
  return found
}

function reachBy(account: Account, person: PersonRow, routes: Route[], area: Area, instant: Instant): Reach {
  const granted = bestOf(account, routes, area)
  const cap = granted === 'none' ? 'none' : capOf(account, person, area, instant)
  const absence = absenceAt(person, instant)
  return { level: absence ? 'none' : lower(granted, cap), granted, cap, absence }
}

function bestOf(account: Account, routes: Route[], area: Area): Level {
  let best: Level = 'none'
  const rootId = account.root.id
  for (const route of routes) if (countsIn(route, area)) best = higher(best, levelBy(route, area, rootId))
  return best
}

/** What the routes in force give, leaving out seat, state and engagement (model D1). */
export function entitlement(account: Account, personId: Id, placeId: Id, key: AreaKey, instant: Instant): Level {
  return reach(account, personId, placeId, key, instant).granted
}

/** Whether an action is answered yes: a level's own name, or an action of the sheet with the level it needs. */
export function levelNeeded(area: Area, action: string): Level | undefined {
  const level = area.area.levels.find((one) => one.level === action)
  return level?.level ?? area.area.actions.find((one) => one.code === action)?.needs
}

/** The highest level over all of a product's areas, for lists. */
export function highest(reaches: Iterable<Reach>): Level {
  let best: Level = 'none'
  for (const { level } of reaches) if (rank(level) > rank(best)) best = level
  return best
}
