import { type Change, decide, MAXIMUM_CHANGES, readChange } from '../engine/decide.ts'
import type { Account } from '../../account/account.ts'
import { Sight } from '../../access/sight.ts'
import type { GrantRow, Id } from '../../account/rows.ts'
import { addDays, type Instant, whenText } from '../../time/instants.ts'
import type {
  ClientEnds,
  CopyAccess,
  CoverFor,
  FirmEnds,
  GiveMany,
  HandOverAll,
  MoveAccess,
  ReplaceRole,
  ReturnAll,
  SignInMany,
  TakeMany,
  TidyAccess,
} from './fillings.ts'
import { type Hang, hangsOn, PASSED_ON, soleStewardships } from '../../departures/hangs.ts'
import { passingOn, releasing } from '../../departures/pass-on.ts'
import { must } from '../../checks/must.ts'
import { isOpen } from '../../time/lasting.ts'
import { datesOf, grantsByGroup, outsidersAt, withoutCovered } from './filler-reads.ts'
import { liesIn } from '../../places/tree.ts'
import { impactOf } from '../../access/impact.ts'
import { compare } from '../../access/compare.ts'

/** Puts ordinary changes together, each tried on what the ones before would leave, and only those the actor may make. */
export class Filler {
  readonly changes: Change[] = []
  /** Something was left out that is not the actor's to see or give. */
  rest = false
  /** Someone was left out who has no email address. */
  lacksEmail = false
  /** Not everything fits in one docket. */
  isFull = false
  private account: Account
  private readonly sight: Sight

  constructor(
    private readonly start: Account,
    private readonly actorId: Id,
    private readonly now: Instant,
    private readonly makeId: () => Id,
  ) {
    this.account = start
    this.sight = new Sight(start, actorId, now)
  }

  copy({ fromId, toId, replace }: CopyAccess): void {
    if (!this.sees(fromId) || !this.sees(toId)) return
    const wanted = this.open(fromId)
    for (const grant of wanted) this.give(grant, { subjectId: toId })
    const groups = this.groupsOf(fromId)
    for (const groupId of groups) {
      if (!this.groupsOf(toId).includes(groupId)) this.add({ type: 'join-group', groupId, personId: toId })
    }
    if (!replace) return
    for (const grant of this.open(toId)) {
      const kept = wanted.some((one) => one.roleId === grant.roleId && one.placeId === grant.placeId)
      if (!kept && this.start.get('grant', grant.id)) this.add({ type: 'take', grantId: grant.id })
    }
    for (const groupId of this.groupsOf(toId)) {
      if (!groups.includes(groupId)) this.add({ type: 'quit-group', groupId, personId: toId })
    }
  }

  handOver({ personId, toId, kinds, ids, leave }: HandOverAll): void {
    if (!this.sees(personId) || (toId && !this.sees(toId))) return
    const wanted = new Set(kinds ?? PASSED_ON)
    for (const hang of hangsOn(this.sight, personId) ?? []) {
      if (!wanted.has(hang.kind) || (ids && !ids.includes(hang.id))) continue
      if (toId) this.pass(hang, personId, toId)
      else for (const change of releasing(this.start, hang, personId, this.now)) this.add(change)
    }
    if (leave) this.add({ type: 'leave', personId })
  }

  /** One thing that depends on someone, passed on by the changes that are there for it. */
  private pass(hang: Hang, personId: Id, toId: Id): void {
    if (hang.kind === 'steward' && this.open(personId).some((grant) => this.isWallPassing(grant))) this.rest = true
    const changes = passingOn(this.start, hang, personId, { kind: 'person', id: toId }, this.now)
    for (const change of changes) this.add(change)
  }

  private isWallPassing(grant: GrantRow): boolean {
    return this.account.get('role', grant.roleId)?.wallPassing ?? false
  }

  /** What the last departure took, less what would have ended meanwhile; what is not to be had again is left out (X6). */
  bringBack({ personId, until }: ReturnAll): void {
    if (!this.sees(personId)) return
    const departures = this.start.by('departure', 'person', personId).filter((one) => one.ended !== null)
    const ended = [...departures].sort((one, other) => one.at - other.at).at(-1)?.ended
    const person = this.start.get('person', personId)
    if (!person) return
    const standing = ended?.standing === 'guest' || (!ended && person.standing === 'guest') ? 'guest' : 'member'
    const managerId =
      this.start.get('person', ended?.managerId)?.state === 'active' ? must(ended, 'ended').managerId : null
    const back = {
      type: 'bring-back',
      personId,
      standing,
      ...(until ? { until } : {}),
      ...(managerId ? { managerId } : {}),
    }
    if (!this.add(back) || !ended) return
    for (const groupId of ended.groupIds) this.add({ type: 'join-group', groupId, personId })
    const open = (one: { until: Instant | null }) => isOpen(one.until, this.now)
    const dates = (one: { until: Instant | null }) =>
      one.until === null ? {} : { until: whenText(one.until, this.start.zone, 'end') }
    for (const grant of ended.grants.filter(open)) {
      const { roleId, placeId } = grant
      if (this.start.get('role', roleId)?.wallPassing) this.rest = true
      else this.add({ type: 'give', subjectKind: 'person', subjectId: personId, roleId, placeId, ...dates(grant) })
    }
    for (const seat of ended.seats.filter(open)) {
      const { product, seatType, own } = seat
      this.add({ type: 'give-seat', personId, product, seatType, ...(own ? { own } : {}), ...dates(seat) })
    }
  }

  clientEnds({ placeId, on }: ClientEnds): void {
    const at = on ? { at: on } : {}
    for (const { id } of outsidersAt(this.start, placeId, this.now)) {
      if (!this.sees(id)) continue
      const grants = this.open(id)
      const isHere = (grant: GrantRow) => liesIn(this.start, grant.placeId, placeId)
      if ([...grants, ...grantsByGroup(this.start, id, this.now)].every(isHere)) {
        this.add({ type: 'plan-departure', personId: id, ...at })
        continue
      }
      const dayAfter = on ? { on: addDays(on, 1) } : {}
      for (const grant of grants.filter(isHere)) this.add({ type: 'take', grantId: grant.id, ...dayAfter })
    }
  }

  firmEnds({ firmId, on }: FirmEnds): void {
    const at = on ? { at: on } : {}
    for (const { id, state } of this.start.by('person', 'employer', firmId)) {
      const isHere = state === 'active' || state === 'away'
      if (isHere && this.sees(id)) this.add({ type: 'plan-departure', personId: id, ...at })
    }
  }

  cover({ personId, substituteId, from, until, keepSeats, reason }: CoverFor): void {
    if (!this.sees(personId) || !this.sees(substituteId)) return
    const dates = { ...(from ? { from } : {}), ...(until ? { until } : {}) }
    const more = { ...(keepSeats ? { keepSeats } : {}), ...(reason ? { reason } : {}) }
    this.add({ type: 'go-away', personId, substituteId, ...dates, ...more })
    for (const place of soleStewardships(this.start, personId, this.now)) {
      for (const grant of this.open(personId)) {
        if (grant.placeId !== place.id || this.isWallPassing(grant)) continue
        const { roleId, placeId } = grant
        this.add({ type: 'give', subjectKind: 'person', subjectId: substituteId, roleId, placeId, ...dates })
      }
    }
  }

  tidy({ personId }: TidyAccess): void {
    if (!this.sees(personId)) return
    for (const grant of this.open(personId)) {
      const taken = this.try({ type: 'take', grantId: grant.id })
      if (!taken || taken === 'given-already') continue
      const { change, decision } = taken
      const impact = impactOf(this.account, decision.after, decision.edits)
      if (compare(this.account, decision.after, impact, this.now, 'entitlement').length > 0) continue
      this.changes.push(change)
      this.account = decision.after
    }
  }

  move({ personId, fromPlaceId, toPlaceId, on }: MoveAccess): void {
    if (!this.sees(personId)) return
    for (const grant of this.open(personId)) {
      if (grant.placeId !== fromPlaceId) continue
      const given = this.give(grant, { placeId: toPlaceId, ...(on ? { from: on } : {}) })
      // What cannot be given at the new place is not taken at the old one either.
      if (given) this.add({ type: 'take', grantId: grant.id, ...(on ? { on } : {}) })
    }
  }

  replaceRole({ roleId, replacementId }: ReplaceRole): void {
    for (const grant of this.start.by('grant', 'role', roleId)) {
      if (!isOpen(grant.until, this.now) || !this.isSeen(grant)) continue
      if (this.give(grant, { roleId: replacementId })) this.add({ type: 'take', grantId: grant.id })
    }
  }

  /** What is beneath another of the places is reached from there, unless a wall is between. */
  giveMany({ subjects, placeIds, roleId, from, until }: GiveMany): void {
    const tops = withoutCovered(this.start, placeIds)
    const dates = { ...(from ? { from } : {}), ...(until ? { until } : {}) }
    for (const { kind, id } of subjects) {
      for (const placeId of tops) {
        if (this.isFull) return
        this.add({ type: 'give', subjectKind: kind, subjectId: id, roleId, placeId, ...dates })
      }
    }
  }

  signInMany({ personIds }: SignInMany): void {
    for (const personId of personIds) {
      if (this.isFull) return
      if (!this.sees(personId) || !this.start.get('person', personId)?.recorded) continue
      if (this.start.personal(personId, 'email') === undefined) this.lacksEmail = true
      else this.add({ type: 'invite-to-sign-in', personId })
    }
  }

  takeMany({ personIds, placeIds, roleId, on }: TakeMany): void {
    const places = placeIds && new Set(placeIds)
    const grants = personIds
      ? personIds.flatMap((personId) => (this.sees(personId) ? this.open(personId) : []))
      : [...(places ?? [])].flatMap((placeId) =>
          this.start
            .by('grant', 'place', placeId)
            .filter((grant) => isOpen(grant.until, this.now) && this.isSeen(grant)),
        )
    for (const grant of grants) {
      if (places && !places.has(grant.placeId)) continue
      if (roleId && grant.roleId !== roleId) continue
      if (this.isFull) return
      this.add({ type: 'take', grantId: grant.id, ...(on ? { on } : {}) })
    }
  }

  private sees(personId: Id): boolean {
    return this.sight.seesPerson(personId)
  }

  private groupsOf(personId: Id): Id[] {
    return this.account.by('membership', 'person', personId).map((row) => row.groupId)
  }

  /** A person's own grants that have not ended, as far as the actor sees them. */
  private open(personId: Id): GrantRow[] {
    const grants = this.account
      .by('grant', 'subject', `person ${personId}`)
      .filter((grant) => isOpen(grant.until, this.now))
    return grants.filter((grant) => this.isSeen(grant))
  }

  private isSeen(grant: GrantRow): boolean {
    const seen = this.sight.seesGrant(grant)
    if (!seen) this.rest = true
    return seen
  }

  /** Gives what a grant gives, but to, at or of something else; a role that passes walls is never passed on so (T3). */
  private give(
    grant: GrantRow,
    other: Partial<Pick<GrantRow, 'subjectId' | 'placeId' | 'roleId'>> & { from?: string },
  ): boolean {
    const { subjectKind, subjectId, roleId, placeId } = { ...grant, ...other }
    if (this.isWallPassing({ ...grant, roleId })) {
      this.rest = true
      return false
    }
    const dates = { ...datesOf(grant, this.account.zone, this.now), ...(other.from ? { from: other.from } : {}) }
    return this.add({ type: 'give', subjectKind, subjectId, roleId, placeId, ...dates })
  }

  /** Puts a change into the docket if the actor may make it; what is given already needs no change. */
  private add(plain: object): boolean {
    const tried = this.try(plain)
    if (tried === 'given-already') return true
    if (this.changes.length >= MAXIMUM_CHANGES) {
      this.isFull = true
      return false
    }
    if (!tried) {
      this.rest = true
      return false
    }
    this.changes.push(tried.change)
    this.account = tried.decision.after
    return true
  }

  private try(plain: object) {
    const read = readChange(plain, this.makeId)
    if (read.problems) return undefined
    const decision = decide(this.account, [read.value], { kind: 'person', personId: this.actorId }, this.now)
    if (decision.problems.some((one) => one.code === 'given-already')) return 'given-already' as const
    return decision.problems.length > 0 ? undefined : { change: read.value, decision }
  }
}
