import type { Account } from '../account/account.ts'
import type { AreaKey, Id, PersonKind, PersonRow } from '../account/rows.ts'
import { candidatesWithin } from '../access/candidates.ts'
import { rank } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import { reachesAt } from '../access/reach.ts'
import type { Sight } from '../access/sight.ts'
import { answeredAt, routesTo } from '../access/walk.ts'
import { firmOf, isPresent } from '../people/presence.ts'
import { downwards } from '../places/tree.ts'
import { theirProducts, type TheirProduct } from './client-products.ts'
import { areaAt, isOwnArea } from '../products/catalogue.ts'
import { dateOf, lastDateBefore, type Instant, type LocalDate } from '../time/instants.ts'
import { entryAt, must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** Someone who can get in at a client's places, as the client reads it. */
export interface StatementRow {
  personId: Id
  name: string
  employer: string
  kind: PersonKind
  /** What they can do, the highest of each area, put together by where: `change photos, look at drawings (Helipad roof)`. */
  can: string[]
  level: Level
  /** The last day by which all of it ends; null without end. */
  until: LocalDate | null
  /** Owners and those whose role passes walls. */
  passesWalls: boolean
}

/** Who can get in at a place and what is inside it, on a day: a page to hand out (model A6). */
export interface StatementView {
  account: string
  placeId: Id
  place: string
  path: string[]
  places: number
  on: LocalDate
  rows: StatementRow[]
  /** Invited people who will get in once they take it up. */
  onceIn: { name: string; role: string; place: string; expires: LocalDate }[]
  /** Our people in the client's own products; only as of now (model B6). */
  theirProducts: TheirProduct[]
}

/** So many people times places are looked at one by one at most: a large client, not a whole large account. */
export const MAXIMUM_STATEMENT = 100_000

/** How many answers a statement is made of: anyone who may get in, times the places. */
export function statementSize(account: Account, placeId: Id): number {
  return candidatesWithin(account, placeId).size * downwards(account, placeId).length
}

/**
 * The statement of a place; undefined for one whose keys the asker does not see.
 * @param then the account as it was at the instant, where that is not now; names are today's.
 */
export function statementView(sight: Sight, placeId: Id, instant: Instant, then?: Account): StatementView | undefined {
  const account = then ?? sight.account
  const place = account.get('place', placeId)
  if (!place || !sight.seesPlace(placeId) || !sight.can('access', 'see', placeId)) return undefined
  const places = downwards(account, placeId).filter((one) => !one.archived)
  const rows = [...candidatesWithin(account, placeId).values()]
    .filter((person) => isPresent(person, instant) && sight.seesPerson(person.id))
    .flatMap((person) => rowOf(sight, account, person, placeId, places, instant) ?? [])
  rows.sort((one, other) => rank(other.level) - rank(one.level) || one.name.localeCompare(other.name, 'en'))
  return {
    account: account.settings.name,
    placeId,
    place: place.name,
    path: sight.pathNames(placeId),
    places: places.length,
    on: dateOf(instant, account.zone),
    rows,
    theirProducts: then ? [] : theirProducts(sight, placeId),
    onceIn: then ? [] : onceIn(sight, new Set(places.map((one) => one.id))),
  }
}

function rowOf(
  sight: Sight,
  account: Account,
  person: PersonRow,
  placeId: Id,
  places: readonly { id: Id; name: string }[],
  instant: Instant,
): StatementRow | undefined {
  const best = new Map<AreaKey, { level: Level; names: string[] }>()
  const reached = new Set<Id>()
  for (const { id, name } of places) {
    for (const [key, reach] of reachesAt(account, person.id, id, instant)) {
      const level = reach.own.free === 'none' ? reach.own.approval : reach.own.free
      if (isOwnArea(key) || level === 'none') continue
      reached.add(answeredAt(account, must(areaAt(account, key, instant), 'areaAt'), id))
      const known = best.get(key)
      if (!known || rank(level) > rank(known.level)) best.set(key, { level, names: [name] })
      else if (level === known.level) known.names.push(name)
    }
  }
  if (best.size === 0) return undefined
  const can = [...byWhere(account, best, places, instant)].map(([where, sentences]) => {
    return where ? `${sentences.join(', ')} (${where})` : sentences.join(', ')
  })
  const levels = [...best.values()].map((one) => one.level)
  return {
    personId: person.id,
    name: sight.account.nameOf(person.id),
    employer: firmOf(account, person),
    kind: person.kind,
    can,
    level: entryAt(
      levels.sort((one, other) => rank(other) - rank(one)),
      0,
    ),
    ...endOf(account, person, [placeId, ...reached], instant),
  }
}

/** What can be done, put together by where: what holds everywhere says nothing of places. */
function byWhere(
  account: Account,
  best: ReadonlyMap<AreaKey, { level: Level; names: string[] }>,
  places: readonly { name: string }[],
  instant: Instant,
): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const [key, { level, names }] of best) {
    const area = areaAt(account, key, instant)?.area
    const upTo = area?.levels.filter((one) => rank(one.level) <= rank(level)) ?? []
    const sentence = upTo.sort((one, other) => rank(one.level) - rank(other.level)).at(-1)?.sentence ?? key
    const where = whereText(names, places)
    found.set(where, [...(found.get(where) ?? []), sentence])
  }
  return found
}

const FEW = 3

function whereText(names: readonly string[], places: readonly { name: string }[]): string {
  if (names.length === places.length) return ''
  if (names.length <= FEW) return names.join(', ')
  const missing = places.map((place) => place.name).filter((name) => !names.includes(name))
  if (missing.length > 0 && missing.length <= FEW) return say('views.everywhere-but', { list: missing.join(', ') })
  return say('views.and-more', { list: names.slice(0, 2).join(', '), count: names.length - 2 })
}

/** When the last of the routes that count ends, or the engagement if that is sooner; and whether any passes walls. */
function endOf(account: Account, person: PersonRow, places: readonly Id[], instant: Instant) {
  let until: Instant | null = instant
  let passesWalls = person.standing === 'owner'
  for (const placeId of new Set(places)) {
    for (const route of routesTo(account, person, placeId, instant)) {
      if (route.obstacle) continue
      if (route.role?.wallPassing) passesWalls = true
      const end: Instant | null = route.grant ? route.grant.until : null
      until = until === null || end === null ? null : Math.max(until, end)
    }
  }
  const { engagementUntil } = person
  if (engagementUntil !== null) until = until === null ? engagementUntil : Math.min(until, engagementUntil)
  return { until: until === null ? null : lastDateBefore(until, account.zone), passesWalls }
}

function onceIn(sight: Sight, places: ReadonlySet<Id>): StatementView['onceIn'] {
  const { account, now } = sight
  return [...account.all('offer')].flatMap((offer) => {
    if (offer.state !== 'live' || offer.expiresAt <= now || !sight.seesPerson(offer.personId)) return []
    return offer.grants
      .filter((grant) => places.has(grant.placeId))
      .map((grant) => ({
        name: account.nameOf(offer.personId),
        role: account.get('role', grant.roleId)?.name ?? '',
        place: sight.placeName(grant.placeId),
        expires: lastDateBefore(offer.expiresAt, account.zone),
      }))
  })
}

/** A statement as a table of words. */
export function statementTable({ rows }: StatementView): { header: string[]; rows: string[][] } {
  return {
    header: ['name', 'employer', 'kind', 'can', 'until', say('views.passes-walls')],
    rows: rows.map(({ name, employer, kind, can, until, passesWalls }) => {
      return [name, employer, kind, can.join('; '), until ?? 'open', passesWalls ? 'yes' : '']
    }),
  }
}
