import type { Instant } from '@lodge/core'

/** The time of day in microseconds. */
export interface Clock {
  now(): Instant
}

export function clockOf(fixed: Instant | undefined): Clock {
  return { now: fixed === undefined ? wallClock : () => fixed }
}

/**
 * The real time in microseconds, whatever the lodge's clock says; the only place that reads it. Read anew each time:
 * machines are suspended, and their clocks are put right.
 */
export function wallClock(): Instant {
  return Date.now() * 1000
}
