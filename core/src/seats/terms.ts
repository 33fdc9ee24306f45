import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { Id } from '../account/rows.ts'
import type { SheetRow, SubscriptionRow } from '../account/product-rows.ts'
import { enablesType } from '../products/catalogue.ts'
import type { ProductSheet, SheetSeatType } from '../account/sheet-shape.ts'
import {
  addDays,
  addMonths,
  boundsOfMonth,
  dateOf,
  fromDate,
  startOfDate,
  type Instant,
  type LocalMonth,
} from '../time/instants.ts'
import { cut, joined, type Span } from './spans.ts'

/** A month closes so many days after its end (model S6). */
export const DAYS_UNTIL_CLOSING = 5

/**
 * What a product charges by, through time: its sheets and subscriptions in order, when its trial ends, and for each seat
 * type when holding it counts (model S1, S6, S11).
 */
export class Terms {
  readonly code: string
  readonly productId: Id
  private readonly sheets: readonly SheetRow[]
  private readonly subscriptions: readonly SubscriptionRow[]
  /** When the trial ends; the beginning of time without one. */
  readonly trialUntil: Instant
  /** When it was on, in order. */
  readonly on: readonly Span[]
  private readonly counting = new Map<string, readonly Span[]>()

  constructor(account: Account, productId: Id, code: string) {
    this.productId = productId
    this.code = code
    const inOrder = <R extends { from: Instant }>(rows: readonly R[]) =>
      [...rows].sort((one, other) => one.from - other.from)
    this.sheets = inOrder(account.by('sheet', 'product', productId))
    this.subscriptions = inOrder(account.by('subscription', 'product', productId))
    this.on = this.when(() => true)
    const begins = this.on[0]?.from
    const days = begins === undefined ? null : this.sheetAt(begins)?.charging.trialDays
    this.trialUntil =
      begins !== undefined && days ? fromDate(addDays(dateOf(begins, account.zone), days), account.zone) : -Infinity
  }

  /** The sheet in force; the first one before any (model L2). */
  sheetAt(instant: Instant): ProductSheet | undefined {
    let found = this.sheets[0]
    for (const row of this.sheets) if (row.from <= instant) found = row
    return found?.sheet
  }

  typeAt(code: string, instant: Instant): SheetSeatType | undefined {
    return this.sheetAt(instant)?.seatTypes.find((type) => type.code === code)
  }

  /**
   * The sheet a month is charged by: the one in force when the product is first on in it, past the trial; a later one
   * of the same month moves prices of types, and everything else from the next month on.
   */
  sheetFor(month: Span): ProductSheet | undefined {
    const first = this.on.find((span) => span.until > month.from && span.from < month.until)
    return first && this.sheetAt(Math.max(first.from, month.from))
  }

  /** Every code a seat type has had, so that holdings of a withdrawn type still count. */
  get typeCodes(): Set<string> {
    return new Set(this.sheets.flatMap(({ sheet }) => sheet.seatTypes.map((type) => type.code)))
  }

  /** When holding a type counts: on, in the plan, named, priced, past the trial (model S1, S6). */
  countingOf(code: string): readonly Span[] {
    let spans = this.counting.get(code)
    if (!spans) {
      const enabled = this.when((sheet, row) => {
        const type = sheet.seatTypes.find((one) => one.code === code)
        return type !== undefined && enablesType({ on: row.on, plan: row.plan, sheet }, code) && counts(sheet, type)
      })
      spans = cut({ from: this.trialUntil, until: Infinity }, enabled)
      this.counting.set(code, spans)
    }
    return spans
  }

  /** Whether any of its sheets brings seats along. */
  get hasAlong(): boolean {
    return this.sheets.some(({ sheet }) => sheet.comesAlong.length > 0)
  }

  /** When everyone of a standing has which type (model S7). */
  alongOf(standing: string): { seatType: string; from: Instant; until: Instant }[] {
    return [...this.typeCodes].flatMap((seatType) =>
      this.when((sheet, { on, plan }) => {
        const rule = sheet.comesAlong.some((one) => one.standing === standing && one.seatType === seatType)
        return rule && enablesType({ on, plan, sheet }, seatType)
      }).map((span) => ({ seatType, ...span })),
    )
  }

  /** Instants at which a sheet begins. */
  get sheetStarts(): Instant[] {
    return this.sheets.map((row) => row.from)
  }

  /** The stretches while on in which something holds of sheet and subscription, which only change where one begins. */
  private when(holds: (sheet: ProductSheet, row: SubscriptionRow) => boolean): Span[] {
    const starts = [...this.sheetStarts, ...this.subscriptions.map((row) => row.from)].sort((one, other) => one - other)
    const spans: Span[] = []
    starts.forEach((from, at) => {
      const sheet = this.sheetAt(from)
      const row = this.subscriptions.filter((one) => one.from <= from).at(-1)
      const until = starts[at + 1] ?? Infinity
      if (from < until && sheet && row?.on && holds(sheet, row)) spans.push({ from, until })
    })
    return joined(spans)
  }
}

/**
 * Whether holding a type makes a person count: named and priced, or in the band where the team has one price. Of what is
 * bought for a term the number counts, no matter who holds it (model S1, S5, S6).
 */
export function counts({ charging }: ProductSheet, type: SheetSeatType): boolean {
  if (type.use !== 'named' || charging.rule === 'term') return false
  return charging.rule === 'banded' ? type.inBand === true : type.priceMinor > 0
}

const remembered = new Remembered({
  from: ['product', 'sheet', 'subscription', 'settings'],
  init: (account) => {
    const all = [...account.all('product')].map((row) => new Terms(account, row.id, row.code))
    return new Map(all.map((terms) => [terms.code, terms]))
  },
})

export function termsOf(account: Account, product: string): Terms | undefined {
  return remembered.of(account).get(product)
}

/** Of every product, in the order of their codes. */
export function allTerms(account: Account): Terms[] {
  return [...remembered.of(account).values()].sort((one, other) => (one.code < other.code ? -1 : 1))
}

/** A local month with the first instant of each of its days, and the first of the next month. */
export interface Month extends Span {
  month: LocalMonth
  dayStarts: readonly Instant[]
}

const months = new Map<string, Month>()

export function monthAt(month: LocalMonth, zone: string): Month {
  const key = `${month} ${zone}`
  let found = months.get(key)
  if (!found) {
    const { from, until } = boundsOfMonth(month, zone)
    const dayStarts: Instant[] = []
    for (let date = `${month}-01`; date.startsWith(month); date = addDays(date, 1)) {
      dayStarts.push(startOfDate(date, zone, 'end'))
    }
    if (months.size > 500) months.clear()
    months.set(key, (found = { month, from, until, dayStarts: [...dayStarts, until] }))
  }
  return found
}

/** When a month closes: five days after its end (model S6). */
export function closingOf(month: LocalMonth, zone: string): Instant {
  return startOfDate(addDays(`${addMonths(month, 1)}-01`, DAYS_UNTIL_CLOSING), zone, 'end')
}
