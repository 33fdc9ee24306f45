import type { Id } from '../account/rows.ts'
import type { Instant, LocalDate, LocalMonth } from '../time/instants.ts'
import type { Account } from '../account/account.ts'
import { allTerms, type Month, monthAt, type Terms } from './terms.ts'
import type { BillLine, LineKind } from '../account/bill-rows.ts'
import type { ProductSheet } from '../account/sheet-shape.ts'
import { allowanceLines, placeLines } from './rules/besides.ts'
import { SHARE_RULES, tallyOf } from './tally.ts'
import { bandFor } from './rules/banded.ts'
import { say } from '../words/say.ts'
import { must } from '../checks/must.ts'
import { ordersOf } from './rules/term.ts'

/** What a line is made of: who or where, on which days, and how much of the sum is theirs (model S8). */
export interface BillItem {
  personId: Id | null
  placeId: Id | null
  seatType: string | null
  /** The first and last local date of the month on which it counted. */
  firstDate: LocalDate
  lastDate: LocalDate
  /** Days, seats, units. */
  quantity: number
  /** Minor units; null where the sum is for all together and cannot be split. */
  amountMinor: number | null
}

/** The month as it is charged, cut where only the bill so far is asked for. */
export function monthUpTo(account: Account, month: LocalMonth, upTo: Instant): Month {
  const whole = monthAt(month, account.zone)
  return upTo >= whole.until ? whole : { ...whole, until: Math.max(whole.from, upTo + 1) }
}

/**
 * The lines of a month from the rows, whether it has closed or not.
 * @param reportedUntil leaves out what was reported at this instant or later.
 */
export function linesOf(
  account: Account,
  month: LocalMonth,
  upTo: Instant = Infinity,
  reportedUntil: Instant = Infinity,
): BillLine[] {
  const cut = monthUpTo(account, month, upTo)
  const lines = allTerms(account).flatMap((terms) => {
    const sheet = terms.sheetFor(cut)
    return sheet ? linesOfProduct(account, terms, sheet, cut, reportedUntil) : []
  })
  return lines.sort((one, other) => one.productName.localeCompare(other.productName, 'en'))
}

function linesOfProduct(
  account: Account,
  terms: Terms,
  sheet: ProductSheet,
  month: Month,
  reportedUntil: Instant,
): BillLine[] {
  const line = lineMaker(terms, sheet)
  const seats = seatLines(account, terms, sheet, month, line)
  const places = placeLines(account, terms, sheet, month, line)
  return [...seats, ...places, ...allowanceLines(account, terms, sheet, month, line, seats, reportedUntil)]
}

/** Fills in what all lines of a product have in common. */
export type LineMaker = (kind: LineKind, code: string, name: string, rest: LineRest) => BillLine

type LineRest = Omit<BillLine, 'product' | 'productName' | 'kind' | 'code' | 'name'>

function lineMaker(terms: Terms, sheet: ProductSheet): LineMaker {
  return (kind, code, name, rest) => ({ product: terms.code, productName: sheet.name, kind, code, name, ...rest })
}

function seatLines(account: Account, terms: Terms, sheet: ProductSheet, month: Month, line: LineMaker): BillLine[] {
  const { rule, bands = [] } = sheet.charging
  const nameOf = (code: string) => typeName(terms, sheet, code)
  if (rule === 'term') return termLines(account, terms, month, nameOf, line)
  const tally = tallyOf(account, terms, month)
  if (rule === 'banded') {
    const band = bandFor(bands, tally.peak)
    if (!band) return []
    const rest = { quantity: tally.peak, priceMinor: band.priceMinor, amountMinor: band.priceMinor }
    return [line('team', '', say('seats.team-up-to', { upTo: band.upTo }), rest)]
  }
  const shareRule = must(SHARE_RULES[rule], 'entry of SHARE_RULES')
  return [...tally.sums.values()]
    .filter((sum) => sum.priceMinor > 0)
    .sort((one, other) => other.priceMinor - one.priceMinor || (one.seatType < other.seatType ? -1 : 1))
    .map(({ seatType, priceMinor, quantity }) => {
      const amountMinor = shareRule.amountOf(quantity, priceMinor, month)
      const kind = rule === 'daily' ? 'days' : 'seats'
      return line(kind, seatType, nameOf(seatType), { quantity, priceMinor, amountMinor })
    })
}

function termLines(
  account: Account,
  terms: Terms,
  month: Month,
  nameOf: (code: string) => string,
  line: LineMaker,
): BillLine[] {
  return [...terms.typeCodes].flatMap((seatType) =>
    ordersOf(account, terms, seatType, month.until)
      .orders.filter((order) => order.at >= month.from && order.priceMinor > 0)
      .map(({ number, priceMinor, amountMinor, daysLeft, daysOfTerm }) => {
        const within = daysLeft === daysOfTerm ? {} : { daysLeft, daysOfTerm }
        return line('term', seatType, nameOf(seatType), { quantity: number, priceMinor, amountMinor, ...within })
      }),
  )
}

/** A type's name in the month's sheet, or the last one it had. */
function typeName(terms: Terms, sheet: ProductSheet, code: string): string {
  const type = sheet.seatTypes.find((one) => one.code === code)
  if (type) return type.name
  const named = terms.sheetStarts.map((start) => terms.typeAt(code, start)?.name).filter((name) => name !== undefined)
  return named.at(-1) ?? code
}
