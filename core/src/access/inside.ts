import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { isOwnArea } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { peopleAt, peopleGivenAt } from './indexed/lists.ts'
import { rank } from './levels.ts'
import { type Level } from '../account/level.ts'
import { indexAt, reachesInside } from './reach.ts'

/** Someone who reaches something of a product at a place, and how high at most. */
export interface Insider {
  personId: Id
  highest: Level
}

/** Everyone who gets in at a place in any product, no matter who asks (model A6). */
export function insidersAt(account: Account, placeId: Id, instant: Instant): Insider[] {
  const index = indexAt(account, instant)
  if (index) return peopleAt(index, placeId).map(({ personId, level }) => ({ personId, highest: level }))
  return [...account.all('person')].flatMap(({ id }) => {
    const highest = highestInside(account, id, placeId, instant)
    return highest === 'none' ? [] : [{ personId: id, highest }]
  })
}

/**
 * Those who get in at a place and perhaps not at the one above it. Someone who gets in from above gets in there as well:
 * walls and sleep only take away on the way down (model T2, T3), so that what was given at the place itself is enough.
 */
export function insidersFrom(account: Account, placeId: Id, instant: Instant): Insider[] {
  const index = indexAt(account, instant)
  if (!index || placeId === account.root.id) return insidersAt(account, placeId, instant)
  return peopleGivenAt(index, placeId).map(({ personId, level }) => ({ personId, highest: level }))
}

/** The highest someone reaches at a place in any product, freely, with items of their own at least (model A3). */
export function highestInside(account: Account, personId: Id, placeId: Id, instant: Instant): Level {
  let best: Level = 'none'
  for (const [key, { own }] of reachesInside(account, personId, placeId, instant)) {
    if (!isOwnArea(key) && rank(own.free) > rank(best)) best = own.free
  }
  return best
}
