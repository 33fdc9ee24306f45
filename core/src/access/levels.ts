/** How much someone may do, lowest first (model L1). */
import type { Level } from '../account/level.ts'

const RANK: Readonly<Record<Level, number>> = { none: 0, see: 1, add: 2, change: 3, run: 4 }

export function rank(level: Level): number {
  return RANK[level]
}

export function atLeast(level: Level, wanted: Level): boolean {
  return RANK[level] >= RANK[wanted]
}

export function higher(one: Level, other: Level): Level {
  return RANK[one] >= RANK[other] ? one : other
}

export function lower(one: Level, other: Level): Level {
  return RANK[one] <= RANK[other] ? one : other
}

export function isLevel(text: string): text is Level {
  return Object.hasOwn(RANK, text)
}
