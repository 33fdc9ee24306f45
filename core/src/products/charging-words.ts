import { BOOK_FORMAT } from '../account/book-shape.ts'
import { readBook } from '../account/book.ts'
import { billOf } from '../seats/bill.ts'
import { moneyText } from '../seats/money.ts'
import { addDays, dateOf, monthInWords, monthOf, type Instant } from '../time/instants.ts'
import type { ProductSheet } from '../account/sheet-shape.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

const COUNTS = {
  invited: 'products.they-are-invited',
  admitted: 'products.they-come-in',
  'first-use': 'products.they-first-use-it',
} as const

/** How a product charges, in a sentence or two (model S6, B5). */
export function chargingWords(sheet: ProductSheet, currency: string, locale: string): string {
  const { rule, counts, bands = [], termMonths, perPlace = [] } = sheet.charging
  const money = (minor: number) => moneyText(minor, currency, locale)
  const priced = sheet.seatTypes.filter(({ priceMinor }) => priceMinor > 0)
  const prices = priced.map(({ name, priceMinor }) => say('products.for', { sum: money(priceMinor), name })).join(', ')
  const from = say('products.a-person-counts-from-the-day', { counts: say(COUNTS[counts]) })
  const places = perPlace
    .map((one) =>
      say('products.each-where-it-is-on-costs-a-month', { placeKind: one.placeKind, sum: money(one.priceMinor) }),
    )
    .join('')
  if (rule === 'banded') {
    const steps = bands.map((band, at) =>
      say('products.a-month-for-up-to-people', { sum: money(band.priceMinor), isFirst: at === 0, upTo: band.upTo }),
    )
    return say('products.the-team-of-costs', { sheet: sheet.name, list: steps.join(', '), from, places })
  }
  if (priced.length === 0)
    return places ? `${sheet.name}:${places}` : say('products.costs-nothing', { sheet: sheet.name })
  if (rule === 'term') {
    return say('products.seats-of-are-bought-for-months-at-a', {
      sheet: sheet.name,
      termMonths: termMonths ?? 12,
      prices,
      places,
    })
  }
  if (rule === 'daily')
    return say('products.costs-by-the-day-at-these-prices-a', { sheet: sheet.name, prices, from, places })
  return say('products.costs-a-month-and-person-a-month-begun', { sheet: sheet.name, prices, from, places })
}

/** One line of the worked example: what happens, and what the month costs then. */
export interface WorkedLine {
  text: string
  minor: number
}

/** Made-up people of the example, so many of a type. */
const FIRST = 4
const SECOND = 2
/** A larger team makes no example. */
const MOST_IN_EXAMPLE = 200

/**
 * What the month costs with a few made-up people, worked out by the charging itself (model B5, S6): as it is, with one
 * more from the twentieth on, and with one who leaves as another comes.
 */
export function workedExample(
  sheet: ProductSheet,
  account: { zone: string; currency: string; locale: string },
  now: Instant,
): WorkedLine[] {
  const [first, second] = sheet.seatTypes
  if (!first) return []
  const many = teamOf(sheet)
  const month = monthOf(now, account.zone)
  const day = (number: number) => `${month}-${String(number).padStart(2, '0')}`
  const before = addDays(`${month}-01`, -40)
  const seat = (type: string, from: string, until?: string) => [
    { seat: `${sheet.code}/${type}`, from, ...(until ? { until } : {}) },
  ]
  const team = [
    ...Array.from({ length: many }, () => seat(first.code, before)),
    ...(second ? Array.from({ length: SECOND }, () => seat(second.code, before)) : []),
  ]
  const total = (people: ReturnType<typeof seat>[], places = 0) =>
    billFor(sheet, account, month, before, people, places)
  const who = second ? `${many} × ${first.name}, ${SECOND} × ${second.name}` : `${many} × ${first.name}`
  const lines: WorkedLine[] = []
  const add = (text: string, minor: number | null) => minor !== null && lines.push({ text, minor })
  if (sheet.charging.perPlace?.length) {
    const [charge] = sheet.charging.perPlace
    add(say('products.on-at-3-places', { placeKind: must(charge, 'charge').placeKind }), total(team, 3))
    return lines
  }
  add(who, total(team))
  if (sheet.charging.rule === 'term') return lines
  add(
    say('products.one-more-from-the-20th-of', { month: monthInWords(month, dateOf(now, account.zone)) }),
    total([...team, seat(first.code, day(20))]),
  )
  add(
    say('products.one-leaves-on-the-10th-another-comes-on'),
    total([...team.slice(1), seat(first.code, before, day(10)), seat(first.code, day(11))]),
  )
  return lines
}

/** How many hold the first type in the example: of a price by team size as many as the first size has room for, with the others. */
function teamOf({ charging, seatTypes: [first, second] }: ProductSheet): number {
  const [band] = charging.bands ?? []
  if (charging.rule !== 'banded' || !band || !first?.inBand) return FIRST
  const others = second?.inBand ? SECOND : 0
  return band.upTo > others && band.upTo <= MOST_IN_EXAMPLE ? band.upTo - others : FIRST
}

let count = 0
const nextId = () => `00000000-0000-7000-8000-${String((count = (count + 1) % 1e9) * 1000).padStart(12, '0')}`

function billFor(
  sheet: ProductSheet,
  { zone, currency, locale }: { zone: string; currency: string; locale: string },
  month: string,
  since: string,
  people: { seat: string; from: string; until?: string }[][],
  places: number,
): number | null {
  const kind = sheet.charging.perPlace?.[0]?.placeKind ?? 'site'
  const stock =
    sheet.charging.rule === 'term'
      ? sheet.seatTypes.map(({ code }, at) => ({
          seatType: code,
          number: at === 0 ? FIRST : SECOND,
          from: `${month}-01`,
        }))
      : []
  const names = Array.from({ length: places }, (_, at) => say('products.place', { at: at + 1 }))
  const someone = (key: string, more: object) => ({
    ...{ key, name: key, kind: 'staff' as const, standing: 'member' as const, state: 'active' as const },
    ...{ engagement: { from: since }, groups: [], grants: [], seats: [] },
    ...more,
  })
  const read = readBook(
    {
      ...{ format: BOOK_FORMAT, asOf: `${month}-28T00:00:00Z` },
      account: { name: 'Example', zone, currency, locale },
      employers: [],
      places: names.map((name) => ({ name, kind, places: [] })),
      products: [
        {
          ...{ code: sheet.code, subscriptions: [{ from: since, on: true }], sheets: [{ from: since, sheet }], stock },
          fittings: names.map((place) => ({ place, from: since })),
        },
      ],
      ...{ roles: [], groups: [], standings: { member: [], guest: [] }, offers: [] },
      people: [
        someone('person-owner', { standing: 'owner', signatory: true }),
        ...people.map((seats, at) => someone(`person-${at + 1}`, { seats })),
      ],
    },
    nextId,
  )
  return read.account ? billOf(read.account, month).totalMinor : null
}
