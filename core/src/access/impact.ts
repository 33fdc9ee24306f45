import type { Account } from '../account/account.ts'
import type { GrantRow, GroupRow, Id, MembershipRow, PersonRow, PlaceRow, RowEdit } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { membersOf } from '../people/groups.ts'
import { downwards, upwards } from '../places/tree.ts'
import { grantsOf } from './walk.ts'

/** What edits can move: for each person, the places at which to look (architecture, impact set). */
export type Impact = Map<Id, ReadonlySet<Id>>

/** The people and places the edits can move, before or after them. */
export function impactOf(before: Account, after: Account, edits: readonly RowEdit[]): Impact {
  const gathering = new Gathering()
  for (const account of [before, after]) {
    const reader = new ImpactReader(account, gathering)
    for (const edit of edits) for (const row of [edit.before, edit.after]) if (row) reader.read(edit, row)
  }
  return gathering.impact
}

/** Sets of places are shared as long as they can be: thousands of people often move at the very same places. */
class Gathering {
  readonly impact = new Map<Id, Set<Id>>()
  private readonly shared = new Set<Set<Id>>()

  add(personId: Id, places: Set<Id>): void {
    const known = this.impact.get(personId)
    if (known === places || places.size === 0) return
    if (!known) {
      this.shared.add(places)
      this.impact.set(personId, places)
      return
    }
    const own = this.shared.has(known) ? new Set(known) : known
    for (const place of places) own.add(place)
    this.impact.set(personId, own)
  }
}

class ImpactReader {
  private readonly beneath = new Map<Id, Set<Id>>()
  private readonly ofSubject = new Map<string, Set<Id>>()

  constructor(
    private readonly account: Account,
    private readonly gathering: Gathering,
  ) {}

  read(edit: RowEdit, row: object): void {
    switch (edit.table) {
      case 'grant':
        return this.addGrant(row as GrantRow)
      case 'person':
        return this.addPerson(this.account.get('person', edit.key))
      case 'holding':
      case 'membership':
        return this.addPerson(this.account.get('person', (row as HoldingRow | MembershipRow).personId))
      case 'group':
        return this.addGroup(edit.key)
      case 'role':
        return this.addRole(edit.key)
      case 'place':
        return this.addPlace(edit)
      case 'sheet':
      case 'subscription':
        return this.addEverybody()
      default:
        // Of other tables nothing gives access.
        return
    }
  }

  private addGrant(grant: GrantRow): void {
    const places = this.placesBeneath(grant.placeId)
    for (const person of subjectsOf(this.account, grant)) this.gathering.add(person.id, places)
  }

  /** A person moves wherever something was given to them: everywhere, for those with a standing at the root. */
  private addPerson(person: PersonRow | undefined): void {
    if (!person) return
    if (person.standing === 'owner' || person.standing === 'administrator') {
      return this.gathering.add(person.id, this.placesBeneath(this.account.root.id))
    }
    const subjects = new Map(grantsOf(this.account, person).map(({ grant }) => [subjectOf(grant), grant]))
    for (const subject of subjects.keys()) this.gathering.add(person.id, this.placesOf(subject))
  }

  /** A product's areas are others now, or its seats allow something else: anyone who was given anything may move. */
  private addEverybody(): void {
    for (const person of this.account.all('person')) this.addPerson(person)
  }

  private addGroup(groupId: Id): void {
    const group = this.account.get('group', groupId)
    const places = this.placesOf(`group ${groupId}`)
    for (const person of group ? membersOf(this.account, group) : []) this.gathering.add(person.id, places)
  }

  /** Everyone who holds the role or one that follows it, wherever it was given. */
  private addRole(roleId: Id): void {
    const roles = [roleId, ...this.account.by('role', 'base', roleId).map((role) => role.id)]
    for (const id of roles) for (const grant of this.account.by('grant', 'role', id)) this.addGrant(grant)
  }

  /** A wall, a sleep or another parent moves everyone let in above, and everyone let in beneath, on all that is beneath. */
  private addPlace(edit: RowEdit): void {
    const [was, is] = [edit.before, edit.after] as (PlaceRow | null)[]
    if (!was || (was.walled === is?.walled && was.parentId === is.parentId && was.archived === is.archived)) return
    const beneath = this.placesBeneath(edit.key)
    const concerned = [...upwards(this.account, edit.key).map((place) => place.id), ...beneath]
    for (const placeId of new Set(concerned)) {
      for (const grant of this.account.by('grant', 'place', placeId)) {
        for (const person of subjectsOf(this.account, grant)) this.gathering.add(person.id, beneath)
      }
    }
    for (const standing of ['owner', 'administrator']) {
      for (const person of this.account.by('person', 'standing', standing)) this.gathering.add(person.id, beneath)
    }
  }

  private placesBeneath(placeId: Id): Set<Id> {
    let places = this.beneath.get(placeId)
    if (!places) {
      places = new Set(downwards(this.account, placeId).map((place) => place.id))
      this.beneath.set(placeId, places)
    }
    return places
  }

  /** Everywhere a subject was let in to. */
  private placesOf(subject: string): Set<Id> {
    let places = this.ofSubject.get(subject)
    if (!places) {
      places = new Set()
      const tops = new Set(this.account.by('grant', 'subject', subject).map((grant) => grant.placeId))
      for (const placeId of tops) for (const place of this.placesBeneath(placeId)) places.add(place)
      this.ofSubject.set(subject, places)
    }
    return places
  }
}

function subjectOf(grant: GrantRow): string {
  return `${grant.subjectKind} ${grant.subjectId}`
}

/** The people a grant is given to: one, a group's, or all of a standing (model G1). */
export function subjectsOf(account: Account, grant: GrantRow): readonly PersonRow[] {
  if (grant.subjectKind === 'standing') return account.by('person', 'standing', grant.subjectId)
  if (grant.subjectKind === 'group') {
    const group = account.get('group', grant.subjectId) as GroupRow | undefined
    return group ? membersOf(account, group) : []
  }
  const person = account.get('person', grant.subjectId)
  return person ? [person] : []
}
