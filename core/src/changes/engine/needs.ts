import type { Id } from '../../account/rows.ts'
import type { Level } from '../../account/level.ts'
import type { OwnArea } from '../../products/own.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import { say } from '../../words/say.ts'
import type { Draft } from './draft.ts'

/** A right of our own areas that a change needs at a place, and what it is needed to do: *rename Quay House* (model D1). */
export interface Need {
  area: OwnArea
  level: Level
  placeId: Id
  to: string
}

/**
 * The rights without which a change is refused before anything else of it is looked at; undoing it needs the same (model
 * D1, C4). A person's *own* affair needs none: whether it is theirs, its `decide` says. What the actor does not see is
 * refused here as what is not there, so that no sentence about a right tells of it (model D5).
 */
export type Needs<C> = 'own' | ((draft: Draft, change: C) => readonly Need[])

/** Needs a right for the whole account. */
export function atRoot(area: OwnArea, level: Level, to: PlainMessageId): (draft: Draft) => Need[] {
  return (draft) => [forAll(draft, area, level, say(to))]
}

/** A right for the whole account, needed for what the text says. */
export function forAll(draft: Draft, area: OwnArea, level: Level, to: string): Need {
  return { area, level, placeId: draft.account.root.id, to }
}

/** Needs a right at the place that the change names. */
export function atPlace(area: OwnArea, level: Level, to: (name: string) => string) {
  return (draft: Draft, { placeId }: { placeId: Id }): Need[] => {
    const place = draft.seen('place', placeId, 'place')
    return place ? [{ area, level, placeId, to: to(place.name) }] : []
  }
}

/** Needs a right for the whole account, of which the sentence names the person that the change is about. */
export function aboutPerson(area: OwnArea, level: Level, to: (name: string) => string) {
  return (draft: Draft, { personId }: { personId: Id }): Need[] => {
    const person = draft.seen('person', personId, 'person')
    return person ? [forAll(draft, area, level, to(draft.account.nameOf(personId)))] : []
  }
}
