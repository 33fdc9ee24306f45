import type { PersonView, PlaceView } from '@lodge/core'

/** People whose name, firm, state or kind holds every word. */
export function filterPeople(people: readonly PersonView[], text: string): PersonView[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return [...people]
  return people.filter((person) => {
    const hay = [person.name, person.employer, person.state, person.kind, person.standing].join(' ').toLowerCase()
    return words.every((word) => hay.includes(word))
  })
}

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

/** Ids of rows that differ from what was shown before; nothing the first time. */
export function changedIds<T extends { id: string }>(before: readonly T[] | null, after: readonly T[]): Set<string> {
  if (!before) return new Set()
  const known = new Map(before.map((row) => [row.id, JSON.stringify(row)]))
  return new Set(after.filter((row) => known.get(row.id) !== JSON.stringify(row)).map((row) => row.id))
}
