import { Equals, IsBoolean, IsOptional } from 'class-validator'
import type { Account } from '../../account/account.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { upwards } from '../../places/tree.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { addsPlaces, giveAtOwn, makesPlaces, mayGiveAtOwn } from '../access/own-clients.ts'
import { idFrom, RowId, type MadeId } from '../engine/shapes.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

/** How deep places go beneath the root. */
export const MAXIMUM_DEPTH = 12

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

/** Names are unique side by side, and hold no slash. */
export function checkName(draft: Draft, parentId: Id, name: string, except?: Id): void {
  const wanted = name.trim().toLowerCase()
  const twin = draft.account
    .by('place', 'parent', parentId)
    .find((place) => place.id !== except && place.name.toLowerCase() === wanted)
  if (name.includes('/'))
    draft.refuse('slash-in-name', say('places.a-places-name-cannot-hold-which-joins-places'), '/name')
  if (twin)
    draft.refuse('name-taken', say('places.there-is-a-there-already-choose-another-name', { twin: twin.name }), '/name')
}

export function checkReference(draft: Draft, reference: string | null | undefined, except?: Id): void {
  if (!reference) return
  const twin = placeByReference(draft.account, reference)
  if (!twin || twin.id === except) return
  const where = draft.sight.seesPlace(twin.id) ? say('places.stands-for', { twin: twin.name }) : say('places.is-taken')
  draft.refuse(
    'reference-taken',
    say('places.the-reference-already-choose-another', { reference, where }),
    '/reference',
  )
}

/** References are unique in an account, so that bills and products can name places by them (model T1). */
export function placeByReference(account: Account, reference: string) {
  return account.by('place', 'reference', reference)[0]
}
