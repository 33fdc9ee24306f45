import type { Id } from './rows.ts'
import type { Instant } from '../time/instants.ts'
import type { ProductSheet } from './sheet-shape.ts'
import type { Bill } from './bill-rows.ts'

/** Person × seat type with three instants: given, counted, ended (model S1). */
export interface HoldingRow {
  id: Id
  personId: Id
  product: string
  seatType: string
  /** Brought by a contractor; never counted or charged. */
  own: boolean
  givenFrom: Instant
  /** `null`: from when it was given, where the type counts at all. */
  countedFrom: Instant | null
  until: Instant | null
  /** `along`: it came with the standing and goes with the sheet's rule (model S7). */
  origin: 'given' | 'along'
  /** Who gave it and who ended it; `null` for time, a rule, or what stood in a book. */
  givenById: Id | null
  endedById: Id | null
}

export interface ProductRow {
  id: Id
  code: string
}

/** Whether a product is on, and by which plan, from an instant on (model S11). */
export interface SubscriptionRow {
  id: Id
  productId: Id
  from: Instant
  on: boolean
  plan: string | null
}

/** A product's sheet from an instant on (model L2). */
export interface SheetRow {
  id: Id
  productId: Id
  from: Instant
  sheet: ProductSheet
}

/** The number of seats of a type from an instant on: bought for `term`, a ceiling elsewhere (model S2). */
export interface StockRow {
  id: Id
  product: string
  seatType: string
  number: number
  from: Instant
  /** Where the number comes from, as entered. */
  source: string
}

/** A product switched on at a place, for what its sheet charges per place (model S6). */
export interface FittingRow {
  id: Id
  product: string
  placeId: Id
  from: Instant
  until: Instant | null
}

/** What a product reported as used: of a pooled allowance, or a person's use of their seat (model S3, S6). */
export interface UseRow {
  id: Id
  product: string
  /** The allowance used up; null for a person's use. */
  allowance: string | null
  personId: Id | null
  at: Instant
  amount: number
  reportedAt: Instant
}

/** A month's bill as it stood when it closed (model S6). */
export interface ClosedMonthRow {
  id: Id
  month: string
  closedAt: Instant
  bill: Bill
}

/** How many seats of a type a place's stewards may have handed out at a time; without one, as many as are empty (S10). */
export interface AllotmentRow {
  id: Id
  placeId: Id
  product: string
  seatType: string
  number: number
}
