import type { Draft } from '../engine/draft.ts'
import type { Id } from '../../account/rows.ts'
import type { Need } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { Equals, IsBoolean } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { unfitArchived } from '../products/fit-place.ts'
import { downwards } from '../../places/tree.ts'

/** Archiving is undone by who may restore, and the other way round. */
function archivesOrRestores(draft: Draft, { placeId }: { placeId: Id }): readonly Need[] {
  const place = draft.seen('place', placeId, 'place')
  if (!place) return []
  const ends = [placeId, place.parentId ?? placeId]
  return ends.map((id) => ({
    area: 'places',
    level: 'run',
    placeId: id,
    to: say('places.archive-or-restore', { place: place.name }),
  }))
}

export class ArchivePlace {
  @Equals('archive-place') type!: 'archive-place'
  @RowId() placeId!: Id
  @IsBoolean() archived!: boolean
}

/** Archives a place with all beneath, where grants then sleep, or restores it, which wakes them (model T6). Judged by D1. */
export const archivePlace: ChangeKind<ArchivePlace> = {
  type: 'archive-place',
  confirm: ({ archived }) => (archived ? 'confirm.archive-place-yes' : 'confirm.archive-place-no'),
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, { placeId, archived }) {
    const place = draft.seen('place', placeId, 'place')
    if (!place) return []
    // A role sleeps at an archived place: restoring is decided at the place above it.
    const to = archived
      ? say('places.archive-it', { place: place.name })
      : say('places.restore-it', { place: place.name })
    const at = archived ? place.id : (place.parentId ?? place.id)
    return [{ area: 'places', level: 'run', placeId: at, to }]
  },
  undo: { needs: archivesOrRestores },
  preview: 'plain',
  shape: ArchivePlace,
  fill: (change) => change,
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    if (!place) return
    if (place.parentId === null)
      return draft.refuse('root-archive', say('places.this-is-the-whole-account-close-the-account'))
    if (place.archived === change.archived) {
      return draft.refuse(
        'no-change',
        say('places.is-already-archived', { place: place.name, hasArchived: Boolean(place.archived) }),
      )
    }
    draft.update('place', place.id, { archived: change.archived })
    if (change.archived) unfitArchived(draft, new Set(downwards(draft.account, place.id).map((one) => one.id)))
  },
  sentence: (change, sight, tense) =>
    change.archived
      ? say('places.archived', { tense, what: sight.placeName(change.placeId) })
      : say('places.restored', { tense, what: sight.placeName(change.placeId) }),
  record: (change) => change,
}
