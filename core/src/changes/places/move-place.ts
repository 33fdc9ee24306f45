import { Equals, IsBoolean } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { downwards, upwards } from '../../places/tree.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { unfitArchived } from '../products/products.ts'
import { checkName, MAXIMUM_DEPTH } from './places.ts'
import { RowId } from '../engine/shapes.ts'

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
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: MovePlace,
  fill: (change) => change,
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    const parent = draft.seen('place', change.parentId, 'place')
    if (!place || !parent) return
    if (place.parentId === null) return draft.refuse('root-move', 'This is the whole account; it cannot be moved.')
    if (!draft.need('places', 'run', place.id, `move ${place.name}`)) return
    if (!draft.need('places', 'run', parent.id, `move something into ${parent.name}`)) return
    if (place.parentId === parent.id) return draft.refuse('no-change', `${place.name} is already in ${parent.name}.`)
    const path = upwards(draft.account, parent.id)
    if (path.some((one) => one.id === place.id)) {
      return draft.refuse(
        'under-itself',
        `${parent.name} is inside ${place.name}. A place cannot be moved into itself.`,
      )
    }
    if (path.length + heightOf(place.id) > MAXIMUM_DEPTH + 1) {
      return draft.refuse('too-deep', `Places go ${MAXIMUM_DEPTH} levels deep at most. Choose a place further up.`)
    }
    checkName(draft, parent.id, place.name, place.id)
    if (draft.problems.length === 0) draft.update('place', place.id, { parentId: parent.id })

    function heightOf(placeId: Id): number {
      const depths = new Map<Id, number>([[placeId, 1]])
      for (const one of downwards(draft.account, placeId).slice(1)) depths.set(one.id, depths.get(one.parentId!)! + 1)
      return Math.max(...depths.values())
    }
  },
  sentence: (change, sight, verb) =>
    `${verb('moved', 'move')} ${sight.placeName(change.placeId)} into ${sight.placeName(change.parentId)}`,
  record: (change) => change,
}

export class ArchivePlace {
  @Equals('archive-place') type!: 'archive-place'
  @RowId() placeId!: Id
  @IsBoolean() archived!: boolean
}

/** Archives a place with all beneath, where grants then sleep, or restores it, which wakes them (model T6). Judged by D1. */
export const archivePlace: ChangeKind<ArchivePlace> = {
  type: 'archive-place',
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: ArchivePlace,
  fill: (change) => change,
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    if (!place) return
    if (place.parentId === null)
      return draft.refuse('root-archive', 'This is the whole account. Close the account instead.')
    const word = change.archived ? 'archive' : 'restore'
    // A role sleeps at an archived place: restoring is decided where the place lies.
    if (!draft.need('places', 'run', change.archived ? place.id : place.parentId, `${word} ${place.name}`)) return
    if (place.archived === change.archived) {
      return draft.refuse('no-change', `${place.name} is ${place.archived ? 'already archived' : 'not archived'}.`)
    }
    draft.update('place', place.id, { archived: change.archived })
    if (change.archived) unfitArchived(draft, new Set(downwards(draft.account, place.id).map((one) => one.id)))
  },
  sentence: (change, sight, verb) =>
    change.archived
      ? `${verb('archived', 'archive')} ${sight.placeName(change.placeId)}`
      : `${verb('restored', 'restore')} ${sight.placeName(change.placeId)}`,
  record: (change) => change,
}
