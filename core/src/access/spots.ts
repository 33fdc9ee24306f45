import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { GrantRow, Id, PlaceRow } from '../account/rows.ts'

/** What access asks of a place, with what is above it: worked out once while places and grants stay. */
export interface Spot {
  place: PlaceRow
  above: Spot | undefined
  /** The place and all above it, itself first. */
  path: readonly PlaceRow[]
  /** It or something above sleeps; there is a wall at it or above. */
  asleep: boolean
  walled: boolean
  /** What groups and standings hold here, by whose it is. */
  shared: ReadonlyMap<string, readonly GrantRow[]> | undefined
}

/** Shared by all who look at accounts with the same places and grants. */
const remembered = new Remembered({ from: ['place', 'grant'], init: () => new Map<Id, Spot>() })

/** Finds spots of one account. */
export function spotsOf(account: Account): (placeId: Id) => Spot | undefined {
  const spots = remembered.of(account)
  const find = (placeId: Id): Spot | undefined => {
    const known = spots.get(placeId)
    if (known) return known
    const place = account.get('place', placeId)
    if (!place) return undefined
    const above = place.parentId === null ? undefined : find(place.parentId)
    const shared = account.by('grant', 'shared', placeId)
    const spot: Spot = {
      place,
      above,
      path: [place, ...(above?.path ?? [])],
      asleep: place.archived || (above?.asleep ?? false),
      walled: place.walled || (above?.walled ?? false),
      shared: shared.length === 0 ? undefined : grantsBy(shared, (grant) => grant.subjectId),
    }
    spots.set(placeId, spot)
    return spot
  }
  return find
}

export function grantsBy(grants: readonly GrantRow[], keyOf: (grant: GrantRow) => Id): Map<Id, GrantRow[]> {
  const found = new Map<Id, GrantRow[]>()
  for (const grant of grants) {
    const key = keyOf(grant)
    const list = found.get(key)
    if (list) list.push(grant)
    else found.set(key, [grant])
  }
  return found
}
