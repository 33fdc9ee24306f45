import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { addMonths, dateOf, type LocalDate, type LocalMonth } from '../time/instants.ts'
import { billOf } from './bill.ts'
import { type BillItem } from './bill-lines.ts'
import { type BillLine } from '../account/bill-rows.ts'
import { itemsOf } from './bill-items.ts'
import { boundsOfMonth } from '../time/instants.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** Why a bill moved by so much since the month before (model S8). */
export interface Movement {
  /**
   * `came`, `went`, `moved` to another type; `price` of the same; `days` more or fewer; the `team`’s band; a `term`
   * ordered or run out; `places`; `use`; what was `late`.
   */
  kind: 'came' | 'went' | 'moved' | 'price' | 'days' | 'team' | 'term' | 'places' | 'use' | 'late'
  product: string
  productName: string
  /** The seat type or whatever else the line names, before and after. */
  from: string | null
  to: string | null
  deltaMinor: number
  people: Id[]
  places: Id[]
  /** Who did it, and on which days; empty for what nobody did by hand. */
  byIds: Id[]
  dates: LocalDate[]
}

/** Everything that moved the bill since the month before; the movements add up to the difference (model S8). */
export function movementsOf(account: Account, month: LocalMonth): Movement[] {
  const before = addMonths(month, -1)
  const [was, is] = [billOf(account, before).lines, billOf(account, month).lines]
  const isShared = (line: BillLine) => line.kind === 'seats' || line.kind === 'days'
  const byPerson = personMovements(
    account,
    month,
    partsOf(account, before, was.filter(isShared)),
    partsOf(account, month, is.filter(isShared)),
  )
  const byLine = lineMovements(
    account,
    month,
    was.filter((line) => !isShared(line)),
    is.filter((line) => !isShared(line)),
  )
  return [...grouped(byPerson), ...byLine].filter((one) => one.deltaMinor !== 0 || one.kind === 'moved')
}

type Part = BillItem & { line: BillLine }

function partsOf(account: Account, month: LocalMonth, lines: readonly BillLine[]): Map<string, Part[]> {
  const parts = new Map<string, Part[]>()
  for (const line of lines) {
    for (const item of itemsOf(account, month, line)) {
      const key = `${line.product} ${item.personId}`
      parts.set(key, [...(parts.get(key) ?? []), { ...item, line }])
    }
  }
  return parts
}

function personMovements(
  account: Account,
  month: LocalMonth,
  before: Map<string, Part[]>,
  after: Map<string, Part[]>,
): Movement[] {
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((key) => {
    const [was, is] = [before.get(key) ?? [], after.get(key) ?? []]
    const sum = (parts: Part[]) => parts.reduce((total, part) => total + (part.amountMinor ?? 0), 0)
    const deltaMinor = sum(is) - sum(was)
    const names = (parts: Part[]) =>
      [...new Set(parts.map((part) => part.line.name))].sort().join(say('seats.and')) || null
    const [from, to] = [names(was), names(is)]
    if (deltaMinor === 0 && from === to) return []
    const { line, personId } = must(is[0] ?? was[0], 'line before or after')
    const kind = kindOf(was, is, from, to)
    const doers =
      kind === 'price' || kind === 'days' || personId === null
        ? []
        : doersOf(account, month, personId, line.product, kind)
    return [
      {
        kind,
        product: line.product,
        productName: line.productName,
        from,
        to,
        deltaMinor,
        people: personId === null ? [] : [personId],
        places: [],
        byIds: [...new Set(doers.flatMap((one) => one.byId ?? []))],
        dates: [...new Set(doers.map((one) => one.date))],
      },
    ]
  })
}

function kindOf(was: Part[], is: Part[], from: string | null, to: string | null): Movement['kind'] {
  if (was.length === 0) return 'came'
  if (is.length === 0) return 'went'
  if (from !== to) return 'moved'
  const prices = (parts: Part[]) => parts.map((part) => part.line.priceMinor).join()
  return prices(was) === prices(is) ? 'days' : 'price'
}

/** Who gave or ended a seat that made the difference, and on which day: this month, or the month before for an end. */
function doersOf(
  account: Account,
  month: LocalMonth,
  personId: Id,
  product: string,
  kind: Movement['kind'],
): { byId: Id | null; date: LocalDate }[] {
  const { from } = boundsOfMonth(addMonths(month, -1), account.zone)
  const { from: begins, until } = boundsOfMonth(month, account.zone)
  const own = account.by('holding', 'person', personId).filter((one: HoldingRow) => one.product === product)
  if (kind === 'went') {
    return own
      .filter((one) => one.until !== null && one.until >= from && one.until <= begins)
      .map((one) => ({ byId: one.endedById, date: dateOf(must(one.until, 'until'), account.zone) }))
  }
  return own
    .filter((one) => one.givenFrom >= begins && one.givenFrom < until)
    .map((one) => ({ byId: one.givenById, date: dateOf(one.givenFrom, account.zone) }))
}

/** Alike movements told together: the same thing in the same product by the same people. */
function grouped(movements: readonly Movement[]): Movement[] {
  const groups = new Map<string, Movement>()
  for (const one of movements) {
    const key = [one.kind, one.product, one.from, one.to, one.byIds.join()].join(' ')
    const group = groups.get(key)
    if (!group) {
      groups.set(key, { ...one })
      continue
    }
    group.deltaMinor += one.deltaMinor
    group.people = [...group.people, ...one.people]
    group.dates = [...new Set([...group.dates, ...one.dates])].sort()
  }
  return [...groups.values()].sort((one, other) => Math.abs(other.deltaMinor) - Math.abs(one.deltaMinor))
}

const LINE_KINDS = { team: 'team', term: 'term', places: 'places', allowance: 'use', late: 'late' } as const

function lineMovements(
  account: Account,
  month: LocalMonth,
  was: readonly BillLine[],
  is: readonly BillLine[],
): Movement[] {
  const keyOf = (line: BillLine) => [line.product, line.kind, line.kind === 'team' ? '' : line.code].join(' ')
  const keys = [...new Set([...was, ...is].map(keyOf))]
  return keys.map((key) => {
    const [before, after] = [was, is].map((lines) => lines.filter((line) => keyOf(line) === key)) as [
      BillLine[],
      BillLine[],
    ]
    const line = must(after[0] ?? before[0], 'line before or after')
    const sum = (lines: BillLine[]) => lines.reduce((total, one) => total + one.amountMinor, 0)
    const people = line.kind === 'team' ? newcomers(account, month, before[0], after[0]) : []
    const doers = people.flatMap((id) => doersOf(account, month, id, line.product, 'came'))
    return {
      kind: LINE_KINDS[line.kind as keyof typeof LINE_KINDS],
      product: line.product,
      productName: line.productName,
      from: before[0]?.name ?? null,
      to: after[0]?.name ?? null,
      deltaMinor: sum(after) - sum(before),
      people,
      places: line.kind === 'places' ? newPlaces(account, month, before[0], after[0]) : [],
      byIds: [...new Set(doers.flatMap((one) => one.byId ?? []))],
      dates: [...new Set(doers.map((one) => one.date))],
    }
  })
}

function newcomers(account: Account, month: LocalMonth, before?: BillLine, after?: BillLine): Id[] {
  const ids = (line: BillLine | undefined, of: LocalMonth) =>
    line ? itemsOf(account, of, line).flatMap((item) => item.personId ?? []) : []
  const known = new Set(ids(before, addMonths(month, -1)))
  return ids(after, month).filter((id) => !known.has(id))
}

function newPlaces(account: Account, month: LocalMonth, before?: BillLine, after?: BillLine): Id[] {
  const ids = (line: BillLine | undefined, of: LocalMonth) =>
    line ? itemsOf(account, of, line).flatMap((item) => item.placeId ?? []) : []
  const known = new Set(ids(before, addMonths(month, -1)))
  return ids(after, month).filter((id) => !known.has(id))
}
