import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { Id, RowEdit } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { productAt, seatTypeAt } from '../products/catalogue.ts'
import type { SheetCharging, SheetSeatType } from '../account/sheet-shape.ts'
import { monthOf, type Instant } from '../time/instants.ts'
import { ordersOf } from './rules/term.ts'
import { closingOf, termsOf } from './terms.ts'
import { must } from '../checks/must.ts'
import { isOpen } from '../time/lasting.ts'

/**
 * When a holding ends: at the earliest of its own end and the engagement's, written or not (model Z3, S4).
 * A holding that ends by then or before it begins never was.
 */
export function holdingUntil(account: Account, holding: HoldingRow): Instant | null {
  const engagementUntil = account.get('person', holding.personId)?.engagementUntil ?? null
  if (holding.until === null) return engagementUntil
  return engagementUntil === null ? holding.until : Math.min(holding.until, engagementUntil)
}

/**
 * From when a holding counts where its type does: as settled, or else never before its own beginning or the engagement's
 * (model S1); where first use counts, from the first use reported since then (model S3). Null: never, or not yet.
 */
export function countedFrom(account: Account, holding: HoldingRow, rule: SheetCharging['counts']): Instant | null {
  if (holding.own) return null
  if (holding.countedFrom !== null) return holding.countedFrom
  const engagementFrom = account.get('person', holding.personId)?.engagementFrom ?? holding.givenFrom
  const from = Math.max(holding.givenFrom, engagementFrom)
  return rule === 'first-use' ? firstUse(account, holding, from) : from
}

function firstUse(account: Account, holding: HoldingRow, from: Instant): Instant | null {
  let first: Instant | null = null
  for (const use of account.by('use', 'person', holding.personId)) {
    if (use.product !== holding.product || use.at < from) continue
    // A use reported after its month closed counts from the report on: closed months never move.
    const closes = closingOf(monthOf(use.at, account.zone), account.zone)
    const at = use.reportedAt < closes ? use.at : use.reportedAt
    if (first === null || at < first) first = at
  }
  return first
}

export function isHeldAt(account: Account, holding: HoldingRow, instant: Instant): boolean {
  // Most holdings of a long-lived account have ended: that is told by the row alone.
  if (instant < holding.givenFrom || !isOpen(holding.until, instant)) return false
  const until = holdingUntil(account, holding)
  return isOpen(until, instant)
}

/**
 * The ceiling on a seat type at an instant, or null without one: the number bought for the term, the stock entered, or
 * the sheet's quota (model S1, S2).
 */
export function ceilingAt(account: Account, product: string, seatType: string, instant: Instant): number | null {
  const terms = termsOf(account, product)
  if (terms?.sheetAt(instant)?.charging.rule === 'term') {
    const bought = ordersOf(account, terms, seatType, instant + 1).bought.at(-1)
    if (bought) return bought.number
  }
  let latest: { from: Instant; number: number } | undefined
  for (const row of account.by('stock', 'type', `${product}/${seatType}`)) {
    if (row.from <= instant && (!latest || row.from >= latest.from)) latest = row
  }
  return latest?.number ?? seatTypeAt(account, product, seatType, instant)?.quota ?? null
}

/** How the seats of one type stand at an instant. */
export interface SeatCount {
  product: string
  productName: string
  seatType: SheetSeatType
  taken: number
  /** Held for invited people whose type counts when invited (model S3). */
  reserved: number
  /** Null where there is no ceiling. */
  ceiling: number | null
  /** Null where there is no ceiling; negative never: what exceeds the ceiling is `over`. */
  empty: number | null
  over: number
}

interface Occupancy {
  taken: number
  reserved: number
}

/** What was counted, and for which stretch of time it holds. */
interface Counted extends Occupancy {
  from: Instant
  until: Instant
}

const MAXIMUM_COUNTED = 200

/** By type, for the few instants asked about: while holdings and people stay, what was counted stays. */
export const occupancies = new Remembered<Map<string, Counted[]>>({
  from: ['holding', 'person'],
  init: () => new Map<string, Counted[]>(),
  apply: movedOccupancies,
})

/**
 * How many hold a type; as long as nothing begins or ends they are counted once, and of an account seen through edits only
 * the holdings and people concerned are counted anew.
 */
function occupancyOf(account: Account, type: string, instant: Instant): Occupancy {
  const known = occupancies.of(account)
  const list = known.get(type) ?? []
  const found = list.find((one) => one.from <= instant && instant < one.until)
  if (found) return found
  const { under, attached } = account
  const stands = attached?.standsFor(account, instant)
  const counted = {
    ...(stands ? must(attached, 'attached').stretch : { from: instant, until: instant + 1 }),
    taken: 0,
    reserved: 0,
  }
  if (under) {
    const touched = touchedHoldings(account, under)
    const before = occupancyOf(under, type, instant)
    counted.taken = before.taken
    counted.reserved = before.reserved
    addTo(counted, under, ofType(under, touched, type), instant, -1)
    addTo(counted, account, ofType(account, touched, type), instant, 1)
  } else addTo(counted, account, account.by('holding', 'type', type), instant, 1)
  known.set(type, [counted, ...list.slice(0, MAXIMUM_COUNTED - 1)])
  return counted
}

/** A commit moves what was counted for its instant with it: only what it concerns is counted anew. */
function movedOccupancies(
  known: Map<string, Counted[]>,
  before: Account,
  edits: readonly RowEdit[],
): ((after: Account) => Map<string, Counted[]>) | undefined {
  const stretch = before.attached?.stretch
  if (!stretch) return undefined
  const touched = new Set<Id>()
  const people = edits.flatMap((edit) => (edit.table === 'person' ? [edit.key] : []))
  for (const edit of edits) if (edit.table === 'holding') touched.add(edit.key)
  for (const id of people) for (const one of before.by('holding', 'person', id)) touched.add(one.id)
  const moved = [...known].flatMap(([type, list]) => {
    const last = list.find((one) => one.from === stretch.from && one.until === stretch.until)
    if (!last) return []
    const counted = { ...last }
    addTo(counted, before, ofType(before, touched, type), stretch.from, -1)
    return [[type, counted] as const]
  })
  return (after) => {
    const next = must(after.attached, 'attached').stretch
    for (const id of people) for (const one of after.by('holding', 'person', id)) touched.add(one.id)
    for (const [type, counted] of moved) {
      addTo(counted, after, ofType(after, touched, type), next.from, 1)
      Object.assign(counted, next)
    }
    return new Map(moved.map(([type, counted]) => [type, [counted]]))
  }
}

function ofType(account: Account, ids: ReadonlySet<Id>, type: string): HoldingRow[] {
  return [...ids].flatMap((id) => account.get('holding', id) ?? []).filter((row) => typeOf(row) === type)
}

function touchedHoldings(account: Account, under: Account): Set<Id> {
  const touched = new Set<Id>(account.tables.holding.edited.keys())
  for (const personId of account.tables.person.edited.keys()) {
    for (const one of [account, under]) {
      for (const holding of one.by('holding', 'person', personId)) touched.add(holding.id)
    }
  }
  return touched
}

function typeOf(holding: HoldingRow): string {
  return `${holding.product}/${holding.seatType}`
}

/** Counts the holdings that are there and then, once more or once less. */
function addTo(
  counted: Occupancy,
  account: Account,
  holdings: readonly HoldingRow[],
  instant: Instant,
  change: 1 | -1,
): void {
  for (const holding of holdings) {
    if (holding.own || !isHeldAt(account, holding, instant)) continue
    counted[isReserved(account, holding) ? 'reserved' : 'taken'] += change
  }
}

export function countSeats(
  account: Account,
  product: string,
  seatType: string,
  instant: Instant,
): SeatCount | undefined {
  const found = productAt(account, product, instant)
  const type = found?.sheet.seatTypes.find((one) => one.code === seatType)
  if (!found || !type) return undefined
  const { taken, reserved } = occupancyOf(account, `${product}/${seatType}`, instant)
  const ceiling = ceilingAt(account, product, seatType, instant)
  // Of a pool the holders are those who may use it; what is empty is a matter of leases (model S5).
  const left = ceiling === null || type.use === 'floating' ? null : ceiling - taken - reserved
  return {
    product,
    productName: found.sheet.name,
    seatType: type,
    taken,
    reserved,
    ceiling,
    empty: left === null ? null : Math.max(0, left),
    over: left === null ? 0 : Math.max(0, -left),
  }
}

/** Held for someone who is not in yet (model S3). */
export function isReserved(account: Account, holding: HoldingRow): boolean {
  const state = account.get('person', holding.personId)?.state
  return state === 'invited' || state === 'waiting'
}

/** A person's holdings at an instant, own ones included. */
export function seatsOf(account: Account, personId: Id, instant: Instant): HoldingRow[] {
  return account.by('holding', 'person', personId).filter((holding) => isHeldAt(account, holding, instant))
}
