import type { Account } from '../account/account.ts'
import type { Id, KeepingRow, KnownRow, KnownState, SharedLoginRow } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { keepingOf } from '../account/kept.ts'
import { groupMembers } from '../access/reach.ts'
import type { Sight } from '../access/sight.ts'
import {
  differenceOf,
  heldThere,
  productAccountOf,
  type HeldAccount,
  type ProductAccount,
} from '../departures/accounts.ts'
import { activeOwners, isAway, isPresent } from '../people/presence.ts'
import { holdingUntil, isHeldAt } from '../seats/holdings.ts'
import { dateOf, type Instant } from '../time/instants.ts'
import { must } from '../checks/must.ts'
import { isOpen } from '../time/lasting.ts'

/** How a product's accounts are kept; `unsaid`: nobody has said so yet (model B1). */
export type KeptBy = 'connection' | 'hand' | 'none' | 'unsaid'

/** A connection does it by itself, whatever else is said. */
export function wayOf(account: Account, product: string): KeptBy {
  if (account.by('connection', 'product', product).some((one) => one.on)) return 'connection'
  return keepingOf(account, product)?.way ?? 'unsaid'
}

/** Who looks after a product: those named, as long as one of them is in; else the owners (model B1). */
export function keepersOf(account: Account, product: string, now: Instant): Id[] {
  const { keeperKind = null, keeperId = null } = keepingOf(account, product) ?? {}
  const person = keeperKind === 'person' ? account.get('person', keeperId) : undefined
  const group = keeperKind === 'group' ? account.get('group', keeperId) : undefined
  const named = [...(person ? [person] : []), ...(group ? groupMembers(account, group, now) : [])]
  const found = named.filter((one) => isPresent(one, now))
  return (found.length > 0 ? found : activeOwners(account, now)).map(({ id }) => id)
}

/** Who looks after a product without a login: they are asked by mail, and answer behind a link (model B6). */
export function keepersByMail(account: Account, product: string, now: Instant): Id[] {
  return keepersOf(account, product, now).filter((id) => account.get('person', id)?.loginId === null)
}

/** A client's own products in which our people have accounts (model B6). */
export function clientProducts(account: Account, placeId: Id): string[] {
  return account.by('keeping', 'place', placeId).map(({ product }) => product)
}

/** Whether the asker sees and confirms a product's tasks: its keepers, and those who connect products. */
export function looksAfter(sight: Sight, product: string): boolean {
  return sight.can('connections', 'run') || keepersOf(sight.account, product, sight.now).includes(sight.personId)
}

/** Products kept by hand whose tasks are the asker's own to do. */
export function keptBy({ account, personId, now }: Sight): string[] {
  return [...account.all('keeping')].flatMap(({ product, way }) => {
    return way === 'hand' && keepersOf(account, product, now).includes(personId) ? [product] : []
  })
}

/** What is known of someone's account in a product; `unknown`: nobody has looked (model B1). */
export type Known = { state: KnownState; row: KnownRow } | { state: 'unknown'; row: null }

const OPENNESS: Readonly<Record<KnownState, number>> = { closed: 0, suspended: 1, open: 2 }

/** Of facts about one account the latest counts; on a tie what was read, and of that what is more open. */
export function latestOf(rows: readonly KnownRow[]): Known {
  let best: KnownRow | undefined
  for (const row of rows) if (!best || countsMore(row, best)) best = row
  return best ? { state: best.state, row: best } : { state: 'unknown', row: null }
}

function countsMore(row: KnownRow, than: KnownRow): boolean {
  if (row.asOf !== than.asOf) return row.asOf > than.asOf
  const weak = (one: KnownRow) => one.source === 'spreadsheet'
  if (weak(row) !== weak(than)) return weak(than)
  return OPENNESS[row.state] > OPENNESS[than.state]
}

export function knownOf(account: Account, product: string, personId: Id): Known {
  return latestOf(account.by('known', 'holder', `${product} ${personId}`))
}

/** What someone's account in a product is to be (model B1). */
export interface Wanted {
  /** `suspended`: they are away and their seat is kept. */
  state: 'none' | 'active' | 'suspended'
  /** Seat types held, sorted. */
  seats: readonly string[]
  /** Since when it is so; null: it never was otherwise. */
  since: Instant | null
  /** When it is to open, where it is not yet. */
  opensAt: Instant | null
}

export function wantedOf(account: Account, product: string, personId: Id, now: Instant): Wanted {
  const shared = account.get('sharedLogin', personId)
  if (shared) return wantedShared(shared, now)
  const person = account.get('person', personId)
  const holdings = account.by('holding', 'person', personId).filter((one) => one.product === product)
  if (!person || holdings.length === 0) return { state: 'none', seats: [], since: null, opensAt: null }
  const begins = (one: HoldingRow) => Math.max(one.givenFrom, person.engagementFrom ?? one.givenFrom)
  const typesOf = (rows: readonly HoldingRow[]) => [...new Set(rows.map(({ seatType }) => seatType))].sort()
  const open = heldThere(account, person, product, now)
  if (open.length > 0) {
    return { state: 'active', seats: typesOf(open), since: Math.max(...open.map(begins)), opensAt: null }
  }
  const held = holdings.filter((one) => isHeldAt(account, one, now))
  if (held.length > 0 && isAway(person, now)) {
    const since = person.awayFrom ?? Math.max(...held.map(begins))
    return { state: 'suspended', seats: typesOf(held), since, opensAt: null }
  }
  const isHere = person.state === 'active' || person.state === 'away'
  const later = holdings.filter((one) => begins(one) > now && (holdingUntil(account, one) ?? Infinity) > begins(one))
  const opensAt = isHere && later.length > 0 ? Math.min(...later.map(begins)) : null
  const ends = holdings.map((one) => holdingUntil(account, one)).filter((one) => one !== null && one <= now)
  const seats = opensAt === null ? [] : [...new Set(later.map(({ seatType }) => seatType))].sort()
  return { state: 'none', seats, since: ends.length > 0 ? Math.max(...(ends as Instant[])) : null, opensAt }
}

/** A shared login is to be there as long as it is used (model B4). */
function wantedShared({ seatType, from, until }: SharedLoginRow, now: Instant): Wanted {
  const isUsed = isOpen(until, now)
  const seats = isUsed && seatType !== null ? [seatType] : []
  return { state: isUsed ? 'active' : 'none', seats, since: isUsed ? from : until, opensAt: null }
}

/** Shared logins whose password someone knows who has left (model B4). */
export function passwordsToChange(account: Account, product: string, now: Instant): SharedLoginRow[] {
  return account
    .by('sharedLogin', 'product', product)
    .filter((row) => row.passwordDueSince !== null && isOpen(row.until, now))
}

/** Accounts that are nobody's here and are to be closed there. */
export function nobodysToClose(account: Account, product: string): KnownRow[] {
  return account.by('known', 'nobody', product).filter((row) => row.closingSince !== null && row.state !== 'closed')
}

/** What is known of accounts that are nobody's here is kept for so long (model B1). */
const NOBODYS_MICROSECONDS = 90 * 86_400_000_000

export function accountsToForget(account: Account, now: Instant): { id: Id }[] {
  const until = now - NOBODYS_MICROSECONDS
  return [
    ...[...account.all('known')].filter((row) => row.personId === null && row.asOf <= until),
    // Whom nobody recorded when asked to is forgotten as well.
    ...[...account.all('recordRequest')].filter((row) => row.askedAt <= until),
  ]
}

export type TaskKind = 'open' | 'close' | 'suspend' | 'resume' | 'change-seat' | 'change-password'

/** What has to be done in a product that nothing does by itself: the difference of wanted and known (model B1). */
export interface Task {
  product: string
  personId: Id
  kind: TaskKind
  wanted: Wanted
  known: Known
  /** Since when it is to be done. */
  since: Instant
  /** By when: closing at once, opening by the seat's first day. */
  due: Instant
  overdue: boolean
}

/** Everything to do in a product that is kept by hand: closings first, then what is due first. */
export function tasksIn(account: Account, product: string, now: Instant): Task[] {
  const people = new Set<Id>()
  for (const { personId } of account.by('holding', 'product', product)) people.add(personId)
  for (const { personId } of account.by('known', 'product', product)) if (personId) people.add(personId)
  for (const { id } of account.by('sharedLogin', 'product', product)) people.add(id)
  return [...people]
    .flatMap((id) => taskOf(account, product, id, now) ?? [])
    .sort((one, other) => Number(other.kind === 'close') - Number(one.kind === 'close') || one.due - other.due)
}

/** What is to be done about one person; undefined where wanted and known agree, or something else does it. */
export function taskOf(account: Account, product: string, personId: Id, now: Instant): Task | undefined {
  const keeping = keepingOf(account, product)
  if (wayOf(account, product) !== 'hand' || !keeping) return undefined
  const known = knownOf(account, product, personId)
  const wanted = wantedOf(account, product, personId, now)
  const kind = kindOf(account, product, personId, wanted, known, keeping, now)
  if (!kind) return undefined
  const begins = wanted.opensAt ?? wanted.since ?? known.row?.asOf ?? keeping.since
  const due = Math.max(begins, keeping.since)
  const since = wanted.opensAt === null ? due : Math.min(due, now)
  const overdue = dateOf(due, account.zone) < dateOf(now, account.zone)
  return { product, personId, kind, wanted, known, since, due, overdue }
}

/** Whether someone's account is, or may be, open although they are to have none: also where nobody keeps the product now. */
export function isClosingOpen(account: Account, product: string, personId: Id, now: Instant): boolean {
  const keeping = keepingOf(account, product)
  if (!keeping) return false
  const wanted = wantedOf(account, product, personId, now)
  const known = knownOf(account, product, personId)
  return kindOf(account, product, personId, wanted, known, keeping, now) === 'close'
}

function kindOf(
  account: Account,
  product: string,
  personId: Id,
  wanted: Wanted,
  known: Known,
  keeping: KeepingRow,
  now: Instant,
): TaskKind | null {
  const mayBeOpen = known.state === 'unknown' && wasWanted(account, product, personId, keeping.since, now)
  if (wanted.state === 'suspended') return known.state === 'open' || mayBeOpen ? 'suspend' : null
  if (wanted.state === 'none' && wanted.opensAt !== null) {
    return known.state === 'closed' || known.state === 'unknown' ? 'open' : null
  }
  if (wanted.state === 'active' && known.state === 'suspended') return 'resume'
  const there = accountOf(account, personId, product, now)
  switch (differenceOf(there, heldBy(known, there, personId))) {
    case 'missing':
      return 'open'
    case 'not-closed':
    case 'unknown':
      return 'close'
    case 'raised':
    case 'lowered':
      return 'change-seat'
    default:
      return mayBeOpen && wanted.state === 'none' ? 'close' : null
  }
}

/** The account someone, or a shared login, is to have. */
function accountOf(account: Account, id: Id, product: string, now: Instant): ProductAccount | undefined {
  const shared = account.get('sharedLogin', id)
  if (!shared) return productAccountOf(account, id, product, now)
  const { state, seats } = wantedShared(shared, now)
  const email = account.personal(id, 'accountAddress') ?? null
  const names = { userName: email ?? id, displayName: account.nameOf(id), email }
  return { externalId: id, ...names, active: state === 'active', seats: [...seats] }
}

/** What is known, as something read from the product: one comparison serves both. Only what is known can differ. */
function heldBy({ row }: Known, there: ProductAccount | undefined, personId: Id): HeldAccount | undefined {
  if (!row || row.state === 'closed') return undefined
  const { userName = '', displayName = '', email = null, seats = [] } = there ?? {}
  const isSaid = row.seatType !== null && !seats.includes(row.seatType)
  const known = { userName, displayName, email, seats: isSaid ? [must(row.seatType, 'seatType')] : seats }
  return { ...known, remoteId: row.remoteId ?? row.id, externalId: personId, active: true }
}

/** Whether someone was to have an account at any instant since the product has been kept so. */
function wasWanted(account: Account, product: string, personId: Id, since: Instant, now: Instant): boolean {
  const begins = account.get('person', personId)?.engagementFrom ?? -Infinity
  return account.by('holding', 'person', personId).some((one) => {
    if (one.product !== product || Math.max(one.givenFrom, begins) >= now) return false
    return (holdingUntil(account, one) ?? Infinity) > Math.max(since, one.givenFrom)
  })
}
