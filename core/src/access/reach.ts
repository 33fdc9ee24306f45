import type { Account } from '../account/account.ts'
import type { AreaKey, GrantRow, GroupRow, Id, PersonRow } from '../account/rows.ts'
import { groupsOf, membersOf } from '../people/groups.ts'
import { areaAt } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { subjectsOf } from './impact.ts'
import { AccessIndex } from './indexed/access-index.ts'
import type { Answer, Whose } from './powers.ts'
import * as walk from './walk.ts'
import { must } from '../checks/must.ts'

/**
 * The questions everything asks: answered by the account's index where it has one and the instant is not past, and by
 * the literal walk otherwise; both give the same answer.
 */

/** The account's index if it has one that can answer for the instant. */
export function indexAt(account: Account, instant: Instant): AccessIndex | undefined {
  const index = account.attached
  return index instanceof AccessIndex && index.standsFor(account, instant) ? index : undefined
}

/** The people a group holds, by name or by rule (model P8). */
export function groupMembers(account: Account, group: GroupRow, instant: Instant): PersonRow[] {
  return indexAt(account, instant)?.membersOf(group.id) ?? membersOf(account, group)
}

/** The groups that hold a person, by name or by rule (model P8). */
export function groupsHolding(account: Account, person: PersonRow, instant: Instant): readonly Id[] {
  return indexAt(account, instant)?.groupsOf(person.id) ?? groupsOf(account, person)
}

/** The people a grant is given to: one, a group's, or all of a standing (model G1). */
export function subjectsAt(account: Account, grant: GrantRow, instant: Instant): readonly PersonRow[] {
  const group = grant.subjectKind === 'group' ? account.get('group', grant.subjectId) : undefined
  return group ? groupMembers(account, group, instant) : subjectsOf(account, grant)
}

/** Model A1. Unknown people, places and areas reach nothing. */
export function reach(account: Account, personId: Id, placeId: Id, key: AreaKey, instant: Instant): walk.Reach {
  const index = indexAt(account, instant)
  return index ? index.reach(personId, placeId, key) : walk.reach(account, personId, placeId, key, instant)
}

/** What every area answers for one person at one place; areas with nothing granted are left out. */
export function reachesAt(account: Account, personId: Id, placeId: Id, instant: Instant): Map<AreaKey, walk.Reach> {
  const index = indexAt(account, instant)
  return index ? index.reachesAt(personId, placeId) : walk.reachesAt(account, personId, placeId, instant)
}

/** The same in the areas that belong to the place itself: an account-scoped one does to the root alone (model L4). */
export function reachesInside(account: Account, personId: Id, placeId: Id, instant: Instant): Map<AreaKey, walk.Reach> {
  const found = reachesAt(account, personId, placeId, instant)
  for (const key of found.keys()) {
    if (!walk.belongsTo(account, must(areaAt(account, key, instant), 'areaAt'), placeId)) found.delete(key)
  }
  return found
}

/** Whether someone may do an action at a place with an item of whose it is (model A3). */
export function answerTo(
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  action: string,
  whose: Whose,
  instant: Instant,
): Answer {
  const index = indexAt(account, instant)
  if (index) return index.answer(personId, placeId, key, action, whose)
  return walk.answerTo(account, personId, placeId, key, action, whose, instant)
}
