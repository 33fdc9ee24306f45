import { addDays } from './dates.ts'
import { entryAt, must } from '@lodge/core/must'

/** The words in which a date may be typed besides its figures, each with its spellings, as the catalogue has them. */
export interface DateWords {
  today: string[]
  tomorrow: string[]
  yesterday: string[]
  in: string[]
  ago: string[]
  day: string[]
  week: string[]
  month: string[]
  year: string[]
  endOf: string[]
  next: string[]
  /** From one on. */
  numbers: string[]
}

export interface DateReading {
  /** Today's local date in the account's zone. */
  today: string
  /** Decides whether the day or the month comes first, and what months and weekdays are called. */
  locale: string
  words: DateWords
  /** A date without its year is the last one before today, as in a filter of what happened; else the next one. */
  past?: boolean
}

/** A day that is past by less than this is meant as it is now, when no year is typed. */
const NEAR_DAYS = 60

/** The local date someone typed, `2026-06-28`; null where it is none. */
export function readDate(text: string, reading: DateReading): string | null {
  const typed = text.trim().toLowerCase().replace(/,/g, ' ').replace(/\s+/g, ' ')
  if (typed === '') return null
  return (
    isoDate(typed) ??
    dayInWords(typed, reading) ??
    dayFromNow(typed, reading) ??
    endOfSomething(typed, reading) ??
    weekdayAhead(typed, reading) ??
    dayAndMonth(typed, reading)
  )
}

/** A local date and time, `2026-06-28T17:00`; a date alone is at `time`. */
export function readMoment(text: string, reading: DateReading, time: string): string | null {
  const found = /(?:^|[\s,T])(\d{1,2})(?::(\d{2}))? ?(am|pm)?$/i.exec(text.trim())
  const isTime = found !== null && (found[2] !== undefined || found[3] !== undefined)
  const date = readDate(isTime ? text.trim().slice(0, found.index) : text, reading)
  const clock = isTime ? clockOf(Number(found[1]), Number(found[2] ?? '0'), found[3]?.toLowerCase()) : time
  return date === null || clock === null ? null : `${date}T${clock}`
}

function clockOf(hour: number, minute: number, half: string | undefined): string | null {
  if (minute > 59 || hour > 23 || (half !== undefined && (hour < 1 || hour > 12))) return null
  const hours = half === undefined ? hour : (hour % 12) + (half === 'pm' ? 12 : 0)
  return `${two(hours)}:${two(minute)}`
}

const two = (value: number) => String(value).padStart(2, '0')

/** A date that there is; null for the 31st of June. */
function dateOf(year: number, month: number, day: number): string | null {
  const text = `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`
  const at = new Date(`${text}T00:00:00Z`)
  return Number.isNaN(at.getTime()) || at.toISOString().slice(0, 10) !== text ? null : text
}

function isoDate(typed: string): string | null {
  const found = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(typed)
  return found && dateOf(Number(found[1]), Number(found[2]), Number(found[3]))
}

function dayInWords(typed: string, { today, words }: DateReading): string | null {
  if (words.today.includes(typed)) return today
  if (words.tomorrow.includes(typed)) return addDays(today, 1)
  return words.yesterday.includes(typed) ? addDays(today, -1) : null
}

/** `in two weeks`, `10 days`, `3 months ago`. */
function dayFromNow(typed: string, { today, words }: DateReading): string | null {
  const parts = typed.split(' ')
  const isAgo = words.ago.includes(must(parts.at(-1), 'last entry'))
  if (isAgo) parts.pop()
  else if (words.in.includes(entryAt(parts, 0))) parts.shift()
  const [amount = '', unit = '', ...rest] = parts
  if (rest.length > 0) return null
  const count = (/^\d{1,4}$/.test(amount) ? Number(amount) : words.numbers.indexOf(amount) + 1) * (isAgo ? -1 : 1)
  if (count === 0) return null
  if (words.day.includes(unit)) return addDays(today, count)
  if (words.week.includes(unit)) return addDays(today, count * 7)
  if (words.month.includes(unit)) return monthsOn(today, count)
  return words.year.includes(unit) ? monthsOn(today, count * 12) : null
}

/** The same day so many months on, or the last one of a shorter month. */
function monthsOn(date: string, count: number): string {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number]
  const at = year * 12 + month - 1 + count
  const last = lastOf(Math.floor(at / 12), (at % 12) + 1)
  return `${last.slice(0, 8)}${two(Math.min(day, Number(last.slice(8))))}`
}

function lastOf(year: number, month: number): string {
  return new Date(Date.UTC(year, month, 0)).toISOString().slice(0, 10)
}

/** `end of month`, `end of next month`, `end of year`, `end of September`. */
function endOfSomething(typed: string, reading: DateReading): string | null {
  const { today, words } = reading
  const start = words.endOf.find((one) => typed.startsWith(`${one} `))
  if (start === undefined) return null
  const parts = typed.slice(start.length + 1).split(' ')
  const ahead = words.next.includes(entryAt(parts, 0)) ? 1 : 0
  const what = parts.slice(ahead).join(' ')
  const year = Number(today.slice(0, 4))
  if (words.month.includes(what)) return lastOf(year, Number(today.slice(5, 7)) + ahead)
  if (words.year.includes(what)) return lastOf(year + ahead, 12)
  const month = whichOf(namesOf('month', reading.locale), what) + 1
  if (month === 0) return null
  const end = lastOf(year + ahead, month)
  return ahead === 0 && end < today ? lastOf(year + 1, month) : end
}

/** The next day of that name after today; the last one before it in the past. */
function weekdayAhead(typed: string, { today, locale, past }: DateReading): string | null {
  const wanted = whichOf(namesOf('weekday', locale), typed)
  if (wanted < 0) return null
  const now = new Date(`${today}T00:00:00Z`).getUTCDay()
  const ahead = (wanted - now + 7) % 7 || 7
  return addDays(today, past ? ahead - 7 || -7 : ahead)
}

/** `28 6`, `28 Jun`, `28.6.2026`, `June 28 2026`, `28`. */
function dayAndMonth(typed: string, reading: DateReading): string | null {
  const { today, locale } = reading
  const parts = typed.split(/[\s./-]+/).filter(Boolean)
  const months = namesOf('month', locale)
  const named = parts.findIndex((part) => whichOf(months, part) >= 0)
  const figures = parts.filter((_part, at) => at !== named)
  if (parts.length > 3 || !figures.every((part) => /^(\d{1,2}|\d{4})$/.test(part))) return null
  const [thisYear, thisMonth] = today.split('-').map(Number) as [number, number]
  if (named >= 0) {
    const month = whichOf(months, entryAt(parts, named)) + 1
    const [day, year] = figures.map(Number)
    return day === undefined || entryAt(figures, 0).length > 2 ? null : inItsYear(day, month, year, reading)
  }
  const [one, other, year] = figures.map(Number)
  if (one === undefined) return null
  if (other !== undefined) {
    if (entryAt(figures, 0).length > 2 || entryAt(figures, 1).length > 2) return null
    return isDayFirst(locale) ? inItsYear(one, other, year, reading) : inItsYear(other, one, year, reading)
  }
  // The day alone is of this month or, once past, of the next.
  if (entryAt(figures, 0).length > 2) return null
  const here = dateOf(thisYear, thisMonth, one)
  const isOver = here !== null && (reading.past ? here > today : here < today)
  const month = monthsOn(`${today.slice(0, 8)}01`, reading.past ? -1 : 1)
  return isOver ? dateOf(Number(month.slice(0, 4)), Number(month.slice(5, 7)), one) : here
}

/** The year that is typed, in two or four figures, or the nearest that fits. */
function inItsYear(day: number, month: number, year: number | undefined, reading: DateReading): string | null {
  const { today, past } = reading
  if (year !== undefined) return dateOf(year < 100 ? 2000 + year : year, month, day)
  const thisYear = Number(today.slice(0, 4))
  const here = dateOf(thisYear, month, day)
  if (past) return here !== null && here <= today ? here : dateOf(thisYear - 1, month, day)
  return here !== null && here >= addDays(today, -NEAR_DAYS) ? here : dateOf(thisYear + 1, month, day)
}

function isDayFirst(locale: string): boolean {
  const parts = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'numeric', year: 'numeric' }).formatToParts()
  return parts.findIndex(({ type }) => type === 'day') < parts.findIndex(({ type }) => type === 'month')
}

/** Which one is meant by its name, whole or as far as it is typed: three letters at least, and no other begins so. */
function whichOf(all: readonly (readonly string[])[], typed: string): number {
  const exact = all.findIndex((names) => names.includes(typed))
  if (exact >= 0 || typed.length < 3) return exact
  const starting = all.flatMap((names, at) => (names.some((name) => name.startsWith(typed)) ? [at] : []))
  return starting.length === 1 ? entryAt(starting, 0) : -1
}

/** What each month or weekday is called, whole and short, in small letters; weekdays from Sunday on. */
function namesOf(what: 'month' | 'weekday', locale: string): string[][] {
  // The first of February 2026 is a Sunday.
  const days =
    what === 'month'
      ? Array.from({ length: 12 }, (_, at) => Date.UTC(2026, at, 1))
      : Array.from({ length: 7 }, (_, at) => Date.UTC(2026, 1, 1 + at))
  const styles = ['long', 'short'] as const
  return days.map((day) =>
    styles.flatMap((style) => {
      const format = new Intl.DateTimeFormat(locale, { [what]: style, day: 'numeric', timeZone: 'UTC' })
      const alone = new Intl.DateTimeFormat(locale, { [what]: style, timeZone: 'UTC' })
      const inside = format.formatToParts(day).find(({ type }) => type === what)?.value ?? ''
      return [inside, alone.format(day)].map((name) => name.toLowerCase().replace(/\.$/, ''))
    }),
  )
}

/** `28 Jun 2026`: as the account writes dates, in fields too. */
export function fieldDate(date: string, locale: string): string {
  const format = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })
  return format.format(new Date(`${date}T00:00:00Z`))
}

/** `Friday, in 3 days`: what a date means, beside its field. */
export function meaningOf(date: string, today: string, locale: string): string {
  const at = new Date(`${date}T00:00:00Z`)
  const weekday = new Intl.DateTimeFormat(locale, { weekday: 'long', timeZone: 'UTC' }).format(at)
  const days = Math.round((at.getTime() - Date.parse(`${today}T00:00:00Z`)) / 86_400_000)
  const relative = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' })
  const far = Math.abs(days)
  if (far < 28) return `${weekday}, ${relative.format(days, 'day')}`
  if (far < 90) return `${weekday}, ${relative.format(Math.round(days / 7), 'week')}`
  return `${weekday}, ${relative.format(Math.round(days / 30.44), 'month')}`
}
