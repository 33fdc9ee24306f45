import {
  type AskAnswer,
  bestPerson,
  cut,
  highest,
  outsiders,
  peopleAtPlace,
  peopleInvitedBy,
  peopleUnused,
  peopleWith,
} from './ask-people.ts'
import { type AskFound, findAll, findPeople, findPlaces, inOrder, type Named, wordsOf } from './find-named.ts'
import type { Sight } from '../access/sight.ts'
import { entryAt } from '../checks/must.ts'
import { type Area, areasAt, isOwnArea } from '../products/catalogue.ts'
import type { AreaKey, Id } from '../account/rows.ts'
import { belongsTo } from '../access/walk.ts'
import type { Level } from '../account/level.ts'
import { whoReaches } from '../access/why.ts'
import { say } from '../words/say.ts'
import { departuresView } from './departures.ts'
import { dateInWords, monthOf } from '../time/instants.ts'
import { cellView } from './grid-table.ts'
import { whyView } from './keys.ts'
import { heldBackText } from './grid-cells.ts'

export interface AskView {
  answer: AskAnswer | null
  found: AskFound[]
}

const MAXIMUM_FOUND = 8

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

export function who(sight: Sight, word: string, text: string): AskAnswer | null {
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
