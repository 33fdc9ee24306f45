import type { AreaKey } from '../../account/rows.ts'
import { isOwnArea } from '../../products/catalogue.ts'
import { rank } from '../levels.ts'
import { type Level } from '../../account/level.ts'
import { freeRank, type Caps, type Profile } from '../profiles.ts'
import type { AccessIndex } from './access-index.ts'
import { byteAt, packedAt } from '../../checks/must.ts'

/** What is looked for: an area, or any area of the products; and from which level on, freely, own items at least. */
export interface Wanted {
  area?: AreaKey
  level?: Level
  /** Of any area, only those that belong to places, not those of the whole account (model L4). */
  inside?: boolean
}

/**
 * What is wanted at one place, and where it is answered: an area of the whole account at the root, wherever it is
 * asked; of any area, those that belong to the place (model L4).
 */
export function wantedAt(
  index: AccessIndex,
  wanted: Wanted,
  place: number,
): { highestLevels: HighestLevels; place: number } {
  const { rootSlot } = index.places
  if (isAccountWide(index, wanted)) return { highestLevels: index.highestLevelsFor(wanted), place: rootSlot }
  return { highestLevels: index.highestLevelsFor({ ...wanted, inside: place !== rootSlot }), place }
}

export function isAccountWide(index: AccessIndex, { area }: Wanted): boolean {
  return area !== undefined && index.book.isAccountWide[index.book.positionOf(area)] === true
}

const UNKNOWN = 255

/** How high a role reaches under caps in what is wanted; worked out once for each pair, and kept while roles stay. */
export class HighestLevels {
  private readonly areas: number[]
  private readonly least: number
  private readonly byKey: (Uint8Array | undefined)[] = []

  constructor(
    private readonly index: AccessIndex,
    { area, level = 'see', inside = false }: Wanted,
  ) {
    const { areas, isAccountWide } = index.book
    const isAny = (key: AreaKey, at: number) => !isOwnArea(key) && !(inside && isAccountWide[at])
    this.areas = areas.flatMap(({ key }, at) => ((area ? key === area : isAny(key, at)) ? [at] : []))
    this.least = rank(level)
  }

  /** The rank reached, or 0 where it is less than wanted. */
  of(profile: Profile, caps: Caps): number {
    let highestLevel = 0
    for (const at of this.areas) {
      const free = freeRank(packedAt(profile.levels, at))
      if (free > highestLevel) highestLevel = Math.max(highestLevel, Math.min(free, byteAt(caps.ranks, at)))
    }
    return highestLevel < this.least ? 0 : highestLevel
  }

  /** The same for the key of a role, for every caps there are by their position. */
  ofKey(key: number): Uint8Array {
    const known = this.byKey[key]
    const { made } = this.index.book.caps
    if (known?.length === made.length) return known
    const profile = this.index.profileOf(key)
    const highestLevels = Uint8Array.from(made, (caps, at) => {
      const before = known?.[at] ?? UNKNOWN
      return before === UNKNOWN ? this.of(profile, caps) : before
    })
    this.byKey[key] = highestLevels
    return highestLevels
  }
}
