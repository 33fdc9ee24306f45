import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  ValidateNested,
} from 'class-validator'
import { type Level, LEVELS } from '../../account/level.ts'
import { LeftOut, RowId } from '../engine/shapes.ts'
import { Code, Line } from '../../checks/shape.ts'
import type { Id, RoleArea, RoleRow } from '../../account/rows.ts'
import { say } from '../../words/say.ts'
import { Type } from 'class-transformer'
import { ApproversChoice, readApproversChoice } from './approver-choices.ts'
import type { Draft } from '../engine/draft.ts'
import { type Area, areaAt } from '../../products/catalogue.ts'
import { actionsOf } from '../../access/powers.ts'

export class RoleAreaEntry {
  @IsString() area!: string
  /** `none` denies what would flow from the role it follows. */
  @IsIn(LEVELS) level!: Level
  @LeftOut() @IsArray() @ArrayMaxSize(50) @Code(true) withheld?: string[]
  @LeftOut() @IsArray() @ArrayMaxSize(50) @Code(true) approval?: string[]
  @LeftOut() @IsIn(['all', 'own', 'people']) scope?: 'all' | 'own' | 'people'
}

export class RoleContent {
  @RowId() roleId!: Id
  @Line(60) name!: string
  @IsArray()
  @ArrayMinSize(1, { message: () => say('access.a-role-must-name-at-least-one-area') })
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => RoleAreaEntry)
  areas!: RoleAreaEntry[]
  /** The role it follows; what it does not name flows from there (model R3). */
  @IsOptional() @RowId() baseId?: Id | null
  @IsOptional() @ValidateNested() @Type(() => ApproversChoice) approvers?: ApproversChoice | null
  @IsOptional() @IsBoolean() wallPassing?: boolean | null
}

/** The role a change describes, or undefined if it was refused. */
export function rowOf(draft: Draft, change: RoleContent, old?: RoleRow): RoleRow | undefined {
  const wanted = change.name.trim().toLowerCase()
  const twin = [...draft.account.all('role')].find((one) => one.id !== old?.id && one.name.toLowerCase() === wanted)
  if (twin)
    draft.refuse(
      'name-taken',
      say('access.there-is-already-a-role-choose-another-name', { name: change.name }),
      '/name',
    )
  const wallPassing = change.wallPassing ?? old?.wallPassing ?? false
  if (wallPassing !== (old?.wallPassing ?? false) && !isOwner(draft)) {
    draft.refuse('owners-only', say('access.only-an-owner-can-make-a-role-that'), '/wallPassing')
  }
  checkBase(draft, change, old)
  const areas: Record<string, RoleArea> = {}
  change.areas.forEach((entry, at) => {
    if (areas[entry.area])
      draft.refuse('area-twice', say('access.is-named-twice', { area: entry.area }), `/areas/${at}/area`)
    const read = readEntry(draft, entry, `/areas/${at}`, Boolean(change.baseId))
    if (read) areas[entry.area] = read
  })
  const approvers = readApproversChoice(draft, change.approvers ?? null, '/approvers')
  if (draft.problems.length > 0) return undefined
  const baseId = change.baseId ?? null
  return {
    id: change.roleId,
    name: change.name.trim(),
    areas,
    baseId,
    approvers,
    wallPassing,
    retired: old?.retired ?? false,
  }
}

function isOwner(draft: Draft): boolean {
  return draft.actor.kind !== 'person' || draft.actorPerson?.standing === 'owner'
}

/** A role follows one other, which follows none, and nothing follows a follower (model R3). */
function checkBase(draft: Draft, change: RoleContent, old?: RoleRow): void {
  if (!change.baseId) return
  const base = draft.account.get('role', change.baseId)
  const path = '/baseId'
  if (!base) return draft.refuse('not-found', say('access.there-is-no-such-role-here-to-follow'), path)
  if (base.id === old?.id) return draft.refuse('follows-itself', say('access.a-role-cannot-follow-itself'), path)
  if (base.baseId) {
    const further = draft.account.get('role', base.baseId)?.name ?? say('access.another-role')
    return draft.refuse(
      'follows-follower',
      say('access.follows-itself-follow-instead', { base: base.name, further }),
      path,
    )
  }
  const follower = old && draft.account.by('role', 'base', old.id)[0]
  if (follower)
    draft.refuse(
      'is-followed',
      say('access.follows-this-role-so-it-cannot-follow-another', { follower: follower.name }),
      path,
    )
}

function readEntry(draft: Draft, entry: RoleAreaEntry, path: string, follows: boolean): RoleArea | undefined {
  const area = areaAt(draft.account, entry.area, draft.now)
  if (!area) {
    draft.refuse('unknown-area', say('access.no-product-that-is-on-has-an-area', { area: entry.area }), `${path}/area`)
    return undefined
  }
  if (entry.level === 'none') {
    if (!follows)
      draft.refuse(
        'needless-none',
        say('access.leave-out-the-role-it-follows-does-not', { area: area.area.name }),
        `${path}/level`,
      )
    return { level: 'none' }
  }
  if (!area.area.levels.some((one) => one.level === entry.level)) {
    const known = area.area.levels.map((one) => one.level).join(', ')
    draft.refuse('unknown-level', say('access.knows-only', { area: area.area.name, known }), `${path}/level`)
    return undefined
  }
  const withheld = entry.withheld ?? []
  const approval = entry.approval ?? []
  checkActions(draft, area, withheld, `${path}/withheld`)
  checkActions(draft, area, approval, `${path}/approval`)
  const both = approval.find((one) => withheld.includes(one))
  if (both)
    draft.refuse(
      'action-twice',
      say('access.is-either-withheld-or-needs-approval-not-both', { both }),
      `${path}/approval`,
    )
  return {
    level: entry.level,
    ...(withheld.length > 0 ? { withheld } : {}),
    ...(approval.length > 0 ? { approval } : {}),
    ...(entry.scope && entry.scope !== 'all' ? { scope: entry.scope } : {}),
  }
}

function checkActions(draft: Draft, area: Area, codes: readonly string[], path: string): void {
  const known = actionsOf(area).map((action) => action.code)
  for (const code of codes) {
    if (known.includes(code)) continue
    draft.refuse(
      'unknown-action',
      say('access.has-no-action-it-has', { area: area.area.name, code, list: known.join(', ') }),
      path,
    )
  }
}
