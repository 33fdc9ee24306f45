import type { Account, Attached } from '../../account/account.ts'
import type { AreaKey, GrantRow, GroupRow, HoldingRow, Id, PersonRow, PlaceRow, RowEdit } from '../../account/rows.ts'
import { groupsOf, matches } from '../../people/groups.ts'
import { absenceAt } from '../../people/presence.ts'
import { sheetStarts } from '../../products/catalogue.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import type { Instant } from '../../time/instants.ts'
import { LEVELS, rank } from '../levels.ts'
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
import { Boundaries, type Boundary } from './boundaries.ts'
import { Interned } from './interned.ts'
import { PlaceNumbers } from './place-numbers.ts'

/** What waits for its instant: the very row, so that a row replaced meanwhile is left alone. */
type Waiting =
  | { table: 'grant'; row: GrantRow }
  | { table: 'person'; row: PersonRow }
  | { table: 'holding'; row: HoldingRow }
  | { table: 'sheet'; row: null }

/**
 * Routes are kept as one number: a slot (of a place or of a person) × 65,536 + the key of a role. A role's key is its
 * slot × 2, and one more where it was given at the root (model L4).
 */
const KEYS = 65_536
export const slotIn = (entry: number) => Math.floor(entry / KEYS)
export const keyIn = (entry: number) => entry % KEYS

/** Those whom grants reach together: a group, or all members or guests (model G1, P10). */
export interface Circle {
  members: Set<number>
  /** By slot of the place: the keys of the roles in force there. */
  at: Map<number, number[]>
}

/**
 * Answers without walking what the literal walk answers, for one stretch of time: from the last thing that began or
 * ended to the next. Whoever owns it brings it to the instant of a request before reading, which applies what began or
 * ended by itself meanwhile (architecture, time in the index). It follows each commit by its edits.
 */
export class AccessIndex implements Attached {
  readonly places = new PlaceNumbers()
  readonly people = new Interned()
  readonly roles = new Interned()
  /** By slot of the person: their rows, and what was given to them by name. */
  readonly personAt: (PersonRow | undefined)[] = []
  readonly present: boolean[] = []
  readonly own: (number[] | undefined)[] = []
  readonly circlesOf: (readonly Circle[])[] = []
  /** By slot of the place: whom it was given to by name there, and which circles. */
  readonly givenAt: (number[] | undefined)[] = []
  readonly circlesAt: (Map<Circle, number[]> | undefined)[] = []
  private readonly circles = new Map<string, Circle>()
  private readonly waiting = new Boundaries<Waiting>()
  private readonly profiles: (Profile | undefined)[] = []
  private readonly passing: boolean[] = []
  private caps: (Caps | undefined)[] = []
  private bookNow!: ProfileBook

  private since: Instant

  private constructor(
    public account: Account,
    private instant: Instant,
  ) {
    this.since = instant
  }

  static of(account: Account, instant: Instant): AccessIndex {
    const index = new AccessIndex(account, instant)
    index.build()
    return index
  }

  // ——— building and following

  private build(): void {
    const { account } = this
    this.places.renumber(account)
    const boundaries: Boundary<Waiting>[] = []
    const wait = (instant: Instant | null, what: Waiting) => {
      if (instant !== null && instant > this.instant) boundaries.push({ instant, what })
    }
    for (const group of account.all('group')) this.circle(`group ${group.id}`)
    for (const person of account.all('person')) this.putPerson(person, wait)
    for (const grant of account.all('grant')) this.putGrant(grant, wait)
    for (const row of account.all('holding')) this.waitForHolding(row, wait)
    for (const start of sheetStarts(account)) wait(start, { table: 'sheet', row: null })
    this.waiting.fill(boundaries)
    this.renewBook()
  }

  /** Brings the index to an instant: what began or ended by itself until then is applied. */
  advance(instant: Instant): void {
    if (instant <= this.instant) return
    while (this.waiting.next <= instant) {
      const { instant: then, what } = this.waiting.take()!
      this.instant = this.since = then
      this.pass(what)
    }
    this.instant = instant
  }

  /** Whether it can answer for an instant: nothing begins or ends between that and what it was brought to. */
  standsFor(account: Account, instant: Instant): boolean {
    return this.account === account && this.since <= instant && instant < this.waiting.next
  }

  /** The half-open stretch of time for which it stands. */
  get stretch(): { from: Instant; until: Instant } {
    return { from: this.since, until: this.waiting.next }
  }

  private pass(what: Waiting): void {
    const { account } = this
    if (what.table === 'sheet') this.renewBook()
    else if (account.get(what.table, what.row.id) !== what.row) return
    else if (what.table === 'grant') {
      if (what.row.from === this.instant) this.addGrant(what.row)
      else this.dropGrant(what.row)
    } else if (what.table === 'person') {
      const slot = this.people.slotOf(what.row.id)
      this.present[slot] = absenceAt(what.row, this.instant) === undefined
      this.caps[slot] = undefined
    } else this.caps[this.people.slotOf(what.row.personId)] = undefined
  }

  /** Follows a commit: `account` has the edits already, and the index was brought to the commit's instant before. */
  absorbed(account: Account, edits: readonly RowEdit[]): void {
    this.account = account
    this.since = this.instant
    let renumber = false
    let renew = false
    for (const edit of edits) {
      if (edit.table === 'place') renumber = renumber || isMoved(edit)
      if (edit.table === 'product' || edit.table === 'sheet') renew = true
    }
    if (renumber) this.places.renumber(account)
    for (const edit of edits) this.follow(edit)
    if (renew) {
      this.renewBook()
      for (const start of sheetStarts(account)) this.wait(start, { table: 'sheet', row: null })
    } else if (edits.some((edit) => edit.table === 'role')) this.bookNow = profileBookAt(account, this.instant)
  }

  private follow(edit: RowEdit): void {
    const wait = (instant: Instant | null, what: Waiting) => this.wait(instant, what)
    if (edit.table === 'grant') {
      const [before, after] = [edit.before, edit.after] as (GrantRow | null)[]
      if (before && isInForce(before, this.instant)) this.dropGrant(before)
      if (after) this.putGrant(after, wait)
    } else if (edit.table === 'holding') {
      const [before, after] = [edit.before, edit.after] as (HoldingRow | null)[]
      this.caps[this.people.slotOf((after ?? before)!.personId)] = undefined
      if (after) this.waitForHolding(after, wait)
    } else if (edit.table === 'membership') {
      const personId = ((edit.after ?? edit.before) as { personId: Id }).personId
      const person = this.account.get('person', personId)
      if (person) this.putCircles(this.people.slotOf(personId), person)
    } else if (edit.table === 'person') this.followPerson(edit, wait)
    else if (edit.table === 'group') this.followGroup(edit)
    else if (edit.table === 'role') this.forgetRole(edit.key)
  }

  private followPerson(edit: RowEdit, wait: (instant: Instant | null, what: Waiting) => void): void {
    const person = edit.after as PersonRow | null
    if (person) return this.putPerson(person, wait)
    const slot = this.people.slotOf(edit.key)
    for (const circle of this.circlesOf[slot] ?? []) circle.members.delete(slot)
    this.circlesOf[slot] = []
    this.personAt[slot] = undefined
    this.present[slot] = false
  }

  private followGroup(edit: RowEdit): void {
    const [before, after] = [edit.before, edit.after] as (GroupRow | null)[]
    this.circle(`group ${edit.key}`)
    if (JSON.stringify(before?.rule) === JSON.stringify(after?.rule)) return
    this.personAt.forEach((person, slot) => {
      const concerned = person && [before, after].some((group) => group?.rule && matches(group.rule, person))
      if (concerned) this.putCircles(slot, person)
    })
  }

  private forgetRole(roleId: Id): void {
    const forget = (id: Id) => {
      const slot = this.roles.find(id)
      if (slot < 0) return
      this.profiles[slot * 2] = this.profiles[slot * 2 + 1] = undefined
      this.passing[slot] = this.account.get('role', id)?.wallPassing ?? false
    }
    forget(roleId)
    for (const role of this.account.by('role', 'base', roleId)) forget(role.id)
  }

  private renewBook(): void {
    this.bookNow = profileBookAt(this.account, this.instant)
    this.profiles.length = 0
    this.caps = []
  }

  private wait(instant: Instant | null, what: Waiting): void {
    if (instant !== null && instant > this.instant) this.waiting.add(instant, what)
  }

  private waitForHolding(row: HoldingRow, wait: (instant: Instant | null, what: Waiting) => void): void {
    wait(row.givenFrom, { table: 'holding', row })
    wait(row.until, { table: 'holding', row })
  }

  // ——— people and circles

  private putPerson(person: PersonRow, wait: (instant: Instant | null, what: Waiting) => void): void {
    const slot = this.people.slotOf(person.id)
    this.personAt[slot] = person
    this.present[slot] = absenceAt(person, this.instant) === undefined
    this.caps[slot] = undefined
    wait(person.engagementFrom, { table: 'person', row: person })
    wait(person.engagementUntil, { table: 'person', row: person })
    this.putCircles(slot, person)
  }

  private putCircles(slot: number, person: PersonRow): void {
    for (const circle of this.circlesOf[slot] ?? []) circle.members.delete(slot)
    const circles = groupsOf(this.account, person).map((groupId) => this.circle(`group ${groupId}`))
    circles.push(this.circle(`standing ${person.standing}`))
    for (const circle of circles) circle.members.add(slot)
    this.circlesOf[slot] = circles
  }

  private circle(subject: string): Circle {
    let circle = this.circles.get(subject)
    if (!circle) this.circles.set(subject, (circle = { members: new Set(), at: new Map() }))
    return circle
  }

  /** The people of a standing, by slot. */
  ofStanding(standing: PersonRow['standing']): ReadonlySet<number> {
    return this.circle(`standing ${standing}`).members
  }

  // ——— grants

  private putGrant(grant: GrantRow, wait: (instant: Instant | null, what: Waiting) => void): void {
    if (isInForce(grant, this.instant)) this.addGrant(grant)
    const what: Waiting = { table: 'grant', row: grant }
    wait(grant.from, what)
    wait(grant.until, what)
  }

  private keyOf(grant: GrantRow, place: number): number {
    const role = this.roles.slotOf(grant.roleId)
    if (this.passing[role] === undefined)
      this.passing[role] = this.account.get('role', grant.roleId)?.wallPassing ?? false
    return role * 2 + (place === this.places.rootSlot ? 1 : 0)
  }

  private addGrant(grant: GrantRow): void {
    const place = this.places.slots.slotOf(grant.placeId)
    const key = this.keyOf(grant, place)
    if (grant.subjectKind === 'person') {
      const person = this.people.slotOf(grant.subjectId)
      push(this.own, person, place * KEYS + key)
      push(this.givenAt, place, person * KEYS + key)
      return
    }
    const circle = this.circle(`${grant.subjectKind} ${grant.subjectId}`)
    const keys = circle.at.get(place)
    if (keys) keys.push(key)
    else circle.at.set(place, [key])
    const circles = (this.circlesAt[place] ??= new Map())
    circles.set(circle, circle.at.get(place)!)
  }

  private dropGrant(grant: GrantRow): void {
    const place = this.places.slots.slotOf(grant.placeId)
    const key = this.keyOf(grant, place)
    if (grant.subjectKind === 'person') {
      const person = this.people.slotOf(grant.subjectId)
      pull(this.own[person], place * KEYS + key)
      pull(this.givenAt[place], person * KEYS + key)
      return
    }
    const circle = this.circle(`${grant.subjectKind} ${grant.subjectId}`)
    const keys = circle.at.get(place)
    pull(keys, key)
    if (keys?.length !== 0) return
    circle.at.delete(place)
    this.circlesAt[place]?.delete(circle)
  }

  // ——— answers

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

  passes(key: number): boolean {
    return this.passing[key >> 1] ?? false
  }

  capsOf(person: number): Caps {
    let caps = this.caps[person]
    if (!caps) {
      const row = this.personAt[person]
      const holdings = row ? this.account.by('holding', 'person', row.id) : []
      const held = holdings.filter((holding) => {
        const until = holdingUntil(this.account, holding)
        return holding.givenFrom <= this.instant && (until === null || this.instant < until)
      })
      this.caps[person] = caps = this.bookNow.capsOf(held)
    }
    return caps
  }

  /** Calls back with the key of every role in force for a person at a place; nothing there stops it. */
  eachKey(person: number, place: number, hear: (key: number) => void): void {
    const { places } = this
    if (places.asleep[place]) return
    for (const entry of this.own[person] ?? []) {
      const key = keyIn(entry)
      if (places.reaches(slotIn(entry), place, this.passing[key >> 1]!)) hear(key)
    }
    // A wall-passing role is never given to a circle (model T3): going up ends at the first cut.
    const circles = this.circlesOf[person] ?? []
    for (let at = place; at >= 0; at = places.cut[at] ? -1 : places.parent[at]!) {
      if (!this.circlesAt[at]?.size) continue
      for (const circle of circles) for (const key of circle.at.get(at) ?? []) hear(key)
    }
  }

  /** The standing's own profile at a place, for owners and administrators. */
  standingAt(person: number, place: number): Profile | undefined {
    const standing = this.personAt[person]?.standing
    if (standing !== 'owner' && standing !== 'administrator') return undefined
    const { places } = this
    const walled = standing === 'administrator' && !places.reaches(places.rootSlot, place, false)
    return this.bookNow.ofStanding(standing, walled || places.asleep[place] === 1)
  }

  /** The same answer as the literal walk's (model A1). */
  reach(personId: Id, placeId: Id, key: AreaKey): Reach {
    const [person, place] = [this.people.find(personId), this.places.slotOf(placeId)]
    const area = this.bookNow.positionOf(key)
    const row = this.personAt[person]
    if (!row || place < 0 || area < 0) return NO_REACH
    let packed = this.standingAt(person, place)?.levels[area] ?? 0
    this.eachKey(person, place, (one) => {
      packed = bestPacked(packed, this.profileOf(one).levels[area]!)
    })
    return this.reachFrom(row, person, packed, area)
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
    const profiles = this.profilesAt(person, place)
    if (profiles.length === 0) return found
    this.bookNow.areas.forEach((area, at) => {
      let packed = 0
      for (const profile of profiles) packed = bestPacked(packed, profile.levels[at]!)
      if (packed !== 0) found.set(area.key, this.reachFrom(row, person, packed, at))
    })
    return found
  }

  private profilesAt(person: number, place: number): Profile[] {
    const byStanding = this.standingAt(person, place)
    const profiles = byStanding ? [byStanding] : []
    this.eachKey(person, place, (key) => {
      const profile = this.profileOf(key)
      if (!profiles.includes(profile)) profiles.push(profile)
    })
    return profiles
  }

  /** The same answer as the literal walk's (model A3). */
  answer(personId: Id, placeId: Id, areaKey: AreaKey, action: string, whose: Whose): Answer {
    const [person, place] = [this.people.find(personId), this.places.slotOf(placeId)]
    const at = this.bookNow.positionOf(areaKey)
    const row = this.personAt[person]
    if (!row || place < 0 || at < 0 || !this.present[person]) return 'no'
    const index = this.bookNow.actionsOfArea[at]!.findIndex((one) => one.code === action)
    if (index < 0) return 'no'
    if (this.capsOf(person).ranks[at]! < rank(this.bookNow.actionsOfArea[at]![index]!.needs)) return 'no'
    const offset = this.bookNow.offsets[at]! + index
    let packed = this.standingAt(person, place)?.actions[offset] ?? 0
    this.eachKey(person, place, (key) => {
      packed = bestAnswers(packed, this.profileOf(key).actions[offset]!)
    })
    return unpackAnswer(packed, whose)
  }
}

function isInForce(grant: GrantRow, instant: Instant): boolean {
  return grant.from <= instant && (grant.until === null || instant < grant.until)
}

function isMoved(edit: RowEdit): boolean {
  const [was, is] = [edit.before, edit.after] as (PlaceRow | null)[]
  return !was || !is || was.parentId !== is.parentId || was.walled !== is.walled || was.archived !== is.archived
}

function push(lists: (number[] | undefined)[], slot: number, entry: number): void {
  const list = lists[slot]
  if (list) list.push(entry)
  else lists[slot] = [entry]
}

function pull(list: number[] | undefined, entry: number): void {
  const at = list?.indexOf(entry) ?? -1
  if (at >= 0) list!.splice(at, 1)
}
