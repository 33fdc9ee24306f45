import type { Account } from '../account/account.ts'
import type { Id, PersonState } from '../account/rows.ts'
import { AccessIndex } from '../access/indexed/access-index.ts'
import { placesOf } from '../access/indexed/lists.ts'
import { indexAt } from '../access/reach.ts'
import { rank, type Level } from '../access/levels.ts'
import type { Sight } from '../access/sight.ts'
import { stateAt } from '../people/presence.ts'
import type { Instant } from '../time/instants.ts'

export type Way = 'gained' | 'lost' | 'raised' | 'lowered'

/** Somebody's reach at a place on two days: the highest level of any area. */
export interface BetweenLine {
  way: Way
  personId: Id
  name: string
  placeId: Id
  place: string
  before: Level
  after: Level
}

export interface BetweenView {
  counts: Record<Way, number>
  lines: BetweenLine[]
  more: number
  /** People by state on either day. */
  people: { state: PersonState; before: number; after: number }[]
}

const LINES = 200

/**
 * Two states of an account compared: who got in where on one day and on another (model A7), read with today's eyes
 * (model D5): whoever and whatever the reader does not see today is not among it.
 */
export function betweenView(
  sight: Sight,
  before: { account: Account; instant: Instant },
  after: { account: Account; instant: Instant },
): BetweenView | undefined {
  if (!sight.can('ledger', 'see')) return undefined
  const counts: BetweenView['counts'] = { gained: 0, lost: 0, raised: 0, lowered: 0 }
  const lines: BetweenLine[] = []
  const [was, is] = [before, after].map(
    ({ account, instant }) => indexAt(account, instant) ?? AccessIndex.of(account, instant),
  )
  for (const person of sight.visiblePeople()) {
    const then = reachedBy(was!, person.id)
    const now = reachedBy(is!, person.id)
    for (const placeId of new Set([...then.keys(), ...now.keys()])) {
      const [from, to] = [then.get(placeId) ?? 'none', now.get(placeId) ?? 'none']
      if (from === to || !sight.seesPlace(placeId) || !sight.seesKeys(person.id, placeId)) continue
      const way = from === 'none' ? 'gained' : to === 'none' ? 'lost' : rank(to) > rank(from) ? 'raised' : 'lowered'
      counts[way] += 1
      if (lines.length >= LINES) continue
      const names = { name: sight.personName(person.id), place: sight.placeName(placeId) }
      lines.push({ way, personId: person.id, placeId, ...names, before: from, after: to })
    }
  }
  const all = counts.gained + counts.lost + counts.raised + counts.lowered
  return { counts, lines, more: all - lines.length, people: peopleBetween(sight, before, after) }
}

function reachedBy(index: AccessIndex, personId: Id): Map<Id, Level> {
  return new Map(placesOf(index, personId).map(({ placeId, level }) => [placeId, level]))
}

function peopleBetween(
  sight: Sight,
  ...sides: readonly { account: Account; instant: Instant }[]
): BetweenView['people'] {
  const [before, after] = sides.map(({ account, instant }) => {
    const states = new Map<PersonState, number>()
    for (const person of account.all('person')) {
      if (!sight.seesPerson(person.id)) continue
      const state = stateAt(account, person, instant)
      states.set(state, (states.get(state) ?? 0) + 1)
    }
    return states
  })
  const all = new Set([...before!.keys(), ...after!.keys()])
  return [...all].sort().map((state) => ({ state, before: before!.get(state) ?? 0, after: after!.get(state) ?? 0 }))
}
