import type { SheetBand } from '../../account/sheet-shape.ts'
import { joined, type Span } from '../spans.ts'
import { entryAt } from '../../checks/must.ts'

/** When people begin and cease to count, each list in order: all that the largest number at any instant needs. */
export interface Comings {
  begins: readonly number[]
  ends: readonly number[]
}

/** When one person counts on any type, each instant once. */
export function spansOf(stretches: readonly Span[]): Span[] {
  return joined(stretches)
}

export function comingsOf(spans: Iterable<Span>): Comings {
  const [begins, ends]: [number[], number[]] = [[], []]
  for (const { from, until } of spans) {
    begins.push(from)
    ends.push(until)
  }
  const inOrder = (one: number, other: number) => one - other
  return { begins: begins.sort(inOrder), ends: ends.sort(inOrder) }
}

/** The same without some spans and with others instead. */
export function withChanged({ begins, ends }: Comings, less: readonly Span[], more: readonly Span[]): Comings {
  return {
    begins: replaced(
      begins,
      less.map((span) => span.from),
      more.map((span) => span.from),
    ),
    ends: replaced(
      ends,
      less.map((span) => span.until),
      more.map((span) => span.until),
    ),
  }
}

function replaced(list: readonly number[], less: readonly number[], more: readonly number[]): number[] {
  const gone = new Map<number, number>()
  for (const one of less) gone.set(one, (gone.get(one) ?? 0) + 1)
  const kept = list.filter((one) => {
    const left = gone.get(one) ?? 0
    if (left > 0) gone.set(one, left - 1)
    return left === 0
  })
  for (const one of more) kept.splice(firstAbove(kept, one), 0, one)
  return kept
}

function firstAbove(list: readonly number[], value: number): number {
  let [low, high] = [0, list.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (entryAt(list, middle) <= value) low = middle + 1
    else high = middle
  }
  return low
}

/** The largest number counted at any one instant; one who leaves at an instant makes room for one who comes. */
export function peakOf({ begins, ends }: Comings): number {
  let [peak, present, ended] = [0, 0, 0]
  for (const begin of begins) {
    while (ended < ends.length && entryAt(ends, ended) <= begin) {
      ended += 1
      present -= 1
    }
    present += 1
    peak = Math.max(peak, present)
  }
  return peak
}

/** The team's price for so many: nobody, nothing; beyond the last band the last one's, as nobody more is let in (model S6). */
export function bandFor(bands: readonly SheetBand[], count: number): SheetBand | undefined {
  return count === 0 ? undefined : (bands.find((band) => count <= band.upTo) ?? bands.at(-1))
}
