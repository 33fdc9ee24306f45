import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import type { Area } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import type { Impact } from './impact.ts'
import { levelOf, topRank, freeRank, unpack, unpackAnswer } from './profiles.ts'
import { Survey, type Coverings, type Standpoint } from './survey.ts'
import type { Level } from '../account/level.ts'
import type { Answer, Whose } from './powers.ts'
import { entryAt, must } from '../checks/must.ts'

/** What differs in one area: packed levels (see `profiles.ts`) and the actions whose answer is another. */
export interface AreaMove {
  area: Area
  before: number
  after: number
  actions: readonly { code: string; before: number; after: number }[]
  /** After the change more is granted than the seats allow (model A4). */
  heldBack: boolean
}

/** Someone's answer at a place differs for a while between two accounts (model A7). */
export interface Move {
  personId: Id
  placeId: Id
  from: Instant
  until: Instant | null
  areas: readonly AreaMove[]
}

/** Which of the two answers is compared: what they can do, or what was given to them (model D1). */
export type Measure = 'ability' | 'entitlement'

/**
 * Where and when people gain, lose, rise or fall between two accounts, from `now` on (model A7). Looked at are now and
 * every boundary of time that touches the people concerned; between two boundaries nothing moves.
 */
export function compare(before: Account, after: Account, impact: Impact, now: Instant, measure: Measure): Move[] {
  const comparison = new Comparison(new Survey(before), new Survey(after), now, measure)
  const moves: Move[] = []
  for (const [personId, places] of impact) for (const placeId of places) comparison.movesAt(personId, placeId, moves)
  return moves
}

const NOTHING: readonly AreaMove[] = []
const NOWHERE: Coverings = []

/** What differs for a while; the places at which it does share it. */
type Stretch = Pick<Move, 'from' | 'until' | 'areas'>
type Stretches = readonly Stretch[]

const NO_STRETCHES: Stretches = []

class Comparison {
  private readonly differences = new Map<Standpoint | undefined, Map<Standpoint | undefined, readonly AreaMove[]>>()

  /** Of the person looked at last: by what covered a place before, then by what covers it after. */
  private stretches = new Map<Coverings, { is: Coverings; spot: string; stretches: Stretches }[]>()
  private stretchesFor: Id | undefined

  constructor(
    private readonly before: Survey,
    private readonly after: Survey,
    private readonly now: Instant,
    private readonly measure: Measure,
  ) {}

  movesAt(personId: Id, placeId: Id, moves: Move[]): void {
    const [was, is] = [this.before.holder(personId), this.after.holder(personId)]
    const wasCovering = was ? this.before.covering(was, placeId) : NOWHERE
    const isCovering = is ? this.after.covering(is, placeId) : NOWHERE
    const stops = `${was && this.before.isStopped(was, placeId)} ${is && this.after.isStopped(is, placeId)}`
    const spot = this.after.isRoot(placeId) ? 'root' : stops
    const stretches = this.stretchesOf(personId, spot, wasCovering, isCovering, () => {
      const instants = new Set<Instant>([this.now])
      const ability = this.measure === 'ability'
      this.before.boundaries(ability ? was : undefined, wasCovering, instants, this.now)
      this.after.boundaries(ability ? is : undefined, isCovering, instants, this.now)
      const ordered = [...instants].sort((one, other) => one - other)
      const segments = ordered.map((instant) =>
        this.difference(
          was && this.standpoint(this.before, was, wasCovering, placeId, instant),
          is && this.standpoint(this.after, is, isCovering, placeId, instant),
        ),
      )
      return segments.some((areas) => areas.length > 0) ? collect(ordered, segments) : NO_STRETCHES
    })
    for (const { from, until, areas } of stretches) moves.push({ personId, placeId, from, until, areas })
  }

  /** Where the same routes cover two places, someone's answers there differ alike: worked out once for each person. */
  private stretchesOf(personId: Id, spot: string, was: Coverings, is: Coverings, make: () => Stretches): Stretches {
    if (personId !== this.stretchesFor) {
      this.stretchesFor = personId
      this.stretches = new Map()
    }
    let known = this.stretches.get(was)
    if (!known) this.stretches.set(was, (known = []))
    const found = known.find((one) => one.is === is && one.spot === spot)
    if (found) return found.stretches
    const stretches = make()
    known.push({ is, spot, stretches })
    return stretches
  }

  private standpoint(
    survey: Survey,
    holder: Parameters<Survey['abilityAt']>[0],
    covering: Coverings,
    placeId: Id,
    instant: Instant,
  ): Standpoint {
    return this.measure === 'ability'
      ? survey.abilityAt(holder, covering, placeId, instant)
      : survey.entitlementAt(holder, covering, placeId, instant)
  }

  /** Few pairs of answers ever meet; what differs between two is worked out once. */
  private difference(was: Standpoint | undefined, is: Standpoint | undefined): readonly AreaMove[] {
    let known = this.differences.get(was)
    if (!known) this.differences.set(was, (known = new Map<Standpoint | undefined, readonly AreaMove[]>()))
    let areas = known.get(is)
    if (!areas) known.set(is, (areas = differenceOf(was, is)))
    return areas
  }
}

/** Half-open stretches over which the same areas differ alike; areas with the same stretch are together. */
function collect(instants: readonly Instant[], segments: readonly (readonly AreaMove[])[]): Stretches {
  if (segments.every((areas) => areas === segments[0]))
    return [{ from: entryAt(instants, 0), until: null, areas: entryAt(segments, 0) }]
  const open = new Map<string, { move: AreaMove; from: Instant }>()
  const closed = new Map<string, Stretch & { areas: AreaMove[] }>()
  const close = (key: string, until: Instant | null) => {
    const { move, from } = must(open.get(key), 'entry of open')
    open.delete(key)
    const stretch = `${from} ${until}`
    const known = closed.get(stretch)
    if (known) known.areas.push(move)
    else closed.set(stretch, { from, until, areas: [move] })
  }
  segments.forEach((areas, at) => {
    const now = new Map(areas.map((area) => [area.area.key, area]))
    for (const [key, { move }] of open) {
      const same = now.get(key)
      if (!same || !isAlike(same, move)) close(key, entryAt(instants, at))
    }
    for (const [key, move] of now) if (!open.has(key)) open.set(key, { move, from: entryAt(instants, at) })
  })
  for (const key of [...open.keys()]) close(key, null)
  return [...closed.values()]
}

function isAlike(one: AreaMove, other: AreaMove): boolean {
  const actions = (move: AreaMove) =>
    move.actions.map((action) => `${action.code}${action.before}${action.after}`).join()
  return one.before === other.before && one.after === other.after && actions(one) === actions(other)
}

function differenceOf(was: Standpoint | undefined, is: Standpoint | undefined): readonly AreaMove[] {
  if (was === is) return NOTHING
  if (was && was.book === is?.book) return differenceInBook(was, is)
  const found: AreaMove[] = []
  const books = [is?.book, was?.book].filter((book) => book !== undefined)
  const keys = new Set(books.flatMap((book) => book.areas.map((area) => area.key)))
  for (const key of keys) {
    const [wasAt, isAt] = [was?.book.positionOf(key) ?? -1, is?.book.positionOf(key) ?? -1]
    const before = wasAt < 0 ? 0 : must(must(was, 'was').levels[wasAt], 'entry of levels')
    const after = isAt < 0 ? 0 : must(must(is, 'is').levels[isAt], 'entry of levels')
    const actions = actionMoves(was, wasAt, is, isAt)
    if (before === after && actions.length === 0) continue
    const area = isAt < 0 ? entryAt(must(was, 'was').book.areas, wasAt) : entryAt(must(is, 'is').book.areas, isAt)
    found.push({ area, before, after, actions, heldBack: isAt >= 0 && isHeldBack(must(is, 'is'), isAt) })
  }
  return found.length === 0 ? NOTHING : found
}

function isHeldBack(point: Standpoint, at: number): boolean {
  return topRank(must(point.granted[at], 'entry of granted')) > topRank(must(point.levels[at], 'entry of levels'))
}

/** The same where both stand in one book, as almost always: areas and actions are at the same positions. */
function differenceInBook(was: Standpoint, is: Standpoint): readonly AreaMove[] {
  const { areas, offsets, actionsOfArea } = is.book
  const found: AreaMove[] = []
  for (let at = 0; at < areas.length; at += 1) {
    const [before, after] = [must(was.levels[at], 'entry of levels'), must(is.levels[at], 'entry of levels')]
    const [offset, list] = [entryAt(offsets, at), entryAt(actionsOfArea, at)]
    const actions: { code: string; before: number; after: number }[] = []
    for (let index = 0; index < list.length; index += 1) {
      const [one, other] = [
        must(was.actions[offset + index], 'entry of actions'),
        must(is.actions[offset + index], 'entry of actions'),
      ]
      if (one !== other) actions.push({ code: entryAt(list, index).code, before: one, after: other })
    }
    if (before === after && actions.length === 0) continue
    found.push({ area: entryAt(areas, at), before, after, actions, heldBack: isHeldBack(is, at) })
  }
  return found.length === 0 ? NOTHING : found
}

function actionMoves(was: Standpoint | undefined, wasAt: number, is: Standpoint | undefined, isAt: number) {
  const answers = (point: Standpoint | undefined, at: number) => {
    const known = new Map<string, number>()
    if (point && at >= 0) {
      const offset = entryAt(point.book.offsets, at)
      entryAt(point.book.actionsOfArea, at).forEach(({ code }, index) =>
        known.set(code, must(point.actions[offset + index], 'entry of actions')),
      )
    }
    return known
  }
  const [before, after] = [answers(was, wasAt), answers(is, isAt)]
  const codes = new Set([...before.keys(), ...after.keys()])
  return [...codes].flatMap((code) => {
    const one = { code, before: before.get(code) ?? 0, after: after.get(code) ?? 0 }
    return one.before === one.after ? [] : [one]
  })
}

export type MoveKind = 'gained' | 'lost' | 'raised' | 'lowered'

/** How an area moves for its holder: from nothing, to nothing, up, or down (down too where one thing falls). */
export function kindOf({ before, after, actions }: Pick<AreaMove, 'before' | 'after' | 'actions'>): MoveKind {
  if (topRank(before) === 0 && topRank(after) > 0) return 'gained'
  if (topRank(after) === 0 && topRank(before) > 0) return 'lost'
  return fallsSomewhere(before, after, 3, 18) || actions.some((one) => fallsSomewhere(one.before, one.after, 2, 6))
    ? 'lowered'
    : 'raised'
}

/** Whether any field of a packed number is lower after than before. */
function fallsSomewhere(before: number, after: number, bits: number, width: number): boolean {
  const mask = (1 << bits) - 1
  for (let shift = 0; shift < width; shift += bits) {
    if (((after >> shift) & mask) < ((before >> shift) & mask)) return true
  }
  return false
}

/** Whether any field of a packed number is higher after than before. */
export function risesIn(move: Pick<AreaMove, 'before' | 'after' | 'actions'>): boolean {
  return (
    fallsSomewhere(move.after, move.before, 3, 18) ||
    move.actions.some((one) => fallsSomewhere(one.after, one.before, 2, 6))
  )
}

/** The level people read: what can be done freely, with one's own items at least, else with approval (model A3). */
export function shownLevel(packed: number): Level {
  return levelOf(freeRank(packed) || topRank(packed))
}

/** What else is to be said of packed levels: for one's own items only, or with someone's approval (model A3). */
export function notesOf(packed: number): { ownOnly: boolean; withApproval: Level | null } {
  const [any, own] = [unpack(packed, 'any'), unpack(packed, 'own')]
  return {
    ownOnly: own.free !== any.free || own.approval !== any.approval,
    withApproval: own.approval === own.free ? null : own.approval,
  }
}

/** An action's answer before and after for one kind of item. */
export function answersOf(move: AreaMove['actions'][number], whose: Whose): { before: Answer; after: Answer } {
  return { before: unpackAnswer(move.before, whose), after: unpackAnswer(move.after, whose) }
}
