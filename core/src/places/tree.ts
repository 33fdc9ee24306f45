import type { Account } from '../account/account.ts'
import type { Id, PlaceRow } from '../account/rows.ts'

/** The place and everything above it, itself first, the root last (model T1). */
export function upwards(account: Account, placeId: Id): PlaceRow[] {
  const path: PlaceRow[] = []
  let place = account.get('place', placeId)
  while (place) {
    path.push(place)
    place = account.get('place', place.parentId)
  }
  return path
}

/** Whether a place is another one or somewhere below it. */
export function liesIn(account: Account, placeId: Id, aroundId: Id): boolean {
  return upwards(account, placeId).some(({ id }) => id === aroundId)
}

/** The place and everything beneath it, parents before children, names in order. */
export function downwards(account: Account, placeId: Id): PlaceRow[] {
  const found: PlaceRow[] = []
  const visit = (place: PlaceRow | undefined) => {
    if (!place) return
    found.push(place)
    for (const child of childrenOf(account, place.id)) visit(child)
  }
  visit(account.get('place', placeId))
  return found
}

export function childrenOf(account: Account, placeId: Id): PlaceRow[] {
  return [...account.by('place', 'parent', placeId)].sort((one, other) => one.name.localeCompare(other.name, 'en'))
}

/**
 * The wall that stops access given at `givenAt` from reaching the lowest place of `path`, or undefined if none does:
 * a walled place strictly below where it was given, down to and including the place asked about (model T3).
 */
export function wallBetween(path: readonly PlaceRow[], givenAt: Id): PlaceRow | undefined {
  let wall: PlaceRow | undefined
  for (const place of path) {
    if (place.id === givenAt) return wall
    if (place.walled) wall = place
  }
  return wall
}

/** Whether a place sleeps: it or something above it was archived (model T6). `path` has the place first. */
export function isAsleep(path: readonly PlaceRow[]): boolean {
  return path.some((place) => place.archived)
}

/** `Client/Site/Location` without the root; the root itself is `/`. */
export function pathText(account: Account, placeId: Id): string {
  const names = upwards(account, placeId).slice(0, -1)
  return names.length === 0
    ? '/'
    : names
        .reverse()
        .map((place) => place.name)
        .join('/')
}

/** Finds a place by `Client/Site/Location`, case aside; `/` is the root. */
export function placeByPath(account: Account, text: string): PlaceRow | undefined {
  let place: PlaceRow | undefined = account.root
  for (const name of text.split('/').filter((part) => part.trim() !== '')) {
    const wanted = name.trim().toLowerCase()
    place = place && account.by('place', 'parent', place.id).find((one) => one.name.toLowerCase() === wanted)
  }
  return place
}
