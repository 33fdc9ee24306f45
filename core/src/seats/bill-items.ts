import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { dateOf, lastDateBefore, type Instant, type LocalMonth } from '../time/instants.ts'
import { monthUpTo, type BillItem } from './bill-lines.ts'
import { type BillLine } from '../account/bill-rows.ts'
import { allowanceItems, placeItems } from './rules/besides.ts'
import type { Share } from './rules/shares.ts'
import { ordersOf } from './rules/term.ts'
import { cutTo, historiesOf, type Stretch } from './stretches.ts'
import { partFrom, SHARE_RULES } from './tally.ts'
import { termsOf, type Month, type Terms } from './terms.ts'
import { entryAt, must } from '../checks/must.ts'

/** Opens a line of a month's bill to the people, places and days it is made of; the amounts add up to the line's. */
export function itemsOf(account: Account, month: LocalMonth, line: BillLine, upTo: Instant = Infinity): BillItem[] {
  const terms = termsOf(account, line.product)
  if (!terms) return []
  const cut = monthUpTo(account, line.lateFor ?? month, upTo)
  if (line.kind === 'seats' || line.kind === 'days') return shareItems(account, terms, cut, line)
  if (line.kind === 'team') return teamItems(account, terms, cut)
  if (line.kind === 'term') return termItems(account, terms, cut, line)
  if (line.kind === 'places') return placeItems(account, terms, cut, line)
  return allowanceItems(account, terms, cut, line)
}

/**
 * Each person's part. A line by days is rounded once, as a whole; who comes later in the order of ids has what is then
 * between the rounded sum up to them and the one before, so that the parts add up.
 */
function shareItems(account: Account, terms: Terms, month: Month, line: BillLine): BillItem[] {
  const rule = must(SHARE_RULES[must(terms.sheetFor(month), 'sheetFor').charging.rule], 'entry of SHARE_RULES')
  const items: BillItem[] = []
  let [before, quantity] = [0, 0]
  for (const [personId, history] of inOrder(account, terms)) {
    for (const share of partFrom(cutTo(history, month), terms, month).shares) {
      if (share.seatType !== line.code || share.priceMinor !== line.priceMinor) continue
      quantity += share.quantity
      const sum = rule.amountOf(quantity, share.priceMinor, month)
      items.push(itemOf(account, personId, share, sum - before))
      before = sum
    }
  }
  return items
}

/** The team has one price: anyone who counted is named, no part of the sum is theirs. */
function teamItems(account: Account, terms: Terms, month: Month): BillItem[] {
  return inOrder(account, terms).flatMap(([personId, history]) => {
    const { spans } = partFrom(cutTo(history, month), terms, month)
    if (spans.length === 0) return []
    const [from, until] = [entryAt(spans, 0).from, must(spans.at(-1), 'last of spans').until]
    return [itemOf(account, personId, { seatType: null, quantity: 1, from, until }, null)]
  })
}

function termItems(account: Account, terms: Terms, month: Month, line: BillLine): BillItem[] {
  return ordersOf(account, terms, line.code, month.until)
    .orders.filter((order) => order.at >= month.from && order.amountMinor === line.amountMinor)
    .filter((order) => order.number === line.quantity && order.priceMinor === line.priceMinor)
    .slice(0, 1)
    .map(({ at, number, amountMinor, seatType }) => {
      const date = dateOf(at, account.zone)
      const item = { personId: null, placeId: null, seatType, firstDate: date, lastDate: date }
      return { ...item, quantity: number, amountMinor }
    })
}

function itemOf(
  account: Account,
  personId: Id,
  { seatType, quantity, from, until }: Omit<Share, 'seatType' | 'priceMinor'> & { seatType: string | null },
  amountMinor: number | null,
): BillItem {
  const dates = { firstDate: dateOf(from, account.zone), lastDate: lastDateBefore(until, account.zone) }
  return { personId, placeId: null, seatType, ...dates, quantity, amountMinor }
}

function inOrder(account: Account, terms: Terms): [Id, readonly Stretch[]][] {
  return [...historiesOf(account, terms)].sort(([one], [other]) => (one < other ? -1 : 1))
}
