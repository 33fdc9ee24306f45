import type { Account } from '../account/account.ts'
import type { GrantRow, Id, PersonRow } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { groupsOf } from '../people/groups.ts'
import { isPresent } from '../people/presence.ts'
import { sheetStarts } from '../products/catalogue.ts'
import { isHeldAt } from '../seats/holdings.ts'
import type { Instant } from '../time/instants.ts'
import { capProfile, profileBookAt, type Profile, type ProfileBook } from './profiles.ts'
import { grantsBy, spotsOf, type Spot } from './spots.ts'
import { entryAt } from '../checks/must.ts'
import { isInForce } from '../time/lasting.ts'

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
/** What covers a place for someone; where nothing comes or goes on the way down, the very same list as above. */
export type Coverings = readonly Covering[]

const NOTHING: Coverings = []

interface Holder {
  person: PersonRow
  /** What was given to them by name, by place. */
  own: ReadonlyMap<Id, readonly GrantRow[]>
  /** Their groups, and their standing: whose shares are theirs. */
  subjects: readonly string[]
}

/**
 * One account looked at for many people at many places and instants: the literal walk's answers, with what repeats
 * worked out once. Used over overlays, where there is no index (architecture, how a change travels).
 */
export class Survey {
  private readonly spotOf: (placeId: Id) => Spot | undefined
  private readonly holders = new Map<Id, Holder | undefined>()
  /** What covers the places looked at for the holder looked at last. */
  private coverings = new Map<Spot, Coverings>()
  private coveringsOf: Holder | undefined
  private readonly cappedProfiles = new WeakMap<ProfileBook, Map<string, Standpoint>>()
  private readonly profiles = new WeakMap<ProfileBook, Map<string, Profile>>()
  private readonly rootId: Id

  constructor(readonly account: Account) {
    this.rootId = account.root.id
    this.spotOf = spotsOf(account)
  }

  holder(personId: Id): Holder | undefined {
    if (this.holders.has(personId)) return this.holders.get(personId)
    const person = this.account.get('person', personId)
    const holder = person && {
      person,
      own: grantsBy(this.account.by('grant', 'person', personId), (grant) => grant.placeId),
      subjects: [...groupsOf(this.account, person), person.standing],
    }
    this.holders.set(personId, holder)
    return holder
  }

  /** Every grant of a person that covers a place, past and to come included (model T2, T3, T6). */
  covering(holder: Holder, placeId: Id): Coverings {
    if (holder !== this.coveringsOf) {
      this.coveringsOf = holder
      this.coverings = new Map()
    }
    const spot = this.spotOf(placeId)
    return spot ? this.coveringAt(holder, spot) : NOTHING
  }

  /** On the way down a wall stops all but what passes walls, sleep stops everything, and something may be given here. */
  private coveringAt(holder: Holder, spot: Spot): Coverings {
    if (spot.asleep) return NOTHING
    const known = this.coverings.get(spot)
    if (known) return known
    const { place } = spot
    let covering = spot.above ? this.coveringAt(holder, spot.above) : NOTHING
    if (place.walled && covering.length > 0) {
      const passing = covering.filter((one) => this.account.get('role', one.roleId)?.wallPassing)
      covering = passing.length > 0 ? passing : NOTHING
    }
    const own = holder.own.get(place.id)
    if (own) covering = [...covering, ...own]
    if (spot.shared) {
      for (const subject of holder.subjects) {
        const shared = spot.shared.get(subject)
        if (shared) covering = [...covering, ...shared]
      }
    }
    this.coverings.set(spot, covering)
    return covering
  }

  /** What the routes in force give: the entitlement, seat, state and engagement left out (model D1). */
  entitlementAt(holder: Holder, covering: Coverings, placeId: Id, instant: Instant): Standpoint {
    const book = profileBookAt(this.account, instant)
    const profile = this.profileAt(book, holder, covering, placeId, instant)
    return this.standpoint(book, `${profile.id}`, () => ({ ...profile, granted: profile.levels }))
  }

  /**
   * What the person can do then: the entitlement under the seats' caps, nothing for anyone who is not present (model
   * A1).
   */
  abilityAt(holder: Holder, covering: Coverings, placeId: Id, instant: Instant): Standpoint {
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
    if (!known) this.cappedProfiles.set(book, (known = new Map<string, Standpoint>()))
    let standpoint = known.get(key)
    if (!standpoint) known.set(key, (standpoint = { book, ...make() }))
    return standpoint
  }

  private profileAt(book: ProfileBook, holder: Holder, covering: Coverings, placeId: Id, instant: Instant): Profile {
    const { standing } = holder.person
    const inForce = covering.filter((one) => isInForce(one, instant))
    // Account-scoped areas belong to the root: what is given there gives them there alone (model L4).
    const isRoot = this.isRoot(placeId)
    const atRoot = inForce.map((one) => isRoot && one.placeId === this.rootId)
    const byStanding = standing === 'owner' || standing === 'administrator'
    const at = isRoot ? 'root' : this.isStopped(holder, placeId) ? 'stopped' : 'place'
    const signature =
      (byStanding ? `${standing} ${at} ` : '') +
      inForce
        .map((one, at) => `${one.roleId}${atRoot[at] ? '/' : ''}`)
        .sort()
        .join()
    let known = this.profiles.get(book)
    if (!known) this.profiles.set(book, (known = new Map<string, Profile>()))
    let profile = known.get(signature)
    if (!profile) {
      const parts = inForce.flatMap((one, at) => {
        const role = this.account.get('role', one.roleId)
        return role ? [book.ofRole(role, entryAt(atRoot, at))] : []
      })
      if (byStanding) parts.push(book.ofStanding(standing, at))
      known.set(signature, (profile = book.together(parts)))
    }
    return profile
  }

  isRoot(placeId: Id): boolean {
    return placeId === this.rootId
  }

  /** A standing stops at sleeping places, an administrator's at walls too, but for our own areas (model P4, T6). */
  isStopped({ person: { standing } }: Holder, placeId: Id): boolean {
    if (standing !== 'owner' && standing !== 'administrator') return false
    const spot = this.spotOf(placeId)
    return !spot || spot.asleep || (standing === 'administrator' && spot.walled)
  }

  private seatsAt(person: PersonRow, instant: Instant): HoldingRow[] {
    return this.account.by('holding', 'person', person.id).filter((one) => isHeldAt(this.account, one, instant))
  }

  /** The later instants at which something of these routes, or of the person's seats and engagement, begins or ends. */
  boundaries(holder: Holder | undefined, covering: Coverings, into: Set<Instant>, after: Instant): void {
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
    add(holder.person.awayFrom)
    add(holder.person.awayUntil)
    for (const holding of this.account.by('holding', 'person', holder.person.id)) {
      add(holding.givenFrom)
      add(holding.until)
    }
  }
}
