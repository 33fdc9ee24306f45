import type { PeopleFilters } from './people-filters.ts'
import type { Sight } from '../access/sight.ts'
import { say } from '../words/say.ts'
import type { AreaKey, Id } from '../account/rows.ts'
import { rank } from '../access/levels.ts'
import { type Level, LEVELS } from '../account/level.ts'
import { reachesInside } from '../access/reach.ts'
import { isOwnArea } from '../products/catalogue.ts'
import { peopleView, readPeopleQuery } from './people.ts'
import { findAll, wordsOf, findPeople, findPlaces, inOrder, type Named } from './find-named.ts'
import { must, entryAt } from '../checks/must.ts'
import { upwards } from '../places/tree.ts'

/** What the list of people is narrowed by. */
export type AskedList = PeopleFilters & { find?: string }

export function outsiders(sight: Sight, text: string): AskAnswer | null {
  const place = bestWhole(sight, text)
  if (!place) return null
  return peopleBy(sight, say('views.from-outside-with-access-at', { place: place.name }), {
    place: place.id,
    find: `"${say('views.from-outside')}"`,
  })
}

/** What someone reaches of the products at a place; what is only below it is left out. */
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
export function peopleWith(sight: Sight, text: string): AskAnswer | null {
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

export function peopleAtPlace(sight: Sight, text: string): AskAnswer | null {
  const place = bestWhole(sight, text)
  return place ? peopleBy(sight, say('views.people-with-access-at', { place: place.name }), { place: place.id }) : null
}

export function peopleInvitedBy(sight: Sight, text: string): AskAnswer | null {
  const who = /^me$/i.test(text)
    ? { id: sight.personId, name: sight.personName(sight.personId) }
    : bestPerson(sight, text)
  return who ? peopleBy(sight, say('views.invited-by', { who: who.name }), { invitedBy: who.id }) : null
}

export function peopleUnused(sight: Sight, days: string): AskAnswer {
  return peopleBy(sight, say('views.no-use-reported-for-days', { days }), { unusedDays: Number(days) })
}

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

export const MAXIMUM_LINES = 12

export function bestPerson(sight: Sight, text: string): Named | undefined {
  const words = wordsOf(text)
  return words.length === 0 ? undefined : inOrder(findPeople(sight, words), words)[0]
}

/** The same for people at a place or beneath: of a client and its sites by one name, the client. */
export function bestWhole(sight: Sight, text: string): Named | undefined {
  const words = wordsOf(text)
  const found = inOrder(findPlaces(sight, words), words)
  const above = new Set(found[0] ? upwards(sight.account, found[0].id).map(({ id }) => id) : [])
  return found.filter(({ id }) => above.has(id)).sort((one, other) => isAbove(sight, one, other))[0]
}

export function cut(question: string, lines: AskLine[]): AskAnswer {
  return { question, lines: lines.slice(0, MAXIMUM_LINES), more: Math.max(0, lines.length - MAXIMUM_LINES) }
}

export function highest(areas: ReadonlyMap<string, Level>): Level {
  return entryAt(LEVELS, Math.max(0, ...[...areas.values()].map(rank)))
}

export function isAbove({ account }: Sight, one: Named, other: Named): number {
  return upwards(account, one.id).length - upwards(account, other.id).length
}
