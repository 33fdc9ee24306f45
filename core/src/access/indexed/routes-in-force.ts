import { rowOf } from '../../account/edits.ts'
import type { Account, Attached } from '../../account/account.ts'
import type { GrantRow, GroupRow, Id, PersonRow, PlaceRow, RowEdit } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { matches } from '../../people/groups.ts'
import { absenceAt } from '../../people/presence.ts'
import { sheetStarts } from '../../products/catalogue.ts'
import type { Instant } from '../../time/instants.ts'
import { Boundaries, type Boundary } from './boundaries.ts'
import { SubjectSet } from './subject-set.ts'
import { Interned } from './interned.ts'
import { PlaceNumbers } from './place-numbers.ts'
import { RuleFinder } from './rule-finder.ts'
import { entryAt, must } from '../../checks/must.ts'
import { isInForce } from '../../time/lasting.ts'

/** What waits for its instant: the very row, so that a row replaced meanwhile is left alone. */
type Waiting =
  | { table: 'grant'; row: GrantRow }
  | { table: 'person'; row: PersonRow }
  | { table: 'holding'; row: HoldingRow }
  | { table: 'sheet'; row: null }

/**
 * Routes are kept as pairs of small numbers in one list: a slot (of a place, or of a person) and the key of a role. A
 * role's key is its slot × 2, and one more where it was given at the root (model L4).
 */
export type Routes = readonly number[]

/**
 * Every route in force at one stretch of time, by person and by place: followed from commit to commit by their edits,
 * and through time by the boundaries that wait. What is worked out from it says below what to forget.
 */
export abstract class RoutesInForce implements Attached {
  readonly places = new PlaceNumbers()
  readonly people = new Interned()
  readonly roles = new Interned()
  /** By slot of the person: their rows, whether they are present, and what was given to them by name. */
  readonly personAt: (PersonRow | undefined)[] = []
  readonly present: boolean[] = []
  protected readonly standings: PersonRow['standing'][] = []
  readonly own: (number[] | undefined)[] = []
  /** By slot of the person: the numbers of the subjectSets that hold them. */
  protected readonly subjectSetsOf: (readonly number[])[] = []
  /** By slot of the place: whom it was given to by name there, and which subjectSets. */
  readonly givenAt: (number[] | undefined)[] = []
  readonly subjectSetsAt: (Map<SubjectSet, number[]> | undefined)[] = []
  /** By slot of the role: whether it passes walls. */
  protected readonly passing: boolean[] = []
  private readonly subjectSets: SubjectSet[] = []
  private readonly groups = new Map<Id, SubjectSet>()
  private readonly standingSubjectSets = new Map<string, SubjectSet>()
  private rules: RuleFinder
  private readonly waiting = new Boundaries<Waiting>()
  private since: Instant

  protected constructor(
    public account: Account,
    protected instant: Instant,
  ) {
    this.since = instant
    this.rules = new RuleFinder(account)
  }

  /** Sheets or products are others now: profiles and caps are to be made anew. */
  protected abstract renewBook(): void
  /** Roles are others now. */
  protected abstract changeRoles(): void
  protected abstract forgetRole(slot: number): void
  /** Something of a person changed that a decision reads; their caps too, if so said. */
  protected abstract forgetPerson(person: number, caps: boolean): void
  /** What subjectSets were given somewhere changed, or the places did. */
  protected abstract forgetCovering(): void

  protected build(): void {
    const { account } = this
    this.places.renumber(account)
    for (const person of account.all('person')) this.people.slotOf(person.id)
    this.makeRoom()
    const boundaries: Boundary<Waiting>[] = []
    const wait = (instant: Instant | null, what: Waiting) => {
      if (instant !== null && instant > this.instant) boundaries.push({ instant, what })
    }
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
      const { instant: then, what } = must(this.waiting.take(), 'take')
      this.instant = this.since = then
      this.pass(what)
    }
    this.instant = instant
  }

  /** Whether it can answer for an instant: nothing begins or ends between that and what it was brought to. */
  standsFor(account: Account, instant: Instant): boolean {
    return this.account === account && this.since <= instant && instant < this.waiting.next
  }

  /** The half-open stretch of time for which it holds. */
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
      this.forgetPerson(slot, true)
    } else this.forgetPerson(this.people.slotOf(what.row.personId), true)
  }

  /** Follows a commit: `account` has the edits already, and the index was brought to the commit's instant before. */
  absorbed(account: Account, edits: readonly RowEdit[]): void {
    this.account = account
    this.since = this.instant
    let renumber = false
    let renew = false
    for (const edit of edits) {
      if (edit.table === 'place') renumber = renumber || isMoved(edit)
      if (edit.table === 'product' || edit.table === 'sheet' || edit.table === 'subscription') renew = true
    }
    if (renumber) {
      this.places.renumber(account)
      this.forgetCovering()
    }
    for (const edit of edits) if (edit.table === 'person') this.people.slotOf(edit.key)
    this.makeRoom()
    for (const edit of edits) this.follow(edit)
    if (renew) {
      this.renewBook()
      for (const start of sheetStarts(account)) this.wait(start, { table: 'sheet', row: null })
    } else if (edits.some((edit) => edit.table === 'role')) this.changeRoles()
  }

  /** Lists by slot are kept without holes, in which a list is as slow as a map. */
  private makeRoom(): void {
    const ofPeople: unknown[][] = [this.personAt, this.own]
    for (const list of ofPeople) while (list.length < this.people.size) list.push(undefined)
    while (this.present.length < this.people.size) this.present.push(false)
    while (this.standings.length < this.people.size) this.standings.push('guest')
    while (this.subjectSetsOf.length < this.people.size) this.subjectSetsOf.push([])
    const ofPlaces: unknown[][] = [this.givenAt, this.subjectSetsAt]
    for (const list of ofPlaces) while (list.length < this.places.slots.size) list.push(undefined)
  }

  private follow(edit: RowEdit): void {
    const wait = (instant: Instant | null, what: Waiting) => this.wait(instant, what)
    if (edit.table === 'grant') {
      const { before, after } = edit
      if (before && isInForce(before, this.instant)) this.dropGrant(before)
      if (after) this.putGrant(after, wait)
    } else if (edit.table === 'holding') {
      this.forgetPerson(this.people.slotOf(rowOf(edit).personId), true)
      if (edit.after) this.waitForHolding(edit.after, wait)
    } else if (edit.table === 'membership') {
      const { personId } = rowOf(edit)
      const person = this.account.get('person', personId)
      if (person) this.putSubjectSets(this.people.slotOf(personId), person)
    } else if (edit.table === 'person') this.followPerson(edit, wait)
    else if (edit.table === 'group') this.followGroup(edit)
    else if (edit.table === 'role') this.followRole(edit.key)
  }

  private followPerson(edit: RowEdit, wait: (instant: Instant | null, what: Waiting) => void): void {
    const person = edit.after as PersonRow | null
    if (person) return this.putPerson(person, wait)
    const slot = this.people.slotOf(edit.key)
    for (const subjectSet of this.circlesOfPerson(slot)) subjectSet.delete(slot)
    this.subjectSetsOf[slot] = []
    this.forgetPerson(slot, false)
    this.personAt[slot] = undefined
    this.present[slot] = false
    this.standings[slot] = 'guest'
    this.forgetPerson(slot, true)
  }

  private followGroup(edit: RowEdit): void {
    const [before, after] = [edit.before, edit.after] as (GroupRow | null)[]
    this.rules = new RuleFinder(this.account)
    if (JSON.stringify(before?.rule) === JSON.stringify(after?.rule)) return
    this.personAt.forEach((person, slot) => {
      const concerned = person && [before, after].some((group) => group?.rule && matches(group.rule, person))
      if (concerned) this.putSubjectSets(slot, person)
    })
  }

  private followRole(roleId: Id): void {
    for (const id of [roleId, ...this.account.by('role', 'base', roleId).map((role) => role.id)]) {
      const slot = this.roles.find(id)
      if (slot < 0) continue
      this.passing[slot] = this.account.get('role', id)?.wallPassing ?? false
      this.forgetRole(slot)
    }
  }

  private wait(instant: Instant | null, what: Waiting): void {
    if (instant !== null && instant > this.instant) this.waiting.add(instant, what)
  }

  private waitForHolding(row: HoldingRow, wait: (instant: Instant | null, what: Waiting) => void): void {
    wait(row.givenFrom, { table: 'holding', row })
    wait(row.until, { table: 'holding', row })
  }

  // ——— people and subjectSets

  private putPerson(person: PersonRow, wait: (instant: Instant | null, what: Waiting) => void): void {
    const slot = this.people.slotOf(person.id)
    this.personAt[slot] = person
    this.present[slot] = absenceAt(person, this.instant) === undefined
    this.standings[slot] = person.standing
    this.forgetPerson(slot, true)
    wait(person.engagementFrom, { table: 'person', row: person })
    wait(person.engagementUntil, { table: 'person', row: person })
    wait(person.awayFrom, { table: 'person', row: person })
    wait(person.awayUntil, { table: 'person', row: person })
    this.putSubjectSets(slot, person)
  }

  private putSubjectSets(slot: number, person: PersonRow): void {
    for (const subjectSet of this.circlesOfPerson(slot)) subjectSet.delete(slot)
    const groups = this.account.by('membership', 'person', person.id).map((row) => row.groupId)
    this.rules.addTo(groups, person)
    const subjectSets = groups.map((groupId) => this.groupSubjectSet(groupId))
    subjectSets.push(this.standingSubjectSet(person.standing))
    for (const subjectSet of subjectSets) subjectSet.add(slot)
    this.subjectSetsOf[slot] = subjectSets.map((subjectSet) => subjectSet.number)
    this.forgetPerson(slot, false)
  }

  private groupSubjectSet(groupId: Id): SubjectSet {
    let subjectSet = this.groups.get(groupId)
    if (!subjectSet) this.groups.set(groupId, (subjectSet = this.newSubjectSet(groupId)))
    return subjectSet
  }

  private newSubjectSet(groupId?: Id): SubjectSet {
    const subjectSet = new SubjectSet(this.subjectSets.length, groupId)
    this.subjectSets.push(subjectSet)
    return subjectSet
  }

  /** The subjectSets that hold a person, by their slot. */
  circlesOfPerson(slot: number): SubjectSet[] {
    return (this.subjectSetsOf[slot] ?? []).map((number) => entryAt(this.subjectSets, number))
  }

  /** The groups that hold a person now, by name or by rule (model P8). */
  groupsOf(personId: Id): Id[] {
    const slot = this.people.find(personId)
    return slot < 0 ? [] : this.circlesOfPerson(slot).flatMap(({ groupId }) => groupId ?? [])
  }

  /** The people a group holds, by name or by rule, in no order (model P8). */
  membersOf(groupId: Id): PersonRow[] {
    return (this.groups.get(groupId)?.members ?? []).flatMap((slot) => this.personAt[slot] ?? [])
  }

  private standingSubjectSet(standing: string): SubjectSet {
    let subjectSet = this.standingSubjectSets.get(standing)
    if (!subjectSet) this.standingSubjectSets.set(standing, (subjectSet = this.newSubjectSet()))
    return subjectSet
  }

  /** The people of a standing, by slot. */
  ofStanding(standing: PersonRow['standing']): readonly number[] {
    return this.standingSubjectSet(standing).members
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
      this.forgetPerson(person, false)
      push(this.own, person, place, key)
      push(this.givenAt, place, person, key)
      return
    }
    const subjectSet = this.circleOf(grant)
    this.forgetCovering()
    const keys = subjectSet.at.get(place)
    if (keys) keys.push(key)
    else subjectSet.at.set(place, [key])
    const subjectSets = (this.subjectSetsAt[place] ??= new Map())
    subjectSets.set(subjectSet, must(subjectSet.at.get(place), 'entry of at'))
  }

  private circleOf(grant: GrantRow): SubjectSet {
    return grant.subjectKind === 'group'
      ? this.groupSubjectSet(grant.subjectId)
      : this.standingSubjectSet(grant.subjectId)
  }

  private dropGrant(grant: GrantRow): void {
    const place = this.places.slots.slotOf(grant.placeId)
    const key = this.keyOf(grant, place)
    if (grant.subjectKind === 'person') {
      const person = this.people.slotOf(grant.subjectId)
      this.forgetPerson(person, false)
      pull(this.own[person], place, key)
      pull(this.givenAt[place], person, key)
      return
    }
    const subjectSet = this.circleOf(grant)
    this.forgetCovering()
    const keys = subjectSet.at.get(place)
    keys?.splice(keys.indexOf(key), 1)
    if (keys?.length !== 0) return
    subjectSet.at.delete(place)
    this.subjectSetsAt[place]?.delete(subjectSet)
  }
}

function isMoved(edit: RowEdit): boolean {
  const [was, is] = [edit.before, edit.after] as (PlaceRow | null)[]
  return !was || !is || was.parentId !== is.parentId || was.walled !== is.walled || was.archived !== is.archived
}

function push(lists: (number[] | undefined)[], slot: number, other: number, key: number): void {
  const list = lists[slot]
  if (list) list.push(other, key)
  else lists[slot] = [other, key]
}

function pull(list: number[] | undefined, other: number, key: number): void {
  if (!list) return
  for (let at = 0; at < list.length; at += 2) {
    if (list[at] === other && list[at + 1] === key) return void list.splice(at, 2)
  }
}
