import type { Account } from '../account/account.ts'
import type { GroupRow, GroupRule, Id, PersonRow, RuleCondition } from '../account/rows.ts'
import { must } from '../checks/must.ts'

/** The fields every account has; beside them stand the account's own choice fields, by id (model C6). */
export const BUILT_IN_FIELDS = ['kind', 'standing', 'employer'] as const

/** What a person's record holds in a field now. */
export function valueIn(person: PersonRow, field: string): string | null {
  if (field === 'kind') return person.kind
  if (field === 'standing') return person.standing
  if (field === 'employer') return person.employerId
  return person.choices[field] ?? null
}

/**
 * Whether a rule holds a person: it looks at present fields, also of people away, and at nobody who is not yet in or
 * has gone (model P8).
 */
export function matches(rule: GroupRule, person: PersonRow): boolean {
  if (person.state !== 'active' && person.state !== 'away') return false
  for (const line of rule.anyOf) if (holdsAll(line, person)) return true
  return false
}

function holdsAll(line: readonly RuleCondition[], person: PersonRow): boolean {
  for (const { field, value } of line) if (valueIn(person, field) !== value) return false
  return true
}

/** The groups that hold a person, by name or by rule, each once (model P8). */
export function groupsOf(account: Account, person: PersonRow): Id[] {
  const found = account.by('membership', 'person', person.id).map((row) => row.groupId)
  for (const group of account.by('group', 'ruled', 'yes')) {
    if (!found.includes(group.id) && matches(must(group.rule, 'rule'), person)) found.push(group.id)
  }
  return found
}

/** The people a group holds, by name or by rule, each once (model P8). */
export function membersOf(account: Account, group: GroupRow): PersonRow[] {
  if (!group.rule) return findMembers(account, group)
  // A rule is asked of everyone: once for an account, which nothing alters.
  let known = ruled.get(account)
  if (!known) ruled.set(account, (known = new Map<GroupRow, PersonRow[]>()))
  let members = known.get(group)
  if (!members) known.set(group, (members = findMembers(account, group)))
  return members
}

const ruled = new WeakMap<Account, Map<GroupRow, PersonRow[]>>()

function findMembers(account: Account, group: GroupRow): PersonRow[] {
  const found = new Map<Id, PersonRow>()
  for (const { personId } of account.by('membership', 'group', group.id)) {
    const person = account.get('person', personId)
    if (person) found.set(personId, person)
  }
  if (group.rule)
    for (const person of account.all('person')) if (matches(group.rule, person)) found.set(person.id, person)
  return [...found.values()]
}

/** The fields rules read, with the groups that read them: nobody sets these about themselves (model P8). */
export function fieldsRead(account: Account): Map<string, GroupRow[]> {
  const read = new Map<string, GroupRow[]>()
  for (const group of account.by('group', 'ruled', 'yes')) {
    const fields = new Set(
      must(group.rule, 'rule')
        .anyOf.flat()
        .map((condition) => condition.field),
    )
    for (const field of fields) read.set(field, [...(read.get(field) ?? []), group])
  }
  return read
}
