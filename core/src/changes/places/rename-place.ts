import { Equals, IsOptional } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { checkName, checkReference } from './places.ts'

export class RenamePlace {
  @Equals('rename-place') type!: 'rename-place'
  @RowId() placeId!: Id
  @Line(80) name!: string
  @IsOptional() @Line(40) reference?: string | null
}

export const renamePlace: ChangeKind<RenamePlace> = {
  type: 'rename-place',
  confirm: 'confirm.rename-place',
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atPlace('places', 'change', (name) => say('places.rename', { name })),
  undo: 'by-its-right',
  preview: 'plain',
  shape: RenamePlace,
  fill: (change) => change,
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    if (!place) return
    if (place.parentId) checkName(draft, place.parentId, change.name, place.id)
    checkReference(draft, change.reference, place.id)
    const reference = change.reference === undefined ? place.reference : change.reference
    draft.update('place', place.id, { name: change.name.trim(), reference })
  },
  sentence: (change, _sight, tense) => say('places.renamed-a-place-to', { tense, name: change.name }),
  record: (change) => change,
}
