import { byType, isDearer, type Share, type ShareRule } from './shares.ts'

/**
 * Counted on any part of the month: the full month, once per person and product, at the dearest type counted, each at
 * the price of its first counted instant in the month (model S6, examples 4 and 5).
 */
export const wholeMonth: ShareRule = {
  sharesOf(stretches, terms) {
    let dearest: Share | undefined
    for (const [seatType, counted] of byType(stretches)) {
      const from = Math.min(...counted.map((stretch) => stretch.from))
      const until = Math.max(...counted.map((stretch) => stretch.until))
      const priceMinor = terms.typeAt(seatType, from)?.priceMinor ?? 0
      const share = { seatType, priceMinor, quantity: 1, from, until }
      if (isDearer(share, dearest)) dearest = share
    }
    return dearest ? [dearest] : []
  },
  amountOf: (people, priceMinor) => people * priceMinor,
}
