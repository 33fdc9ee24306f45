import type { Account } from '../account/account.ts'
import type { GroupRow, Id, Taker } from '../account/rows.ts'
import { replaceApprover, rowNaming } from '../account/approver-rows.ts'
import { givesAccess } from '../access/holders.ts'
import { dateOf, whenText, type Instant } from '../time/instants.ts'
import { PASSED_ON, type HangKind } from './hangs.ts'
import { must } from '../checks/must.ts'
import { isOpen } from '../time/lasting.ts'

/** Who can take over what: things of these kinds go to these kinds of people, groups or places, or to nobody where that does no harm (X3). */
export const TAKERS: Readonly<Record<string, { by: readonly Taker['kind'][]; letGo: boolean }>> = {
  report: { by: ['person'], letGo: true },
  steward: { by: ['person', 'group'], letGo: true },
  'group-led': { by: ['person'], letGo: true },
  invitation: { by: ['person'], letGo: true },
  link: { by: ['person'], letGo: true },
  plan: { by: ['person'], letGo: true },
  'shared-login': { by: ['person'], letGo: false },
  approver: { by: ['person'], letGo: true },
  line: { by: ['person'], letGo: true },
  things: { by: ['person', 'group', 'place'], letGo: true },
}

/** The ordinary changes by which one thing that depends on someone passes on; each is judged like any other (X3). */
export function passingOn(
  account: Account,
  { kind, id }: { kind: HangKind; id: Id },
  personId: Id,
  taker: Taker,
  now: Instant,
): object[] {
  if (kind === 'report') {
    // The person who takes over reports to someone already.
    return id === taker.id ? [] : [{ type: 'change-person', personId: id, managerId: taker.id }]
  }
  if (kind === 'group-led') {
    const group = account.get('group', id)
    return group ? [ledBy(group, taker.id)] : []
  }
  if (kind === 'shared-login') return sharedLogin(account, id, personId, taker)
  if (kind === 'steward') return stewardship(account, id, personId, taker, now)
  if (kind === 'invitation' || kind === 'link' || kind === 'plan') {
    return [{ type: 'hand-over', what: kind, id, toId: taker.id }]
  }
  return kind === 'approver' ? approving(account, id, personId, taker.id) : []
}

/** What someone who stays can hand over or release, besides what passes on when they go. */
export const RELEASED: readonly HangKind[] = [...PASSED_ON, 'approver', 'request', 'statement']

/**
 * The ordinary changes by which one thing that depends on someone who stays ends or is left to nobody; each is judged
 * like any other.
 */
export function releasing(
  account: Account,
  { kind, id }: { kind: HangKind; id: Id },
  personId: Id,
  now: Instant,
): object[] {
  if (kind === 'report') return [{ type: 'change-person', personId: id, managerId: null }]
  if (kind === 'group-led') {
    const group = account.get('group', id)
    return group ? [ledBy(group, null)] : []
  }
  if (kind === 'invitation') return [{ type: 'withdraw', offerId: id }]
  if (kind === 'link') return [{ type: 'cut-link', linkId: id }]
  if (kind === 'plan') return [{ type: 'put-down-planned', plannedId: id }]
  if (kind === 'shared-login') return [{ type: 'end-shared-login', sharedId: id }]
  if (kind === 'request') return [{ type: 'withdraw-request', requestId: id }]
  if (kind === 'statement') return [{ type: 'cut-share', shareId: id }]
  if (kind === 'approver') return approving(account, id, personId, null)
  if (kind !== 'steward') return []
  const held = account.by('grant', 'subject', `person ${personId}`)
  return held
    .filter((grant) => grant.placeId === id && isOpen(grant.until, now))
    .filter((grant) => givesAccess(account, grant.roleId))
    .map((grant) => ({ type: 'take', grantId: grant.id }))
}

/** Someone else approves in their place, or nobody does. */
function approving(account: Account, id: Id, personId: Id, insteadId: Id | null): object[] {
  const named = rowNaming(account, personId, id)
  if (!named) return []
  const approvers = replaceApprover(must(named.row.approvers, 'approvers'), personId, insteadId)
  if (named.table === 'place') return [{ type: 'name-approvers', placeId: id, approvers }]
  if (named.table === 'grant') return [{ type: 'name-approvers', grantId: id, approvers }]
  const { name, baseId, wallPassing } = named.row
  const areas = Object.entries(named.row.areas).map(([area, entry]) => ({ area, ...entry }))
  return [{ type: 'change-role', roleId: id, name, areas, baseId, wallPassing, approvers }]
}

function ledBy(group: GroupRow, leadId: Id | null): object {
  const rule = group.rule ? { rule: group.rule.anyOf.map((allOf) => ({ allOf })) } : {}
  return { type: 'change-group', groupId: group.id, name: group.name, leadId, ...rule }
}

/** The same keys at the place; a role that passes walls is never passed on so (model T3). */
function stewardship(account: Account, placeId: Id, personId: Id, taker: Taker, now: Instant): object[] {
  return account
    .by('grant', 'subject', `person ${personId}`)
    .filter((grant) => grant.placeId === placeId && isOpen(grant.until, now))
    .filter((grant) => !account.get('role', grant.roleId)?.wallPassing)
    .map((grant) => ({
      type: 'give',
      subjectKind: taker.kind,
      subjectId: taker.id,
      roleId: grant.roleId,
      placeId,
      ...(grant.from > now ? { from: whenText(grant.from, account.zone, 'beginning') } : {}),
      ...(grant.until === null ? {} : { until: whenText(grant.until, account.zone, 'end') }),
    }))
}

/** Someone else is responsible for a shared login from now on; the person who goes uses it no more (model B4). */
function sharedLogin(account: Account, sharedId: Id, personId: Id, taker: Taker): object[] {
  const row = account.get('sharedLogin', sharedId)
  if (!row) return []
  const day = (at: Instant | null, edge: 'beginning' | 'end') => (at === null ? null : whenText(at, account.zone, edge))
  return [
    {
      ...{ type: 'change-shared-login', sharedId, name: account.nameOf(sharedId), responsibleId: taker.id },
      address: account.personal(sharedId, 'accountAddress') ?? null,
      userIds: row.userIds.filter((id) => id !== personId),
      ...{ seatType: row.seatType, until: day(row.until, 'end') },
      reviewOn: row.reviewAt === null ? null : dateOf(row.reviewAt, account.zone),
    },
  ]
}
