import { Temporal } from 'temporal-polyfill'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

/**
 * A moment in UTC as whole microseconds since 1970 (model C7). A plain number: every microsecond until the year 2255
 * is below 2^53, so comparing and sorting cost nothing and no precision is lost.
 */
export type Instant = number

/** A local calendar date, `2026-06-16`. */
export type LocalDate = string

/** A local calendar month, `2026-06`. */
export type LocalMonth = string

export const MICROSECONDS_PER_SECOND = 1_000_000

/** Which edge of a period a local time represents; it decides what a doubled local time means (model Z2). */
export type Edge = 'beginning' | 'end'

const DATE = /^\d{4}-\d{2}-\d{2}$/
const cache = new Map<string, Instant>()
const datesOfZone = new Map<string, Map<Instant, LocalDate>>()

function toInstant(zoned: Temporal.ZonedDateTime): Instant {
  return Number(zoned.epochNanoseconds / 1000n)
}

function fromInstant(instant: Instant, zone: string): Temporal.ZonedDateTime {
  return new Temporal.ZonedDateTime(BigInt(instant) * 1000n, zone)
}

/**
 * The instant of a local date and time. A time that comes twice is the second for a beginning and the first for an
 * end; one that never comes is the instant of the jump (model Z2).
 * @throws RangeError if the text is no local date and time.
 */
export function instantOfLocal(local: string, zone: string, edge: Edge): Instant {
  const wanted = Temporal.PlainDateTime.from(local)
  const zoned = wanted.toZonedDateTime(zone, { disambiguation: edge === 'end' ? 'earlier' : 'later' })
  if (zoned.toPlainDateTime().equals(wanted)) return toInstant(zoned)
  const before = wanted.toZonedDateTime(zone, { disambiguation: 'earlier' })
  return toInstant(before.getTimeZoneTransition('next') ?? before)
}

/** The first instant of a local date, as a beginning or as the end of the day before (model Z1, Z2). */
export function startOfDate(date: LocalDate, zone: string, edge: Edge): Instant {
  const key = `${zone} ${date} ${edge}`
  let instant = cache.get(key)
  if (instant === undefined) {
    instant = instantOfLocal(`${date}T00:00:00`, zone, edge)
    if (cache.size > 20_000) cache.clear()
    cache.set(key, instant)
  }
  return instant
}

/** The instant a `from` date represents: its first (model Z1). */
export function fromDate(date: LocalDate, zone: string): Instant {
  return startOfDate(date, zone, 'beginning')
}

/** The instant an `until` date represents: the first of the day after (model Z1). */
export function untilDate(date: LocalDate, zone: string): Instant {
  return startOfDate(addDays(date, 1), zone, 'end')
}

/** The last instant of a local date: what a date asked about represents (model Z1). */
export function lastInstantOf(date: LocalDate, zone: string): Instant {
  return untilDate(date, zone) - 1
}

/** The local date of an instant. */
export function dateOf(instant: Instant, zone: string): LocalDate {
  let dates = datesOfZone.get(zone)
  if (!dates) datesOfZone.set(zone, (dates = new Map<number, string>()))
  let date = dates.get(instant)
  if (date === undefined) {
    date = fromInstant(instant, zone).toPlainDate().toString()
    if (dates.size > 20_000) dates.clear()
    dates.set(instant, date)
  }
  return date
}

/** The local date and time of an instant to the minute, `2026-06-16T09:30`. */
export function localTimeOf(instant: Instant, zone: string): string {
  return fromInstant(instant, zone).toPlainDateTime().toString({ smallestUnit: 'minute' })
}

/** The last local date a period covers that ends, half-open, at `until`. */
export function lastDateBefore(until: Instant, zone: string): LocalDate {
  return dateOf(until - 1, zone)
}

export function addDays(date: LocalDate, days: number): LocalDate {
  return Temporal.PlainDate.from(date).add({ days }).toString()
}

export function addMonths(month: LocalMonth, months: number): LocalMonth {
  return Temporal.PlainYearMonth.from(month).add({ months }).toString()
}

export function monthOf(instant: Instant, zone: string): LocalMonth {
  return dateOf(instant, zone).slice(0, 7)
}

/** The half-open instants `[from, until)` of a local month. */
export function boundsOfMonth(month: LocalMonth, zone: string): { from: Instant; until: Instant } {
  return {
    from: startOfDate(`${month}-01`, zone, 'end'),
    until: startOfDate(`${addMonths(month, 1)}-01`, zone, 'end'),
  }
}

export function isDate(text: string): boolean {
  if (!DATE.test(text)) return false
  try {
    Temporal.PlainDate.from(text)
    return true
  } catch {
    return false
  }
}

export function isMonth(text: string): boolean {
  return /^\d{4}-\d{2}$/.test(text) && isDate(`${text}-01`)
}

export function isZone(zone: string): boolean {
  try {
    new Temporal.ZonedDateTime(0n, zone)
    return true
  } catch {
    return false
  }
}

/**
 * An instant written as RFC 3339 in UTC, without needless digits: `2026-06-16T08:00:00Z`.
 */
export function instantText(instant: Instant): string {
  return new Temporal.Instant(BigInt(instant) * 1000n).toString()
}

/** Reads RFC 3339 with an offset. @throws RangeError */
export function readInstant(text: string): Instant {
  return Number(Temporal.Instant.from(text).epochNanoseconds / 1000n)
}

export function isInstantText(text: string): boolean {
  try {
    readInstant(text)
    return true
  } catch {
    return false
  }
}

/**
 * Reads a date or an instant as people and books write it: a local date means its edge (model Z1), anything else is
 * RFC 3339.
 */
export function readWhen(text: string, zone: string, edge: Edge): Instant {
  if (DATE.test(text)) return edge === 'beginning' ? fromDate(text, zone) : untilDate(text, zone)
  return readInstant(text)
}

/** The years a book or change may name: what is outside is a slip of the pen, and no zone is known for it. */
const FIRST_YEAR = 1900
const LAST_YEAR = 2199

/** Whether a text names a date or an instant there is, within those years: no 31st of June, no 25 o'clock. */
export function isWhen(text: string): boolean {
  const year = Number(text.slice(0, 4))
  return year >= FIRST_YEAR && year <= LAST_YEAR && (isDate(text) || (!DATE.test(text) && isInstantText(text)))
}

/** A local date with a time of day, as `2026-06-19T17:00`. */
export const LOCAL_TIME = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$/

/** Reads a moment someone sets: a date (its edge), a local time (model Z2), or RFC 3339; undefined for what is none. */
export function readMoment(text: string, zone: string, edge: Edge): Instant | undefined {
  try {
    return LOCAL_TIME.test(text) ? instantOfLocal(text, zone, edge) : readWhen(text, zone, edge)
  } catch {
    return undefined
  }
}

/** `19 June, 17:00`, or the day alone where the moment is its very end. */
export function momentInWords(instant: Instant, zone: string, now?: Instant): string {
  const today = now === undefined ? undefined : dateOf(now, zone)
  const last = lastDateBefore(instant, zone)
  if (untilDate(last, zone) === instant) return dateInWords(last, today)
  return say('time.moment', {
    day: dateInWords(dateOf(instant, zone), today),
    time: localTimeOf(instant, zone).slice(11, 16),
  })
}

/** Writes an instant as a date if it is exactly that date's edge, else as RFC 3339; the inverse of {@link readWhen}. */
export function whenText(instant: Instant, zone: string, edge: Edge): string {
  const date = edge === 'beginning' ? dateOf(instant, zone) : lastDateBefore(instant, zone)
  return readWhen(date, zone, edge) === instant ? date : instantText(instant)
}

/** `16 June 2026`, or `16 June` within the year of `now`. */
export function dateInWords(date: LocalDate, now?: LocalDate): string {
  const plain = Temporal.PlainDate.from(date)
  const month = monthName(plain.month)
  const sameYear = now !== undefined && now.slice(0, 4) === date.slice(0, 4)
  return sameYear
    ? say('time.day-of-this-year', { day: plain.day, month })
    : say('time.day', { day: plain.day, month, year: plain.year })
}

/** `June` or `June 2025` if not in the year of `now`. */
export function monthInWords(month: LocalMonth, now?: LocalDate): string {
  const name = monthName(Number(month.slice(5)))
  return now?.slice(0, 4) === month.slice(0, 4) ? name : say('time.month', { month: name, year: month.slice(0, 4) })
}

/** The name of a month, 1 to 12. */
function monthName(month: number): string {
  return say(entryAt(MONTHS, month - 1))
}

/** `Tuesday`. */
export function weekday(date: LocalDate): string {
  return say(entryAt(WEEKDAYS, Temporal.PlainDate.from(date).dayOfWeek - 1))
}

/** Whole days from one date to another. */
export function daysBetween(from: LocalDate, to: LocalDate): number {
  return Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'days' }).days
}

const WEEKDAYS = [
  'time.monday',
  'time.tuesday',
  'time.wednesday',
  'time.thursday',
  'time.friday',
  'time.saturday',
  'time.sunday',
] as const
const MONTHS = [
  'time.january',
  'time.february',
  'time.march',
  'time.april',
  'time.may',
  'time.june',
  'time.july',
  'time.august',
  'time.september',
  'time.october',
  'time.november',
  'time.december',
] as const
