import type { AreaKey } from '../../account/rows.ts'
import { isOwnArea } from '../../products/catalogue.ts'
import { rank, type Level } from '../levels.ts'
import { freeRank } from '../profiles.ts'
import type { Caps, Profile } from '../profiles.ts'
import type { AccessIndex } from './access-index.ts'

/** What is looked for: an area, or any area of the products; and from which level on, freely, own items at least. */
export interface Wanted {
  area?: AreaKey
  level?: Level
}

/** How high a profile reaches under caps in what is wanted; worked out once for each pair. */
export class Heights {
  private readonly areas: number[]
  private readonly least: number
  private readonly known = new Map<number, number>()

  constructor(
    private readonly index: AccessIndex,
    { area, level = 'see' }: Wanted,
  ) {
    const { areas } = index.book
    this.areas = areas.flatMap((one, at) => ((area ? one.key === area : !isOwnArea(one.key)) ? [at] : []))
    this.least = rank(level)
  }

  /** The rank reached, or 0 where it is less than wanted. */
  of(profile: Profile, caps: Caps): number {
    const pair = profile.id * 1_000_000 + caps.id
    let height = this.known.get(pair)
    if (height === undefined) {
      height = 0
      for (const at of this.areas) {
        const free = freeRank(profile.levels[at]!)
        if (free > height) height = Math.max(height, Math.min(free, caps.ranks[at]!))
      }
      if (height < this.least) height = 0
      this.known.set(pair, height)
    }
    return height
  }

  /** The same by the key of a role. */
  ofKey(key: number, caps: Caps): number {
    return this.of(this.index.profileOf(key), caps)
  }
}
