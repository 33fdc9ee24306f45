import type { Stretch } from '../stretches.ts'
import type { Month, Terms } from '../terms.ts'

/** What one person adds to a product's month: so much of a type at a price, counted from the first instant to the last. */
export interface Share {
  seatType: string
  priceMinor: number
  /** 1 for a whole month, days for a daily price. */
  quantity: number
  from: number
  until: number
}

/** A rule by which each person adds to the bill by themselves (model S6). */
export interface ShareRule {
  sharesOf(stretches: readonly Stretch[], terms: Terms, month: Month): Share[]
  /** What a line costs, in minor units: so much at a price. */
  amountOf(quantity: number, priceMinor: number, month: Month): number
}

/** Stretches by their type, in the order of the types' first. */
export function byType(stretches: readonly Stretch[]): Map<string, Stretch[]> {
  const types = new Map<string, Stretch[]>()
  for (const stretch of stretches) {
    const list = types.get(stretch.seatType)
    if (list) list.push(stretch)
    else types.set(stretch.seatType, [stretch])
  }
  return types
}

/** The dearer of two; of equal ones the type whose code comes first, so that every machine says the same. */
export function isDearer(
  one: { priceMinor: number; seatType: string },
  other: { priceMinor: number; seatType: string } | undefined,
): boolean {
  if (!other || one.priceMinor !== other.priceMinor) return !other || one.priceMinor > other.priceMinor
  return one.seatType < other.seatType
}
