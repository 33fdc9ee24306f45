import { halfUp } from '../spans.ts'
import type { Stretch } from '../stretches.ts'
import type { Month, Terms } from '../terms.ts'
import { isDearer, type Share, type ShareRule } from './shares.ts'
import { entryAt } from '../../checks/must.ts'

/**
 * Each local day once per person at the dearest type counted on it, at the price of that type's first counted instant
 * of the day; days summed per type and price, × price ÷ days of the month, half up (model S6).
 */
export const daily: ShareRule = {
  sharesOf(stretches, terms, month) {
    if (stretches.length === 1 && isOnePrice(entryAt(stretches, 0), terms))
      return [wholeStretch(entryAt(stretches, 0), terms, month)]
    const shares = new Map<string, Share>()
    for (let day = 0; day < month.dayStarts.length - 1; day += 1) {
      const best = dearestOn(stretches, terms, entryAt(month.dayStarts, day), entryAt(month.dayStarts, day + 1))
      if (!best) continue
      const key = `${best.seatType} ${best.priceMinor}`
      const share = shares.get(key)
      if (share) {
        share.quantity += 1
        share.until = best.until
      } else shares.set(key, best)
    }
    return [...shares.values()]
  },
  amountOf: (days, priceMinor, month) => halfUp(days * priceMinor, month.dayStarts.length - 1),
}

function dearestOn(stretches: readonly Stretch[], terms: Terms, from: number, until: number): Share | undefined {
  const firstOf = new Map<string, Share>()
  for (const stretch of stretches) {
    const begins = Math.max(stretch.from, from)
    const ends = Math.min(stretch.until, until)
    if (begins >= ends) continue
    const known = firstOf.get(stretch.seatType)
    const share = known ?? { seatType: stretch.seatType, priceMinor: 0, quantity: 1, from: begins, until: ends }
    share.from = Math.min(share.from, begins)
    share.until = Math.max(share.until, ends)
    firstOf.set(stretch.seatType, share)
  }
  let best: Share | undefined
  for (const share of firstOf.values()) {
    share.priceMinor = terms.typeAt(share.seatType, share.from)?.priceMinor ?? 0
    if (isDearer(share, best)) best = share
  }
  return best
}

function isOnePrice(stretch: Stretch, terms: Terms): boolean {
  return !terms.sheetStarts.some((start) => stretch.from < start && start < stretch.until)
}

function wholeStretch({ seatType, from, until }: Stretch, terms: Terms, { dayStarts }: Month): Share {
  let quantity = 0
  for (let day = 0; day < dayStarts.length - 1; day += 1) {
    if (
      from < entryAt(dayStarts, day + 1) &&
      entryAt(dayStarts, day) < until &&
      entryAt(dayStarts, day) < entryAt(dayStarts, day + 1)
    )
      quantity += 1
  }
  return { seatType, priceMinor: terms.typeAt(seatType, from)?.priceMinor ?? 0, quantity, from, until }
}
