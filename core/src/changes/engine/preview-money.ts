import { rowOf } from '../../account/edits.ts'
import type { Account } from '../../account/account.ts'
import type { RowEdit } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import type { Sight } from '../../access/sight.ts'
import { billOf } from '../../seats/bill.ts'
import { countSeats } from '../../seats/holdings.ts'
import { addMonths, monthOf, type Instant, type LocalMonth } from '../../time/instants.ts'
import { priceOfOneMore } from '../rules/seat-rules.ts'

/** A sum before and after, in minor units. */
export interface BeforeAfter {
  before: number
  after: number
}

/** How the seats of one type move. */
export interface SeatEffect {
  product: string
  productName: string
  seatType: string
  seatTypeName: string
  taken: BeforeAfter
  /** Null where there is no ceiling. */
  empty: BeforeAfter | null
  /** Minor units a month; null if sums are not the reader's to see. */
  priceMinor: number | null
  /** What a further person would add a month; null likewise. */
  oneMoreMinor: number | null
}

/** Seats and money of a preview (model S8); `sums` is null for those without `billing: see` (model D5). */
export interface MoneyEffect {
  currency: string
  seats: SeatEffect[]
  sums: { month: LocalMonth; nextMonth: LocalMonth; thisMonth: BeforeAfter; next: BeforeAfter } | null
}

/** @param withSums false where nobody looks at the bill: it costs as much as all the rest. */
export function moneyOf(
  before: Account,
  after: Account,
  edits: readonly RowEdit[],
  sight: Sight,
  now: Instant,
  withSums = true,
): MoneyEffect {
  const month = monthOf(now, after.zone)
  const nextMonth = addMonths(month, 1)
  const total = (account: Account, one: LocalMonth) => billOf(account, one).totalMinor
  const sums = withSums &&
    sight.money && {
      month,
      nextMonth,
      thisMonth: { before: total(before, month), after: total(after, month) },
      next: { before: total(before, nextMonth), after: total(after, nextMonth) },
    }
  return { currency: after.settings.currency, seats: seatEffects(before, after, edits, sight, now), sums: sums || null }
}

function seatEffects(before: Account, after: Account, edits: readonly RowEdit[], sight: Sight, now: Instant) {
  const touched = new Map<string, HoldingRow>()
  for (const edit of edits) {
    if (edit.table !== 'holding') continue
    const row = rowOf(edit)
    touched.set(`${row.product}/${row.seatType}`, row)
  }
  return [...touched.values()].flatMap(({ product, seatType }): SeatEffect[] => {
    const instant = firstInstant(edits, product, seatType, now)
    const [was, is] = [countSeats(before, product, seatType, instant), countSeats(after, product, seatType, instant)]
    if (!was || !is) return []
    const price = is.seatType.priceMinor
    return [
      {
        product,
        productName: is.productName,
        seatType,
        seatTypeName: is.seatType.name,
        taken: { before: was.taken, after: is.taken },
        empty: was.empty === null || is.empty === null ? null : { before: was.empty, after: is.empty },
        priceMinor: sight.money ? price : null,
        oneMoreMinor: sight.money ? priceOfOneMore(after, product, seatType, now) : null,
      },
    ]
  })
}

/** When the seats first stand as they will: now, or when the first holding concerned begins. */
function firstInstant(edits: readonly RowEdit[], product: string, seatType: string, now: Instant): Instant {
  const begins = edits.flatMap((edit) => {
    const row = edit.after as HoldingRow | null
    return edit.table === 'holding' && row?.product === product && row.seatType === seatType ? [row.givenFrom] : []
  })
  return begins.length === 0 ? now : Math.max(now, Math.min(...begins))
}
