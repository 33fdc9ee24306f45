import type { Sight } from '../access/sight.ts'
import { articleOf } from '../changes/seats/seat-words.ts'
import { billOf } from '../seats/bill.ts'
import { type BillItem } from '../seats/bill-lines.ts'
import { type BillLine } from '../account/bill-rows.ts'
import { itemsOf } from '../seats/bill-items.ts'
import { countExplained, type Counted } from '../seats/count.ts'
import { forecastOf, type ForecastMonth } from '../seats/forecast.ts'
import { moneyText } from '../seats/money.ts'
import { movementsOf, type Movement } from '../seats/since.ts'
import { partsOfPeople, splitBill, type BillPart } from '../seats/split.ts'
import { addMonths, dateInWords, dateOf, isMonth, monthInWords, monthOf, type LocalMonth } from '../time/instants.ts'
import { say } from '../words/say.ts'

/** Why the bill moved, told in a sentence, with what it moved (model S8). */
export interface MovementView extends Movement {
  sentence: string
}

/** A month's bill for anyone who sees sums of money (model S6, D5). */
export interface BillView {
  month: LocalMonth
  name: string
  currency: string
  /** As it was stored, no longer moving. */
  closed: boolean
  totalMinor: number
  lines: BillLine[]
  before: { month: LocalMonth; name: string; totalMinor: number }
  since: MovementView[]
  byPlace: BillPart[]
  byCode: BillPart[]
  forecast: (ForecastMonth & { name: string })[]
  /** The first and last month that can be opened. */
  first: LocalMonth
  last: LocalMonth
}

/** Undefined for anyone who may not see sums, exactly as for a month that is none (model D5). */
export function billView(sight: Sight, month: LocalMonth): BillView | undefined {
  const { account, now } = sight
  if (!sight.money || !isMonth(month)) return undefined
  const today = dateOf(now, account.zone)
  const present = monthOf(now, account.zone)
  const bill = billOf(account, month)
  const before = addMonths(month, -1)
  return {
    month,
    name: monthInWords(month, today),
    currency: bill.currency,
    closed: account.by('closedMonth', 'month', month).length > 0,
    totalMinor: bill.totalMinor,
    lines: bill.lines,
    before: { month: before, name: monthInWords(before, today), totalMinor: billOf(account, before).totalMinor },
    since: movementsOf(account, month).map((one) => ({ ...one, sentence: movementText(sight, one) })),
    byPlace: splitBill(account, bill, 'place'),
    byCode: splitBill(account, bill, 'code'),
    forecast: forecastOf(account, present).map((one) => ({ ...one, name: monthInWords(one.month, today) })),
    first: addMonths(present, -24),
    last: addMonths(present, 11),
  }
}

/** One of the people, places or days a line is made of, by name. */
export interface ItemView extends BillItem {
  name: string
}

/** Opens one line of a month's bill, by its place among the lines (model S8). */
export function billLineView(sight: Sight, month: LocalMonth, at: number): { items: ItemView[] } | undefined {
  const { account } = sight
  if (!sight.money || !isMonth(month)) return undefined
  const line = billOf(account, month).lines[at]
  if (!line) return undefined
  const items = itemsOf(account, month, line).map((item) => ({ ...item, name: nameOf(sight, item) }))
  return { items: items.sort((one, other) => one.name.localeCompare(other.name, 'en')) }
}

function nameOf(sight: Sight, { personId, placeId, seatType }: BillItem): string {
  if (personId) return sight.personName(personId)
  return placeId ? sight.placeName(placeId) : (seatType ?? '')
}

/** Whether someone counts, and to which client and cost code they fall. */
export interface CountedView extends Counted {
  name: string
  productName: string
  client: string
  code: string
}

/** Everyone the asker sees, counted or not, and why (model S8). */
export function countView(sight: Sight): { people: CountedView[] } | undefined {
  const { account, now } = sight
  if (!sight.can('seats', 'see')) return undefined
  const names = new Map(
    [...account.all('product')].map(({ id, code }) => [code, account.by('sheet', 'product', id).at(-1)?.sheet.name]),
  )
  const partsOf = partsOfPeople(account, monthOf(now, account.zone))
  const people = countExplained(account, now)
    .filter((one) => sight.seesPerson(one.personId))
    .map((one) => ({
      ...one,
      ...partsOf(one.personId),
      name: account.nameOf(one.personId),
      productName: names.get(one.product) ?? one.product,
    }))
  return { people: people.sort((one, other) => one.name.localeCompare(other.name, 'en')) }
}

/** `Jude Harrow and Sia Lund took Field seats (Tamsin Roake, 1 and 7 June)`. */
export function movementText(sight: Sight, movement: Movement): string {
  const { account, now } = sight
  const { currency, locale } = account.settings
  const who = listOf(movement.people.map((id) => sight.personName(id)))
  const many = movement.people.length > 1
  const seat = (name: string | null) =>
    many
      ? say('views.seats', { name: name ?? '' })
      : say('views.a-seat', { article: articleOf(name ?? ''), name: name ?? '' })
  const today = dateOf(now, account.zone)
  const days = listOf(movement.dates.map((date) => dateInWords(date, today)))
  const by = listOf(movement.byIds.map((id) => sight.personName(id)))
  const told = [by, days].filter(Boolean).join(', ')
  const tail = told ? ` (${told})` : ''
  const places = listOf(movement.places.map((id) => sight.placeName(id)))
  const of = movement.productName
  switch (movement.kind) {
    case 'came':
      return say('views.took-of', { who, seat: seat(movement.to), of, tail })
    case 'went':
      return say('views.gave-up-of', { who, seat: seat(movement.from), of, tail })
    case 'moved':
      return say('views.moved-from-to-of', { who, from: movement.from ?? '', to: movement.to ?? '', of, tail })
    case 'price':
      return say('views.the-price-of-of-is-another-for', { to: movement.to ?? '', of, who })
    case 'days':
      return say('views.more-or-fewer-days-of-of-count-for', { to: movement.to ?? '', of, who })
    case 'team':
      return teamText(movement, who, tail)
    case 'term':
      return movement.deltaMinor > 0
        ? say('views.of-was-bought', { to: movement.to ?? '', of })
        : say('views.no-of-is-bought-again', { from: movement.from ?? '', of })
    case 'places':
      return places
        ? say('views.of-switched-on-at', { to: movement.to ?? '', of, places })
        : say('views.is-on-at-other-places-than-before', { of })
    case 'use':
      return say('views.more-or-less-of-of-was-used-beyond', { to: movement.to ?? movement.from ?? '', of })
    case 'late':
      return say('views.something-of-came-late-for-an-earlier-month', {
        of,
        money: moneyText(movement.deltaMinor, currency, locale),
      })
  }
}

function teamText({ from, to, productName }: Movement, who: string, tail: string): string {
  if (!to) return say('views.nobody-counts-for-any-more', { productName })
  const because = who ? say('views.with', { who, tail }) : ''
  return from === to
    ? say('views.the-team-price-of-is-another', { productName })
    : say('views.is-charged-for-a', { productName, size: to.toLowerCase(), because })
}

/** `A, B and C`; beyond five, `A, B, C, D and 8 more`. */
function listOf(names: readonly string[]): string {
  if (names.length > 5) return say('views.and-more', { list: names.slice(0, 4).join(', '), count: names.length - 4 })
  return names.length < 2
    ? (names[0] ?? '')
    : say('views.and-3', { list: names.slice(0, -1).join(', '), at: names.at(-1) ?? '' })
}
