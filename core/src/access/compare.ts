import type { Account } from '../account/account.ts'
import type { AreaKey, GrantRow, Id, PersonRow, PlaceRow, RowEdit } from '../account/rows.ts'
import { downwards, upwards } from '../places/tree.ts'
import type { Instant } from '../time/instants.ts'
import { rank, type Level } from './levels.ts'
import { grantsOf, reachesAt, type Reach } from './walk.ts'

/** What an edit can move: for each person, the places at which to look (architecture, impact set). */
export type Impact = Map<Id, Set<Id>>

/** Someone's level in an area at a place differs for a while between two accounts (model A7). */
export interface Move {
  personId: Id
  placeId: Id
  area: AreaKey
  from: Instant
  until: Instant | null
  before: Level
  after: Level
  /** After the change more is granted than the seats allow. */
  heldBack: boolean
}

/** Which of the two answers is compared: what they can do, or what was given to them (model D1). */
export type Measure = 'level' | 'granted'

/** The people and places the edits can move, before or after them. */
export function impactOf(before: Account, after: Account, edits: readonly RowEdit[]): Impact {
  const impact: Impact = new Map()
  const add = (personId: Id, places: Iterable<PlaceRow>) => {
    let set = impact.get(personId)
    if (!set) impact.set(personId, (set = new Set()))
    for (const place of places) set.add(place.id)
  }
  for (const account of [before, after]) {
    for (const edit of edits) {
      for (const row of [edit.before, edit.after]) if (row) impactOfRow(account, edit, row, add)
    }
  }
  return impact
}

type Add = (personId: Id, places: Iterable<PlaceRow>) => void

function impactOfRow(account: Account, edit: RowEdit, row: object, add: Add): void {
  switch (edit.table) {
    case 'grant': {
      const grant = row as GrantRow
      const places = downwards(account, grant.placeId)
      for (const person of subjectsOf(account, grant)) add(person.id, places)
      return
    }
    case 'person':
      return addPerson(account, account.get('person', edit.key), add)
    case 'holding':
    case 'membership':
      return addPerson(account, account.get('person', (row as { personId: Id }).personId), add)
    case 'place': {
      const walled = (edit.before as PlaceRow | null)?.walled !== (edit.after as PlaceRow | null)?.walled
      return edit.before && walled ? addAbove(account, edit.key, add) : undefined
    }
  }
}

/** A person moves wherever something was given to them: everywhere, for those with a standing at the root. */
function addPerson(account: Account, person: PersonRow | undefined, add: Add): void {
  if (!person) return
  if (person.standing === 'owner' || person.standing === 'administrator') add(person.id, account.all('place'))
  for (const { grant } of grantsOf(account, person)) add(person.id, downwards(account, grant.placeId))
}

/** A wall moves everyone who was let in above it. */
function addAbove(account: Account, placeId: Id, add: Add): void {
  const above = new Set(upwards(account, placeId).map((place) => place.id))
  const beneath = downwards(account, placeId)
  for (const person of account.all('person')) {
    const standing = person.standing === 'administrator' || person.standing === 'owner'
    if (standing || grantsOf(account, person).some(({ grant }) => above.has(grant.placeId))) add(person.id, beneath)
  }
}

export function subjectsOf(account: Account, grant: GrantRow): PersonRow[] {
  const people = (): Iterable<PersonRow | undefined> => {
    if (grant.subjectKind === 'person') return [account.get('person', grant.subjectId)]
    if (grant.subjectKind === 'standing') {
      return [...account.all('person')].filter((person) => person.standing === grant.subjectId)
    }
    return account.by('membership', 'group', grant.subjectId).map((row) => account.get('person', row.personId))
  }
  return [...people()].filter((person) => person !== undefined)
}

/**
 * Where and when people gain, lose, rise or fall between two accounts, from `now` on (model A7). Looked at are now and
 * every boundary of time that touches the people concerned; between two boundaries nothing moves.
 */
export function compare(before: Account, after: Account, impact: Impact, now: Instant, measure: Measure): Move[] {
  const moves: Move[] = []
  for (const [personId, places] of impact) {
    const boundaries = boundariesOf([before, after], personId, now)
    for (const placeId of places) moves.push(...movesAt(before, after, personId, placeId, boundaries, measure))
  }
  return moves
}

/** Now, and each later instant at which something of the person begins or ends by itself. */
function boundariesOf(accounts: Account[], personId: Id, now: Instant): Instant[] {
  const found = new Set<Instant>([now])
  const add = (instant: Instant | null) => {
    if (instant !== null && instant > now) found.add(instant)
  }
  for (const account of accounts) {
    const person = account.get('person', personId)
    if (!person) continue
    add(person.engagementFrom)
    add(person.engagementUntil)
    for (const { grant } of grantsOf(account, person)) {
      add(grant.from)
      add(grant.until)
    }
    for (const holding of account.by('holding', 'person', personId)) {
      add(holding.givenFrom)
      add(holding.until)
    }
    for (const sheet of account.all('sheet')) add(sheet.from)
  }
  return [...found].sort((one, other) => one - other)
}

function movesAt(
  before: Account,
  after: Account,
  personId: Id,
  placeId: Id,
  boundaries: Instant[],
  measure: Measure,
): Move[] {
  const open = new Map<AreaKey, Move>()
  const moves: Move[] = []
  const close = (move: Move, until: Instant | null) => {
    open.delete(move.area)
    moves.push({ ...move, until })
  }
  for (const instant of boundaries) {
    const was = reachesAt(before, personId, placeId, instant)
    const is = reachesAt(after, personId, placeId, instant)
    for (const area of new Set([...was.keys(), ...is.keys(), ...open.keys()])) {
      const now = { before: was.get(area)?.[measure] ?? 'none', after: is.get(area)?.[measure] ?? 'none' }
      const heldBack = isMoreThanSeat(is.get(area))
      const running = open.get(area)
      if (running && (running.before !== now.before || running.after !== now.after)) close(running, instant)
      if (now.before !== now.after && !open.has(area)) {
        open.set(area, { personId, placeId, area, from: instant, until: null, ...now, heldBack })
      }
    }
  }
  return [...moves, ...open.values()]
}

function isMoreThanSeat(reach: Reach | undefined): boolean {
  return reach !== undefined && rank(reach.granted) > rank(reach.cap)
}

export type MoveKind = 'gained' | 'lost' | 'raised' | 'lowered'

export function kindOf(move: Pick<Move, 'before' | 'after'>): MoveKind {
  if (move.before === 'none') return 'gained'
  if (move.after === 'none') return 'lost'
  return rank(move.after) > rank(move.before) ? 'raised' : 'lowered'
}
