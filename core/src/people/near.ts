import { isDate } from '../time/instants.ts'
import { entryAt } from '../checks/must.ts'

/** So many are proposed. */
const MAXIMUM_PROPOSED = 3

/** What of some names comes nearest to a text: by letters changed, or one within the other; the nearest first. */
export function nearest(text: string, known: readonly string[]): string[] {
  const wanted = plain(text)
  if (wanted === '') return []
  const ranked = [...new Set(known)].flatMap((name) => {
    const other = plain(name)
    const isWithin = wanted.length > 2 && (other.includes(wanted) || wanted.includes(other))
    const apart = isWithin ? 0 : distance(wanted, other)
    return apart <= Math.max(1, Math.floor(Math.max(wanted.length, other.length) / 3)) ? [{ name, apart }] : []
  })
  ranked.sort((one, other) => one.apart - other.apart || one.name.length - other.name.length)
  return ranked.slice(0, MAXIMUM_PROPOSED).map(({ name }) => name)
}

function plain(text: string): string {
  return text
    .normalize('NFKD')
    .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .toLowerCase()
    .slice(0, 120)
}

/** How many letters are to be changed, left out, put in, or swapped with the next (Damerau–Levenshtein, restricted). */
function distance(one: string, other: string): number {
  let [twoBefore, before] = [[] as number[], Array.from({ length: other.length + 1 }, (_, at) => at)]
  for (let row = 1; row <= one.length; row += 1) {
    const now = [row]
    for (let at = 1; at <= other.length; at += 1) {
      const isSame = one[row - 1] === other[at - 1]
      const isSwapped = row > 1 && at > 1 && one[row - 1] === other[at - 2] && one[row - 2] === other[at - 1]
      const changed = entryAt(before, at - 1) + (isSame ? 0 : 1)
      const best = Math.min(changed, entryAt(before, at) + 1, entryAt(now, at - 1) + 1)
      now.push(isSwapped ? Math.min(best, entryAt(twoBefore, at - 2) + 1) : best)
    }
    ;[twoBefore, before] = [before, now]
  }
  return entryAt(before, other.length)
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** The days a text such as `30.9.2026` or `30 Sep 2026` may mean, as dates; both readings where day and month could be either. */
export function datesIn(text: string): string[] {
  const [, first, second, third] = /^(\d{1,4})[./ -](\d{1,2})[./ -](\d{1,4})$/.exec(text.trim()) ?? []
  const [, day, month, year] = /^(\d{1,2})\.? ?([a-z]{3})[a-z]*\.?,? (\d{4})$/i.exec(text.trim()) ?? []
  const found: [string, number, number][] = []
  if (day && month && year) found.push([year, MONTHS.indexOf(month.toLowerCase()) + 1, Number(day)])
  if (first?.length === 4) found.push([first, Number(second), Number(third)])
  else if (third?.length === 4) {
    found.push([third, Number(second), Number(first)], [third, Number(first), Number(second)])
  }
  const days = found.map(([of, inMonth, on]) => `${of}-${two(inMonth)}-${two(on)}`)
  return [...new Set(days)].filter(isDate)
}

const two = (number: number) => String(number).padStart(2, '0')
