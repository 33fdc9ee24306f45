import type { Id, PersonRow, PersonState, PlaceRow, SubjectKind } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { highestInside, insidersAt, insidersFrom } from '../access/inside.ts'
import { groupMembers, groupsHolding } from '../access/reach.ts'
import { stateAt } from '../people/presence.ts'
import { downwards } from '../places/tree.ts'
import { isHeldAt } from '../seats/holdings.ts'
import { must } from '../checks/must.ts'
import { isOpen } from '../time/lasting.ts'

/** Those with us now: in, away, invited or waiting. Before: those who left, were turned away, or are erased. */
export const PRESENCES = ['now', 'before', 'all'] as const
export type Presence = (typeof PRESENCES)[number]

/** What the list of people is narrowed by besides words; each is an id or a word, absent where it was not asked for. */
export interface PeopleFilters {
  /** Has the role by themselves, through a group, or by membership. */
  role?: Id
  group?: Id
  firm?: Id
  /** A product's code, or a seat type of it: `bedding-log/field`. */
  seat?: string
  /** Has access there or at a place beneath. */
  place?: Id
  /** Was invited or recorded by this person. */
  invitedBy?: Id
  /** No use of any product was reported for so many days, or ever. */
  unusedDays?: number
}

/** Each filter by the word it has in an address, with what it is asked for (for the API's description). */
/* eslint-disable words/no-literal-text -- what OpenAPI says of a question is for engineers */
export const PEOPLE_FILTERS = {
  role: 'a role’s id: who has it, also through a group or their membership',
  group: 'a group’s id: who belongs to it',
  firm: 'a firm’s id: who works for it',
  seat: 'a product’s code, or a seat type as `product/type`: who has a seat',
  place: 'a place’s id: who has access there or beneath',
  invitedBy: 'a person’s id: whom they invited',
  unusedDays: 'a number of days: for whom no use was reported for so long, or ever',
} as const satisfies Record<keyof PeopleFilters, string>
/* eslint-enable words/no-literal-text */

/** Reads the filters of an address; what cannot be read is as if it were left out. */
export function readPeopleFilters(params: Readonly<Record<string, string>>): PeopleFilters {
  const { unusedDays, ...words } = PEOPLE_FILTERS
  const filters: PeopleFilters = {}
  for (const name of Object.keys(words) as (keyof typeof words)[]) {
    if (params[name]) filters[name] = params[name].slice(0, 200)
  }
  if (unusedDays && /^\d{1,4}$/.test(params.unusedDays ?? '')) filters.unusedDays = Number(params.unusedDays)
  return filters
}

/** Whether a state is of those with us now: they are in, or on their way in. */
export function isWithUs(state: PersonState): boolean {
  return state === 'active' || state === 'away' || state === 'invited' || state === 'waiting'
}

/** Whether someone is of the part of the list that is asked for. */
export function isOfPresence(sight: Sight, person: PersonRow, presence: Presence): boolean {
  return presence === 'all' || isWithUs(stateAt(sight.account, person, sight.now)) === (presence === 'now')
}

const DAY_MICROSECONDS = 86_400_000_000

/**
 * Whom all filters let through. What the asker does not see of someone finds nobody: their role where it was given,
 * their seats, use and invitation with their record (model D5).
 */
export function filteredBy(sight: Sight, filters: PeopleFilters): (person: PersonRow) => boolean {
  const tests: ((person: PersonRow) => boolean)[] = []
  const among = (ids: ReadonlySet<Id>) => tests.push(({ id }) => ids.has(id))
  if (filters.firm) tests.push(({ employerId }) => employerId === filters.firm)
  if (filters.role) tests.push(hasRole(sight, filters.role))
  if (filters.group) among(membersOfGroup(sight, filters.group))
  if (filters.seat) among(holdersOfSeat(sight, filters.seat))
  if (filters.place) among(peopleInside(sight, filters.place))
  if (filters.invitedBy) among(invitedBy(sight, filters.invitedBy))
  if (filters.unusedDays !== undefined)
    tests.push((person) => isUnused(sight, person.id, must(filters.unusedDays, 'unusedDays')))
  return (person) => tests.every((test) => test(person))
}

/** Whether someone has a role: of the people, groups and standings it is given to. */
function hasRole(sight: Sight, roleId: Id): (person: PersonRow) => boolean {
  const { account, now } = sight
  // Given at many places to the same people, it need be seen once.
  const given: Record<SubjectKind, Set<Id>> = { person: new Set(), group: new Set(), standing: new Set() }
  for (const grant of account.by('grant', 'role', roleId)) {
    const { subjectKind, subjectId, from, until } = grant
    if (from > now || !isOpen(until, now) || given[subjectKind].has(subjectId)) continue
    if (sight.seesGrant(grant)) given[subjectKind].add(subjectId)
  }
  return (person) =>
    given.person.has(person.id) ||
    given.standing.has(person.standing) ||
    (given.group.size > 0 && groupsHolding(account, person, now).some((id) => given.group.has(id)))
}

function membersOfGroup(sight: Sight, groupId: Id): Set<Id> {
  const group = sight.seesGroups ? sight.account.get('group', groupId) : undefined
  return new Set(group ? groupMembers(sight.account, group, sight.now).map(({ id }) => id) : [])
}

function holdersOfSeat(sight: Sight, seat: string): Set<Id> {
  const { account, now } = sight
  const holdings = seat.includes('/') ? account.by('holding', 'type', seat) : account.by('holding', 'product', seat)
  const held = holdings.filter((one) => isHeldAt(account, one, now) && sight.depthOf(one.personId) === 'record')
  return new Set(held.map(({ personId }) => personId))
}

/** Those who reach something of a product at a place or at one beneath, as far as the asker sees it (model A6). */
function peopleInside(sight: Sight, placeId: Id): Set<Id> {
  const { account, now, personId } = sight
  const found = new Set<Id>()
  if (!sight.seesPlace(placeId)) return found
  const places = downwards(account, placeId)
  for (const { id, parentId } of places) {
    if (!sight.can('access', 'see', id)) continue
    const isSeenAbove = id !== placeId && sight.can('access', 'see', must(parentId, 'parentId'))
    const insiders = isSeenAbove ? insidersFrom(account, id, now) : insidersAt(account, id, now)
    for (const insider of insiders) found.add(insider.personId)
  }
  const isIn = ({ id }: PlaceRow) => {
    return sight.seesKeys(personId, id) && highestInside(account, personId, id, now) !== 'none'
  }
  if (!found.has(personId) && places.some(isIn)) found.add(personId)
  return found
}

function invitedBy(sight: Sight, sponsorId: Id): Set<Id> {
  const offers = sight.account.by('offer', 'sponsor', sponsorId)
  const isSeen = (id: Id) => sponsorId === sight.personId || sight.depthOf(id) === 'record'
  return new Set(offers.flatMap(({ personId }) => (isSeen(personId) ? [personId] : [])))
}

function isUnused(sight: Sight, personId: Id, days: number): boolean {
  if (sight.depthOf(personId) !== 'record') return false
  const since = sight.now - days * DAY_MICROSECONDS
  return sight.account.by('use', 'person', personId).every((use) => use.at < since)
}
