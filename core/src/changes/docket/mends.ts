import type { Account } from '../../account/account.ts'
import type { Id } from '../../account/rows.ts'
import { addDays, dateInWords, lastDateBefore, type Instant } from '../../time/instants.ts'
import type { Change } from '../engine/decide.ts'
import type { Invite } from '../offers/invite.ts'
import type { Mend } from '../engine/warning.ts'
import { say } from '../../words/say.ts'

// What one click does about a warning: each gives the docket as it would be then. New rows in it have no ids yet; they
// get them when the docket is kept.

interface Seat {
  product: string
  seatType: string
}

function inviteOf(changes: readonly Change[], personId: Id): Invite | undefined {
  return changes.find((change): change is Invite => change.type === 'invite' && change.personId === personId)
}

function put(changes: readonly Change[], old: Change, instead: object): object[] {
  return changes.map((change) => (change === old ? instead : change))
}

/** A seat for someone whose key opens nothing: in their invitation, or beside the key. */
export function withSeat(changes: readonly Change[], personId: Id, seat: Seat, name: string): Mend {
  const invite = inviteOf(changes, personId)
  const label = say('docket.add-a-seat', { name })
  if (invite) return { label, changes: put(changes, invite, { ...invite, seats: [...invite.seats, seat] }) }
  return { label, changes: [...changes, { type: 'give-seat', personId, ...seat }] }
}

/** Without a seat that opens nothing; undefined where the docket gives it in another way, as by a rule. */
export function withoutSeat(changes: readonly Change[], holdingId: Id, personId: Id, name: string): Mend | undefined {
  const label = say('docket.leave-the-seat-out', { name })
  const rest = changes.filter((change) => change.type !== 'give-seat' || change.holdingId !== holdingId)
  if (rest.length < changes.length) return rest.length > 0 ? { label, changes: rest } : undefined
  const invite = inviteOf(changes, personId)
  if (!invite?.seats.some((seat) => seat.holdingId === holdingId)) return undefined
  const seats = invite.seats.filter((seat) => seat.holdingId !== holdingId)
  return { label, changes: put(changes, invite, { ...invite, seats }) }
}

/** A cheaper seat type in place of the one an invitation gives. */
export function withCheaper(changes: readonly Change[], invite: Invite, seat: Seat, cheaper: Seat, name: string): Mend {
  const seats = invite.seats.map((one) =>
    one.product === seat.product && one.seatType === seat.seatType ? { ...one, ...cheaper } : one,
  )
  return { label: say('docket.give-a-seat-instead', { name }), changes: put(changes, invite, { ...invite, seats }) }
}

/** Without a key that another one covers. */
export function withoutKey(changes: readonly Change[], invite: Invite, grantId: Id): Mend {
  const grants = invite.grants.filter((grant) => grant.grantId !== grantId)
  return { label: say('docket.leave-it-out'), changes: put(changes, invite, { ...invite, grants }) }
}

/** The fields by which changes end something, and whether the date is the last day with it or the first without. */
const ENDS: readonly [type: string, field: string, last: boolean][] = [
  ['invite', 'engagementUntil', true],
  ['change-person', 'engagementUntil', true],
  ['give-seat', 'until', true],
  ['end-seat', 'on', false],
]

/** Everything that ends at an instant ends a day earlier; undefined if no field of the docket says that day. */
export function aDayEarlier(
  account: Account,
  changes: readonly Change[],
  ends: Instant,
  today: string,
): Mend | undefined {
  const last = lastDateBefore(ends, account.zone)
  const earlier = changes.map((change) => {
    const plain: Record<string, unknown> = { ...change }
    const found = ENDS.find(
      ([type, field, isLast]) => type === change.type && plain[field] === (isLast ? last : addDays(last, 1)),
    )
    return found ? { ...change, [found[1]]: addDays(plain[found[1]] as string, -1) } : change
  })
  if (earlier.every((change, at) => change === changes[at])) return undefined
  return { label: say('docket.end-on', { date: dateInWords(addDays(last, -1), today) }), changes: earlier }
}
