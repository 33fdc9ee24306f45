import { Equals, IsOptional } from 'class-validator'
import { idFrom, type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { addsPlaces, giveAtOwn, makesPlaces, mayGiveAtOwn } from '../access/own-clients.ts'
import { upwards } from '../../places/tree.ts'
import { checkName, checkReference, MAXIMUM_DEPTH } from './places.ts'
import { say } from '../../words/say.ts'

export class MakePlace {
  @Equals('make-place') type!: 'make-place'
  @RowId() placeId!: MadeId
  @RowId() parentId!: Id
  @Line(80) name!: string
  @Line(40) kind!: string
  @IsOptional() @Line(40) reference?: string | null
}

/** Makes a place beneath another; who reached its parent reaches it too (model T1, T4). */
export const makePlace: ChangeKind<MakePlace> = {
  type: 'make-place',
  confirm: 'confirm.make-place',
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: (draft, { parentId }) => makesPlaces(draft, parentId),
  undo: { needs: (draft, { parentId }) => addsPlaces(draft, parentId) },
  preview: 'plain',
  shape: MakePlace,
  fill: (change, newId) => ({ ...change, placeId: newId(change.placeId) }),
  decide(draft, change) {
    const parent = draft.seen('place', change.parentId, 'place')
    if (!parent) return
    if (!mayGiveAtOwn(draft, parent)) return
    if (upwards(draft.account, parent.id).length > MAXIMUM_DEPTH) {
      return draft.refuse(
        'too-deep',
        say('places.places-go-levels-deep-at-most-choose-a', { maximumDepth: MAXIMUM_DEPTH }),
      )
    }
    checkName(draft, parent.id, change.name)
    checkReference(draft, change.reference)
    const { placeId, parentId, name, kind } = change
    const reference = change.reference ?? null
    const row = { id: placeId, parentId, name: name.trim(), kind, reference }
    const place = { ...row, walled: false, archived: false, approvers: null }
    draft.insert('place', place)
    if (draft.problems.length === 0) giveAtOwn(draft, parent, [place], () => idFrom(placeId, 1))
  },
  sentence: (change, sight, tense) =>
    say('places.added-the-place-in', {
      tense,
      place: sight.placeName(change.placeId),
      place2: sight.placeName(change.parentId),
    }),
  record: (change) => change,
}
