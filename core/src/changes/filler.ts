import type { Account } from '../account/account.ts'
import type { GrantRow, Id, PlaceRow } from '../account/rows.ts'
import { compare } from '../access/compare.ts'
import { impactOf } from '../access/impact.ts'
import { Sight } from '../access/sight.ts'
import { upwards, wallBetween } from '../places/tree.ts'
import { whenText, type Instant } from '../time/instants.ts'
import type { CopyAccess, GiveMany, MoveAccess, ReplaceRole, TakeMany, TidyAccess } from './fillings.ts'
import { decide, MAXIMUM_CHANGES, readChange, type Change } from './index.ts'

/** Puts ordinary changes together, each tried on what the ones before would leave, and only those the actor may make. */
export class Filler {
  readonly changes: Change[] = []
  /** Something was left out that is not the actor's to see or give. */
  rest = false
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
      if (!this.isOpen(grant) || !this.isSeen(grant)) continue
      if (this.give(grant, { roleId: replacementId })) this.add({ type: 'take', grantId: grant.id })
    }
  }

  /** What lies beneath another of the places is reached from there, unless a wall stands between. */
  giveMany({ subjects, placeIds, roleId, from, until }: GiveMany): void {
    const tops = placeIds.filter((placeId) => {
      const path = upwards(this.start, placeId)
      return !placeIds.some((above) => above !== placeId && isReachedFrom(path, above))
    })
    const dates = { ...(from ? { from } : {}), ...(until ? { until } : {}) }
    for (const { kind, id } of subjects) {
      for (const placeId of tops) {
        if (this.isFull) return
        this.add({ type: 'give', subjectKind: kind, subjectId: id, roleId, placeId, ...dates })
      }
    }
  }

  takeMany({ personIds, placeIds, roleId, on }: TakeMany): void {
    const places = placeIds && new Set(placeIds)
    const grants = personIds
      ? personIds.flatMap((personId) => (this.sees(personId) ? this.open(personId) : []))
      : [...(places ?? [])].flatMap((placeId) =>
          this.start.by('grant', 'place', placeId).filter((grant) => this.isOpen(grant) && this.isSeen(grant)),
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
    const grants = this.account.by('grant', 'subject', `person ${personId}`).filter((grant) => this.isOpen(grant))
    return grants.filter((grant) => this.isSeen(grant))
  }

  private isOpen(grant: GrantRow): boolean {
    return grant.until === null || grant.until > this.now
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
    if (this.account.get('role', roleId)?.wallPassing) {
      this.rest = true
      return false
    }
    const zone = this.account.zone
    const begins = grant.from > this.now ? { from: whenText(grant.from, zone, 'beginning') } : {}
    const ends = grant.until === null ? {} : { until: whenText(grant.until, zone, 'end') }
    const dates = { ...begins, ...ends, ...(other.from ? { from: other.from } : {}) }
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

function isReachedFrom(path: readonly PlaceRow[], above: Id): boolean {
  return path.some((place) => place.id === above) && wallBetween(path, above) === undefined
}
