import {
  addMonths,
  boundsOfMonth,
  dateOf,
  daysBetween,
  monthOf,
  type Account,
  type HoldingRow,
  type Instant,
  type LocalMonth,
  type ProductSheet,
  type SheetSeatType,
} from '../src/index.ts'

/**
 * What a month costs, read out of the rows instant by instant: at every instant at which anything begins or ends the
 * state of everything is looked up anew, and nothing is shared with the rules it is beside.
 */
export function literalBill(account: Account, month: LocalMonth): number {
  return [...account.all('product')].reduce((sum, { code }) => sum + literalProduct(account, code, month), 0)
}

interface Moment {
  at: Instant
  sheet: ProductSheet | undefined
  on: boolean
  plan: string | null
}

function literalProduct(account: Account, code: string, month: LocalMonth): number {
  const { from, until } = boundsOfMonth(month, account.zone)
  const moments = instantsOf(account, from, until).map((at) => momentOf(account, code, at))
  const first = moments.find((one) => one.on)
  const sheet = first?.sheet
  if (!sheet) return 0
  const { rule } = sheet.charging
  const seats =
    rule === 'whole-month'
      ? literalWholeMonth(account, code, moments)
      : rule === 'daily'
        ? literalDaily(account, code, moments, month)
        : rule === 'banded'
          ? literalBand(account, code, moments, sheet)
          : literalTerm(account, code, month)
  return seats + literalPlaces(account, code, moments, sheet) + literalAllowance(account, code, month, sheet)
}

/** Every instant in a month at which anything could begin or end, its days among them. */
function instantsOf(account: Account, from: Instant, until: Instant): Instant[] {
  const found = new Set<Instant>([from])
  const rows = (['holding', 'person', 'sheet', 'subscription', 'fitting', 'use'] as const).flatMap(
    (table) => [...account.all(table)] as object[],
  )
  for (const row of rows) {
    for (const value of Object.values(row)) {
      if (typeof value === 'number' && value > from && value < until) found.add(value)
    }
  }
  for (const { code } of account.all('product')) {
    const ends = trialEnd(account, code)
    if (ends > from && ends < until) found.add(ends)
  }
  for (const at of dayStartsOf(account.zone, from, until)) found.add(at)
  return [...found].sort((one, other) => one - other)
}

const dayStarts = new Map<string, Instant[]>()

/** The first instant of each day, found by looking where the date changes, quarter by quarter of an hour. */
function dayStartsOf(zone: string, from: Instant, until: Instant): Instant[] {
  let found = dayStarts.get(`${zone} ${from}`)
  if (!found) {
    dayStarts.set(`${zone} ${from}`, (found = []))
    let date = dateOf(from, zone)
    for (let at = from; at < until; at += 900_000_000) {
      const next = dateOf(at, zone)
      if (next !== date) found.push(at)
      date = next
    }
  }
  return found
}

function momentOf(account: Account, code: string, at: Instant): Moment {
  const product = [...account.all('product')].find((one) => one.code === code)!
  const sheets = [...account.all('sheet')].filter((one) => one.productId === product.id)
  sheets.sort((one, other) => one.from - other.from)
  const sheet = sheets.filter((one) => one.from <= at).at(-1) ?? sheets[0]
  const rows = [...account.all('subscription')].filter((one) => one.productId === product.id && one.from <= at)
  rows.sort((one, other) => one.from - other.from)
  const row = rows.at(-1)
  return { at, sheet: sheet?.sheet, on: row?.on ?? false, plan: row?.plan ?? null }
}

const trials = new WeakMap<Account, Instant>()

function trialEnd(account: Account, code: string): Instant {
  let ends = trials.get(account)
  if (ends === undefined) trials.set(account, (ends = findTrialEnd(account, code)))
  return ends
}

function findTrialEnd(account: Account, code: string): Instant {
  const product = [...account.all('product')].find((one) => one.code === code)!
  const begins = [...account.all('subscription')]
    .filter((one) => one.productId === product.id && one.on)
    .map((one) => one.from)
    .sort((one, other) => one - other)[0]
  const days = begins === undefined ? 0 : (momentOf(account, code, begins).sheet?.charging.trialDays ?? 0)
  if (begins === undefined || !days) return -Infinity
  // The first instant of the day that comes so many days later.
  const first = dateOf(begins, account.zone)
  let at = begins
  const quarter = 900_000_000
  while (daysBetween(first, dateOf(at, account.zone)) < days) at += quarter
  while (daysBetween(first, dateOf(at - 1, account.zone)) >= days) at -= 1_000_000
  return at
}

/** The types on which a person counts at a moment. */
function typesAt(account: Account, code: string, personId: string, moment: Moment): SheetSeatType[] {
  if (!moment.on || moment.at < trialEnd(account, code)) return []
  const plan = moment.sheet?.plans.find((one) => one.code === moment.plan)
  return [...account.all('holding')]
    .filter((one) => one.personId === personId && one.product === code && isCountedAt(account, one, moment))
    .flatMap((one) => moment.sheet?.seatTypes.find((type) => type.code === one.seatType) ?? [])
    .filter((type) => !plan || plan.seatTypes.includes(type.code))
    .filter(
      (type) => type.use === 'named' && (moment.sheet?.charging.rule === 'banded' ? type.inBand : type.priceMinor > 0),
    )
}

function isCountedAt(account: Account, holding: HoldingRow, { at, sheet }: Moment): boolean {
  const person = account.get('person', holding.personId)!
  if (holding.own || at < holding.givenFrom || (holding.until !== null && at >= holding.until)) return false
  if (person.engagementUntil !== null && at >= person.engagementUntil) return false
  if (holding.countedFrom === null && person.engagementFrom !== null && at < person.engagementFrom) return false
  if (holding.countedFrom !== null && at < holding.countedFrom) return false
  if (sheet?.charging.counts !== 'first-use') return true
  return [...account.all('use')].some(
    (use) =>
      use.personId === holding.personId &&
      use.product === holding.product &&
      use.at <= at &&
      use.at >= holding.givenFrom &&
      (person.engagementFrom === null || use.at >= person.engagementFrom),
  )
}

function literalWholeMonth(account: Account, code: string, moments: Moment[]): number {
  let sum = 0
  for (const person of account.all('person')) {
    const prices = new Map<string, number>()
    for (const moment of moments) {
      for (const type of typesAt(account, code, person.id, moment)) {
        if (!prices.has(type.code)) prices.set(type.code, type.priceMinor)
      }
    }
    sum += Math.max(0, ...prices.values())
  }
  return sum
}

function literalDaily(account: Account, code: string, moments: Moment[], month: LocalMonth): number {
  const days = new Map<string, number>()
  for (const person of account.all('person')) {
    const ofDay = new Map<string, Map<string, number>>()
    for (const moment of moments) {
      const date = dateOf(moment.at, account.zone)
      const types = ofDay.get(date) ?? new Map<string, number>()
      ofDay.set(date, types)
      for (const type of typesAt(account, code, person.id, moment)) {
        if (!types.has(type.code)) types.set(type.code, type.priceMinor)
      }
    }
    for (const types of ofDay.values()) {
      const [best] = [...types].sort(([one, price], [other, dear]) => dear - price || (one < other ? -1 : 1))
      if (best) days.set(best.join(' '), (days.get(best.join(' ')) ?? 0) + 1)
    }
  }
  const inMonth = daysBetween(`${month}-01`, `${addMonths(month, 1)}-01`)
  return [...days].reduce((sum, [key, count]) => {
    const exact = (count * Number(key.split(' ')[1])) / inMonth
    return sum + Math.floor(exact + 0.5 + 1e-9)
  }, 0)
}

function literalBand(account: Account, code: string, moments: Moment[], { charging }: ProductSheet): number {
  let most = 0
  for (const moment of moments) {
    const counted = [...account.all('person')].filter((one) => typesAt(account, code, one.id, moment).length > 0)
    most = Math.max(most, counted.length)
  }
  if (most === 0) return 0
  const bands = charging.bands ?? []
  return (bands.find((band) => most <= band.upTo) ?? bands.at(-1))?.priceMinor ?? 0
}

/** Day by day from the first number on: each term's first day bills the number then, each later rise its part. */
function literalTerm(account: Account, code: string, month: LocalMonth): number {
  const { from, until } = boundsOfMonth(month, account.zone)
  let sum = 0
  for (const type of new Set(
    [...account.all('stock')].filter((one) => one.product === code).map((one) => one.seatType),
  )) {
    const stock = [...account.all('stock')].filter((one) => one.product === code && one.seatType === type)
    stock.sort((one, other) => one.from - other.from)
    const start = Math.max(stock[0]!.from, trialEnd(account, code))
    const firstDate = dateOf(start, account.zone)
    const months = momentOf(account, code, start).sheet?.charging.termMonths ?? 12
    const bill = (at: Instant, number: number, left: number, days: number) => {
      const { on, sheet } = momentOf(account, code, at)
      const price = sheet?.seatTypes.find((one) => one.code === type)?.priceMinor ?? 0
      if (on && number > 0 && at >= from && at < until) sum += Math.floor((number * price * left) / days + 0.5 + 1e-9)
    }
    let [begins, term] = [start, 0]
    while (begins < until) {
      const [date, next] = [termDate(firstDate, months * term), termDate(firstDate, months * (term + 1))]
      const ends = firstInstantOf(next, account.zone)
      const days = daysBetween(date, next)
      let number = stock.filter((one) => one.from <= begins).at(-1)!.number
      bill(begins, number, days, days)
      for (const row of stock.filter((one) => one.from > begins && one.from < ends)) {
        if (row.number <= number) continue
        bill(row.from, row.number - number, daysBetween(dateOf(row.from, account.zone), next), days)
        number = row.number
      }
      begins = ends
      term += 1
    }
  }
  return sum
}

function termDate(first: string, months: number): string {
  const month = addMonths(first.slice(0, 7), months)
  for (let day = Number(first.slice(8)); ; day -= 1) {
    const date = `${month}-${String(day).padStart(2, '0')}`
    if (!Number.isNaN(Date.parse(date)) && new Date(date).toISOString().startsWith(date)) return date
  }
}

function firstInstantOf(date: string, zone: string): Instant {
  let at = Date.parse(`${date}T00:00:00Z`) * 1000 - 36 * 3_600_000_000
  while (dateOf(at, zone) < date) at += 900_000_000
  return at
}

function literalPlaces(account: Account, code: string, moments: Moment[], { charging }: ProductSheet): number {
  const charged = new Map<string, number>()
  for (const moment of moments) {
    if (!moment.on || moment.at < trialEnd(account, code)) continue
    for (const fitting of account.all('fitting')) {
      const on = fitting.from <= moment.at && (fitting.until === null || moment.at < fitting.until)
      const kind = account.get('place', fitting.placeId)?.kind
      const charge = charging.perPlace?.find((one) => one.placeKind === kind)
      if (on && fitting.product === code && charge) charged.set(fitting.placeId, charge.priceMinor)
    }
  }
  return [...charged.values()].reduce((sum, price) => sum + price, 0)
}

function literalAllowance(account: Account, code: string, month: LocalMonth, { charging }: ProductSheet): number {
  return (charging.allowances ?? []).reduce((sum, allowance) => {
    let used = 0
    for (const use of account.all('use')) {
      const counts = use.product === code && use.allowance === allowance.code && use.at >= trialEnd(account, code)
      if (counts && monthOf(use.at, account.zone) === month) used += use.amount
    }
    return sum + Math.max(0, used - allowance.included) * allowance.priceMinorBeyond
  }, 0)
}
