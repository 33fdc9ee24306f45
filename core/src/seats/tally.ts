import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { Id, RowEdit } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { comingsOf, peakOf, spansOf, withChanged, type Comings } from './rules/banded.ts'
import { daily } from './rules/daily.ts'
import type { Share, ShareRule } from './rules/shares.ts'
import { wholeMonth } from './rules/whole-month.ts'
import type { Span } from './spans.ts'
import { cutTo, fewMoved, historiesOf, sameRules, stretchesOf, type Stretch } from './stretches.ts'
import type { Month, Terms } from './terms.ts'

/** So much of a type at a price, and by how many people. */
export interface Sum {
  seatType: string
  priceMinor: number
  quantity: number
  people: number
}

/** The total of a product’s month, added up person by person: all that its lines need. */
export interface Tally {
  sums: ReadonlyMap<string, Sum>
  /** For a band: when people came to count and ceased to. */
  comings: Comings
  /** The largest number counted at any one instant, and at the month's end. */
  peak: number
}

export const SHARE_RULES: Readonly<Record<string, ShareRule>> = { 'whole-month': wholeMonth, daily }

/** What one person adds to a month: shares at prices, or the spans on which they count for the band. */
export interface Part {
  shares: Share[]
  spans: Span[]
}

export function partOf(account: Account, terms: Terms, personId: Id, month: Month): Part {
  return partFrom(stretchesOf(account, terms, personId, month), terms, month)
}

/** @param stretches cut to the month. */
export function partFrom(stretches: readonly Stretch[], terms: Terms, month: Month): Part {
  if (stretches.length === 0) return { shares: [], spans: [] }
  const rule = terms.sheetFor(month)?.charging.rule
  const shares = rule === undefined ? undefined : SHARE_RULES[rule]
  if (shares) return { shares: shares.sharesOf(stretches, terms, month), spans: [] }
  return { shares: [], spans: rule === 'banded' ? spansOf(stretches) : [] }
}

export const tallies = new Remembered<Map<string, KeptTally>>({
  from: ['holding', 'person', 'product', 'sheet', 'subscription', 'settings', 'use'],
  init: () => new Map<string, KeptTally>(),
  apply: movedTallies,
})

interface KeptTally {
  terms: Terms
  month: Month
  tally: Tally
}

/**
 * The tally of a product's month. Of an account seen through edits only the people concerned are counted anew, so that
 * the price of one change is known at once among 50,000 (model S8).
 */
export function tallyOf(account: Account, terms: Terms, month: Month): Tally {
  const known = tallies.of(account)
  const key = `${terms.code} ${month.from} ${month.until}`
  let kept = known.get(key)
  if (!kept) known.set(key, (kept = { terms, month, tally: makeTally(account, terms, month) }))
  return kept.tally
}

/** A commit that only moves people and seats moves the tallies with it: what is known stays known. */
function movedTallies(
  known: Map<string, KeptTally>,
  before: Account,
  edits: readonly RowEdit[],
): ((after: Account) => Map<string, KeptTally>) | undefined {
  if (!fewMoved(edits)) return undefined
  const seen = before.with(edits)
  const next = new Map(
    [...known].map(([key, { terms, month }]) => [key, { terms, month, tally: tallyOf(seen, terms, month) }]),
  )
  return () => next
}

function makeTally(account: Account, terms: Terms, month: Month): Tally {
  const { under } = account
  if (!under || !sameRules(account, under)) return tallyOfAll(account, terms, month)
  const touched = touchedPeople(account, under, terms.code)
  const before = tallyOf(under, terms, month)
  if (touched.size === 0) return before
  const sums = new Map(before.sums)
  const [less, more]: [Span[], Span[]] = [[], []]
  for (const personId of touched) {
    const was = partOf(under, terms, personId, month)
    const is = partOf(account, terms, personId, month)
    addShares(sums, was.shares, -1)
    addShares(sums, is.shares, 1)
    less.push(...was.spans)
    more.push(...is.spans)
  }
  const comings = less.length + more.length > 0 ? withChanged(before.comings, less, more) : before.comings
  return { sums, comings, peak: peakOf(comings) }
}

function tallyOfAll(account: Account, terms: Terms, month: Month): Tally {
  const sums = new Map<string, Sum>()
  const spans: Span[] = []
  for (const history of historiesOf(account, terms).values()) {
    const stretches = cutTo(history, month)
    if (stretches.length === 0) continue
    const part = partFrom(stretches, terms, month)
    addShares(sums, part.shares, 1)
    spans.push(...part.spans)
  }
  const comings = comingsOf(spans)
  return { sums, comings, peak: peakOf(comings) }
}

function touchedPeople(account: Account, under: Account, product: string): Set<Id> {
  const touched = new Set<Id>()
  for (const [id, row] of account.tables.holding.edited) {
    for (const holding of [row, under.get('holding', id)] as (HoldingRow | null | undefined)[]) {
      if (holding?.product === product) touched.add(holding.personId)
    }
  }
  for (const id of account.tables.person.edited.keys()) touched.add(id)
  return touched
}

function addShares(sums: Map<string, Sum>, shares: readonly Share[], times: 1 | -1): void {
  for (const { seatType, priceMinor, quantity } of shares) {
    const key = `${seatType} ${priceMinor}`
    const { quantity: before = 0, people = 0 } = sums.get(key) ?? {}
    const sum = { seatType, priceMinor, quantity: before + times * quantity, people: people + times }
    if (sum.people === 0) sums.delete(key)
    else sums.set(key, sum)
  }
}
