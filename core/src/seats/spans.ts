import type { Instant } from '../time/instants.ts'

/** A half-open stretch of time; `until` is Infinity where it is open. */
export interface Span {
  from: Instant
  until: Instant
}

/** What a span has in common with each of a list; empty ones are left out. */
export function cut({ from, until }: Span, spans: readonly Span[]): Span[] {
  const common: Span[] = []
  for (const span of spans) {
    const begins = Math.max(from, span.from)
    const ends = Math.min(until, span.until)
    if (begins < ends) common.push({ from: begins, until: ends })
  }
  return common
}

/** The spans put together where they meet or overlap, in order. */
export function joined(spans: readonly Span[]): Span[] {
  const inOrder = [...spans].sort((one, other) => one.from - other.from)
  const result: Span[] = []
  for (const { from, until } of inOrder) {
    const last = result.at(-1)
    if (last && from <= last.until) last.until = Math.max(last.until, until)
    else result.push({ from, until })
  }
  return result
}

/** `numerator ÷ denominator` as a whole number, half up: how every sum of money here is rounded (model S6). */
export function halfUp(numerator: number, denominator: number): number {
  return Math.floor((2 * numerator + denominator) / (2 * denominator))
}
