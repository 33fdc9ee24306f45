import type { AreaKey, Id } from '../account/rows.ts'
import { LEVELS, rank, type Level } from '../access/levels.ts'
import { reachesInside } from '../access/reach.ts'
import type { Sight } from '../access/sight.ts'
import { belongsTo } from '../access/walk.ts'
import { whoReaches } from '../access/why.ts'
import { upwards } from '../places/tree.ts'
import { areasAt, isOwnArea, type Area } from '../products/catalogue.ts'
import { dateInWords, monthOf } from '../time/instants.ts'
import { departuresView } from './departures.ts'
import { findAll, findPeople, findPlaces, inOrder, wordsOf, type AskFound, type Named } from './find-named.ts'
import { cellView } from './grid.ts'
import { heldBackText } from './grid-cells.ts'
import { whyView } from './keys.ts'
import { peopleView, readPeopleQuery } from './people.ts'
import type { PeopleFilters } from './people-filters.ts'
import { entryAt, must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** One line of an answer, and what it opens. */
export interface AskLine {
  text: string
  detail: string
  personId?: Id
  placeId?: Id
  /** The doors of this person can be shut from here. */
  cutOff?: boolean
  departureId?: Id
}

/** A question understood: said back in full, answered in lines. */
export interface AskAnswer {
  question: string
  lines: AskLine[]
  more: number
  /** The filters of the list of people that show the same people, where the question is one of them. */
  list?: AskedList
}

/** What the list of people is narrowed by. */
export type AskedList = PeopleFilters & { find?: string }

export interface AskView {
  answer: AskAnswer | null
  found: AskFound[]
}

const MAXIMUM_FOUND = 8
const MAXIMUM_LINES = 12

/**
 * What the top field makes of a few words: a question it understands (`who change helipad`, `why nolan helipad`,
 * `what can nolan do at helipad`, `from outside at helipad`), and everything by that name. Cut to what the asker sees.
 */
export function askView(sight: Sight, text: string): AskView {
  const words = wordsOf(text)
  if (words.length === 0) return { answer: null, found: [] }
  return { answer: answerTo(sight, text.trim()), found: findAll(sight, words).slice(0, MAXIMUM_FOUND) }
}

/** How questions begin, with what is asked of the rest; blanks are single by then. */
const QUESTIONS: readonly [RegExp, (sight: Sight, rest: string, level: string) => AskAnswer | null][] = [
  [/^who (?:can )?(see|add|change|run) /i, (sight, rest, level) => who(sight, level, rest)],
  [/^why (?:can |does )?/i, (sight, rest) => whyAt(sight, rest)],
  [/^what (?:can )?/i, (sight, rest) => whatAt(sight, rest)],
  [/^cut ?off /i, (sight, rest) => cutOff(sight, rest)],
  [/^(?:leaving|departures)(?: this month)?$/i, (sight) => leaving(sight)],
  [/^(?:outsiders|(?:people |everyone )?from outside) (?:at |in )?/i, (sight, rest) => outsiders(sight, rest)],
  [/^(?:people|everyone) at /i, (sight, rest) => peopleAtPlace(sight, rest)],
  [/^(?:people|everyone) (?:with|in|from|of) /i, (sight, rest) => peopleWith(sight, rest)],
  [/^invited by /i, (sight, rest) => peopleInvitedBy(sight, rest)],
  [
    /^(?:people )?(?:not used|unused) (?:for |in )?(\d{1,4}) days?$/i,
    (sight, _rest, days) => peopleUnused(sight, days),
  ],
]

/** `nolan do at helipad`: whom, and where. */
function whatAt(sight: Sight, text: string): AskAnswer | null {
  const words = text.split(' ')
  const at = words.findIndex((word, index) => index > 0 && word.toLowerCase() === 'at')
  if (at < 0 || at === words.length - 1) return null
  const person = words.slice(0, entryAt(words, at - 1).toLowerCase() === 'do' ? at - 1 : at)
  return person.length === 0 ? null : what(sight, person.join(' '), words.slice(at + 1).join(' '))
}

/** Nobody asks longer questions; what is longer is looked for as it is now, and not understood. */
const LONGEST_QUESTION = 200

function answerTo(sight: Sight, text: string): AskAnswer | null {
  if (text.length > LONGEST_QUESTION) return null
  const plain = text.replaceAll('?', ' ').replaceAll(/\s+/g, ' ').trim()
  for (const [begins, answer] of QUESTIONS) {
    const found = begins.exec(plain)
    const rest = plain.slice(found?.[0].length)
    if (found && (rest !== '' || begins.source.endsWith('$'))) return answer(sight, rest, found[1] ?? '')
  }
  return null
}

function bestPlace(sight: Sight, text: string): Named | undefined {
  const words = wordsOf(text).filter((word) => word !== 'at')
  return words.length === 0 ? undefined : inOrder(findPlaces(sight, words), words)[0]
}

function bestPerson(sight: Sight, text: string): Named | undefined {
  const words = wordsOf(text)
  return words.length === 0 ? undefined : inOrder(findPeople(sight, words), words)[0]
}

/** The same for people at a place or beneath: of a client and its sites by one name, the client. */
function bestWhole(sight: Sight, text: string): Named | undefined {
  const words = wordsOf(text)
  const found = inOrder(findPlaces(sight, words), words)
  const above = new Set(found[0] ? upwards(sight.account, found[0].id).map(({ id }) => id) : [])
  return found.filter(({ id }) => above.has(id)).sort((one, other) => isAbove(sight, one, other))[0]
}

function isAbove({ account }: Sight, one: Named, other: Named): number {
  return upwards(account, one.id).length - upwards(account, other.id).length
}

/** Words that name an area are taken out of the question: `photos at helipad`, `helipad photos`. */
function takeArea(sight: Sight, text: string): { area: Area | undefined; rest: string } {
  for (const area of areasAt(sight.account, sight.now)) {
    const name = area.area.name.toLowerCase()
    const at = ` ${text.toLowerCase()} `.indexOf(` ${name} `)
    if (at >= 0 && !isOwnArea(area.key)) {
      return { area, rest: `${text.slice(0, at)} ${text.slice(at + name.length)}`.trim() }
    }
  }
  return { area: undefined, rest: text }
}

/** The products' areas that belong to a place: what getting in there means (model A6, L4). */
function productAreasOf({ account, now }: Sight, placeId: Id): AreaKey[] {
  return areasAt(account, now).flatMap((area) => {
    return !isOwnArea(area.key) && belongsTo(account, area, placeId) ? [area.key] : []
  })
}

function cut(question: string, lines: AskLine[]): AskAnswer {
  return { question, lines: lines.slice(0, MAXIMUM_LINES), more: Math.max(0, lines.length - MAXIMUM_LINES) }
}

function highest(areas: ReadonlyMap<string, Level>): Level {
  return entryAt(LEVELS, Math.max(0, ...[...areas.values()].map(rank)))
}

function who(sight: Sight, word: string, text: string): AskAnswer | null {
  const { area, rest } = takeArea(sight, text)
  const place = bestPlace(sight, rest)
  if (!place) return null
  const level = word.toLowerCase() as Level
  const keys = area ? [area.key] : productAreasOf(sight, place.id)
  const lines = whoReaches(sight.account, place.id, level, keys, sight.now)
    .filter(({ personId }) => sight.seesPerson(personId) && sight.seesKeys(personId, place.id))
    .map(({ personId, areas }) => ({
      text: sight.personName(personId),
      detail: area ? highest(areas) : say('views.1-area', { highest: highest(areas), size: areas.size }),
      personId,
      placeId: place.id,
    }))
    .sort((one, other) => one.text.localeCompare(other.text, 'en'))
  return cut(
    say('views.who-can-at', {
      level,
      hasArea: area !== undefined,
      area: area?.area.name.toLowerCase() ?? '',
      place: place.name,
      count: lines.length,
    }),
    lines,
  )
}

/** Whose doors one may shut, by these words. */
function cutOff(sight: Sight, text: string): AskAnswer | null {
  if (!sight.can('people', 'change')) return null
  const words = wordsOf(text)
  const found = inOrder(findPeople(sight, words), words).filter(({ state }) => state === 'active' || state === 'away')
  const lines = found.map(({ id, name, detail }) => ({
    text: say('views.end-access-now', { name }),
    detail,
    personId: id,
    cutOff: true,
  }))
  return lines.length > 0 ? cut(say('views.end-all-access-now-and-hand-over-what'), lines) : null
}

/** Who leaves this month, planned or by the end of their engagement. */
function leaving(sight: Sight): AskAnswer | null {
  const view = departuresView(sight)
  if (!view) return null
  const { zone } = sight.account
  const month = monthOf(sight.now, zone)
  const planned = view.departures
    .filter(({ state, date }) => state === 'planned' && date.startsWith(month))
    .map(({ name, at, id }) => ({ text: name, detail: at, departureId: id }))
  const ending = view.proposed
    .filter(({ date }) => date.startsWith(month))
    .map(({ name, date, personId }) => ({
      text: name,
      detail: say('views.last-day', { date: dateInWords(date) }),
      personId,
    }))
  return cut(say('views.leaving-this-month', { count: planned.length + ending.length }), [...planned, ...ending])
}

/** A person and a place in one run of words: cut where both are found. */
function personAndPlace(sight: Sight, text: string): { person: Named; place: Named } | undefined {
  const words = text.split(/\s+/).filter((word) => word.toLowerCase() !== 'at' && word.toLowerCase() !== 'reach')
  for (let at = words.length - 1; at >= 1; at -= 1) {
    const person = bestPerson(sight, words.slice(0, at).join(' '))
    const place = person && bestPlace(sight, words.slice(at).join(' '))
    if (person && place) return { person, place }
  }
  return undefined
}

function whyAt(sight: Sight, text: string): AskAnswer | null {
  const { area, rest } = takeArea(sight, text)
  const both = personAndPlace(sight, rest)
  const cell = both && cellView(sight, both.place.id, both.person.id)
  if (!both || !cell) return null
  const { person, place } = both
  const open = { personId: person.id, placeId: place.id }
  const keys = area ? cell.keys.filter((key) => key.area === area.key) : cell.keys
  const question = say('views.access-of-at', { person: person.name, place: place.name })
  if (keys.length === 0) {
    return cut(question, [{ text: say('views.no-access-there'), detail: say('views.open-to-see-why-not'), ...open }])
  }
  const lines = keys.map((key) => {
    const [route] = whyView(sight, person.id, place.id, key.area).routes
    const through = route?.role
      ? say('views.at', { role: route.role, place: route.place })
      : (route?.standing ?? say('views.through-something-you-do-not-have-the-right'))
    return {
      text: `${key.name}: ${key.level}`,
      detail: key.heldBack ? `${through}, ${heldBackText(key.level)}` : through,
      ...open,
    }
  })
  return cut(question, lines)
}

function what(sight: Sight, personText: string, placeText: string): AskAnswer | null {
  const [person, place] = [bestPerson(sight, personText), bestPlace(sight, placeText)]
  const cell = person && place && cellView(sight, place.id, person.id)
  if (!cell) return null
  const lines = cell.keys.map((key) => ({
    text: `${key.name}: ${key.level}`,
    detail: key.sentence,
    personId: person.id,
    placeId: place.id,
  }))
  return cut(
    say('views.what-can-do-at-nothing', { person: person.name, place: place.name, isNothing: lines.length === 0 }),
    lines,
  )
}

function outsiders(sight: Sight, text: string): AskAnswer | null {
  const place = bestWhole(sight, text)
  if (!place) return null
  return peopleBy(sight, say('views.from-outside-with-access-at', { place: place.name }), {
    place: place.id,
    find: `"${say('views.from-outside')}"`,
  })
}

/** What someone reaches of the products at a place; what only lies beneath it is not among it. */
function productLevelsAt({ account, now }: Sight, personId: Id, placeId: Id): Map<AreaKey, Level> {
  const reaches = [...reachesInside(account, personId, placeId, now)]
  return new Map(reaches.flatMap(([key, { own }]) => (isOwnArea(key) ? [] : [[key, own.free] as const])))
}

/** Those of the list of people whom a filter lets through, and the filter, so that the whole list can be opened. */
function peopleBy(sight: Sight, question: string, list: AskedList): AskAnswer {
  const { find = '', ...filters } = list
  const { people, matching } = peopleView(sight, {
    ...readPeopleQuery({ count: String(MAXIMUM_LINES), find }),
    filters,
  })
  const lines = people.map(({ id, name, employer, kind }) => {
    const { place } = list
    if (!place) return { text: name, detail: employer ?? kind, personId: id }
    const level = highest(productLevelsAt(sight, id, place))
    const words = [level === 'none' ? say('views.beneath-it') : level, employer]
    return { text: name, detail: words.filter(Boolean).join(', '), personId: id, placeId: place }
  })
  return { question: `${question}: ${matching}`, lines, more: matching - lines.length, list }
}

/** `people with gardener`, `people in the crew`, `people from Reed Ropes`: a role, group, firm, or seat by its name. */
function peopleWith(sight: Sight, text: string): AskAnswer | null {
  const words = wordsOf(text).filter((word) => word !== 'the' && word !== 'a')
  const [best] = findAll(sight, words).filter(({ kind }) => kind !== 'person' && kind !== 'place')
  if (!best || words.length === 0) return null
  if (best.kind === 'role')
    return peopleBy(sight, say('views.people-with-the-role', { best: best.name }), { role: best.id })
  if (best.kind === 'group')
    return peopleBy(sight, say('views.people-in-the-group', { best: best.name }), { group: best.id })
  if (best.kind === 'firm')
    return peopleBy(sight, say('views.people-from-the-firm', { best: best.name }), { firm: best.id })
  return peopleBy(sight, say('views.people-with-a-in', { best: best.name, detail: best.detail }), {
    seat: must(best.seat, 'seat'),
  })
}

function peopleAtPlace(sight: Sight, text: string): AskAnswer | null {
  const place = bestWhole(sight, text)
  return place ? peopleBy(sight, say('views.people-with-access-at', { place: place.name }), { place: place.id }) : null
}

function peopleInvitedBy(sight: Sight, text: string): AskAnswer | null {
  const who = /^me$/i.test(text)
    ? { id: sight.personId, name: sight.personName(sight.personId) }
    : bestPerson(sight, text)
  return who ? peopleBy(sight, say('views.invited-by', { who: who.name }), { invitedBy: who.id }) : null
}

function peopleUnused(sight: Sight, days: string): AskAnswer {
  return peopleBy(sight, say('views.no-use-reported-for-days', { days }), { unusedDays: Number(days) })
}
