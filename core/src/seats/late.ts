import type { Account } from '../account/account.ts'
import type { Instant, LocalMonth } from '../time/instants.ts'
import { linesOf } from './bill-lines.ts'
import { type BillLine } from '../account/bill-rows.ts'
import { monthAt } from './terms.ts'

/**
 * What came too late for a month that had closed, as lines of the month in which it came, each naming the other
 * (model S6). Only what products report comes late: everything else is refused a date that has passed (model Z3).
 */
export function lateLines(account: Account, month: LocalMonth, upTo: Instant): BillLine[] {
  const { from, until } = monthAt(month, account.zone)
  const ends = Math.min(until, upTo + 1)
  return [...account.all('closedMonth')]
    .filter((closed) => closed.month < month)
    .sort((one, other) => (one.month < other.month ? -1 : 1))
    .flatMap(({ month: late, closedAt }) => {
      const begins = Math.max(from, closedAt)
      if (begins >= ends || !anyReported(account, late, begins, ends)) return []
      return difference(linesOf(account, late, Infinity, begins), linesOf(account, late, Infinity, ends), late)
    })
}

function anyReported(account: Account, late: LocalMonth, from: Instant, until: Instant): boolean {
  const month = monthAt(late, account.zone)
  for (const use of account.all('use')) {
    if (use.reportedAt >= from && use.reportedAt < until && use.at >= month.from && use.at < month.until) return true
  }
  return false
}

/** One line per product and thing whose sum moved; what is less than before is a credit. */
function difference(before: readonly BillLine[], after: readonly BillLine[], late: LocalMonth): BillLine[] {
  const keyOf = (line: BillLine) => `${line.product} ${line.kind} ${line.code} ${line.priceMinor}`
  const known = new Map(before.map((line) => [keyOf(line), line]))
  const added = after.flatMap((line) => {
    const was = known.get(keyOf(line))
    known.delete(keyOf(line))
    const amountMinor = line.amountMinor - (was?.amountMinor ?? 0)
    const quantity = line.quantity - (was?.quantity ?? 0)
    return amountMinor === 0 ? [] : [{ ...line, kind: 'late' as const, quantity, amountMinor, lateFor: late }]
  })
  const gone = [...known.values()]
    .filter((line) => line.amountMinor !== 0)
    .map((line) => ({
      ...line,
      kind: 'late' as const,
      quantity: -line.quantity,
      amountMinor: -line.amountMinor,
      lateFor: late,
    }))
  return [...added, ...gone]
}
