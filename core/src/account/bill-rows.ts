import type { LocalMonth } from '../time/instants.ts'

/** What one line is for (model S6). */
export type LineKind = 'seats' | 'days' | 'team' | 'term' | 'places' | 'allowance' | 'late'

/** One line of the bill: so much of something at a price. */
export interface BillLine {
  product: string
  productName: string
  kind: LineKind
  /** The seat type, the charge per place, the allowance; empty for a team's price. */
  code: string
  name: string
  /** People, days, seats bought, places, units beyond the allowance; for a team the largest number counted. */
  quantity: number
  /** A month's price for one, a term's, a unit's; a team's for all. */
  priceMinor: number
  amountMinor: number
  /** For a term: the days left and the days of it, where it was bought within one. */
  daysLeft?: number
  daysOfTerm?: number
  /** Of an allowance: what was used and what was included. */
  used?: number
  included?: number
  /** The closed month that this comes too late for. */
  lateFor?: LocalMonth
}

/** A month's bill, net of tax, in the account's currency; the total is the sum of the lines. */
export interface Bill {
  month: LocalMonth
  currency: string
  lines: BillLine[]
  totalMinor: number
}
