import type { Account } from '../account/account.ts'
import type { Id, PersonRow } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { groupMembers } from '../access/reach.ts'
import { emailKey } from '../people/email.ts'
import { isPresent } from '../people/presence.ts'
import { isHeldAt } from '../seats/holdings.ts'
import type { Instant } from '../time/instants.ts'

/** Someone's account in a product, as this account says it should be; in the words of RFC 7643 §4.1. */
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
export interface HeldAccount extends Omit<ProductAccount, 'externalId' | 'active'> {
  remoteId: string
  externalId: string | null
  /** Null where the product does not say. */
  active: boolean | null
}

/**
 * How what a product holds differs from what the account says. `foreign`: there is an account of that name which another
 * program keeps, and which is never touched.
 */
export type Difference =
  'unknown' | 'foreign' | 'not-closed' | 'missing' | 'raised' | 'lowered' | 'renamed' | 'readdressed'

/** What of an account is compared, and written where it is to follow. */
export const ACCOUNT_ATTRIBUTES = ['active', 'seats', 'userName', 'displayName', 'email'] as const
export type AccountAttribute = (typeof ACCOUNT_ATTRIBUTES)[number]

/** What was last read of someone's account in a product, and in what it differed then. */
export interface AccountBefore extends Omit<HeldAccount, 'remoteId' | 'externalId'> {
  differs: readonly AccountAttribute[]
}

/** Why an account is looked at: someone changed something here, everything is compared, or someone chose to have it so. */
export type Occasion = 'changed' | 'compared' | 'chosen'

/**
 * Someone's account in a product: open while they are in and hold a seat of it. Undefined where they never held one: a
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

/** What opens someone's account in a product: the seats of it they hold while they are in. */
export function heldThere(account: Account, person: PersonRow, product: string, now: Instant): HoldingRow[] {
  if (!isPresent(person, now)) return []
  return account
    .by('holding', 'person', person.id)
    .filter((one) => one.product === product && isHeldAt(account, one, now))
}

function identityOf(account: Account, { id }: PersonRow) {
  const email = account.personal(id, 'email') ?? null
  return { externalId: id, userName: accountNameOf(account, id), displayName: account.nameOf(id), email }
}

/** What someone's account is called in every product: their address, or a name of its own where they have none. */
export function accountNameOf(account: Account, personId: Id): string {
  return account.personal(personId, 'email') ?? `person-${personId}`
}

/** Everyone's account in a product: of those who hold a seat of it or did. */
export function productAccounts(account: Account, product: string, now: Instant): ProductAccount[] {
  const ids = new Set(account.by('holding', 'product', product).map(({ personId }) => personId))
  return [...ids].flatMap((id) => productAccountOf(account, id, product, now) ?? [])
}

/** Everyone's account in a product that is to be open. */
export function openProductAccounts(account: Account, product: string, now: Instant): ProductAccount[] {
  return productAccounts(account, product, now).filter(({ active }) => active)
}

/** What of a departure is done and is so no more: the closing of its account in a product that is open again. */
export function closingDoneBefore(
  account: Account,
  personId: Id,
  product: string,
): { departureId: Id; stepId: Id } | undefined {
  if (account.get('person', personId)?.state !== 'left') return undefined
  // Of several, the latest: an earlier one ended with their return.
  const departures = [...account.by('departure', 'person', personId)].sort((one, other) => other.at - one.at)
  for (const { id: departureId, state } of departures) {
    if (state !== 'done' && state !== 'running') continue
    const step = account
      .by('step', 'departure', departureId)
      .find((one) => one.kind === 'close' && one.subject === product && one.state === 'done')
    if (step) return { departureId, stepId: step.id }
  }
  return undefined
}

/** The groups a product is to know: those with someone in them who has an account there. */
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

/** Whether two accounts say the same in one attribute; names and addresses in their normal form. */
function agrees(
  one: Omit<ProductAccount, 'externalId' | 'active'> & { active: boolean | null },
  other: typeof one,
  attribute: AccountAttribute,
): boolean {
  switch (attribute) {
    case 'active':
      return one.active === other.active
    case 'seats':
      return one.seats.join(' ') === other.seats.join(' ')
    case 'displayName':
      return one.displayName === other.displayName
    default:
      return emailKey(one[attribute] ?? '') === emailKey(other[attribute] ?? '')
  }
}

/** In what an account there differs from what is wanted; of one that is to be closed, only that it is not. */
export function attributesApart(wanted: ProductAccount, held: HeldAccount): AccountAttribute[] {
  const compared = wanted.active ? ACCOUNT_ATTRIBUTES : (['active'] as const)
  return compared.filter((one) => !(one === 'email' && wanted.email === null) && !agrees(wanted, held, one))
}

/**
 * What is to be written to an account there (model B1). What was altered in the product stays so until someone chooses,
 * and so does what differed when it was taken over; but a change here that ends or alters someone's seat is written.
 * @param before what was last read of it; undefined where it was never read, or belonged to nobody here.
 */
export function attributesToWrite(
  wanted: ProductAccount,
  held: HeldAccount,
  before: AccountBefore | undefined,
  occasion: Occasion,
): AccountAttribute[] {
  const isTakenOver = before === undefined && held.externalId === null
  const isAsLeft = (one: AccountAttribute) => {
    if (before) return agrees(before, held, one) && !before.differs.includes(one)
    return occasion === 'changed' && held.externalId === wanted.externalId
  }
  return attributesApart(wanted, held).filter((one) => {
    if (occasion === 'chosen' || isAsLeft(one)) return true
    if (one === 'seats') return occasion === 'changed' || isTakenOver
    return one === 'active' && !wanted.active && occasion === 'changed'
  })
}

/** What a product's account differs in from what it should be; null if in nothing. */
export function differenceOf(wanted: ProductAccount | undefined, held: HeldAccount | undefined): Difference | null {
  if (!held) return wanted?.active ? 'missing' : null
  if (!wanted) return held.active !== false ? 'unknown' : null
  if (held.externalId !== null && held.externalId !== wanted.externalId) return 'foreign'
  const apart = attributesApart(wanted, held)
  if (apart.includes('active')) return wanted.active ? 'missing' : 'not-closed'
  if (apart.includes('seats')) return held.seats.some((one) => !wanted.seats.includes(one)) ? 'raised' : 'lowered'
  if (apart.includes('userName') || apart.includes('displayName')) return 'renamed'
  return apart.includes('email') ? 'readdressed' : null
}

/** The later instants at which someone's account in a product opens or closes by date alone; the next of them. */
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
