import type { Level, PlaceKeys } from '@lodge/core'

/** Areas that are reached alike: the same level at the same number of places. */
export interface ReachLine {
  areas: string[]
  level: Level
  places: number
}

const ORDER: readonly Level[] = ['none', 'see', 'add', 'change', 'run']

/** What someone reaches, area by area over all places, the most first; areas that are alike share a line. */
export function reachLines(places: readonly PlaceKeys[]): ReachLine[] {
  const areas = new Map<string, { name: string; level: Level; places: number }>()
  for (const { beneath, keys } of places) {
    for (const { area, name, level } of keys) {
      const known = areas.get(area) ?? { name, level: 'none' as Level, places: 0 }
      const isMore = ORDER.indexOf(level) > ORDER.indexOf(known.level)
      areas.set(area, { name, level: isMore ? level : known.level, places: known.places + 1 + beneath })
    }
  }
  const lines = new Map<string, ReachLine>()
  for (const { name, level, places: count } of areas.values()) {
    const line = lines.get(`${level} ${count}`) ?? { areas: [], level, places: count }
    line.areas.push(name)
    lines.set(`${level} ${count}`, line)
  }
  return [...lines.values()].sort(
    (one, other) => ORDER.indexOf(other.level) - ORDER.indexOf(one.level) || other.places - one.places,
  )
}
