import type { Instant } from './instants.ts'

/** What begins and, unless nothing ends it, ends: at its end it is over (model Z1). */
interface Lasting {
  from: Instant
  until: Instant | null
}

/** Whether what ends then, if ever, has not ended at an instant. */
export function isOpen(until: Instant | null, instant: Instant): boolean {
  return until === null || instant < until
}

/** Whether something is in force at an instant: it has begun, and has not ended. */
export function isInForce({ from, until }: Lasting, instant: Instant): boolean {
  return from <= instant && isOpen(until, instant)
}
