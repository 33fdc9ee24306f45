import { Equals, IsBoolean } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class WallPlace {
  @Equals('wall-place') type!: 'wall-place'
  @RowId() placeId!: Id
  @IsBoolean() walled!: boolean
}

/** Puts a wall up, so that access given above stops here, or takes it down (model T3, T4). */
export const wallPlace: ChangeKind<WallPlace> = {
  type: 'wall-place',
  confirm: ({ walled }) => (walled ? 'confirm.wall-place-yes' : 'confirm.wall-place-no'),
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atPlace('places', 'run', (name) => say('places.wall-off', { name })),
  undo: 'by-its-right',
  preview: 'plain',
  shape: WallPlace,
  fill: (change) => change,
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    if (!place) return
    if (place.parentId === null)
      return draft.refuse('root-wall', say('places.this-is-the-whole-account-there-is-nothing'))
    if (place.walled === change.walled) {
      return draft.refuse(
        'no-change',
        say('places.is-already-walled', { place: place.name, hasWalled: Boolean(place.walled) }),
      )
    }
    draft.update('place', place.id, { walled: change.walled })
  },
  sentence(change, sight, tense) {
    const name = sight.placeName(change.placeId)
    return change.walled
      ? say('places.walled-off', { tense, name })
      : say('places.removed-the-wall-of', { tense, name })
  },
  record: (change) => change,
}
