import { Remembered } from '../account/remembered.ts'
import type { Bill, BillLine } from '../account/bill-rows.ts'
import type { Account } from '../account/account.ts'
import type { Instant, LocalMonth } from '../time/instants.ts'
import { linesOf } from './bill-lines.ts'
import { lateLines } from './late.ts'
import type { Id } from '../account/rows.ts'
import { itemsOf } from './bill-items.ts'

/** What a bill is made of; accounts whose edits touch nothing of it share their bills. */
const bills = new Remembered({
  from: [
    'holding',
    'person',
    'product',
    'sheet',
    'subscription',
    'stock',
    'fitting',
    'place',
    'use',
    'closedMonth',
    'settings',
  ],
  init: () => new Map<string, Bill>(),
})

/**
 * The bill of a local month: as it was stored, if it has closed; otherwise from all that is known now, what is still to
 * come included (model S6).
 * @param upTo leaves out what only counts later than this instant: the bill so far.
 */
export function billOf(account: Account, month: LocalMonth, upTo: Instant = Infinity): Bill {
  const closed = account.by('closedMonth', 'month', month)[0]
  if (closed) return closed.bill
  const known = bills.of(account)
  const key = `${month} ${upTo}`
  let bill = known.get(key)
  if (!bill) {
    const lines = [...linesOf(account, month, upTo), ...lateLines(account, month, upTo)]
    known.set(key, (bill = sumUp(account, month, lines)))
  }
  return bill
}

export function sumUp(account: Account, month: LocalMonth, lines: BillLine[]): Bill {
  const totalMinor = lines.reduce((sum, line) => sum + line.amountMinor, 0)
  return { month, currency: account.settings.currency, lines, totalMinor }
}

const costs = new Remembered({
  from: ['holding', 'person', 'product', 'sheet', 'subscription', 'use', 'closedMonth', 'settings'],
  init: () => new Map<LocalMonth, Map<Id, number>>(),
})

/** What each person's seats cost in a month, as far as that can be said of one person (model S8). */
export function costsOf(account: Account, month: LocalMonth): ReadonlyMap<Id, number> {
  const known = costs.of(account)
  let sums = known.get(month)
  if (!sums) {
    known.set(month, (sums = new Map<string, number>()))
    for (const line of billOf(account, month).lines) {
      for (const { personId, amountMinor } of itemsOf(account, month, line)) {
        if (personId && amountMinor !== null) sums.set(personId, (sums.get(personId) ?? 0) + amountMinor)
      }
    }
  }
  return sums
}
