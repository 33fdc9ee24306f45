import type { Account } from '../account/account.ts'
import type { Id, SeparationRow } from '../account/rows.ts'
import { isOutsider, isPresent } from '../people/presence.ts'
import { downwards } from '../places/tree.ts'
import { isOwnArea } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { candidatesWithin } from './candidates.ts'
import { placesOf } from './indexed/lists.ts'
import { indexAt, reachesInside } from './reach.ts'

/** Outsiders who get in at both of two places that are to be kept apart, or at what is inside them. */
export function sharedOutsiders(account: Account, { oneId, otherId }: SeparationRow, instant: Instant): Id[] {
  const others = candidatesWithin(account, otherId)
  return [...candidatesWithin(account, oneId).values()]
    .filter((person) => others.has(person.id) && isOutsider(person) && isPresent(person, instant))
    .filter((person) => reachesBoth(account, person.id, oneId, otherId, instant))
    .map((person) => person.id)
}

/** Whether someone gets in at both places or at what is inside them. */
export function reachesBoth(account: Account, personId: Id, oneId: Id, otherId: Id, instant: Instant): boolean {
  const index = indexAt(account, instant)
  const within = (placeId: Id) => downwards(account, placeId).map((place) => place.id)
  if (!index)
    return [oneId, otherId].every((id) => within(id).some((place) => reaches(account, personId, place, instant)))
  const reached = new Set(placesOf(index, personId).map((one) => one.placeId))
  return [oneId, otherId].every((id) => within(id).some((place) => reached.has(place)))
}

function reaches(account: Account, personId: Id, placeId: Id, instant: Instant): boolean {
  return [...reachesInside(account, personId, placeId, instant)].some(
    ([key, reach]) => !isOwnArea(key) && reach.own.free !== 'none',
  )
}
