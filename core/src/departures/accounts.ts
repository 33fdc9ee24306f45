import type { Account } from '../account/account.ts'
import type { HoldingRow, Id, PersonRow } from '../account/rows.ts'
import { groupMembers } from '../access/reach.ts'
import { isPresent } from '../people/presence.ts'
import { isHeldAt } from '../seats/holdings.ts'
import type { Instant } from '../time/instants.ts'

/** Somebody's account in a product, as this account says it should be; in the words of RFC 7643 §4.1. */
export interface ProductAccount {
  /** The person's id here. */
  externalId: Id
  userName: string
  displayName: string
  email: string | null
  active: boolean
  /** Seat types held, sorted. */
  seats: readonly string[]
}

/** A group as a product is to know it: those of it who have an account there. */
export interface ProductGroup {
  externalId: Id
  displayName: string
  memberIds: readonly Id[]
}

/** What a product holds, as read back from it. */
export interface HeldAccount extends Omit<ProductAccount, 'externalId'> {
  remoteId: string
  externalId: string | null
}

/** How what a product holds differs from what the account says. */
export type Difference = 'unknown' | 'not-closed' | 'missing' | 'raised' | 'lowered' | 'renamed'

/**
 * Somebody's account in a product: open while they are in and hold a seat of it. Undefined where they never held one: a
 * product is told of nobody it has nothing to do with.
 */
export function productAccountOf(
  account: Account,
  personId: Id,
  product: string,
  now: Instant,
): ProductAccount | undefined {
  const person = account.get('person', personId)
  const holdings = account.by('holding', 'person', personId).filter((one) => one.product === product)
  if (!person || holdings.length === 0) return undefined
  const seats = [...new Set(heldThere(account, person, product, now).map(({ seatType }) => seatType))].sort()
  return { ...identityOf(account, person), active: seats.length > 0, seats }
}

/** What opens somebody's account in a product: the seats of it they hold while they are in. */
function heldThere(account: Account, person: PersonRow, product: string, now: Instant): HoldingRow[] {
  if (!isPresent(person, now)) return []
  return account
    .by('holding', 'person', person.id)
    .filter((one) => one.product === product && isHeldAt(account, one, now))
}

function identityOf(account: Account, { id }: PersonRow) {
  const email = account.personal(id, 'email') ?? null
  return { externalId: id, userName: email ?? `person-${id}`, displayName: account.nameOf(id), email }
}

/** Everybody's account in a product that is to be open. */
export function openProductAccounts(account: Account, product: string, now: Instant): ProductAccount[] {
  const ids = new Set(account.by('holding', 'product', product).map(({ personId }) => personId))
  return [...ids].flatMap((id) => {
    const found = productAccountOf(account, id, product, now)
    return found?.active ? [found] : []
  })
}

/** The groups a product is to know: those with somebody in them who has an account there. */
export function productGroups(account: Account, product: string, now: Instant): ProductGroup[] {
  return [...account.all('group')].flatMap(({ id }) => productGroup(account, id, product, now) ?? [])
}

/** One of them; undefined where the product is to know of none. */
export function productGroup(account: Account, groupId: Id, product: string, now: Instant): ProductGroup | undefined {
  const group = account.get('group', groupId)
  if (!group) return undefined
  const memberIds = groupMembers(account, group, now).flatMap((person) =>
    heldThere(account, person, product, now).length > 0 ? [person.id] : [],
  )
  return memberIds.length > 0
    ? { externalId: group.id, displayName: group.name, memberIds: memberIds.sort() }
    : undefined
}

/** What a product's account differs in from what it should be; null if in nothing that counts. */
export function differenceOf(wanted: ProductAccount | undefined, held: HeldAccount | undefined): Difference | null {
  if (!held) return wanted?.active ? 'missing' : null
  if (!wanted) return held.active ? 'unknown' : null
  if (!wanted.active) return held.active ? 'not-closed' : null
  if (!held.active) return 'missing'
  if (held.seats.some((one) => !wanted.seats.includes(one))) return 'raised'
  if (wanted.seats.some((one) => !held.seats.includes(one))) return 'lowered'
  return held.displayName === wanted.displayName && held.userName === wanted.userName ? null : 'renamed'
}

/** The later instants at which somebody's account in a product opens or closes by date alone; the next of them. */
export function nextAccountDate(account: Account, now: Instant): Instant | null {
  let next: Instant | null = null
  const consider = (instant: Instant | null) => {
    if (instant !== null && instant > now && (next === null || instant < next)) next = instant
  }
  for (const row of account.all('connection')) {
    if (!row.on) continue
    for (const holding of account.by('holding', 'product', row.product)) {
      consider(holding.givenFrom)
      consider(holding.until)
      const person = account.get('person', holding.personId)
      for (const date of [person?.engagementFrom, person?.engagementUntil, person?.awayFrom, person?.awayUntil]) {
        consider(date ?? null)
      }
    }
  }
  return next
}
