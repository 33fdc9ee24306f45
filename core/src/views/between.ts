import type { Account } from '../account/account.ts'
import type { AbsenceRow, Id, PersonState } from '../account/rows.ts'
import { AccessIndex } from '../access/indexed/access-index.ts'
import { placesOf } from '../access/indexed/lists.ts'
import { indexAt } from '../access/reach.ts'
import { rank } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import type { Sight } from '../access/sight.ts'
import { stateAt } from '../people/presence.ts'
import { dateOf, lastDateBefore, type Instant, type LocalDate } from '../time/instants.ts'
import { must } from '../checks/must.ts'

export type Way = 'gained' | 'lost' | 'raised' | 'lowered'

/** Someone's reach at a place on two days: the highest level of any area. */
export interface BetweenLine {
  way: Way
  personId: Id
  name: string
  placeId: Id
  place: string
  /** How many places beneath moved in the same way. */
  beneath: number
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
 * (model D5): people and places that the reader does not see today are left out.
 */
export function betweenView(sight: Sight, before: AccountThen, after: AccountThen): BetweenView | undefined {
  if (!sight.can('ledger', 'see')) return undefined
  const counts: BetweenView['counts'] = { gained: 0, lost: 0, raised: 0, lowered: 0 }
  const lines: BetweenLine[] = []
  const [was, is] = [indexOf(before), indexOf(after)]
  for (const person of sight.visiblePeople()) {
    const seen = reachBetween(was, is, person.id).filter(
      ({ placeId }) => sight.seesPlace(placeId) && sight.seesKeys(person.id, placeId),
    )
    for (const { way } of seen) counts[way] += 1
    for (const move of folded(sight.account, seen)) lines.push(named(sight, person.id, move))
  }
  const more = Math.max(0, lines.length - LINES)
  return { counts, lines: lines.slice(0, LINES), more, people: peopleBetween(sight, before, after) }
}

/** What became of one's own reach while one was away, told on return (model X1). */
export interface MeanwhileView {
  /** The first and the last day away. */
  from: LocalDate
  until: LocalDate
  /** Whether seats could not be had back. */
  withoutSeats: boolean
  lines: BetweenLine[]
  more: number
}

/** For so long after a return it is told. */
const TOLD_DAYS = 14

/** One's latest time away that is over, as long as it is to be told of. */
export function backFrom({ account, personId, now }: Sight): AbsenceRow | undefined {
  return account
    .by('absence', 'person', personId)
    .filter((one) => one.state === 'over' && one.until !== null && now - one.until < TOLD_DAYS * 86_400_000_000)
    .sort((one, other) => must(other.until, 'until') - must(one.until, 'until'))[0]
}

/** One's own reach before a time away and now; places that are gone meanwhile are left out. */
export function meanwhileView(sight: Sight, absence: AbsenceRow, before: AccountThen): MeanwhileView {
  const { account, personId, now } = sight
  const moves = reachBetween(indexOf(before), indexOf({ account, instant: now }), personId).filter(({ placeId }) =>
    account.get('place', placeId),
  )
  const lines = folded(account, moves)
  return {
    from: dateOf(absence.from, account.zone),
    until: lastDateBefore(must(absence.until, 'until'), account.zone),
    withoutSeats: absence.withoutSeats,
    lines: lines.slice(0, LINES).map((move) => named(sight, personId, move)),
    more: Math.max(0, lines.length - LINES),
  }
}

/** An account as it stood at an instant. */
export interface AccountThen {
  account: Account
  instant: Instant
}

type ReachMove = Pick<BetweenLine, 'way' | 'placeId' | 'before' | 'after'>

function indexOf({ account, instant }: AccountThen): AccessIndex {
  return indexAt(account, instant) ?? AccessIndex.of(account, instant)
}

/** Where someone's highest level differs between two states. */
function reachBetween(was: AccessIndex, is: AccessIndex, personId: Id): ReachMove[] {
  const [then, now] = [reachedBy(was, personId), reachedBy(is, personId)]
  return [...new Set([...then.keys(), ...now.keys()])].flatMap((placeId): ReachMove[] => {
    const [before, after] = [then.get(placeId) ?? 'none', now.get(placeId) ?? 'none']
    if (before === after) return []
    const way =
      before === 'none' ? 'gained' : after === 'none' ? 'lost' : rank(after) > rank(before) ? 'raised' : 'lowered'
    return [{ way, placeId, before, after }]
  })
}

/** Places that moved as the one above them did stand in its line. */
function folded(account: Account, moves: readonly ReachMove[]): (ReachMove & { beneath: number })[] {
  const lines = new Map(moves.map((move) => [move.placeId, { ...move, beneath: 0 }]))
  const isAlike = (one: ReachMove, other: ReachMove | undefined) =>
    other?.before === one.before && other.after === one.after
  for (const move of moves) {
    let top = must(lines.get(move.placeId), 'entry of lines')
    for (;;) {
      const above = lines.get(account.get('place', top.placeId)?.parentId ?? '')
      if (!above || !isAlike(move, above)) break
      top = above
    }
    if (top.placeId !== move.placeId) top.beneath += 1
  }
  return [...lines.values()].filter((line) => {
    return !isAlike(line, lines.get(account.get('place', line.placeId)?.parentId ?? ''))
  })
}

function named(sight: Sight, personId: Id, move: ReachMove & { beneath: number }): BetweenLine {
  return { ...move, personId, name: sight.personName(personId), place: sight.placeName(move.placeId) }
}

function reachedBy(index: AccessIndex, personId: Id): Map<Id, Level> {
  return new Map(placesOf(index, personId).map(({ placeId, level }) => [placeId, level]))
}

function peopleBetween(sight: Sight, ...sides: readonly AccountThen[]): BetweenView['people'] {
  const [before, after] = sides.map(({ account, instant }) => {
    const states = new Map<PersonState, number>()
    for (const person of account.all('person')) {
      if (!sight.seesPerson(person.id)) continue
      const state = stateAt(account, person, instant)
      states.set(state, (states.get(state) ?? 0) + 1)
    }
    return states
  })
  const all = new Set([...must(before, 'before').keys(), ...must(after, 'after').keys()])
  return [...all].sort().map((state) => ({
    state,
    before: must(before, 'before').get(state) ?? 0,
    after: must(after, 'after').get(state) ?? 0,
  }))
}
