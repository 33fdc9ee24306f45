import type { Id, PersonKind, PersonRow, PersonState, Standing } from '../account/rows.ts'
import { dateOf, lastDateBefore, type LocalDate, monthOf } from '../time/instants.ts'
import { reachSummary, type ReachSummary } from './keys.ts'
import { controlsOfPeople } from '../access/controls.ts'
import {
  filteredBy,
  isOfPresence,
  type PeopleFilters,
  type Presence,
  PRESENCES,
  readPeopleFilters,
} from './people-filters.ts'
import { WordFinder } from './word-finder.ts'
import type { Account } from '../account/account.ts'
import { Sight } from '../access/sight.ts'
import { indexAt } from '../access/reach.ts'
import { absenceAt, hasBounced, isOutsider, stateAt } from '../people/presence.ts'
import { say } from '../words/say.ts'
import { isHeldAt, seatsOf } from '../seats/holdings.ts'
import { entryAt, must } from '../checks/must.ts'
import { costsOf } from '../seats/bill.ts'
import { seatTypeAt } from '../products/catalogue.ts'

/** One row of the People list, cut to what the asker sees of the person. */
export interface PersonView {
  id: Id
  name: string
  kind: PersonKind
  state: PersonState
  /** On record without a login (model P12). */
  onRecord: boolean
  employer: string | null
  /** Null where only the directory's facts are seen. */
  standing: Standing | null
  from: LocalDate | null
  until: LocalDate | null
  manager: string | null
  seats: string[] | null
  reach: ReachSummary | null
  /** The engagement has ended but nobody closed it. */
  engagementOver: boolean
  /** The invitation’s message came back. */
  bounced: boolean
  /** What they cost this month, where it was asked for and sums are the asker's to see. */
  monthMinor?: number | null
  /** The day a product last reported their use, where it was asked for. */
  lastUse?: LocalDate | null
}

export interface PeopleView {
  /** A window of those who match, from one of them on. */
  people: PersonView[]
  from: number
  /** How many match, of how many seen, of those asked for: with us now, before, or all. */
  matching: number
  total: number
  /** How many match among those not asked for: the leavers beside those with us now, or the other way round. */
  elsewhere: number
  controls: ReturnType<typeof controlsOfPeople>
}

/** What of the list is asked for: words that all match, an order, and a window. */
export interface PeopleQuery {
  find: string
  filters: PeopleFilters
  presence: Presence
  sort: PeopleSort
  from: number
  count: number
  /** Whether cost and use are wanted as well, which take a bill to know. */
  costs: boolean
}

export const PEOPLE_SORTS = ['name', 'until', 'since', 'state', 'employer'] as const

export type PeopleSort = (typeof PEOPLE_SORTS)[number]

/** A window has at most so many rows. */
const MAXIMUM_WINDOW = 1_000

/** Reads what is asked of the list, as shown in an address; what cannot be read is as if it were left out. */
export function readPeopleQuery(params: Readonly<Record<string, string>>): PeopleQuery {
  const presence = PRESENCES.find((one) => one === params.presence) ?? 'now'
  const number = (text: string | undefined, otherwise: number) =>
    /^\d{1,7}$/.test(text ?? '') ? Number(text) : otherwise
  const sort = PEOPLE_SORTS.find((one) => one === params.sort) ?? 'name'
  const count = Math.min(MAXIMUM_WINDOW, number(params.count, MAXIMUM_WINDOW))
  return {
    find: (params.find ?? '').slice(0, 200),
    filters: readPeopleFilters(params),
    presence,
    sort,
    from: number(params.from, 0),
    count,
    costs: params.costs === '1',
  }
}

/** Someone as the list is sorted by, with their row once it has come into someone's sight. */
interface Listed {
  person: PersonRow
  name: string
  view?: PersonView
}

/** What an asker sees of an account as it is, worked out once: everyone by name, what finds them, what was found last. */
interface List {
  people: readonly Listed[]
  /** How many of them are with us now. */
  withUs: number
  finder: WordFinder
  found: Map<string, Found>
}

/** Positions of those who match, in the order asked for, and how many match among those not asked for. */
interface Found {
  positions: Uint32Array
  elsewhere: number
}

/** So many askers' lists are kept for one account as it is, and so many questions for each: windows ask again and again. */
const MAXIMUM_KEPT = 8

const listed = new WeakMap<Account, Map<string, List>>()

/** Everyone the asker sees, by name, with the words that find them. */
function listedBy(sight: Sight): List {
  const { account } = sight
  // Kept while nothing begins or ends; what someone sees through another's eyes is worked out each time.
  let known = listed.get(account)
  if (!known) listed.set(account, (known = new Map<string, List>()))
  const stretch = indexAt(account, sight.now)?.stretch.from ?? sight.now
  const key = `${sight.personId} ${stretch} ${dateOf(sight.now, account.zone)}`
  const ready = sight.constructor === Sight ? known.get(key) : undefined
  if (ready) return ready
  const people: Listed[] = sight.visiblePeople().map((person) => ({ person, name: account.nameOf(person.id) }))
  const collator = new Intl.Collator('en')
  people.sort((one, other) => collator.compare(one.name, other.name))
  const finder = new WordFinder(people.map(({ person, name }) => hayOf(sight, person, name)))
  const withUs = people.filter(({ person }) => isOfPresence(sight, person, 'now')).length
  const list = { people, withUs, finder, found: new Map() }
  if (known.size > MAXIMUM_KEPT) known.clear()
  if (sight.constructor === Sight) known.set(key, list)
  return list
}

/** What someone is found by, cut to what the asker sees of them (model D5). */
function hayOf(sight: Sight, person: PersonRow, name: string): string {
  const { account, now } = sight
  const words = [name, account.get('employer', person.employerId)?.name, stateAt(account, person, now), person.kind]
  if (isOutsider(person)) words.push('outsider', say('views.from-outside'))
  if (sight.depthOf(person.id) === 'record') {
    words.push(
      person.standing,
      person.managerId
        ? say('views.reports-to', { person: sight.personName(person.managerId) })
        : say('views.without-manager'),
    )
    const seats = account.by('holding', 'person', person.id).filter((one) => isHeldAt(account, one, now))
    words.push(seats.length === 0 ? say('views.without-seat') : seats.map((one) => seatName(sight, one)).join(' '))
    if (isOutsider(person) && person.engagementUntil === null) words.push(say('views.without-end'))
    if (hasBounced(account, person, now)) words.push(say('views.came-back'))
    if (absenceAt(person, now) === 'engagement-over') words.push(say('views.last-day-passed'))
    if (sight.isReport(person.id)) words.push(say('views.my-reports'))
    words.push(account.personal(person.id, 'email'), account.personal(person.id, 'phone'))
    for (const field of account.all('field')) {
      const value = field.values.find((one) => one.id === person.choices[field.id])?.name
      words.push(value ?? account.personal(person.id, `field ${field.id}`))
    }
  }
  return words.filter(Boolean).join(' · ').replaceAll('\n', ' ').toLowerCase()
}

export type PeopleQuestion = Pick<PeopleQuery, 'find' | 'sort' | 'filters' | 'presence'>

/** Those of the asker's list who match. */
function matching(sight: Sight, { find, sort, filters, presence }: PeopleQuestion): Found {
  const { people, finder, found } = listedBy(sight)
  const key = JSON.stringify([presence, sort, filters, find])
  const ready = found.get(key)
  if (ready) return ready
  const phrases = [...find.toLowerCase().matchAll(/"([^"]+)"|(\S+)/g)].map(
    ([, quoted, word]) => quoted ?? must(word, 'word'),
  )
  const passes = filteredBy(sight, filters)
  const matched = finder.find(phrases).filter((at) => passes(entryAt(people, at).person))
  const asked = matched.filter((at) => isOfPresence(sight, entryAt(people, at).person, presence))
  const positions = sort === 'name' ? asked : sorted(sight, people, asked, SORT_KEYS[sort])
  if (found.size > MAXIMUM_KEPT) found.clear()
  const answer = { positions, elsewhere: matched.length - asked.length }
  found.set(key, answer)
  return answer
}

function sorted(sight: Sight, people: readonly Listed[], positions: Uint32Array, keyOf: SortKey): Uint32Array {
  const keys = Array.from(positions, (at) => ({ at, key: keyOf(sight, entryAt(people, at).person) }))
  return Uint32Array.from(
    keys.sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)),
    ({ at }) => at,
  )
}

/** Those the asker sees whom all the words and phrases find, by name: also those who left. */
export function peopleFound(sight: Sight, find: string): readonly { person: PersonRow; name: string }[] {
  const { people } = listedBy(sight)
  const { positions } = matching(sight, { find, sort: 'name', filters: {}, presence: 'all' })
  return Array.from(positions, (at) => entryAt(people, at))
}

type SortKey = (sight: Sight, person: PersonRow) => string | number

/** What is open is last; what the asker does not see of someone sorts as if there were nothing. */
const SORT_KEYS: Record<Exclude<PeopleSort, 'name'>, SortKey> = {
  until: (sight, person) => (sight.depthOf(person.id) === 'record' ? (person.engagementUntil ?? Infinity) : Infinity),
  since: (sight, person) => (sight.depthOf(person.id) === 'record' ? -(person.engagementFrom ?? 0) : 0),
  state: (sight, person) => stateAt(sight.account, person, sight.now),
  employer: (sight, person) => sight.account.get('employer', person.employerId)?.name ?? '\uFFFF',
}

export function peopleView(sight: Sight, query: PeopleQuery = readPeopleQuery({})): PeopleView {
  const { people, withUs } = listedBy(sight)
  const { positions, elsewhere } = matching(sight, query)
  const window = Array.from(positions.subarray(query.from, query.from + query.count), (at) => entryAt(people, at))
  return {
    people: window.map((one) => {
      const view = (one.view ??= personView(sight, one.person))
      return query.costs ? { ...view, ...costsOfPerson(sight, one.person) } : view
    }),
    from: query.from,
    matching: positions.length,
    total: { now: withUs, before: people.length - withUs, all: people.length }[query.presence],
    elsewhere,
    controls: controlsOfPeople(sight),
  }
}

/** The ids of all who match, for something done to every one of them. */
export function peopleMatching(sight: Sight, query: PeopleQuery): { ids: Id[] } {
  const { people } = listedBy(sight)
  return { ids: Array.from(matching(sight, query).positions, (at) => entryAt(people, at).person.id) }
}

/** A person's row, cut to what the asker sees of them (model D5). */
export function personView(sight: Sight, person: PersonRow): PersonView {
  const { account, now } = sight
  const zone = account.zone
  const whole = sight.depthOf(person.id) === 'record'
  const seen = sight.seesAllKeys ? undefined : (placeId: Id) => sight.seesKeys(person.id, placeId)
  return {
    id: person.id,
    name: account.nameOf(person.id),
    kind: person.kind,
    state: stateAt(account, person, now),
    onRecord: person.recorded,
    employer: account.get('employer', person.employerId)?.name ?? null,
    standing: whole ? person.standing : null,
    from: whole && person.engagementFrom !== null ? dateOf(person.engagementFrom, zone) : null,
    until: whole && person.engagementUntil !== null ? lastDateBefore(person.engagementUntil, zone) : null,
    manager: whole && person.managerId ? sight.personName(person.managerId) : null,
    seats: whole ? seatsOf(account, person.id, now).map((one) => seatName(sight, one)) : null,
    reach: whole || person.id === sight.personId ? reachSummary(account, person.id, now, seen) : null,
    engagementOver: whole && absenceAt(person, now) === 'engagement-over',
    bounced: whole && hasBounced(account, person, now),
  }
}

function costsOfPerson(sight: Sight, person: PersonRow): Pick<PersonView, 'monthMinor' | 'lastUse'> {
  const { account, now } = sight
  if (sight.depthOf(person.id) !== 'record') return { monthMinor: null, lastUse: null }
  const last = Math.max(0, ...account.by('use', 'person', person.id).map((use) => use.at))
  return {
    monthMinor: sight.money ? (costsOf(account, monthOf(now, account.zone)).get(person.id) ?? 0) : null,
    lastUse: last > 0 ? dateOf(last, account.zone) : null,
  }
}

/** What a seat type is called in the product's sheet now; its code where no sheet names it. */
export function seatName(sight: Sight, seat: { product: string; seatType: string }): string {
  return seatTypeAt(sight.account, seat.product, seat.seatType, sight.now)?.name ?? seat.seatType
}
