import type { Draft } from '../engine/draft.ts'
import type { Id, RowEdit } from '../../account/rows.ts'
import type { Need } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { downwards, upwards } from '../../places/tree.ts'
import { checkName, MAXIMUM_DEPTH } from './places.ts'
import { must } from '../../checks/must.ts'

/** A move is put back by who may move it at all its ends: where it is, where it went, and where it goes back to (model T4). */
function movesBack(
  draft: Draft,
  { placeId, parentId }: { placeId: Id; parentId: Id },
  edits: readonly RowEdit[],
): readonly Need[] {
  const before = edits.flatMap((edit) => (edit.table === 'place' && edit.key === placeId ? (edit.before ?? []) : []))
  const ends = [placeId, parentId, ...before.flatMap((row) => row.parentId ?? [])].flatMap(
    (id) => draft.seen('place', id, 'place') ?? [],
  )
  return ends.map(({ id, name }) => ({
    area: 'places',
    level: 'run',
    placeId: id,
    to: say('places.undo-a-move-of', { name }),
  }))
}

export class MovePlace {
  @Equals('move-place') type!: 'move-place'
  @RowId() placeId!: Id
  /** What it is in from now on. */
  @RowId() parentId!: Id
}

/**
 * Moves a place with all beneath: what came from the old ancestors ends, what the new ones give begins, and grants on
 * it travel along (model T5). Needs `places: run` at both ends (T4); judged by D1.
 */
export const movePlace: ChangeKind<MovePlace> = {
  type: 'move-place',
  confirm: 'confirm.move-place',
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, { placeId, parentId }) {
    const place = draft.seen('place', placeId, 'place')
    const parent = draft.seen('place', parentId, 'place')
    if (!place || !parent) return []
    return [
      { area: 'places', level: 'run', placeId, to: say('places.move', { place: place.name }) },
      {
        area: 'places',
        level: 'run',
        placeId: parentId,
        to: say('places.move-something-into', { parent: parent.name }),
      },
    ]
  },
  undo: { needs: movesBack },
  preview: 'plain',
  shape: MovePlace,
  fill: (change) => change,
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    const parent = draft.seen('place', change.parentId, 'place')
    if (!place || !parent) return
    if (place.parentId === null) return draft.refuse('root-move', say('places.this-is-the-whole-account-it-cannot-be'))
    if (place.parentId === parent.id)
      return draft.refuse('no-change', say('places.is-already-in', { place: place.name, parent: parent.name }))
    const path = upwards(draft.account, parent.id)
    if (path.some((one) => one.id === place.id)) {
      return draft.refuse(
        'under-itself',
        say('places.is-inside-a-place-cannot-be-moved-into', { parent: parent.name, place: place.name }),
      )
    }
    if (path.length + heightOf(place.id) > MAXIMUM_DEPTH + 1) {
      return draft.refuse(
        'too-deep',
        say('places.places-go-levels-deep-at-most-choose-a', { maximumDepth: MAXIMUM_DEPTH }),
      )
    }
    checkName(draft, parent.id, place.name, place.id)
    if (draft.problems.length === 0) draft.update('place', place.id, { parentId: parent.id })

    function heightOf(placeId: Id): number {
      const depths = new Map<Id, number>([[placeId, 1]])
      for (const one of downwards(draft.account, placeId).slice(1))
        depths.set(one.id, must(depths.get(must(one.parentId, 'parentId')), 'entry of depths') + 1)
      return Math.max(...depths.values())
    }
  },
  sentence: (change, sight, tense) =>
    say('places.moved-into', {
      tense,
      place: sight.placeName(change.placeId),
      place2: sight.placeName(change.parentId),
    }),
  record: (change) => change,
}
