import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { HoldingRow, Id } from '../account/rows.ts'
import { productAt, productsAt, seatTypeAt, type Product } from '../products/catalogue.ts'
import {
  boundsOfMonth,
  dateOf,
  lastDateBefore,
  type Instant,
  type LocalDate,
  type LocalMonth,
} from '../time/instants.ts'
import { countedFrom, holdingUntil } from './holdings.ts'

/** What one person costs in one product and month, and the days it is made of (model S6, S8). */
export interface BillItem {
  personId: Id
  product: string
  seatType: string
  /** The first and last local date of the month on which they counted on this type. */
  firstDate: LocalDate
  lastDate: LocalDate
  amountMinor: number
}

/** One line of the bill: so many of a type at a price. */
export interface BillLine {
  product: string
  productName: string
  seatType: string
  seatTypeName: string
  count: number
  priceMinor: number
  amountMinor: number
  items: BillItem[]
}

/** A month's bill, net of tax, in the account's currency; the total is the sum of the lines. */
export interface Bill {
  month: LocalMonth
  currency: string
  lines: BillLine[]
  totalMinor: number
  /** Products whose charging rule this version cannot yet compute; never silently left out. */
  notCharged: string[]
}

/** A period on which a person counted on a type, cut to the month. */
interface Stretch {
  holding: HoldingRow
  from: Instant
  until: Instant
}

/**
 * The bill of a local month from all holdings known now, those to come included (model S6). `whole-month`: whoever
 * counted on any part of the month is charged once, at the dearest type counted, for the full month, at the price of
 * that type's first counted day.
 * @param upTo leaves out whoever only counts later than this instant: the bill so far.
 */
export function billOf(account: Account, month: LocalMonth, upTo: Instant = Infinity): Bill {
  if (upTo !== Infinity) return makeBill(account, month, upTo)
  const months = bills.of(account)
  let bill = months.get(month)
  if (!bill) months.set(month, (bill = makeBill(account, month, upTo)))
  return bill
}

/** What a bill is made of; accounts whose edits touch nothing of it share their bills. */
const bills = new Remembered(
  ['holding', 'person', 'product', 'sheet', 'stock', 'settings'],
  () => new Map<LocalMonth, Bill>(),
)

function makeBill(account: Account, month: LocalMonth, upTo: Instant): Bill {
  const whole = boundsOfMonth(month, account.zone)
  const bounds = { from: whole.from, until: Math.min(whole.until, upTo + 1) }
  const lines: BillLine[] = []
  const notCharged: string[] = []
  for (const product of productsAt(account, bounds.until - 1)) {
    if (product.sheet.charging.rule === 'whole-month') lines.push(...wholeMonth(account, product, bounds))
    else notCharged.push(product.sheet.code)
  }
  const totalMinor = lines.reduce((sum, line) => sum + line.amountMinor, 0)
  return { month, currency: account.settings.currency, lines, totalMinor, notCharged }
}

function wholeMonth(account: Account, product: Product, bounds: { from: Instant; until: Instant }): BillLine[] {
  const byPerson = new Map<Id, Stretch[]>()
  for (const stretch of stretchesIn(account, product.sheet.code, bounds)) {
    const list = byPerson.get(stretch.holding.personId)
    if (list) list.push(stretch)
    else byPerson.set(stretch.holding.personId, [stretch])
  }
  const lines = new Map<string, BillLine>()
  for (const [personId, stretches] of byPerson) {
    const item = dearest(account, personId, stretches)
    if (item) addTo(lines, product, item)
  }
  return [...lines.values()].sort((one, other) => other.priceMinor - one.priceMinor)
}

function stretchesIn(account: Account, product: string, bounds: { from: Instant; until: Instant }): Stretch[] {
  const found: Stretch[] = []
  for (const type of typesOf(account, product)) {
    for (const holding of account.by('holding', 'type', `${product}/${type}`)) {
      const counted = countedFrom(account, holding)
      if (counted === null) continue
      const from = Math.max(counted, bounds.from)
      const until = Math.min(holdingUntil(account, holding) ?? bounds.until, bounds.until)
      if (from < until) found.push({ holding, from, until })
    }
  }
  return found
}

/** Every type any dated sheet of the product names, so that holdings of a withdrawn type still count. */
function typesOf(account: Account, product: string): Set<string> {
  const row = account.by('product', 'code', product)[0]
  const sheets = row ? account.by('sheet', 'product', row.id) : []
  return new Set(sheets.flatMap(({ sheet }) => sheet.seatTypes.map((type) => type.code)))
}

function dearest(account: Account, personId: Id, stretches: Stretch[]): BillItem | undefined {
  const byType = new Map<string, Stretch[]>()
  for (const stretch of stretches) {
    const list = byType.get(stretch.holding.seatType)
    if (list) list.push(stretch)
    else byType.set(stretch.holding.seatType, [stretch])
  }
  let best: BillItem | undefined
  for (const [seatType, counted] of byType) {
    const first = Math.min(...counted.map((stretch) => stretch.from))
    const last = Math.max(...counted.map((stretch) => stretch.until))
    const product = counted[0]!.holding.product
    const amountMinor = seatTypeAt(account, product, seatType, first)?.priceMinor ?? 0
    if (best && best.amountMinor >= amountMinor) continue
    const firstDate = dateOf(first, account.zone)
    best = { personId, product, seatType, firstDate, lastDate: lastDateBefore(last, account.zone), amountMinor }
  }
  return best && best.amountMinor > 0 ? best : undefined
}

function addTo(lines: Map<string, BillLine>, product: Product, item: BillItem): void {
  const key = `${item.seatType} ${item.amountMinor}`
  const line = lines.get(key)
  if (line) {
    line.count += 1
    line.amountMinor += item.amountMinor
    line.items.push(item)
    return
  }
  const type = product.sheet.seatTypes.find((one) => one.code === item.seatType)
  lines.set(key, {
    product: product.sheet.code,
    productName: product.sheet.name,
    seatType: item.seatType,
    seatTypeName: type?.name ?? item.seatType,
    count: 1,
    priceMinor: item.amountMinor,
    amountMinor: item.amountMinor,
    items: [item],
  })
}

/** What one more person on this type would add to a month's bill (model S8). */
export function priceOfOneMore(account: Account, product: string, seatType: string, instant: Instant): number {
  const charging = productAt(account, product, instant)?.sheet.charging
  return charging?.rule === 'whole-month' ? (seatTypeAt(account, product, seatType, instant)?.priceMinor ?? 0) : 0
}
