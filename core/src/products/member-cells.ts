import type { KnownState } from '../account/rows.ts'
import { addDays, type Instant, isWhen, readWhen } from '../time/instants.ts'
import { must } from '../checks/must.ts'

/* eslint-disable words/no-literal-text -- headings of lists that others wrote are looked for in English */
const STATES: Readonly<Record<KnownState, readonly string[]>> = {
  open: ['active', 'enabled', 'open', 'yes', 'true', '1', 'invited', 'pending', 'member', 'full', 'x', 'ok', 'in use'],
  suspended: [
    'suspended',
    'inactive',
    'disabled',
    'blocked',
    'paused',
    'locked',
    'no',
    'false',
    '0',
    'on hold',
    'archived',
  ],
  closed: ['closed', 'deleted', 'removed', 'deactivated', 'left', 'terminated', 'cancelled', 'expired'],
}

/* eslint-enable words/no-literal-text */

/** Headings by which a yes says that the account is not open. */
const TURNED = new Set(['suspended', 'disabled', 'blocked'])

export function stateOf(text: string, heading: string): KnownState | null {
  const plain = plainest(text)
  if (plain === '') return 'open'
  const found = (['open', 'suspended', 'closed'] as const).find((state) => STATES[state].includes(plain))
  if (!found || !TURNED.has(plainest(heading))) return found ?? null
  return found === 'open' && plain !== 'active'
    ? 'suspended'
    : found === 'suspended' && plain !== heading
      ? 'open'
      : found
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** Serial numbers of spreadsheets count days from 30 December 1899; these are 1954 to 2064. */
const SERIALS = { from: 20_000, until: 60_000, zero: '1899-12-30' }

/**
 * Reads dates in any usual writing; where day and month could be either, the whole column decides: if any row has a
 * number above twelve in the second place, months come first. A column that never tells is read with the day first.
 */
export function dateReader(texts: readonly string[], zone: string): (text: string) => Instant | null {
  const monthFirst = texts.some((text) => {
    const [, one = 0, two = 0] = (/^(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}/.exec(text.trim()) ?? []).map(Number)
    return one <= 12 && two > 12 && two <= 31
  })
  const at = (year: number, month: number, day: number): Instant | null => {
    const full = year < 100 ? 2000 + year : year
    const date = [full, month, day].map((number, which) => String(number).padStart(which === 0 ? 4 : 2, '0')).join('-')
    return full < 1990 || !isWhen(date) ? null : readWhen(date, zone, 'beginning')
  }
  return (raw) => {
    const text = raw.trim()
    if (text === '') return null
    const iso = /^(\d{4})-(\d{2})-(\d{2})/.exec(text)
    if (iso) return at(Number(iso[1]), Number(iso[2]), Number(iso[3]))
    const numbers = /^(\d{1,2})[./-](\d{1,2})[./-](\d{2,4})/.exec(text)
    if (numbers) {
      const [, one, two, year] = numbers.map(Number) as [number, number, number, number]
      return monthFirst ? at(year, one, two) : at(year, two, one)
    }
    const words = /^(\d{1,2})[. ]+(\p{L}{3})\p{L}*\.?,? +(\d{4})/u.exec(text) ?? undefined
    if (words)
      return at(Number(words[3]), MONTHS.indexOf(must(words[2], 'entry of words').toLowerCase()) + 1, Number(words[1]))
    const american = /^(\p{L}{3})\p{L}*\.? +(\d{1,2}),? +(\d{4})/u.exec(text)
    if (american)
      return at(
        Number(american[3]),
        MONTHS.indexOf(must(american[1], 'entry of american').toLowerCase()) + 1,
        Number(american[2]),
      )
    const serial = Number(text)
    if (serial >= SERIALS.from && serial <= SERIALS.until) {
      return readWhen(addDays(SERIALS.zero, Math.floor(serial)), zone, 'beginning')
    }
    return null
  }
}

/** Letters and digits alone, in lower case: `E-Mail Address` is `e mail address`. */
export function plainest(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
}
