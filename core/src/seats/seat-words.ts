import type { Account } from '../account/account.ts'
import type { ProductSheet, SheetSeatType } from '../products/sheet.ts'
import { dateInWords, dateOf, monthOf, type Instant } from '../time/instants.ts'
import { countSeats } from './holdings.ts'
import { moneyText } from './money.ts'
import { bandFor } from './rules/banded.ts'
import { lastDayOfTerm } from './rules/term.ts'
import { tallyOf } from './tally.ts'
import { monthAt, termsOf } from './terms.ts'

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
  const bought = until ? `bought until ${dateInWords(until, dateOf(now, account.zone))}: ${room}` : room
  return { price: priceWords(account, sheet, type, now, seesMoney), room: bought }
}

function roomWords(type: SheetSeatType, count: ReturnType<typeof countSeats>): string {
  if (!count || count.ceiling === null) return ''
  if (type.use === 'floating') return `a pool of ${count.ceiling}`
  return `${count.empty ?? 0} of ${count.ceiling} empty`
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
  if (isBanded ? !type.inBand : type.priceMinor === 0) return 'no charge'
  if (!seesMoney) return 'the office knows the price'
  const { currency, locale } = account.settings
  const money = (minor: number) => moneyText(minor, currency, locale)
  if (charging.rule === 'term') return `${money(type.priceMinor)} for ${charging.termMonths ?? 12} months`
  return isBanded ? bandWords(account, sheet, now, money) : `${money(type.priceMinor)} a month`
}

/** What one person more makes of the team's price this month. */
function bandWords(account: Account, sheet: ProductSheet, now: Instant, money: (minor: number) => string): string {
  const terms = termsOf(account, sheet.code)
  const bands = sheet.charging.bands ?? []
  const counted = terms ? tallyOf(account, terms, monthAt(monthOf(now, account.zone), account.zone)).peak : 0
  const present = counted === 0 ? undefined : bandFor(bands, counted)
  const next = bands.find((band) => counted + 1 <= band.upTo)
  if (!next) return 'the largest team size is reached: the next person has to wait'
  if (next === present) return `in the team’s ${money(next.priceMinor)} a month, for up to ${next.upTo}`
  const today = present ? ` (now ${money(present.priceMinor)})` : ''
  return `the ${ordinal(counted + 1)} person makes it ${money(next.priceMinor)} a month${today}`
}

/** `1st`, `2nd`, `12th`, `23rd`. */
function ordinal(number: number): string {
  const rule = new Intl.PluralRules('en', { type: 'ordinal' }).select(number)
  return `${number}${{ one: 'st', two: 'nd', few: 'rd', other: 'th' }[rule as 'one']}`
}
