/** `30 Sep`, with the year if it is not the reader's: `30 Sep 2027`. Local dates have no zone to get wrong. */
export function shortDate(date: string | null, today: string, locale = 'en-IE'): string {
  if (!date) return ''
  const year = date.slice(0, 4) === today.slice(0, 4) ? undefined : 'numeric'
  return format(date, { day: 'numeric', month: 'short', year }, locale)
}

/** `30 September 2026`. */
export function longDate(date: string, locale = 'en-IE'): string {
  return format(date, { day: 'numeric', month: 'long', year: 'numeric' }, locale)
}

/** `June`. */
export function monthName(month: string, locale = 'en-IE'): string {
  return format(`${month}-01`, { month: 'long' }, locale)
}

function format(date: string, options: Intl.DateTimeFormatOptions, locale: string): string {
  return new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(new Date(`${date}T00:00:00Z`))
}

/** Today's local date in a zone. */
export function todayIn(zone: string, now = new Date()): string {
  return new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(now)
}

/** An instant as a local date, `2026-06-16`, and time, `09:30`, in a zone. */
export function localParts(instant: string, zone: string): { date: string; time: string } {
  const at = new Date(instant)
  const time = new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(at)
  return { date: todayIn(zone, at), time }
}

/** A date so many days on. */
export function addDays(date: string, days: number): string {
  const at = new Date(`${date}T00:00:00Z`)
  at.setUTCDate(at.getUTCDate() + days)
  return at.toISOString().slice(0, 10)
}

/** Whole days from one date to another. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000)
}
