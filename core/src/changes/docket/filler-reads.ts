import type { Account } from '../../account/account.ts'
import type { GrantRow, Id, PersonRow, PlaceRow } from '../../account/rows.ts'
import { upwards, wallBetween } from '../../places/tree.ts'
import { type Instant, whenText } from '../../time/instants.ts'
import { isOpen } from '../../time/lasting.ts'
import { isOutsider } from '../../people/presence.ts'
import { groupsOf } from '../../people/groups.ts'

/** Of places, those that no other of them reaches already: a key at the one above is enough. */
export function withoutCovered(account: Account, placeIds: readonly Id[]): Id[] {
  return placeIds.filter((placeId) => {
    const path = upwards(account, placeId)
    return !placeIds.some((above) => above !== placeId && isReachedFrom(path, above))
  })
}

/** The dates of what someone has, as another person is given the same: what has begun begins now. */
export function datesOf({ from, until }: Pick<GrantRow, 'from' | 'until'>, zone: string, now: Instant) {
  return {
    ...(from > now ? { from: whenText(from, zone, 'beginning') } : {}),
    ...(until === null ? {} : { until: whenText(until, zone, 'end') }),
  }
}

/** Outsiders who were given something at a place or beneath it by name, and are in. */
export function outsidersAt(account: Account, placeId: Id, now: Instant): PersonRow[] {
  const found = new Map<Id, PersonRow>()
  const visit = (id: Id) => {
    for (const grant of account.by('grant', 'place', id)) {
      const person = grant.subjectKind === 'person' ? account.get('person', grant.subjectId) : undefined
      if (person && isOpen(grant.until, now) && isOutsider(person) && ['active', 'away'].includes(person.state))
        found.set(person.id, person)
    }
    for (const place of account.by('place', 'parent', id)) visit(place.id)
  }
  visit(placeId)
  return [...found.values()]
}

/** What their groups hold. */
export function grantsByGroup(account: Account, personId: Id, now: Instant): GrantRow[] {
  const person = account.get('person', personId)
  return (person ? groupsOf(account, person) : []).flatMap((groupId) =>
    account.by('grant', 'subject', `group ${groupId}`).filter(({ until }) => isOpen(until, now)),
  )
}

function isReachedFrom(path: readonly PlaceRow[], above: Id): boolean {
  return path.some((place) => place.id === above) && wallBetween(path, above) === undefined
}
