import type { Account } from '../../account/account.ts'
import type { AreaKey, Id, PlaceRow } from '../../account/rows.ts'
import {
  answersOf,
  kindOf,
  notesOf,
  shownLevel,
  type AreaMove,
  type Move,
  type MoveKind,
} from '../../access/compare.ts'
import type { Level } from '../../account/level.ts'
import type { Sight } from '../../access/sight.ts'
import { dateOf, lastDateBefore, type Instant, type LocalDate } from '../../time/instants.ts'

/** How one area moves, as people read it. */
export interface AreaEffect {
  area: AreaKey
  name: string
  before: Level
  after: Level
  heldBack: boolean
  /** After the change it reaches one's own items only (model R1). */
  ownOnly?: boolean
  /** The level reached with someone's approval, where that is more (model A3). */
  withApproval?: Level
  /** Actions that come or go, where the level alone does not say it. */
  actions?: { code: string; before: string; after: string }[]
}

/** One person's gain or loss at a place and, if it is the same there, what is beneath. */
export interface AccessEffect {
  kind: MoveKind
  personId: Id
  personName: string
  placeId: Id
  placeName: string
  path: string[]
  walled: boolean
  /** How many places beneath change in the same way, and the first of them. */
  beneath: number
  beneathIds: Id[]
  areas: readonly AreaEffect[]
  /** The first local date; absent means at once. */
  from?: LocalDate
  /** The last local date. */
  until?: LocalDate
}

/** Areas of a move that go the same way, with a signature by which like ones are told. */
interface Part {
  kind: MoveKind
  signature: string
  areas: readonly AreaEffect[]
}

const parts = new WeakMap<readonly AreaMove[], readonly Part[]>()

/** A move's areas by which way they go; thousands of moves share theirs, so each is worked out once. */
export function partsOf(areas: readonly AreaMove[]): readonly Part[] {
  let known = parts.get(areas)
  if (known) return known
  const byKind = new Map<MoveKind, AreaEffect[]>()
  for (const area of areas) {
    const kind = kindOf(area)
    byKind.set(kind, [...(byKind.get(kind) ?? []), areaEffect(area)])
  }
  known = [...byKind].map(([kind, effects]) => {
    effects.sort((one, other) => (one.area < other.area ? -1 : 1))
    return { kind, areas: effects, signature: JSON.stringify(effects) }
  })
  parts.set(areas, known)
  return known
}

function areaEffect(move: AreaMove): AreaEffect {
  const { ownOnly, withApproval } = notesOf(move.after)
  const [before, after] = [shownLevel(move.before), shownLevel(move.after)]
  const apart = move.actions
    .map((action) => ({ code: action.code, ...answersOf(action, 'own') }))
    .filter((action) => action.before !== action.after && !isLevelOf(move, action.code))
  return {
    area: move.area.key,
    name: move.area.area.name,
    before,
    after,
    heldBack: move.heldBack,
    ...(ownOnly ? { ownOnly } : {}),
    ...(withApproval && withApproval !== after ? { withApproval } : {}),
    ...(before === after && apart.length > 0 ? { actions: apart } : {}),
  }
}

/** The levels' own actions go without saying where the level itself moves. */
function isLevelOf(move: AreaMove, code: string): boolean {
  return move.before !== move.after && move.area.area.levels.some((one) => one.level === code)
}

/** So many places beneath are named in an effect; the number is of all. */
const MAXIMUM_BENEATH = 200

interface Group extends Part {
  move: Move
  /** Places beneath that move in the same way. */
  beneath: Id[]
}

/** Folds moves into one line per person, place and period, and places that move like their parent into it. */
export function summarize(after: Account, moves: readonly Move[], sight: Sight, now: Instant): AccessEffect[] {
  // By person, period and kind, then by place: thousands of places are looked up by their ids alone.
  const alike = new Map<string, Map<Id, Group>>()
  for (const move of moves) {
    for (const part of partsOf(move.areas)) {
      const key = `${move.personId} ${part.kind} ${move.from} ${move.until}`
      let places = alike.get(key)
      if (!places) alike.set(key, (places = new Map<string, Group>()))
      places.set(move.placeId, { move, ...part, beneath: [] })
    }
  }
  const tops: Group[] = []
  for (const places of alike.values()) {
    for (const group of places.values()) {
      const top = topOf(after, group, places)
      if (top) top.beneath.push(group.move.placeId)
      else tops.push(group)
    }
  }
  const writer = new EffectWriter(after, sight, now)
  return sorted(tops.map((group) => writer.write(group)))
}

const collator = new Intl.Collator('en')

function sorted(effects: AccessEffect[]): AccessEffect[] {
  return effects
    .map((effect) => ({ effect, path: effect.path.join('/') }))
    .sort(
      (one, other) =>
        collator.compare(one.effect.personName, other.effect.personName) ||
        collator.compare(one.path, other.path) ||
        collator.compare(one.effect.from ?? '', other.effect.from ?? '') ||
        (one.effect.kind < other.effect.kind ? -1 : 1),
    )
    .map(({ effect }) => effect)
}

/** The highest place above that moves in the same way, or undefined if this is it. */
function topOf(after: Account, group: Group, places: ReadonlyMap<Id, Group>): Group | undefined {
  let top: Group | undefined
  let place: PlaceRow | undefined = after.get('place', group.move.placeId)
  while ((place = after.get('place', place?.parentId))) {
    const above = places.get(place.id)
    if (above?.signature !== group.signature) break
    top = above
  }
  return top
}

class EffectWriter {
  private readonly places = new Map<Id, Pick<AccessEffect, 'placeId' | 'placeName' | 'path' | 'walled'>>()

  constructor(
    private readonly after: Account,
    private readonly sight: Sight,
    private readonly now: Instant,
  ) {}

  write({ move, kind, areas, beneath }: Group): AccessEffect {
    const zone = this.after.zone
    return {
      kind,
      personId: move.personId,
      personName: this.sight.personName(move.personId),
      ...this.place(move.placeId),
      beneath: beneath.length,
      beneathIds: beneath.slice(0, MAXIMUM_BENEATH),
      areas,
      ...(move.from > this.now ? { from: dateOf(move.from, zone) } : {}),
      ...(move.until !== null ? { until: lastDateBefore(move.until, zone) } : {}),
    }
  }

  private place(placeId: Id) {
    let place = this.places.get(placeId)
    if (!place) {
      const walled = this.after.get('place', placeId)?.walled ?? false
      place = { placeId, placeName: this.sight.placeName(placeId), path: this.sight.pathNames(placeId), walled }
      this.places.set(placeId, place)
    }
    return place
  }
}
