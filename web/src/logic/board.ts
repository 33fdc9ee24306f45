import { addDays, daysBetween } from './dates.ts'

/** The Board runs from two weeks back to eight weeks ahead. */
export const DAYS_BACK = 14
export const DAYS_AHEAD = 56

/** A bar or a tick laid on the Board, in hundredths of its width, and its row within its lane. */
export interface LaidBar {
  personId: string
  name: string
  /** Where it begins, or the tick itself. */
  left: number
  /** What it and its name take up. */
  width: number
  row: number
  /** Its name is before the tick, where there is no room behind. */
  flipped: boolean
  /** It is beyond the Board's edge; its date is said with the name. */
  beyond: boolean
  date: string
}

type Bar = { personId: string; name: string; from: string; until: string | null }

/** How far along the Board a date is, 0 to 100. */
export function along(date: string, today: string): number {
  const days = daysBetween(addDays(today, -DAYS_BACK), date)
  return Math.max(0, Math.min(100, (days / (DAYS_BACK + DAYS_AHEAD)) * 100))
}

/** The day that is so far along the Board, by how far a bar was dragged from its own day. */
export function draggedTo(date: string, hundredths: number): string {
  return addDays(date, Math.round((hundredths / 100) * (DAYS_BACK + DAYS_AHEAD)))
}

/** Mondays shown as the Board's scale. */
export function weeks(today: string): { date: string; left: number }[] {
  const start = addDays(today, -DAYS_BACK)
  return Array.from({ length: (DAYS_BACK + DAYS_AHEAD) / 7 }, (_, at) => addDays(start, at * 7)).map((date) => ({
    date,
    left: along(date, today),
  }))
}

/**
 * Lays bars into as few rows as hold them side by side. What lasts is a bar from its first to its last day; what does not is
 * a tick on its day with the name beside it.
 */
export function layBars(bars: readonly Bar[], today: string, lasting: boolean): LaidBar[] {
  const ends: number[] = []
  return [...bars]
    .sort((one, other) => one.from.localeCompare(other.from))
    .map((bar) => {
      const nameWidth = Math.min(30, 2 + bar.name.length * 0.78)
      const raw = along(bar.from, today)
      const flipped = !lasting && raw + nameWidth > 100
      const left = lasting ? Math.min(raw, 100 - nameWidth) : raw
      const start = flipped ? raw - nameWidth : left
      const until = bar.until === null ? 100 : along(addDays(bar.until, 1), today)
      const width = lasting ? Math.max(nameWidth, until - left) : nameWidth
      let row = ends.findIndex((end) => end <= start)
      if (row < 0) row = ends.length
      ends[row] = start + width + 0.8
      const beyond = daysBetween(today, bar.from) > DAYS_AHEAD
      return { personId: bar.personId, name: bar.name, left, width, row, flipped, beyond, date: bar.from }
    })
}
