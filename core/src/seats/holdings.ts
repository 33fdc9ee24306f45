import type { Account } from '../account/account.ts'
import type { HoldingRow, Id } from '../account/rows.ts'
import { productAt, seatTypeAt } from '../products/catalogue.ts'
import type { SheetSeatType } from '../products/sheet.ts'
import type { Instant } from '../time/instants.ts'

/**
 * When a holding ends: at the earliest of its own end and the engagement's, written or not (model Z3, S4).
 * A holding that ends by then or before it begins never was.
 */
export function holdingUntil(account: Account, holding: HoldingRow): Instant | null {
  const engagementUntil = account.get('person', holding.personId)?.engagementUntil ?? null
  if (holding.until === null) return engagementUntil
  return engagementUntil === null ? holding.until : Math.min(holding.until, engagementUntil)
}

/** From when a holding counts for the bill: never before its own beginning or the engagement's (model S1). */
export function countedFrom(account: Account, holding: HoldingRow): Instant | null {
  if (holding.countedFrom === null || holding.own) return null
  const engagementFrom = account.get('person', holding.personId)?.engagementFrom ?? holding.givenFrom
  return Math.max(holding.countedFrom, holding.givenFrom, engagementFrom)
}

export function isHeldAt(account: Account, holding: HoldingRow, instant: Instant): boolean {
  const until = holdingUntil(account, holding)
  return holding.givenFrom <= instant && (until === null || instant < until)
}

/** The ceiling on a seat type at an instant, or null without one: the stock entered, or the sheet's quota (model S1, S2). */
export function ceilingAt(account: Account, product: string, seatType: string, instant: Instant): number | null {
  let latest: { from: Instant; number: number } | undefined
  for (const row of account.by('stock', 'type', `${product}/${seatType}`)) {
    if (row.from <= instant && (!latest || row.from >= latest.from)) latest = row
  }
  return latest?.number ?? seatTypeAt(account, product, seatType, instant)?.quota ?? null
}

/** How the seats of one type stand at an instant. */
export interface SeatCount {
  product: string
  productName: string
  seatType: SheetSeatType
  taken: number
  /** Held for invited people whose type counts when invited (model S3). */
  reserved: number
  /** Null where there is no ceiling. */
  ceiling: number | null
  /** Null where there is no ceiling; negative never: what exceeds the ceiling is `over`. */
  empty: number | null
  over: number
}

export function countSeats(
  account: Account,
  product: string,
  seatType: string,
  instant: Instant,
): SeatCount | undefined {
  const found = productAt(account, product, instant)
  const type = found?.sheet.seatTypes.find((one) => one.code === seatType)
  if (!found || !type) return undefined
  const taken = account
    .by('holding', 'type', `${product}/${seatType}`)
    .filter((holding) => !holding.own && isHeldAt(account, holding, instant)).length
  const reserved = found.sheet.charging.counts === 'invited' ? reservedBy(account, product, seatType, instant) : 0
  const ceiling = ceilingAt(account, product, seatType, instant)
  const left = ceiling === null ? null : ceiling - taken - reserved
  return {
    product,
    productName: found.sheet.name,
    seatType: type,
    taken,
    reserved,
    ceiling,
    empty: left === null ? null : Math.max(0, left),
    over: left === null ? 0 : Math.max(0, -left),
  }
}

function reservedBy(account: Account, product: string, seatType: string, instant: Instant): number {
  let reserved = 0
  for (const offer of account.all('offer')) {
    if (offer.state !== 'live' || offer.expiresAt <= instant) continue
    reserved += offer.seats.filter((seat) => seat.product === product && seat.seatType === seatType).length
  }
  return reserved
}

/** A person's holdings at an instant, own ones included. */
export function seatsOf(account: Account, personId: Id, instant: Instant): HoldingRow[] {
  return account.by('holding', 'person', personId).filter((holding) => isHeldAt(account, holding, instant))
}
