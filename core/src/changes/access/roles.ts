import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { GrantRow, Id, RoleArea, RoleRow } from '../../account/rows.ts'
import { sameRow } from '../../account/edits.ts'
import { LEVELS, type Level } from '../../access/levels.ts'
import { actionsOf } from '../../access/powers.ts'
import { Code, Line } from '../../checks/shape.ts'
import { areaAt, type Area } from '../../products/catalogue.ts'
import type { Draft } from '../engine/draft.ts'
import { endGrant, roleText } from './grants.ts'
import { ApproversChoice, judgeNaming, readApproversChoice } from './approver-choices.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { LeftOut, idFrom, RowId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'

export class RoleAreaEntry {
  @IsString() area!: string
  /** `none` denies what would flow from the role it follows. */
  @IsIn(LEVELS) level!: Level
  @LeftOut() @IsArray() @ArrayMaxSize(50) @Code(true) withheld?: string[]
  @LeftOut() @IsArray() @ArrayMaxSize(50) @Code(true) approval?: string[]
  @LeftOut() @IsIn(['all', 'own', 'people']) scope?: 'all' | 'own' | 'people'
}

class RoleContent {
  @RowId() roleId!: Id
  @Line(60) name!: string
  @IsArray()
  @ArrayMinSize(1, { message: 'A role must name at least one area' })
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => RoleAreaEntry)
  areas!: RoleAreaEntry[]
  /** The role it follows; what it does not name flows from there (model R3). */
  @IsOptional() @RowId() baseId?: Id | null
  @IsOptional() @ValidateNested() @Type(() => ApproversChoice) approvers?: ApproversChoice | null
  @IsOptional() @IsBoolean() wallPassing?: boolean | null
}

export class MakeRole extends RoleContent {
  @Equals('make-role') type!: 'make-role'
}

/** Makes a role: areas with their levels (model R1). It gives nobody anything until it is given. */
export const makeRole: ChangeKind<MakeRole> = {
  type: 'make-role',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('roles', 'change', 'make roles'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: MakeRole,
  fill: (change, newId) => ({ ...change, roleId: newId(change.roleId) }),
  decide(draft, change) {
    const row = rowOf(draft, change)
    if (!row) return
    draft.insert('role', row)
    judgeNaming(draft, row.approvers, [row.id], draft.account.root.id)
  },
  sentence: (change, _sight, verb) => `${verb('made', 'make')} the role ${change.name}`,
  record: (change) => change,
}

export class ChangeRole extends RoleContent {
  @Equals('change-role') type!: 'change-role'
}

/** Changes what a role is, for everyone who holds it or one that follows it (model R1, R3). Judged by D1. */
export const changeRole: ChangeKind<ChangeRole> = {
  type: 'change-role',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('roles', 'change', 'change roles'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeRole,
  fill: (change) => change,
  decide(draft, change) {
    const role = draft.seen('role', change.roleId, 'role')
    if (!role) return
    if (role.retired) {
      const sentence = `${role.name} has been retired in the meantime and cannot be changed. Copy it to make a similar one.`
      return draft.refuse('role-retired', sentence)
    }
    const row = rowOf(draft, change, role)
    if (!row) return
    draft.update('role', role.id, row)
    if (!sameRow(row.approvers, role.approvers)) {
      judgeNaming(draft, row.approvers, [row.id], draft.account.root.id)
    }
  },
  sentence: (change, _sight, verb) => `${verb('changed', 'change')} the role ${change.name}`,
  record: (change) => change,
}

/** The role a change describes, or undefined if it was refused. */
function rowOf(draft: Draft, change: RoleContent, old?: RoleRow): RoleRow | undefined {
  const wanted = change.name.trim().toLowerCase()
  const twin = [...draft.account.all('role')].find((one) => one.id !== old?.id && one.name.toLowerCase() === wanted)
  if (twin) draft.refuse('name-taken', `There is already a role ${change.name}. Choose another name.`, '/name')
  const wallPassing = change.wallPassing ?? old?.wallPassing ?? false
  if (wallPassing !== (old?.wallPassing ?? false) && !isOwner(draft)) {
    draft.refuse('owners-only', 'Only an owner can make a role that passes walls.', '/wallPassing')
  }
  checkBase(draft, change, old)
  const areas: Record<string, RoleArea> = {}
  change.areas.forEach((entry, at) => {
    if (areas[entry.area]) draft.refuse('area-twice', `${entry.area} is named twice.`, `/areas/${at}/area`)
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
  if (!base)
    return draft.refuse(
      'not-found',
      'There is no such role here to follow; it may have been removed in the meantime.',
      path,
    )
  if (base.id === old?.id) return draft.refuse('follows-itself', 'A role cannot follow itself.', path)
  if (base.baseId) {
    const further = draft.account.get('role', base.baseId)?.name ?? 'another role'
    return draft.refuse('follows-follower', `${base.name} follows ${further} itself; follow ${further} instead.`, path)
  }
  const follower = old && draft.account.by('role', 'base', old.id)[0]
  if (follower) draft.refuse('is-followed', `${follower.name} follows this role, so it cannot follow another.`, path)
}

function readEntry(draft: Draft, entry: RoleAreaEntry, path: string, follows: boolean): RoleArea | undefined {
  const area = areaAt(draft.account, entry.area, draft.now)
  if (!area) {
    draft.refuse('unknown-area', `No product that is on has an area ${entry.area}.`, `${path}/area`)
    return undefined
  }
  if (entry.level === 'none') {
    if (!follows)
      draft.refuse(
        'needless-none',
        `Leave ${area.area.name} out; the role it follows does not have it.`,
        `${path}/level`,
      )
    return { level: 'none' }
  }
  if (!area.area.levels.some((one) => one.level === entry.level)) {
    const known = area.area.levels.map((one) => one.level).join(', ')
    draft.refuse('unknown-level', `${area.area.name} knows ${known} only.`, `${path}/level`)
    return undefined
  }
  const withheld = entry.withheld ?? []
  const approval = entry.approval ?? []
  checkActions(draft, area, withheld, `${path}/withheld`)
  checkActions(draft, area, approval, `${path}/approval`)
  const both = approval.find((one) => withheld.includes(one))
  if (both) draft.refuse('action-twice', `${both} is either withheld or needs approval, not both.`, `${path}/approval`)
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
    draft.refuse('unknown-action', `${area.area.name} has no action ${code}; it has ${known.join(', ')}.`, path)
  }
}

export class RetireRole {
  @Equals('retire-role') type!: 'retire-role'
  @RowId() roleId!: Id
  /** What everyone who holds it gets instead; left out only if nobody does. */
  @IsOptional() @RowId() replacementId?: Id | null
  /** From which the ids of the grants made are counted on. */
  @RowId() seedId!: Id
}

/** Retires a role, with a replacement for all who hold it from now on (model R5). Judged by D1. */
export const retireRole: ChangeKind<RetireRole> = {
  type: 'retire-role',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('roles', 'run', 'retire roles'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: RetireRole,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    const role = draft.seen('role', change.roleId, 'role')
    if (!role) return
    if (role.retired) return draft.refuse('no-change', `${role.name} is already retired.`)
    const follower = draft.account.by('role', 'base', role.id)[0]
    if (follower) return draft.refuse('is-followed', `${follower.name} follows ${role.name}. Change that first.`)
    const open = openGrants(draft, role.id)
    const replacement = change.replacementId ? draft.seen('role', change.replacementId, 'role') : undefined
    if (change.replacementId && !replacement) return
    if (open.length > 0 && !replacement) {
      return draft.refuse(
        'in-use',
        `${role.name} is given ${open.length} times. Choose what replaces it.`,
        '/replacementId',
      )
    }
    if (replacement && !isFit(draft, replacement, role)) return
    for (const [at, grant] of open.entries()) {
      const from = Math.max(grant.from, draft.now)
      endGrant(draft, grant.id)
      const id = idFrom(change.seedId, at)
      draft.insert('grant', {
        ...grant,
        id,
        roleId: must(replacement, 'replacement').id,
        from,
        givenById: draft.actorId,
      })
    }
    draft.update('role', role.id, { retired: true })
  },
  sentence(change, sight, verb) {
    const instead = change.replacementId ? `, with ${roleText(change.replacementId, sight)} in its place` : ''
    return `${verb('retired', 'retire')} the role ${roleText(change.roleId, sight)}${instead}`
  },
  record: (change) => change,
}

function openGrants(draft: Draft, roleId: Id): GrantRow[] {
  return draft.account.by('grant', 'role', roleId).filter((grant) => grant.until === null || grant.until > draft.now)
}

function isFit(draft: Draft, replacement: RoleRow, role: RoleRow): boolean {
  if (replacement.id === role.id || replacement.retired) {
    draft.refuse('bad-replacement', 'Choose another role that is not retired.', '/replacementId')
    return false
  }
  if (replacement.wallPassing && !role.wallPassing) {
    draft.refuse('wall-passing', 'A role that passes walls can only be given by name, one by one.', '/replacementId')
    return false
  }
  return true
}
