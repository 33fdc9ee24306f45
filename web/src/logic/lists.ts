import type { PlaceView } from '@lodge/core'

/** The orders of the People list, as the server knows them. */
export const PEOPLE_SORTS = ['name', 'until', 'since', 'state', 'employer'] as const

/** The tree with folded places' insides left out; while searching, whatever matches with all above it. */
export function shownPlaces(places: readonly PlaceView[], folded: ReadonlySet<string>, text: string): PlaceView[] {
  const byId = new Map(places.map((place) => [place.id, place]))
  const words = text.trim().toLowerCase()
  if (words !== '') {
    const kept = new Set<string>()
    for (const place of places) {
      if (!`${place.name} ${place.reference ?? ''}`.toLowerCase().includes(words)) continue
      for (let one: PlaceView | undefined = place; one; one = byId.get(one.parentId ?? '')) kept.add(one.id)
    }
    return places.filter((place) => kept.has(place.id))
  }
  const hidden = new Set<string>()
  return places.filter((place) => {
    const inside = place.parentId !== null && (hidden.has(place.parentId) || folded.has(place.parentId))
    if (inside) hidden.add(place.id)
    return !inside
  })
}

/** Ids of rows that were there before and differ now; what only comes into sight is no news. */
export function changedIds<T extends { id: string }>(before: readonly T[], after: readonly T[]): Set<string> {
  const known = new Map(before.map((row) => [row.id, JSON.stringify(row)]))
  return new Set(
    after.filter((row) => known.has(row.id) && known.get(row.id) !== JSON.stringify(row)).map((row) => row.id),
  )
}
