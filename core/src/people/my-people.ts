import type { Account } from '../account/account.ts'
import type { Id, PersonRow } from '../account/rows.ts'
import { membersOf } from './groups.ts'
import { reportsOf } from './presence.ts'

/**
 * Someone's people: all who report to them, directly or through others, and the members of the groups that are set to
 * be led by them (model P7, P8, R1). Never themselves.
 */
export function peopleOf(account: Account, leaderId: Id): Map<Id, PersonRow> {
  const found = new Map(reportsOf(account, leaderId).map((report) => [report.id, report]))
  for (const group of account.by('group', 'lead', leaderId)) {
    for (const member of group.leads ? membersOf(account, group) : []) found.set(member.id, member)
  }
  found.delete(leaderId)
  return found
}
