import type { Account } from '../../account/account.ts'
import type { GrantRow, GroupRow, Id } from '../../account/rows.ts'
import { Sight } from '../../access/sight.ts'
import { seatsOf } from '../../seats/holdings.ts'
import type { Instant } from '../../time/instants.ts'
import { datesOf, withoutCovered } from './filler-reads.ts'
import type { Filled, ForMany } from './fillings.ts'
import { decide, MAXIMUM_CHANGES, readChange, type Change } from '../engine/decide.ts'
import { entryAt } from '../../checks/must.ts'
import { isOpen } from '../../time/lasting.ts'

/** What one act is for many at once. */
export const MANY_ACTS = [
  ...(['give', 'take', 'change-keys', 'copy', 'give-seat', 'change-seat', 'end-seat'] as const),
  ...(['manager', 'firm', 'until', 'join-group', 'leave'] as const),
] as const
export type ManyAct = (typeof MANY_ACTS)[number]

/** Nothing has to be done where it is so already. */
const SO_ALREADY = new Set(['given-already', 'held-already', 'same-seat', 'nothing-changed', 'no-change'])
/** So many keys are changed by one line of a docket. */
const KEYS_IN_A_LINE = 200

/**
 * The same for many people, each tried as it would be for them alone: who cannot be is named with the reason, and stays
 * in the docket until it is chosen to leave them out.
 */
export function forMany(
  account: Account,
  filling: ForMany,
  actorId: Id,
  now: Instant,
  makeId: () => Id,
): Omit<Filled, 'rest'> & { isFull: boolean } {
  const sight = new Sight(account, actorId, now)
  const actor = { kind: 'person', personId: actorId } as const
  const changes: Change[] = []
  const left: NonNullable<Filled['left']> = []
  const keys: Id[] = []
  let after = account
  let isFull = false
  for (const personId of new Set(filling.personIds)) {
    if (!sight.seesPerson(personId)) continue
    for (const plain of plainFor(sight, after, filling, personId)) {
      const read = readChange(plain, makeId)
      const problems = read.problems ?? decide(after, [read.value], actor, now).problems
      if (problems.some(({ code }) => SO_ALREADY.has(code))) continue
      if (problems.length > 0 && !left.some((one) => one.personId === personId)) {
        left.push({ personId, name: account.nameOf(personId), sentence: entryAt(problems, 0).sentence })
      }
      if (!read.value || (problems.length > 0 && filling.leaveOut)) continue
      if (problems.length === 0) after = decide(after, [read.value], actor, now).after
      if (read.value.type === 'change-keys') keys.push(...read.value.grantIds)
      else if (changes.length < MAXIMUM_CHANGES) changes.push(read.value)
      else isFull = true
    }
  }
  for (let at = 0; at < keys.length; at += KEYS_IN_A_LINE) {
    const read = readChange(keyChange(filling, keys.slice(at, at + KEYS_IN_A_LINE)), makeId)
    if (read.value) changes.push(read.value)
  }
  const group = filling.act === 'copy' && filling.fromId ? groupLike(sight, filling.fromId) : undefined
  return { changes, left, isFull, ...(group ? { group: { id: group.id, name: group.name } } : {}) }
}

/** The changes that the act is for one person. */
function plainFor(sight: Sight, after: Account, filling: ForMany, personId: Id): object[] {
  const { act, roleId, placeIds = [], on, until } = filling
  const dates = { ...(on ? { from: on } : {}), ...(until ? { until } : {}) }
  const day = on ? { on } : {}
  switch (act) {
    case 'give': {
      const subject = { subjectKind: 'person', subjectId: personId }
      return withoutCovered(sight.account, placeIds).map((placeId) => ({
        type: 'give',
        ...subject,
        roleId,
        placeId,
        ...dates,
      }))
    }
    case 'take':
      return heldKeys(sight, filling, personId).map(({ id }) => ({ type: 'take', grantId: id, ...day }))
    case 'change-keys':
      return heldKeys(sight, filling, personId).map(({ id }) => keyChange(filling, [id]))
    case 'copy':
      return copied(sight, after, filling, personId)
    case 'manager':
      return [{ type: 'change-person', personId, managerId: filling.managerId ?? null }]
    case 'firm':
      return [{ type: 'change-person', personId, employerId: filling.employerId ?? null }]
    case 'until':
      return [{ type: 'change-person', personId, engagementUntil: until ?? null }]
    case 'join-group':
      return [{ type: 'join-group', groupId: filling.groupId, personId }]
    case 'leave':
      return [{ type: 'plan-departure', personId, ...(filling.at ? { at: filling.at } : {}) }]
    default:
      return seatChanges(sight, filling, personId, { dates, day })
  }
}

function seatChanges(
  sight: Sight,
  { act, product, seatType }: ForMany,
  personId: Id,
  { dates, day }: { dates: object; day: object },
): object[] {
  const held = seatsOf(sight.account, personId, sight.now).filter((one) => one.product === product)
  const [given] = held.filter(({ origin }) => origin === 'given')
  if (act === 'give-seat') return [{ type: 'give-seat', personId, product, seatType, ...dates }]
  if (!given) return []
  if (act === 'end-seat') return [{ type: 'end-seat', holdingId: given.id, ...day }]
  return [{ type: 'change-seat', holdingId: given.id, seatType, ...day }]
}

function keyChange({ toRoleId, toPlaceIds, until, on }: ForMany, grantIds: readonly Id[]): object {
  return {
    ...{ type: 'change-keys', grantIds },
    ...(toRoleId ? { roleId: toRoleId } : {}),
    ...(toPlaceIds && toPlaceIds.length > 0 ? { placeIds: toPlaceIds } : {}),
    ...(until === undefined ? {} : { until }),
    ...(on ? { from: on } : {}),
  }
}

/** The keys of someone that are meant: all they were given by name, or of one role, or at some places. */
function heldKeys(sight: Sight, { roleId, placeIds }: ForMany, personId: Id): GrantRow[] {
  return sight.account.by('grant', 'subject', `person ${personId}`).filter((grant) => {
    const isMeant = (!roleId || grant.roleId === roleId) && (!placeIds?.length || placeIds.includes(grant.placeId))
    return isMeant && isOpen(grant.until, sight.now) && sight.seesGrant(grant)
  })
}

/** Someone's keys, groups and, if wished, seats for another person, beside what they have. */
function copied(sight: Sight, after: Account, { fromId, withSeats }: ForMany, personId: Id): object[] {
  const { account, now } = sight
  if (!fromId || fromId === personId || !sight.seesPerson(fromId)) return []
  const grants = account
    .by('grant', 'subject', `person ${fromId}`)
    .filter((grant) => isOpen(grant.until, now) && sight.seesGrant(grant))
  const keys = grants.flatMap((grant) => {
    if (account.get('role', grant.roleId)?.wallPassing) return []
    const { roleId, placeId } = grant
    const dates = datesOf(grant, account.zone, now)
    return [{ type: 'give', subjectKind: 'person', subjectId: personId, roleId, placeId, ...dates }]
  })
  const groups = account
    .by('membership', 'person', fromId)
    .filter(({ groupId }) => !after.by('membership', 'person', personId).some((one) => one.groupId === groupId))
    .map(({ groupId }) => ({ type: 'join-group', groupId, personId }))
  const seats = seatsOf(account, fromId, now)
    .filter((one) => withSeats && one.origin === 'given' && !one.own)
    .filter(({ product }) => !seatsOf(after, personId, now).some((one) => one.product === product))
    .map(({ product, seatType }) => ({ type: 'give-seat', personId, product, seatType }))
  return [...keys, ...groups, ...seats]
}

/** A group that gives all of what someone was given by name, the one that gives least besides; undefined if none does. */
function groupLike(sight: Sight, personId: Id): GroupRow | undefined {
  const { account, now } = sight
  const open = (key: string) => account.by('grant', 'subject', key).filter(({ until }) => isOpen(until, now))
  const name = ({ roleId, placeId }: GrantRow) => `${roleId} ${placeId}`
  const wanted = open(`person ${personId}`).map(name)
  if (wanted.length === 0 || !sight.canSomewhere('groups', 'see')) return undefined
  return [...account.all('group')]
    .map((group) => ({ group, given: new Set(open(`group ${group.id}`).map(name)) }))
    .filter(({ given }) => wanted.every((one) => given.has(one)))
    .sort((one, other) => one.given.size - other.given.size)[0]?.group
}
