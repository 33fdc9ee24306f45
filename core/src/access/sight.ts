import type { Account } from '../account/account.ts'
import type { GrantRow, Id, PersonRow } from '../account/rows.ts'
import { isPresent, reportsOf } from '../people/presence.ts'
import { upwards } from '../places/tree.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { Instant } from '../time/instants.ts'
import { atLeast, type Level } from './levels.ts'
import { grantsOf, reach, reachesAt, routesTo } from './walk.ts'

/** What stands for whatever the asker does not see (model D5). */
export const UNSEEN_PERSON = 'someone in the office'
export const UNSEEN_PLACE = 'a place you do not see'
export const UNSEEN_MONEY = 'known to the office'

export type OwnArea =
  | 'people'
  | 'access'
  | 'places'
  | 'groups'
  | 'roles'
  | 'seats'
  | 'billing'
  | 'departures'
  | 'help'
  | 'connections'
  | 'ledger'
  | 'settings'

/** How much of a person's record is seen: name, kind, employer and door; or dates, seats and reporting line too. */
export type PersonDepth = 'nothing' | 'directory' | 'record'

/** What one person may see of an account at an instant (model D4, D5). Every answer is cut by it, in one place. */
export class Sight {
  private readonly people = new Map<Id, PersonDepth>()
  private readonly places = new Map<Id, boolean>()
  private readonly asker: PersonRow | undefined
  private computed = false

  constructor(
    readonly account: Account,
    readonly personId: Id,
    readonly now: Instant,
    /** Where names are read: the account as it will be, with the rows a preview makes. */
    readonly named: Account = account,
  ) {
    this.asker = account.get('person', personId)
  }

  /** Whether the asker reaches a level of one of Jolly Porter's own areas at a place, or at the root. */
  can(area: OwnArea, level: Level, placeId: Id = this.account.root.id): boolean {
    return atLeast(reach(this.account, this.personId, placeId, `${OWN_PRODUCT}/${area}`, this.now).level, level)
  }

  /** Sums of money need `billing: see` (model D5). */
  get money(): boolean {
    return this.can('billing', 'see')
  }

  /** A place is seen by whoever sees all places, or was let in there (model T7). */
  seesPlace(placeId: Id): boolean {
    let seen = this.places.get(placeId)
    if (seen === undefined) {
      seen = this.account.get('place', placeId) ? this.reachesPlace(placeId) : this.named !== this.account
      this.places.set(placeId, seen)
    }
    return seen
  }

  private reachesPlace(placeId: Id): boolean {
    if (!this.asker || !isPresent(this.asker, this.now)) return false
    if (this.can('places', 'see', placeId)) return true
    return reachesAt(this.account, this.personId, placeId, this.now).size > 0
  }

  seesPerson(personId: Id): boolean {
    return this.depthOf(personId) !== 'nothing'
  }

  depthOf(personId: Id): PersonDepth {
    if (!this.computed) this.look()
    const made = this.named !== this.account && !this.account.get('person', personId)
    return made ? 'record' : (this.people.get(personId) ?? 'nothing')
  }

  /** The people seen, in no order. */
  visiblePeople(): PersonRow[] {
    return [...this.account.all('person')].filter((person) => this.seesPerson(person.id))
  }

  /** Whether a grant's role, dates and giver are seen: one's own, or with `access: see` where it was given. */
  seesGrant(grant: GrantRow): boolean {
    const own = grant.subjectKind === 'person' && grant.subjectId === this.personId
    return own || this.ownGroupGrant(grant) || this.can('access', 'see', grant.placeId)
  }

  private ownGroupGrant(grant: GrantRow): boolean {
    return this.asker !== undefined && grantsOf(this.account, this.asker).some((one) => one.grant.id === grant.id)
  }

  /** A name to show, or the fixed phrase for someone not seen. */
  personName(personId: Id | null | undefined): string {
    return personId && this.seesPerson(personId) ? this.named.nameOf(personId) : UNSEEN_PERSON
  }

  placeName(placeId: Id): string {
    return this.seesPlace(placeId) ? (this.named.get('place', placeId)?.name ?? UNSEEN_PLACE) : UNSEEN_PLACE
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

  private look(): void {
    this.computed = true
    const { asker, account, now } = this
    if (!asker) return
    if (!isPresent(asker, now)) {
      this.people.set(asker.id, 'record')
      return
    }
    if (this.can('people', 'see')) {
      for (const person of account.all('person')) this.people.set(person.id, 'record')
      return
    }
    this.lookAsMemberOrGuest(asker)
    for (const report of reportsOf(account, asker.id)) this.people.set(report.id, 'record')
    this.people.set(asker.id, 'record')
  }

  private lookAsMemberOrGuest(asker: PersonRow): void {
    const { account, now } = this
    if (asker.standing !== 'guest') {
      for (const person of account.all('person')) {
        if (person.state === 'active' || person.state === 'away') this.people.set(person.id, 'directory')
      }
    }
    for (const offer of account.by('offer', 'sponsor', asker.id)) this.people.set(offer.personId, 'directory')
    const meets = asker.standing === 'guest' && account.settings.guestsSeePeopleMet
    const places = [...account.all('place')].filter(
      ({ id }) => (meets && this.seesPlace(id)) || this.can('access', 'change', id) || this.can('people', 'see', id),
    )
    for (const person of account.all('person')) {
      if (person.state === 'erased' || this.people.has(person.id)) continue
      const met = places.some(({ id }) => routesTo(account, person, id, now).some((one) => !one.obstacle && !one.wall))
      if (met) this.people.set(person.id, 'directory')
    }
  }
}
