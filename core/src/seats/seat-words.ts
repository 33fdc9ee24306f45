import type { Account } from '../account/account.ts'
import type { ProductSheet, SheetSeatType } from '../account/sheet-shape.ts'
import { dateInWords, dateOf, monthOf, type Instant } from '../time/instants.ts'
import { countSeats } from './holdings.ts'
import { moneyText } from './money.ts'
import { bandFor } from './rules/banded.ts'
import { lastDayOfTerm } from './rules/term.ts'
import { tallyOf } from './tally.ts'
import { monthAt, termsOf } from './terms.ts'
import { say } from '../words/say.ts'

/** What a seat type costs and how many are empty, as every form says it (model S12). */
export interface SeatWords {
  /** `€14.00 a month`, `no charge`, `the 5th person makes it €95.00 a month (now €45.00)`, `known to the office`. */
  price: string
  /** `2 of 4 empty`, `bought until 28 February: 2 of 4 empty`; empty where there is no ceiling. */
  room: string
}

/** @param seesMoney whether sums are the asker's to see (model D5). */
export function seatWords(
  account: Account,
  sheet: ProductSheet,
  type: SheetSeatType,
  now: Instant,
  seesMoney: boolean,
): SeatWords {
  const count = countSeats(account, sheet.code, type.code, now)
  const room = roomWords(type, count)
  const terms = sheet.charging.rule === 'term' && room !== '' ? termsOf(account, sheet.code) : undefined
  const until = terms && lastDayOfTerm(account, terms, type.code, now)
  const bought = until ? say('seats.bought-until', { date: dateInWords(until, dateOf(now, account.zone)), room }) : room
  return { price: priceWords(account, sheet, type, now, seesMoney), room: bought }
}

function roomWords(type: SheetSeatType, count: ReturnType<typeof countSeats>): string {
  if (!count || count.ceiling === null) return ''
  if (type.use === 'floating') return say('seats.a-pool-of', { ceiling: count.ceiling })
  return say('seats.of-empty', { empty: count.empty ?? 0, ceiling: count.ceiling })
}

function priceWords(
  account: Account,
  sheet: ProductSheet,
  type: SheetSeatType,
  now: Instant,
  seesMoney: boolean,
): string {
  const { charging } = sheet
  const isBanded = charging.rule === 'banded'
  if (isBanded ? !type.inBand : type.priceMinor === 0) return say('seats.no-charge-2')
  if (!seesMoney) return say('seats.the-office-knows-the-price')
  const { currency, locale } = account.settings
  const money = (minor: number) => moneyText(minor, currency, locale)
  if (charging.rule === 'term')
    return say('seats.for-months', { sum: money(type.priceMinor), termMonths: charging.termMonths ?? 12 })
  return isBanded ? bandWords(account, sheet, now, money) : say('seats.a-month', { sum: money(type.priceMinor) })
}

/** What one person more makes of the team's price this month. */
function bandWords(account: Account, sheet: ProductSheet, now: Instant, money: (minor: number) => string): string {
  const terms = termsOf(account, sheet.code)
  const bands = sheet.charging.bands ?? []
  const counted = terms ? tallyOf(account, terms, monthAt(monthOf(now, account.zone), account.zone)).peak : 0
  const present = counted === 0 ? undefined : bandFor(bands, counted)
  const next = bands.find((band) => counted + 1 <= band.upTo)
  if (!next) return say('seats.the-largest-team-size-is-reached-the-next')
  if (next === present)
    return say('seats.in-the-teams-a-month-for-up-to', { sum: money(next.priceMinor), upTo: next.upTo })
  const today = present ? say('seats.now', { sum: money(present.priceMinor) }) : ''
  return say('seats.the-person-makes-it-a-month', { ordinal: ordinal(counted + 1), sum: money(next.priceMinor), today })
}

/** `1st`, `2nd`, `12th`, `23rd`. */
function ordinal(number: number): string {
  const rule = new Intl.PluralRules('en', { type: 'ordinal' }).select(number)
  return `${number}${{ one: 'st', two: 'nd', few: 'rd', other: 'th' }[rule as 'one']}`
}
