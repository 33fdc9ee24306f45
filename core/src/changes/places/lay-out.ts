import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsInt,
  IsOptional,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'
import type { GrantRow, Id, PlaceRow } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { MAXIMUM_LISTED } from '../../places/read-list.ts'
import { upwards } from '../../places/tree.ts'
import type { Draft } from '../engine/draft.ts'
import { mayBeGiven } from '../access/grants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { checkName, checkReference, MAXIMUM_DEPTH } from './places.ts'
import { addsPlaces, giveAtOwn, makesPlaces, mayGiveAtOwn } from '../access/own-clients.ts'
import { LeftOut, idFrom, RowId, type MadeId } from '../engine/shapes.ts'
import type { Level } from '../../account/level.ts'
import type { OwnArea } from '../../products/own.ts'
import type { Need } from '../engine/needs.ts'
import { entryAt } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

export class LaidPlace {
  @Line(80) name!: string
  @Line(40) kind!: string
  @IsOptional() @Line(40) reference?: string | null
  @LeftOut() @IsBoolean() walled?: boolean
  /** Which of the places before it is around it; left out at the top. */
  @IsOptional() @IsInt() @Min(0) @Max(MAXIMUM_LISTED) within?: number | null
}

/** What a group is given at one of the places. */
export class LaidKey {
  @RowId() groupId!: Id
  @RowId() roleId!: Id
  @IsInt() @Min(0) @Max(MAXIMUM_LISTED) at!: number
}

/** So many keys of groups are laid out at most; ids of what the maker gets are counted on beyond. */
const MOST_KEYS = 200

export class LayOut {
  @Equals('lay-out') type!: 'lay-out'
  @RowId() parentId!: Id
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MAXIMUM_LISTED)
  @ValidateNested({ each: true })
  @Type(() => LaidPlace)
  places!: LaidPlace[]
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_KEYS)
  @ValidateNested({ each: true })
  @Type(() => LaidKey)
  keys?: LaidKey[]
  /** From which the ids of the rows made are counted on. */
  @RowId() seedId!: MadeId
}

/**
 * Lays out many places at once, as a client with its sites: each in its parent, walled where it is to be, with what
 * groups usually hold there (model T1, T3, T4). Judged by D1.
 */
export const layOut: ChangeKind<LayOut> = {
  type: 'lay-out',
  confirm: 'confirm.lay-out',
  category: 'places',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: (draft, change) => laysOut(change, makesPlaces(draft, change.parentId)),
  undo: { needs: (draft, change) => laysOut(change, addsPlaces(draft, change.parentId)) },
  preview: 'plain',
  shape: LayOut,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    const parent = draft.seen('place', change.parentId, 'place')
    if (!parent || !mayGiveAtOwn(draft, parent)) return
    const rows = rowsOf(draft, change, parent)
    if (draft.problems.length > 0) return
    draft.insertAll('place', rows)
    const tops = rows.filter(({ parentId }) => parentId === parent.id)
    giveAtOwn(draft, parent, tops, (at) => idFrom(change.seedId, MAXIMUM_LISTED + MOST_KEYS + at))
    const keys = (change.keys ?? []).flatMap((key, at) => keyRow(draft, change, rows, key, at) ?? [])
    if (draft.problems.length === 0) draft.insertAll('grant', keys)
  },
  sentence: (change, sight, tense) =>
    say('places.added-in', {
      tense,
      count: countText(change),
      place: sight.placeName(change.parentId),
      tops: topsText(change),
    }),
  record: (change) => change,
}

/** What laying out needs besides the right to make places there. */
function laysOut({ parentId, places, keys = [] }: LayOut, makes: readonly Need[]): readonly Need[] {
  const at = (area: OwnArea, level: Level, to: string): Need => ({ area, level, placeId: parentId, to })
  const walls = places.some(({ walled }) => walled) ? [at('places', 'run', say('places.wall-places-off'))] : []
  const gives = keys.length > 0 ? [at('access', 'change', say('places.give-access-there'))] : []
  return [...makes, ...walls, ...gives]
}

function rowsOf(draft: Draft, change: LayOut, parent: PlaceRow): PlaceRow[] {
  const depths: number[] = []
  const above = upwards(draft.account, parent.id).length
  const beside = new Map<string, string>()
  return change.places.map((place, at) => {
    const path = `/places/${at}`
    const within = place.within ?? null
    if (within !== null && within >= at)
      draft.refuse('bad-order', say('places.a-place-has-to-come-after-the-place'), path)
    depths.push(within === null ? above : (depths[within] ?? above) + 1)
    if (entryAt(depths, at) > MAXIMUM_DEPTH) {
      draft.refuse(
        'too-deep',
        say('places.places-go-levels-deep-at-most', { place: place.name, maximumDepth: MAXIMUM_DEPTH }),
        path,
      )
    }
    const name = place.name.trim()
    if (within === null) checkName(draft, parent.id, name)
    else if (name.includes('/')) draft.refuse('slash-in-name', say('places.holds-which-joins-places', { name }), path)
    const key = `${within} ${name.toLowerCase()}`
    if (beside.has(key)) draft.refuse('name-taken', say('places.is-listed-twice-side-by-side', { name }), path)
    beside.set(key, name)
    if (place.reference) {
      checkReference(draft, place.reference)
      const twin = beside.get(`[${place.reference}`)
      if (twin)
        draft.refuse(
          'reference-taken',
          say('places.the-reference-is-listed-twice', { reference: place.reference }),
          path,
        )
      beside.set(`[${place.reference}`, name)
    }
    return {
      id: idFrom(change.seedId, at),
      parentId: within === null ? parent.id : idFrom(change.seedId, within),
      name,
      kind: place.kind,
      reference: place.reference ?? null,
      walled: place.walled ?? false,
      archived: false,
      approvers: null,
    }
  })
}

function keyRow(
  draft: Draft,
  change: LayOut,
  rows: readonly PlaceRow[],
  { groupId, roleId, at }: LaidKey,
  index: number,
): GrantRow | undefined {
  const role = draft.seen('role', roleId, 'role')
  const place = rows[at]
  const group = draft.account.get('group', groupId)
  if (!group || !place) draft.refuse('not-found', say('places.there-is-no-such-group-or-place-here'))
  if (!group || !place || !role || !mayBeGiven(draft, role, 'group')) return undefined
  return {
    id: idFrom(change.seedId, MAXIMUM_LISTED + index),
    subjectKind: 'group',
    subjectId: groupId,
    roleId,
    placeId: place.id,
    from: draft.now,
    until: null,
    givenById: draft.actorId,
    offerId: null,
    approvers: null,
    madeRoleId: null,
  }
}

function countText({ places }: LayOut): string {
  return say('places.places', { count: places.length })
}

function topsText({ places }: LayOut): string {
  const tops = places.filter((place) => (place.within ?? null) === null).map((place) => place.name)
  return tops.length > 3
    ? say('places.and-more', { list: tops.slice(0, 3).join(', '), count: tops.length - 3 })
    : tops.join(', ')
}
