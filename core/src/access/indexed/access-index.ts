import type { Account } from '../../account/account.ts'
import type { AreaKey, Id, PersonRow } from '../../account/rows.ts'
import { absenceAt } from '../../people/presence.ts'
import { isHeldAt } from '../../seats/holdings.ts'
import type { Instant } from '../../time/instants.ts'
import { rank } from '../levels.ts'
import { LEVELS } from '../../account/level.ts'
import type { Answer, Whose } from '../powers.ts'
import {
  bestAnswers,
  bestPacked,
  profileBookAt,
  unpack,
  unpackAnswer,
  type Caps,
  type Profile,
  type ProfileBook,
} from '../profiles.ts'
import { NO_REACH, reachOf, type Reach } from '../walk.ts'
import { PackedLists } from './packed-lists.ts'
import { RoutesInForce } from './routes-in-force.ts'
import { HighestLevels, type Wanted } from './wanted.ts'

/** Where things stand in the record of a person, which begins with its length. */
const [PRESENT, STANDING, CAPS, SUBJECT_SETS] = [1, 2, 3, 4]
/** The standings that are routes themselves; another's position is -1. */
const BY_STANDING: readonly PersonRow['standing'][] = ['owner', 'administrator']

/**
 * Answers without walking what the literal walk answers, for one stretch of time: from the last thing that began or
 * ended to the next. Its owner brings it to the instant of a request before reading, which applies what began or
 * ended by itself meanwhile (architecture, time in the index). It follows each commit by its edits.
 */
export class AccessIndex extends RoutesInForce {
  private readonly covering = new PackedLists(32, (place) => this.coverPlace(place))
  private readonly records = new PackedLists(16, (person) => this.recordPerson(person))
  private readonly profiles: (Profile | undefined)[] = []
  /** By slot of the person: the position of their caps among those made, or -1 until asked for. */
  private readonly capsAt: number[] = []
  private allCapsKnown = false
  private readonly unknownCaps: number[] = []
  private readonly highestLevels = new Map<string, HighestLevels>()
  private bookNow!: ProfileBook
  /** What {@link keysAt} found last. */
  private found = new Int32Array(64)

  private constructor(account: Account, instant: Instant) {
    super(account, instant)
  }

  static of(account: Account, instant: Instant): AccessIndex {
    const index = new AccessIndex(account, instant)
    index.build()
    // Now rather than within the first answers: each is short, but reads what is far apart in memory.
    index.records.packAll(index.people.size)
    index.covering.packAll(index.places.slots.size)
    return index
  }

  protected renewBook(): void {
    this.bookNow = profileBookAt(this.account, this.instant)
    this.profiles.length = 0
    this.capsAt.fill(-1)
    this.records.forgetAll()
    this.allCapsKnown = false
    this.unknownCaps.length = 0
    this.highestLevels.clear()
  }

  protected changeRoles(): void {
    this.bookNow = profileBookAt(this.account, this.instant)
    this.highestLevels.clear()
  }

  protected forgetRole(slot: number): void {
    this.profiles[slot * 2] = this.profiles[slot * 2 + 1] = undefined
  }

  protected forgetPerson(person: number, caps: boolean): void {
    this.records.forget(person)
    if (!caps) return
    while (this.capsAt.length < this.people.size) this.capsAt.push(-1)
    this.capsAt[person] = -1
    this.unknownCaps.push(person)
  }

  protected forgetCovering(): void {
    this.covering.forgetAll()
  }

  get book(): ProfileBook {
    return this.bookNow
  }

  profileOf(key: number): Profile {
    let profile = this.profiles[key]
    if (!profile) {
      const role = this.account.get('role', this.roles.ids[key >> 1]!)
      profile = role ? this.bookNow.ofRole(role, (key & 1) === 1) : this.bookNow.empty
      this.profiles[key] = profile
    }
    return profile
  }

  /** Whether any role met passes walls at all. */
  get anyPasses(): boolean {
    return this.passing.includes(true)
  }

  passes(key: number): boolean {
    return this.passing[key >> 1] ?? false
  }

  capsOf(person: number): Caps {
    return this.bookNow.caps.made[this.capsPosition(person)]!
  }

  /** The position of a person's caps among those the book has made. */
  capsPosition(person: number): number {
    const known = this.capsAt[person]!
    if (known >= 0) return known
    const row = this.personAt[person]
    const holdings = row ? this.account.by('holding', 'person', row.id) : []
    const held = holdings.filter((holding) => isHeldAt(this.account, holding, this.instant))
    return (this.capsAt[person] = this.bookNow.capsOf(held).position)
  }

  /** Makes sure that everyone's caps are known, so that highestLevels made after hold for all of them. */
  meetAllCaps(): void {
    if (this.allCapsKnown) for (const person of this.unknownCaps) this.capsPosition(person)
    else for (let person = 0; person < this.people.size; person += 1) this.capsPosition(person)
    this.unknownCaps.length = 0
    this.allCapsKnown = true
  }

  /** How high roles reach in what is wanted, kept until a role, a sheet or the set of seats held together changes. */
  highestLevelsFor(wanted: Wanted): HighestLevels {
    const key = `${wanted.area ?? ''} ${wanted.level ?? ''} ${wanted.inside ?? ''}`
    let highestLevels = this.highestLevels.get(key)
    if (!highestLevels) {
      if (this.highestLevels.size > 500) this.highestLevels.clear()
      this.highestLevels.set(key, (highestLevels = new HighestLevels(this, wanted)))
    }
    return highestLevels
  }

  /**
   * What subjectSets were given at a place and above it: their numbers and the keys. A wall-passing role is never given to
   * a subjectSet (model T3), so that going up ends at the first cut.
   */
  private coverPlace(place: number): number[] {
    const covering: number[] = []
    const { parent, cut } = this.places
    for (let at = place; at >= 0; at = cut[at] ? -1 : parent[at]!) {
      for (const [subjectSet, keys] of this.subjectSetsAt[at] ?? [])
        for (const key of keys) covering.push(subjectSet.number, key)
    }
    return covering
  }

  /** What one decision needs of a person, side by side: presence, standing, caps, subjectSets and their own routes. */
  private recordPerson(person: number): number[] {
    const subjectSets = this.subjectSetsOf[person]!
    const standing = BY_STANDING.indexOf(this.standings[person]!)
    const head = [this.present[person] ? 1 : 0, standing, this.capsPosition(person), subjectSets.length]
    return [...head, ...subjectSets, ...(this.own[person] ?? [])]
  }

  /** Finds the key of every role in force for a person at a place that nothing stops there; how many is answered. */
  private keysAt(record: number, place: number): number {
    const { places } = this
    if (places.asleep[place]) return 0
    const of = this.records.data
    const subjectSets = record + SUBJECT_SETS + 1
    const routes = subjectSets + of[record + SUBJECT_SETS]!
    const end = record + 1 + of[record]!
    const covering = this.covering.at(place)
    const given = this.covering.data
    const last = covering + given[covering]!
    const most = end - routes + last - covering
    if (most > this.found.length) this.found = new Int32Array(most * 2)
    const { found } = this
    const { ranges } = places
    const number = ranges[place * 2]!
    let count = 0
    for (let at = routes; at < end; at += 2) {
      const slot = of[at]!
      const key = of[at + 1]!
      const reaches = this.passing[key >> 1]
        ? places.reaches(slot, place, true)
        : ranges[slot * 2]! <= number && number < ranges[slot * 2 + 1]!
      if (reaches) found[count++] = key
    }
    for (let at = covering + 1; at < last; at += 2) {
      const subjectSet = given[at]!
      for (let one = subjectSets; one < routes; one += 1) if (of[one] === subjectSet) found[count++] = given[at + 1]!
    }
    return count
  }

  /** The standing's own profile at a place, for owners and administrators. */
  standingAt(person: number, place: number): Profile | undefined {
    return this.byStanding(this.records.at(person), place)
  }

  private byStanding(record: number, place: number): Profile | undefined {
    const code = this.records.data[record + STANDING]!
    if (code < 0) return undefined
    const standing = BY_STANDING[code]!
    const { places } = this
    if (place === places.rootSlot) return this.bookNow.ofStanding(standing, 'root')
    const walled = standing === 'administrator' && !places.reaches(places.rootSlot, place, false)
    return this.bookNow.ofStanding(standing, walled || places.asleep[place] === 1 ? 'stopped' : 'place')
  }

  /** Where an area is answered: one of the whole account at the root, wherever it is asked (model L4). */
  private answeredAt(area: number, place: number): number {
    return this.bookNow.isAccountWide[area] ? this.places.rootSlot : place
  }

  /** The same answer as the literal walk's (model A1). */
  reach(personId: Id, placeId: Id, key: AreaKey): Reach {
    const [person, place] = [this.people.find(personId), this.places.slotOf(placeId)]
    const area = this.bookNow.positionOf(key)
    const row = this.personAt[person]
    if (!row || place < 0 || area < 0) return NO_REACH
    return this.reachFrom(row, person, this.packedAt(person, place, area), area)
  }

  /** What someone's routes give of an area at a place, packed; seats and presence left out. All are positions. */
  packedAt(person: number, asked: number, area: number): number {
    const place = this.answeredAt(area, asked)
    const record = this.records.at(person)
    let packed = this.byStanding(record, place)?.levels[area] ?? 0
    const count = this.keysAt(record, place)
    for (let at = 0; at < count; at += 1) packed = bestPacked(packed, this.profileOf(this.found[at]!).levels[area]!)
    return packed
  }

  /** How high someone's routes reach at a place in what is wanted, under their seats; presence left out. */
  heightAt(person: number, place: number, highestLevels: HighestLevels): number {
    const record = this.records.at(person)
    const caps = this.records.data[record + CAPS]!
    const standing = this.byStanding(record, place)
    let highestLevel = standing ? highestLevels.of(standing, this.bookNow.caps.made[caps]!) : 0
    const count = this.keysAt(record, place)
    for (let at = 0; at < count; at += 1)
      highestLevel = Math.max(highestLevel, highestLevels.ofKey(this.found[at]!)[caps]!)
    return highestLevel
  }

  private reachFrom(row: PersonRow, person: number, packed: number, area: number): Reach {
    const absence = absenceAt(row, this.instant)
    const caps = packed === 0 ? 0 : this.capsOf(person).ranks[area]!
    const cap = LEVELS[caps]!
    return reachOf(unpack(packed, 'any'), unpack(packed, 'own'), cap, absence)
  }

  /** What every area answers at a place; areas with nothing granted are left out. */
  reachesAt(personId: Id, placeId: Id): Map<AreaKey, Reach> {
    const found = new Map<AreaKey, Reach>()
    const [person, place] = [this.people.find(personId), this.places.slotOf(placeId)]
    const row = this.personAt[person]
    if (!row || place < 0) return found
    const { rootSlot } = this.places
    const here = this.profilesAt(person, place)
    const atRoot = place === rootSlot ? here : this.profilesAt(person, rootSlot)
    if (here.length === 0 && atRoot.length === 0) return found
    this.bookNow.areas.forEach((area, at) => {
      let packed = 0
      for (const profile of this.bookNow.isAccountWide[at] ? atRoot : here)
        packed = bestPacked(packed, profile.levels[at]!)
      if (packed !== 0) found.set(area.key, this.reachFrom(row, person, packed, at))
    })
    return found
  }

  private profilesAt(person: number, place: number): Profile[] {
    const record = this.records.at(person)
    const byStanding = this.byStanding(record, place)
    const profiles = byStanding ? [byStanding] : []
    const count = this.keysAt(record, place)
    for (let at = 0; at < count; at += 1) {
      const profile = this.profileOf(this.found[at]!)
      if (!profiles.includes(profile)) profiles.push(profile)
    }
    return profiles
  }

  /** The same answer as the literal walk's (model A3). */
  answer(personId: Id, placeId: Id, areaKey: AreaKey, action: string, whose: Whose): Answer {
    const [person, place] = [this.people.find(personId), this.places.slotOf(placeId)]
    const at = this.bookNow.positionOf(areaKey)
    if (person < 0 || place < 0 || at < 0) return 'no'
    const record = this.records.at(person)
    if (this.records.data[record + PRESENT] === 0) return 'no'
    const actions = this.bookNow.actionsOfArea[at]!
    let index = actions.length - 1
    while (index >= 0 && actions[index]!.code !== action) index -= 1
    const caps = this.bookNow.caps.made[this.records.data[record + CAPS]!]!
    if (index < 0 || caps.ranks[at]! < rank(actions[index]!.needs)) return 'no'
    const offset = this.bookNow.offsets[at]! + index
    const answered = this.answeredAt(at, place)
    let packed = this.byStanding(record, answered)?.actions[offset] ?? 0
    const count = this.keysAt(record, answered)
    for (let one = 0; one < count; one += 1) {
      packed = bestAnswers(packed, this.profileOf(this.found[one]!).actions[offset]!)
    }
    return unpackAnswer(packed, whose)
  }
}
