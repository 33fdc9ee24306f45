import { groupsOf, type Account, type Decision, type Id, type PersonRow } from '@lodge/core'
import { must } from '@lodge/core/must'
import type { NewWork } from './work.ts'

/** More people or groups than this are compared all at once instead of one by one. */
const PEOPLE_ONE_BY_ONE = 50
const GROUPS_ONE_BY_ONE = 20

/** Whose accounts, and which groups, in connected products a commit may have altered: they follow it (RFC 7644). */
export function followed(
  accountId: string,
  edits: Decision['edits'],
  values: Decision['values'],
  after: Account,
): NewWork[] {
  const connections = [...after.all('connection')].filter((one) => one.on)
  if (connections.length === 0) return []
  const { people, groups } = concerned(edits, after)
  for (const { personId, field } of values) if (field === 'name' || field === 'email') people.add(personId)
  const known = [...people].filter((id) => after.by('holding', 'person', id).length > 0)
  if (known.length > PEOPLE_ONE_BY_ONE || groups.size > GROUPS_ONE_BY_ONE) {
    return connections.map(({ id }) => ({ accountId, kind: 'compare-product', ids: { connectionId: id, follow: 1 } }))
  }
  return [
    ...connections.flatMap(({ id: connectionId }) => [
      ...known.map((personId) => ({ accountId, kind: 'follow-person', ids: { connectionId, personId } })),
      ...[...groups].map((groupId) => ({ accountId, kind: 'follow-group', ids: { connectionId, groupId } })),
    ]),
  ]
}

/** Whose records and seats were altered, and the groups that have other members, or members with another account, since. */
function concerned(edits: Decision['edits'], after: Account): { people: Set<Id>; groups: Set<Id> } {
  const [people, groups] = [new Set<Id>(), new Set<Id>()]
  for (const { table, key, before, after: row } of edits) {
    if (table === 'group') groups.add(key)
    else if (table === 'membership') groups.add(((row ?? before) as { groupId: Id }).groupId)
    else if (table === 'person') {
      // A product is told of nobody who never held a seat of it.
      if (after.by('holding', 'person', key).length === 0) continue
      people.add(key)
      for (const id of groupsMoved(after, before as PersonRow | null, row as PersonRow | null)) groups.add(id)
    } else if (table === 'holding') {
      const { personId } = (row ?? before) as { personId: Id }
      people.add(personId)
      const person = after.get('person', personId)
      for (const id of person ? groupsOf(after, person) : []) groups.add(id)
    }
  }
  return { people, groups }
}

/** Groups that people joined or quit by rule; all their groups where they came in or are out. */
function groupsMoved(account: Account, before: PersonRow | null, after: PersonRow | null): Id[] {
  const [was, is] = [before, after].map((row) => (row ? groupsOf(account, row) : []))
  const isSame = (['state', 'engagementFrom', 'engagementUntil', 'awayFrom', 'awayUntil'] as const).every(
    (field) => before?.[field] === after?.[field],
  )
  if (!isSame) return [...must(was, 'was'), ...must(is, 'is')]
  return [
    ...must(was, 'was').filter((id) => !must(is, 'is').includes(id)),
    ...must(is, 'is').filter((id) => !must(was, 'was').includes(id)),
  ]
}
