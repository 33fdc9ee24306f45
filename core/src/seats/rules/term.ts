import type { Account } from '../../account/account.ts'
import {
  addDays,
  addMonths,
  dateOf,
  daysBetween,
  startOfDate,
  type Instant,
  type LocalDate,
} from '../../time/instants.ts'
import { halfUp } from '../spans.ts'
import type { Terms } from '../terms.ts'
import { entryAt } from '../../checks/must.ts'

/** Seats bought at one instant: at a term's start, or more within it (model S6). */
export interface Order {
  seatType: string
  at: Instant
  number: number
  priceMinor: number
  /** Days left of the term and its days in all; equal at its start. */
  daysLeft: number
  daysOfTerm: number
  amountMinor: number
}

/** A bought number from an instant on. */
export interface Bought {
  from: Instant
  number: number
}

/**
 * What was bought of a type for terms, until an instant: the number at each term's start, more of it within a term by
 * the days left; less sets the next term's number only. Terms follow each other from the first number on, or from the
 * trial's end.
 */
export function ordersOf(
  account: Account,
  terms: Terms,
  seatType: string,
  until: Instant,
): { orders: Order[]; bought: Bought[] } {
  const stock = [...account.by('stock', 'type', `${terms.code}/${seatType}`)].sort(
    (one, other) => one.from - other.from,
  )
  const orders: Order[] = []
  const bought: Bought[] = []
  if (stock.length === 0) return { orders, bought }
  const zone = account.zone
  const firstAt = Math.max(entryAt(stock, 0).from, terms.trialUntil)
  const firstDate = dateOf(firstAt, zone)
  const order = (at: Instant, number: number, term: { from: LocalDate; until: LocalDate }) => {
    if (number <= 0 || !isOn(terms, at)) return
    const priceMinor = terms.typeAt(seatType, at)?.priceMinor ?? 0
    const daysOfTerm = daysBetween(term.from, term.until)
    const daysLeft = daysBetween(dateOf(at, zone), term.until)
    const amountMinor = halfUp(number * priceMinor * daysLeft, daysOfTerm)
    orders.push({ seatType, at, number, priceMinor, daysLeft, daysOfTerm, amountMinor })
  }
  const months = terms.sheetAt(firstAt)?.charging.termMonths ?? 12
  const startOf = (term: number) => (term === 0 ? firstDate : addMonthsToDate(firstDate, months * term))
  for (let term = 0; ; term += 1) {
    const period = { from: startOf(term), until: startOf(term + 1) }
    const at = term === 0 ? firstAt : startOfDate(period.from, zone, 'end')
    if (at >= until) return { orders, bought }
    const ends = startOfDate(period.until, zone, 'end')
    let number = stock.filter((row) => row.from <= at).at(-1)?.number ?? 0
    bought.push({ from: at, number })
    order(at, number, period)
    for (const row of stock) {
      if (row.from <= at || row.from >= Math.min(ends, until) || row.number <= number) continue
      order(row.from, row.number - number, period)
      number = row.number
      bought.push({ from: row.from, number })
    }
  }
}

/** The last day of the term that runs at an instant; null where nothing was bought yet (model S12). */
export function lastDayOfTerm(account: Account, terms: Terms, seatType: string, instant: Instant): LocalDate | null {
  const froms = account.by('stock', 'type', `${terms.code}/${seatType}`).map(({ from }) => from)
  if (froms.length === 0) return null
  const firstAt = Math.max(Math.min(...froms), terms.trialUntil)
  const firstDate = dateOf(firstAt, account.zone)
  const months = terms.sheetAt(firstAt)?.charging.termMonths ?? 12
  for (let term = 1; ; term += 1) {
    const next = addMonthsToDate(firstDate, months * term)
    if (startOfDate(next, account.zone, 'end') > instant) return addDays(next, -1)
  }
}

/** The same day so many months later; a day that month lacks is its last. */
function addMonthsToDate(date: LocalDate, months: number): LocalDate {
  const month = addMonths(date.slice(0, 7), months)
  const lastDay = daysBetween(`${month}-01`, `${addMonths(month, 1)}-01`)
  return `${month}-${String(Math.min(Number(date.slice(8)), lastDay)).padStart(2, '0')}`
}

function isOn(terms: Terms, at: Instant): boolean {
  return terms.on.some((span) => span.from <= at && at < span.until)
}
