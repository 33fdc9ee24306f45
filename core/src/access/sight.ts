import { say } from '../words/say.ts'
import type { GrantRow, Id, PersonRow, PlannedRow } from '../account/rows.ts'
import type { Cover, PersonDepth } from './shared-sight.ts'
import type { Account } from '../account/account.ts'
import type { Instant } from '../time/instants.ts'
import { isPresent } from '../people/presence.ts'
import { atLeast } from './levels.ts'
import { type Level } from '../account/level.ts'
import { reach, reachesInside } from './reach.ts'
import { OWN_PRODUCT, type OwnArea } from '../products/own.ts'
import { entryBy, grantsOf, type Route } from './walk.ts'
import { clientMaking, PLACES } from './own-clients.ts'
import { peopleOf } from '../people/my-people.ts'
import { groupsOf } from '../people/groups.ts'
import { isAsleep, upwards, wallBetween } from '../places/tree.ts'
import { must } from '../checks/must.ts'
import { areaAt, areasAt } from '../products/catalogue.ts'
import { givenBy } from './powers.ts'
import { isInForce } from '../time/lasting.ts'

/** What replaces whatever the asker does not see (model D5). */
export const unseenPerson = () => say('access.someone-you-do-not-have-the-right-to')

export const unseenPlace = () => say('access.a-place-you-do-not-see')

export const unseenMoney = () => say('access.known-to-the-office')

/** What one person may see of an account at an instant (model D4, D5). Every answer is cut by it, in one place. */
export class Sight {
  private readonly people = new Map<Id, PersonDepth>()
  private readonly places = new Map<Id, boolean>()
  private readonly allowed = new Map<string, boolean>()
  private readonly groupsMet = new Map<Id, boolean>()
  private readonly asker: PersonRow | undefined
  private readonly isIn: boolean
  private sponsored: Set<Id> | undefined
  private reports: ReadonlyMap<Id, PersonRow> | undefined
  private meeting: Cover[] | undefined

  constructor(
    readonly account: Account,
    readonly personId: Id,
    readonly now: Instant,
    /** Where names are read: the account as it will be, with the rows a preview makes. */
    readonly named: Account = account,
  ) {
    this.asker = account.get('person', personId)
    this.isIn = this.asker !== undefined && isPresent(this.asker, now)
  }

  /** Tells one asker's view of an account from another's. */
  get viewKey(): string {
    return this.personId
  }

  /** Whether the asker reaches a level of one of Jolly Porter's own areas at a place, or at the root. */
  can(area: OwnArea, level: Level, placeId: Id = this.account.root.id): boolean {
    const key = `${area} ${level} ${placeId}`
    let can = this.allowed.get(key)
    if (can === undefined) {
      can = atLeast(reach(this.account, this.personId, placeId, `${OWN_PRODUCT}/${area}`, this.now).level, level)
      this.allowed.set(key, can)
    }
    return can
  }

  /** Whether there is any place at which the asker may; for controls and rooms that are not of one place. */
  canSomewhere(area: OwnArea, level: Level): boolean {
    if (this.can(area, level)) return true
    if (!this.asker) return false
    const given = new Set(grantsOf(this.account, this.asker).map(({ grant }) => grant.placeId))
    return [...given].some((placeId) => this.can(area, level, placeId))
  }

  /** What was given to the asker by name, through a group or by membership. */
  ownGrants(): GrantRow[] {
    return this.asker ? grantsOf(this.account, this.asker).map(({ grant }) => grant) : []
  }

  /** Sums of money need `billing: see` (model D5). */
  get money(): boolean {
    return this.can('billing', 'see')
  }

  /** A place is seen by anyone who sees all places, or was let in there (model T7). */
  seesPlace(placeId: Id): boolean {
    let seen = this.places.get(placeId)
    if (seen === undefined) {
      seen = this.account.get('place', placeId) ? this.reachesPlace(placeId) : this.named !== this.account
      this.places.set(placeId, seen)
    }
    return seen
  }

  private reachesPlace(placeId: Id): boolean {
    if (!this.isIn) return false
    // Owners and administrators run Jolly Porter's own areas everywhere, walls and sleep or not (model P4).
    if (this.seesAllKeys) return true
    if (this.can('places', 'see', placeId)) return true
    const reaches = [...reachesInside(this.account, this.personId, placeId, this.now)]
    // Someone who only makes clients of their own sees where they make them, and no other client (model T8).
    const { account, personId, now } = this
    return (
      reaches.some(([key, { level }]) => key !== PLACES || level !== 'none') ||
      clientMaking(account, personId, placeId, now) !== undefined
    )
  }

  seesPerson(personId: Id): boolean {
    return this.depthOf(personId) !== 'nothing'
  }

  depthOf(personId: Id): PersonDepth {
    let depth = this.people.get(personId)
    if (depth === undefined) this.people.set(personId, (depth = this.look(personId)))
    return depth
  }

  /** The people seen, in no order. */
  visiblePeople(): PersonRow[] {
    return [...this.account.all('person')].filter((person) => this.seesPerson(person.id))
  }

  /** Those whose whole record is seen: everyone, or oneself and one's reports. Few are gone through where few are seen. */
  recordsSeen(): PersonRow[] {
    const all = this.can('people', 'see')
    const found = all ? this.account.all('person') : this.asker ? [this.asker, ...this.ownReports().values()] : []
    return [...found].filter((person) => this.depthOf(person.id) === 'record')
  }

  /** Whether someone reports to the asker, or is of a group that is set to be led by them (model P7, P8). */
  isReport(personId: Id): boolean {
    return this.ownReports().has(personId)
  }

  /** All who report to the asker, directly or through others, and those of the groups they lead (model P7, P8). */
  private ownReports(): ReadonlyMap<Id, PersonRow> {
    return (this.reports ??= peopleOf(this.account, this.personId))
  }

  /** Whether someone is the asker, for whom their own things are always to be seen. */
  isSelf(personId: Id): boolean {
    return personId === this.personId
  }

  /** Whether someone is who really asks: what is private to people is shown to nobody who sees as they do. */
  isAsker(personId: Id): boolean {
    return personId === this.personId
  }

  /** What someone has at a place is theirs to see, and that of anyone who has `access: see` there (model D5). */
  seesKeys(personId: Id, placeId: Id): boolean {
    return this.isSelf(personId) || this.can('access', 'see', placeId)
  }

  /** Whether the asker sees everyone's keys everywhere, as owners and administrators do by their standing. */
  get seesAllKeys(): boolean {
    const standing = this.asker?.standing
    return this.isIn && (standing === 'owner' || standing === 'administrator')
  }

  /** Whether groups and who belongs to them are the asker's to see. */
  get seesGroups(): boolean {
    return this.canSomewhere('groups', 'see') || this.canSomewhere('access', 'change')
  }

  /** Whether a grant's role, dates and giver are seen: one's own, or with `access: see` where it was given. */
  seesGrant(grant: GrantRow): boolean {
    const own = grant.subjectKind === 'person' && grant.subjectId === this.personId
    return own || this.ownGroupGrant(grant) || this.can('access', 'see', grant.placeId)
  }

  /** What waits for its day: the person who planned it, and owners. */
  seesPlanned({ plannerId }: PlannedRow): boolean {
    return plannerId === this.personId || this.asker?.standing === 'owner'
  }

  private ownGroupGrant(grant: GrantRow): boolean {
    if (!this.asker) return false
    if (grant.subjectKind === 'standing') return grant.subjectId === this.asker.standing
    return grant.subjectKind === 'group' && groupsOf(this.account, this.asker).includes(grant.subjectId)
  }

  /** A name to show, or the fixed phrase for someone not seen. */
  personName(personId: Id | null | undefined): string {
    return personId && this.seesPerson(this.account.leadsTo(personId)) ? this.named.nameOf(personId) : unseenPerson()
  }

  /** Likewise, but as they were called before what is being looked at: a record that is joined then goes by another's. */
  earlierName(personId: Id): string {
    return this.seesPerson(this.account.leadsTo(personId)) ? this.account.nameOf(personId) : unseenPerson()
  }

  placeName(placeId: Id): string {
    return this.seesPlace(placeId) ? (this.named.get('place', placeId)?.name ?? unseenPlace()) : unseenPlace()
  }

  /**
   * The path of a place as the asker may read it: names of places they see, and above those only as far as the
   * account's path label goes (model T7). Lowest last.
   */
  pathNames(placeId: Id): string[] {
    const path = upwards(this.named, placeId).slice(0, -1).reverse()
    const depth = this.account.settings.pathLabelDepth
    return path.filter((place, at) => at < depth || this.seesPlace(place.id)).map((place) => place.name)
  }

  private look(personId: Id): PersonDepth {
    const { account, asker } = this
    const person = account.get('person', personId)
    if (!person && account.get('sharedLogin', personId)) return this.seesShared(personId) ? 'record' : 'nothing'
    if (!person) return this.named !== account && this.named.get('person', personId) ? 'record' : 'nothing'
    if (!asker) return 'nothing'
    if (person.id === asker.id) return 'record'
    if (!this.isIn) return 'nothing'
    if (this.can('people', 'see')) return 'record'
    if (this.ownReports().has(personId)) return 'record'
    if (asker.standing !== 'guest' && (person.state === 'active' || person.state === 'away')) return 'directory'
    this.sponsored ??= new Set(account.by('offer', 'sponsor', asker.id).map((offer) => offer.personId))
    if (this.sponsored.has(personId)) return 'directory'
    return person.state !== 'erased' && this.meets(person) ? 'directory' : 'nothing'
  }

  /** A shared login is seen by those who see seats or connect products, and by those it belongs to (model B4, D5). */
  private seesShared(sharedId: Id): boolean {
    const { responsibleId, userIds } = must(this.account.get('sharedLogin', sharedId), 'sharedLogin')
    const isOwn = responsibleId === this.personId || userIds.includes(this.personId)
    return isOwn || this.can('seats', 'see') || this.can('connections', 'run')
  }

  /**
   * Whether someone has a route at a place the asker reaches, as a guest who may see the people met, or is a steward
   * of, in any state and with or without a seat (model D4, P4). What two routes cover is one within the other, or
   * apart: it is enough to look whether the lower place is covered from the higher.
   */
  private meets(person: PersonRow): boolean {
    const covers = this.covers()
    if (covers.length === 0) return false
    const { account } = this
    if (person.standing === 'owner' || person.standing === 'administrator') {
      const here: Cover = { placeId: account.root.id, passing: person.standing === 'owner' }
      if (covers.some((one) => this.touch(one, here))) return true
    }
    const given = account.by('grant', 'subject', `person ${person.id}`)
    if (given.some((grant) => this.isMet(grant, covers))) return true
    const subjects = [...groupsOf(account, person).map((id) => `group ${id}`), `standing ${person.standing}`]
    return subjects.some((subject) => {
      let met = this.groupsMet.get(subject)
      if (met === undefined) {
        met = account.by('grant', 'subject', subject).some((grant) => this.isMet(grant, covers))
        this.groupsMet.set(subject, met)
      }
      return met
    })
  }

  private isMet(grant: GrantRow, covers: readonly Cover[]): boolean {
    if (!isInForce(grant, this.now)) return false
    const passing = this.account.get('role', grant.roleId)?.wallPassing ?? false
    return covers.some((one) => this.touch(one, { placeId: grant.placeId, passing }))
  }

  private touch(one: Cover, other: Cover): boolean {
    return this.coversPlace(one, other.placeId) || this.coversPlace(other, one.placeId)
  }

  private coversPlace({ placeId: given, passing }: Cover, placeId: Id): boolean {
    const path = upwards(this.account, placeId)
    if (!path.some((place) => place.id === given) || isAsleep(path)) return false
    return passing || wallBetween(path, given) === undefined
  }

  /** What the asker's own routes cover where they meet people: all of a guest's, and a steward's or `people: see`. */
  private covers(): Cover[] {
    if (this.meeting) return this.meeting
    this.meeting = []
    const { account, asker, now } = this
    if (!asker || !this.isIn) return this.meeting
    const meets = asker.standing === 'guest' && account.settings.guestsSeePeopleMet
    for (const { grant } of grantsOf(account, asker)) {
      if (!isInForce(grant, now)) continue
      const role = account.get('role', grant.roleId)
      if (!role) continue
      const route: Route = { person: asker, grant, role, placeId: grant.placeId }
      const gives = (key: string, level: Level) => {
        const area = areaAt(account, key, now)
        const entry = area && entryBy(account, route, area)
        return entry !== undefined && (entry.scope ?? 'all') === 'all' && atLeast(givenBy(entry).free, level)
      }
      const steward = gives(`${OWN_PRODUCT}/access`, 'change') || gives(`${OWN_PRODUCT}/people`, 'see')
      const anything = () => areasAt(account, now).some((area) => entryBy(account, route, area) !== undefined)
      if (steward || (meets && anything())) this.meeting.push({ placeId: grant.placeId, passing: role.wallPassing })
    }
    return this.meeting
  }
}
