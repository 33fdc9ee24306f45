import type { Account } from '../account/account.ts'
import type { Id, Taker } from '../account/rows.ts'
import { dateOf, whenText, type Instant } from '../time/instants.ts'
import type { HangKind } from './hangs.ts'

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
    if (!group) return []
    const rule = group.rule ? { rule: group.rule.anyOf.map((allOf) => ({ allOf })) } : {}
    return [{ type: 'change-group', groupId: id, name: group.name, leadId: taker.id, ...rule }]
  }
  if (kind === 'shared-login') return sharedLogin(account, id, personId, taker)
  if (kind === 'steward') return stewardship(account, id, personId, taker, now)
  if (kind === 'invitation' || kind === 'link' || kind === 'plan') {
    return [{ type: 'hand-over', what: kind, id, toId: taker.id }]
  }
  return []
}

/** The same keys at the place; a role that passes walls is never passed on so (model T3). */
function stewardship(account: Account, placeId: Id, personId: Id, taker: Taker, now: Instant): object[] {
  return account
    .by('grant', 'subject', `person ${personId}`)
    .filter((grant) => grant.placeId === placeId && (grant.until === null || grant.until > now))
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
