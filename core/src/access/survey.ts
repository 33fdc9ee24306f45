import type { Account } from '../account/account.ts'
import type { GrantRow, HoldingRow, Id, PersonRow, PlaceRow } from '../account/rows.ts'
import { groupsOf } from '../people/groups.ts'
import { isPresent } from '../people/presence.ts'
import { upwards } from '../places/tree.ts'
import { sheetStarts } from '../products/catalogue.ts'
import { holdingUntil } from '../seats/holdings.ts'
import type { Instant } from '../time/instants.ts'
import { capProfile, profileBookAt, type Profile, type ProfileBook } from './profiles.ts'

/** What of an account one answer is made of: the levels and actions of all areas, and the areas they are of. */
export interface Standpoint {
  book: ProfileBook
  levels: Uint32Array
  actions: Uint8Array
  /** What was granted, where the answer is what can be done: for *held back by the seat* (model A4). */
  granted: Uint32Array
}

/** A grant that covers a place: neither a wall nor sleep stops it there, whatever its dates. */
type Covering = Pick<GrantRow, 'from' | 'until' | 'roleId' | 'placeId'>

interface Path {
  /** The place and all above it, itself first. */
  places: readonly PlaceRow[]
  position: ReadonlyMap<Id, number>
  /** From this position upwards everything lies beyond a wall; infinite without one. */
  walledFrom: number
  asleep: boolean
}

interface Holder {
  person: PersonRow
  own: readonly GrantRow[]
  groups: readonly Id[]
}

/**
 * One account looked at for many people at many places and instants: the literal walk's answers, with what repeats
 * worked out once. Used over overlays, where there is no index (architecture, how a change travels).
 */
export class Survey {
  private readonly paths = new Map<Id, Path>()
  private readonly shared = new Map<Id, Map<string, Covering[]>>()
  private readonly holders = new Map<Id, Holder | undefined>()
  private readonly cappedProfiles = new WeakMap<ProfileBook, Map<string, Standpoint>>()
  private readonly profiles = new WeakMap<ProfileBook, Map<string, Profile>>()
  private readonly rootId: Id

  constructor(readonly account: Account) {
    this.rootId = account.root.id
  }

  holder(personId: Id): Holder | undefined {
    if (this.holders.has(personId)) return this.holders.get(personId)
    const person = this.account.get('person', personId)
    const holder = person && {
      person,
      own: this.account.by('grant', 'person', personId),
      groups: groupsOf(this.account, person),
    }
    this.holders.set(personId, holder)
    return holder
  }

  /** Every grant of a person that covers a place, past and to come included. */
  covering(holder: Holder, placeId: Id): Covering[] {
    const found: Covering[] = []
    for (const grant of holder.own) if (this.covers(grant, placeId)) found.push(grant)
    const shared = this.sharedAt(placeId)
    for (const groupId of holder.groups) found.push(...(shared.get(groupId) ?? []))
    found.push(...(shared.get(holder.person.standing) ?? []))
    return found
  }

  /** What groups and standings hold that covers a place, by whose it is. */
  private sharedAt(placeId: Id): ReadonlyMap<string, readonly Covering[]> {
    let shared = this.shared.get(placeId)
    if (!shared) {
      this.shared.set(placeId, (shared = new Map()))
      for (const place of this.pathOf(placeId).places) {
        for (const grant of this.account.by('grant', 'shared', place.id)) {
          if (!this.covers(grant, placeId)) continue
          const list = shared.get(grant.subjectId)
          if (list) list.push(grant)
          else shared.set(grant.subjectId, [grant])
        }
      }
    }
    return shared
  }

  /** Model T2, T3, T6. */
  private covers(grant: GrantRow, placeId: Id): boolean {
    const path = this.pathOf(placeId)
    const at = path.position.get(grant.placeId)
    if (at === undefined || path.asleep) return false
    return at < path.walledFrom || (this.account.get('role', grant.roleId)?.wallPassing ?? false)
  }

  private pathOf(placeId: Id): Path {
    let path = this.paths.get(placeId)
    if (!path) {
      const places = upwards(this.account, placeId)
      const wall = places.findIndex((place) => place.walled)
      path = {
        places,
        position: new Map(places.map((place, at) => [place.id, at])),
        walledFrom: wall < 0 ? Infinity : wall + 1,
        asleep: places.some((place) => place.archived),
      }
      this.paths.set(placeId, path)
    }
    return path
  }

  /** What the routes in force give: the entitlement, seat, state and engagement left out (model D1). */
  entitlementAt(holder: Holder, covering: readonly Covering[], placeId: Id, instant: Instant): Standpoint {
    const book = profileBookAt(this.account, instant)
    const profile = this.profileAt(book, holder, covering, placeId, instant)
    return this.standpoint(book, `${profile.id}`, () => ({ ...profile, granted: profile.levels }))
  }

  /** What the person can do then: the entitlement under the seats' caps, nothing for whoever is not present (model A1). */
  abilityAt(holder: Holder, covering: readonly Covering[], placeId: Id, instant: Instant): Standpoint {
    const book = profileBookAt(this.account, instant)
    const profile = this.profileAt(book, holder, covering, placeId, instant)
    if (!isPresent(holder.person, instant)) {
      return this.standpoint(book, 'absent', () => ({ ...book.empty, granted: book.empty.levels }))
    }
    const caps = book.capsOf(this.seatsAt(holder.person, instant))
    return this.standpoint(book, `${profile.id} ${caps.position}`, () => ({
      ...capProfile(book, profile, caps),
      granted: profile.levels,
    }))
  }

  private standpoint(book: ProfileBook, key: string, make: () => Omit<Standpoint, 'book'>): Standpoint {
    let known = this.cappedProfiles.get(book)
    if (!known) this.cappedProfiles.set(book, (known = new Map()))
    let standpoint = known.get(key)
    if (!standpoint) known.set(key, (standpoint = { book, ...make() }))
    return standpoint
  }

  private profileAt(
    book: ProfileBook,
    holder: Holder,
    covering: readonly Covering[],
    placeId: Id,
    instant: Instant,
  ): Profile {
    const { standing } = holder.person
    const inForce = covering.filter((one) => one.from <= instant && (one.until === null || instant < one.until))
    const atRoot = inForce.map((one) => one.placeId === this.rootId)
    const byStanding = standing === 'owner' || standing === 'administrator'
    const stopped = byStanding && this.isStopped(standing, placeId)
    const signature =
      (byStanding ? `${standing}${stopped} ` : '') +
      inForce
        .map((one, at) => `${one.roleId}${atRoot[at] ? '/' : ''}`)
        .sort()
        .join()
    let known = this.profiles.get(book)
    if (!known) this.profiles.set(book, (known = new Map()))
    let profile = known.get(signature)
    if (!profile) {
      const parts = inForce.flatMap((one, at) => {
        const role = this.account.get('role', one.roleId)
        return role ? [book.ofRole(role, atRoot[at]!)] : []
      })
      if (byStanding) parts.push(book.ofStanding(standing, stopped))
      known.set(signature, (profile = book.together(parts)))
    }
    return profile
  }

  /** A standing stops at sleeping places, an administrator's at walls too, but for our own areas (model P4, T6). */
  private isStopped(standing: PersonRow['standing'], placeId: Id): boolean {
    const path = this.pathOf(placeId)
    return path.asleep || (standing === 'administrator' && path.walledFrom < Infinity)
  }

  private seatsAt(person: PersonRow, instant: Instant): HoldingRow[] {
    return this.account.by('holding', 'person', person.id).filter((holding) => {
      const until = holdingUntil(this.account, holding)
      return holding.givenFrom <= instant && (until === null || instant < until)
    })
  }

  /** The later instants at which something of these routes, or of the person's seats and engagement, begins or ends. */
  boundaries(holder: Holder | undefined, covering: readonly Covering[], into: Set<Instant>, after: Instant): void {
    const add = (instant: Instant | null) => {
      if (instant !== null && instant > after) into.add(instant)
    }
    for (const { from, until } of covering) {
      add(from)
      add(until)
    }
    for (const start of sheetStarts(this.account)) add(start)
    if (!holder) return
    add(holder.person.engagementFrom)
    add(holder.person.engagementUntil)
    for (const holding of this.account.by('holding', 'person', holder.person.id)) {
      add(holding.givenFrom)
      add(holding.until)
    }
  }
}
