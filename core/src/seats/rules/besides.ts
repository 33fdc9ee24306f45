import type { Account } from '../../account/account.ts'
import type { Id } from '../../account/rows.ts'
import type { FittingRow, UseRow } from '../../account/product-rows.ts'
import type { ProductSheet, SheetAllowance } from '../../account/sheet-shape.ts'
import { dateOf, lastDateBefore, type Instant } from '../../time/instants.ts'
import type { BillItem, LineMaker } from '../bill-lines.ts'
import type { BillLine } from '../../account/bill-rows.ts'
import { cut, type Span } from '../spans.ts'
import type { Month, Terms } from '../terms.ts'

/**
 * A charge per place of a kind where the product is on, for any part of the month, once per place, at the price of the
 * month's sheet (model S6).
 */
export function placeLines(
  account: Account,
  terms: Terms,
  sheet: ProductSheet,
  month: Month,
  line: LineMaker,
): BillLine[] {
  return (sheet.charging.perPlace ?? []).flatMap(({ name, placeKind, priceMinor }) => {
    const quantity = fittedPlaces(account, terms, placeKind, month).size
    if (quantity === 0 || priceMinor === 0) return []
    return [line('places', placeKind, name, { quantity, priceMinor, amountMinor: quantity * priceMinor })]
  })
}

/** The places of a kind at which the product was on in a month, each with the spans. */
function fittedPlaces(account: Account, terms: Terms, kind: string, month: Month): Map<Id, Span[]> {
  const places = new Map<Id, Span[]>()
  for (const fitting of account.by('fitting', 'product', terms.code)) {
    if (account.get('place', fitting.placeId)?.kind !== kind) continue
    const spans = chargedSpans(terms, fitting, month)
    if (spans.length > 0) places.set(fitting.placeId, [...(places.get(fitting.placeId) ?? []), ...spans])
  }
  return places
}

function chargedSpans(terms: Terms, { from, until }: FittingRow, month: Month): Span[] {
  const begins = Math.max(from, month.from, terms.trialUntil)
  return cut({ from: begins, until: Math.min(until ?? Infinity, month.until) }, terms.on)
}

export function placeItems(account: Account, terms: Terms, month: Month, line: BillLine): BillItem[] {
  return [...fittedPlaces(account, terms, line.code, month)]
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([placeId, spans]) => ({
      personId: null,
      placeId,
      seatType: null,
      firstDate: dateOf(Math.min(...spans.map((span) => span.from)), account.zone),
      lastDate: lastDateBefore(Math.max(...spans.map((span) => span.until)), account.zone),
      quantity: 1,
      amountMinor: line.priceMinor,
    }))
}

/** A pooled allowance: what was used in the month beyond what is included, × the price beyond (model S6). */
export function allowanceLines(
  account: Account,
  terms: Terms,
  sheet: ProductSheet,
  month: Month,
  line: LineMaker,
  seats: readonly BillLine[],
  reportedUntil: Instant,
): BillLine[] {
  return (sheet.charging.allowances ?? []).flatMap((allowance) => {
    const included = includedIn(allowance, seats)
    const used = usesOf(account, terms, allowance.code, month, reportedUntil).reduce((sum, use) => sum + use.amount, 0)
    if (used === 0) return []
    const quantity = Math.max(0, used - included)
    const priceMinor = allowance.priceMinorBeyond
    const rest = { quantity, priceMinor, amountMinor: quantity * priceMinor, used, included }
    return [line('allowance', allowance.code, allowance.name, rest)]
  })
}

function includedIn({ included, perSeatType }: SheetAllowance, seats: readonly BillLine[]): number {
  if (!perSeatType) return included
  return seats.reduce((sum, one) => sum + (one.code === perSeatType ? one.quantity : 0), 0) * included
}

function usesOf(
  account: Account,
  terms: Terms,
  allowance: string,
  month: Month,
  reportedUntil: Instant,
): readonly UseRow[] {
  return account
    .by('use', 'product', terms.code)
    .filter((use) => use.allowance === allowance && use.reportedAt < reportedUntil)
    .filter((use) => use.at >= Math.max(month.from, terms.trialUntil) && use.at < month.until)
}

export function allowanceItems(account: Account, terms: Terms, month: Month, line: BillLine): BillItem[] {
  return usesOf(account, terms, line.code, month, Infinity)
    .toSorted((one, other) => one.at - other.at)
    .map(({ at, amount, personId }) => {
      const date = dateOf(at, account.zone)
      const item = { personId, placeId: null, seatType: null, firstDate: date, lastDate: date }
      return { ...item, quantity: amount, amountMinor: null }
    })
}
