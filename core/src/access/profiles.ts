import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { RoleArea, RoleRow, Standing } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { catalogueAt, isOwnArea, seatTypeInForce, type Area, type Catalogue } from '../products/catalogue.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { Instant } from '../time/instants.ts'
import { higher, rank } from './levels.ts'
import { LEVELS, type Level } from '../account/level.ts'
import { actionsOf, answerBy, concerns, givenBy, type Action, type Answer, type Given, type Whose } from './powers.ts'
import { entryOf, entryOfStanding } from './roles.ts'
import { byteAt, entryAt, must, packedAt } from '../checks/must.ts'

/**
 * What routes give in all areas at once, as numbers: for comparing and counting many people. The rules are those of
 * `powers.ts` and `roles.ts`; here they are only written down once per role and put together.
 *
 * An area's levels are packed into 18 bits: free and with approval, three bits each, for any item, for those of one's
 * people and for one's own. An action's answers are two bits each in the same order.
 */
export interface Profile {
  id: number
  levels: Uint32Array
  actions: Uint8Array
}

/** What the seats of a person allow, as ranks per area. */
export interface Caps {
  /** Its place among the caps made so far. */
  position: number
  ranks: Uint8Array
}

export const WHOSE: readonly Whose[] = ['any', 'people', 'own']
const SHIFTS = [0, 3, 6, 9, 12, 15] as const
const ANSWERS: readonly Answer[] = ['no', 'with-approval', 'yes']

function pack(entry: RoleArea): number {
  let packed = 0
  WHOSE.forEach((whose, at) => {
    if (!concerns(entry, whose)) return
    const { free, approval } = givenBy(entry)
    packed |= (rank(free) << (at * 6)) | (rank(approval) << (at * 6 + 3))
  })
  return packed
}

function packAnswers(entry: RoleArea, action: Action): number {
  let packed = 0
  WHOSE.forEach((whose, at) => {
    if (concerns(entry, whose)) packed |= ANSWERS.indexOf(answerBy(entry, action.code, action.needs)) << (at * 2)
  })
  return packed
}

/** The two levels for one kind of item. */
export function unpack(packed: number, whose: Whose): Given {
  const shift = WHOSE.indexOf(whose) * 6
  return { free: entryAt(LEVELS, (packed >> shift) & 7), approval: entryAt(LEVELS, (packed >> (shift + 3)) & 7) }
}

export function unpackAnswer(packed: number, whose: Whose): Answer {
  return entryAt(ANSWERS, (packed >> (WHOSE.indexOf(whose) * 2)) & 3)
}

/** The most generous of two, level by level (model A1). */
export function bestPacked(one: number, other: number): number {
  if (one === other) return one
  let packed = 0
  for (const shift of SHIFTS) packed |= Math.max((one >> shift) & 7, (other >> shift) & 7) << shift
  return packed
}

export function capPacked(packed: number, cap: number): number {
  let result = 0
  for (const shift of SHIFTS) result |= Math.min((packed >> shift) & 7, cap) << shift
  return result
}

export function bestAnswers(one: number, other: number): number {
  return Math.max(one & 3, other & 3) | Math.max(one & 12, other & 12) | Math.max(one & 48, other & 48)
}

/** The highest rank in packed levels: what is given in any way, to one's own items and with approval. */
export function topRank(packed: number): number {
  return (packed >> 15) & 7
}

/** The highest rank given freely, to one's own items at least. */
export function freeRank(packed: number): number {
  return (packed >> 12) & 7
}

export function levelOf(ranked: number): Level {
  return entryAt(LEVELS, ranked)
}

/**
 * The profiles of one account between two beginnings of sheets: of each role (given at the root or lower), of each
 * standing (stopped or not), and of any set of them.
 */
export class ProfileBook {
  readonly areas: readonly Area[]
  /** Which of them belong to the root alone, and are answered as there wherever they are asked (model L4). */
  readonly isAccountWide: readonly boolean[]
  /** Where an area's actions begin in a profile. */
  readonly offsets: readonly number[]
  readonly actionsOfArea: readonly (readonly Action[])[]
  readonly empty: Profile
  private readonly length: number
  private readonly positions = new Map<string, number>()
  private readonly single = new Map<string, Profile>()
  private readonly sets = new Map<string, Profile>()
  readonly caps: CapsBook
  private next = 0

  constructor(
    private readonly account: Account,
    instant: Instant,
    readonly catalogue: Catalogue = catalogueAt(account, instant),
  ) {
    this.areas = catalogue.areas
    this.isAccountWide = this.areas.map((area) => area.area.scope === 'account')
    this.caps = capsBookOf(account, instant, catalogue)
    this.actionsOfArea = this.areas.map(actionsOf)
    const offsets: number[] = []
    let length = 0
    this.areas.forEach((area, at) => {
      this.positions.set(area.key, at)
      offsets.push(length)
      length += entryAt(this.actionsOfArea, at).length
    })
    this.offsets = offsets
    this.length = length
    this.empty = this.blank()
  }

  /** Where an area is in a profile, or -1. */
  positionOf(key: string): number {
    return this.positions.get(key) ?? -1
  }

  ofRole(role: RoleRow, atRoot: boolean): Profile {
    return this.once(`${atRoot ? 'R' : 'r'}${role.id}`, (area) =>
      area.area.scope === 'account' && !atRoot ? undefined : entryOf(this.account, role, area),
    )
  }

  /**
   * A standing's own route at the root, at a place, or at one where a wall or sleep stops it and it gives our own areas
   * only (model P4, T6). The areas of the whole account are the root's (model L4).
   */
  ofStanding(standing: Standing, at: 'root' | 'place' | 'stopped'): Profile {
    return this.once(`${at} ${standing}`, (area) => {
      if (at !== 'root' && area.area.scope === 'account') return undefined
      return at === 'stopped' && !isOwnArea(area.key) ? undefined : entryOfStanding(standing, area)
    })
  }

  private once(key: string, entryIn: (area: Area) => RoleArea | undefined): Profile {
    let profile = this.single.get(key)
    if (profile) return profile
    profile = this.blank()
    this.areas.forEach((area, at) => {
      const entry = entryIn(area)
      if (!entry) return
      must(profile, 'profile').levels[at] = pack(entry)
      entryAt(this.actionsOfArea, at).forEach((action, index) => {
        must(profile, 'profile').actions[entryAt(this.offsets, at) + index] = packAnswers(entry, action)
      })
    })
    this.single.set(key, profile)
    return profile
  }

  /** What several routes give together: the most generous of each (model A1). */
  together(profiles: readonly Profile[]): Profile {
    if (profiles.length === 0) return this.empty
    if (profiles.length === 1) return entryAt(profiles, 0)
    const ids = [...new Set(profiles.map((one) => one.id))].sort((one, other) => one - other)
    if (ids.length === 1) return entryAt(profiles, 0)
    const key = ids.join()
    let set = this.sets.get(key)
    if (!set) {
      set = this.blank()
      for (const one of profiles) {
        for (let at = 0; at < this.areas.length; at += 1)
          set.levels[at] = bestPacked(packedAt(set.levels, at), packedAt(one.levels, at))
        for (let at = 0; at < this.length; at += 1)
          set.actions[at] = bestAnswers(byteAt(set.actions, at), byteAt(one.actions, at))
      }
      this.sets.set(key, set)
    }
    return set
  }

  /** What seats allow (see {@link CapsBook}). */
  capsOf(holdings: readonly Pick<HoldingRow, 'product' | 'seatType'>[]): Caps {
    return this.caps.of(holdings)
  }

  private blank(): Profile {
    return { id: this.next++, levels: new Uint32Array(this.areas.length), actions: new Uint8Array(this.length) }
  }
}

/** What seats allow between two beginnings of sheets; roles have no part in it. */
export class CapsBook {
  private readonly known = new Map<string, Caps>()
  /** All caps met so far, in the order they were. */
  readonly made: Caps[] = []

  constructor(
    private readonly account: Account,
    private readonly instant: Instant,
    private readonly catalogue: Catalogue,
  ) {}

  /** What seats allow; none of a product allow nothing of it, and our own areas have no cap (model A1, L6). */
  of(holdings: readonly Pick<HoldingRow, 'product' | 'seatType'>[]): Caps {
    const types = holdings.map((one) => `${one.product}/${one.seatType}`)
    const key = types.length < 2 ? (types[0] ?? '') : types.sort().join()
    let caps = this.known.get(key)
    if (!caps) {
      caps = { position: this.made.length, ranks: new Uint8Array(this.catalogue.areas.length) }
      this.catalogue.areas.forEach((area, at) => (must(caps, 'caps').ranks[at] = this.capIn(area, holdings)))
      this.known.set(key, caps)
      this.made.push(caps)
    }
    return caps
  }

  private capIn(area: Area, holdings: readonly Pick<HoldingRow, 'product' | 'seatType'>[]): number {
    if (area.product === OWN_PRODUCT) return rank('run')
    let cap: Level = 'none'
    for (const { product, seatType } of holdings) {
      if (product !== area.product) continue
      const type = seatTypeInForce(this.account, product, seatType, this.instant)
      if (type) cap = higher(cap, type.caps[area.area.code] ?? type.capElsewhere)
    }
    return rank(cap)
  }
}

/** A profile under a cap: an action needs its level below the cap too (model A3). */
export function capProfile(book: ProfileBook, profile: Profile, caps: Caps): Omit<Profile, 'id'> {
  const levels = new Uint32Array(profile.levels.length)
  const actions = new Uint8Array(profile.actions.length)
  for (let at = 0; at < levels.length; at += 1) {
    const cap = byteAt(caps.ranks, at)
    levels[at] = capPacked(packedAt(profile.levels, at), cap)
    entryAt(book.actionsOfArea, at).forEach((action, index) => {
      const offset = entryAt(book.offsets, at) + index
      if (rank(action.needs) <= cap) actions[offset] = byteAt(profile.actions, offset)
    })
  }
  return { levels, actions }
}

const capsBooks = new WeakMap<Catalogue, CapsBook>()

function capsBookOf(account: Account, instant: Instant, catalogue: Catalogue): CapsBook {
  let book = capsBooks.get(catalogue)
  if (!book) capsBooks.set(catalogue, (book = new CapsBook(account, instant, catalogue)))
  return book
}

const profileBooks = new Remembered({ from: ['role'], init: () => new WeakMap<Catalogue, ProfileBook>() })

/** The profiles of an account at an instant; accounts that share their roles and sheets share them. */
export function profileBookAt(account: Account, instant: Instant): ProfileBook {
  const books = profileBooks.of(account)
  const catalogue = catalogueAt(account, instant)
  let book = books.get(catalogue)
  if (!book) books.set(catalogue, (book = new ProfileBook(account, instant, catalogue)))
  return book
}
