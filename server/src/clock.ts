import type { Instant } from '@lodge/core'

/** The time of day in microseconds; the only place that reads it. */
export interface Clock {
  now(): Instant
}

export function clockOf(fixed: Instant | undefined): Clock {
  if (fixed !== undefined) return { now: () => fixed }
  return { now: () => Math.floor((performance.timeOrigin + performance.now()) * 1000) }
}
