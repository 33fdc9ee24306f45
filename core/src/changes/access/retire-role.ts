import { Equals, IsOptional } from 'class-validator'
import { idFrom, type MadeId, RowId } from '../engine/shapes.ts'
import type { GrantRow, Id, RoleRow } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { endGrant, roleText } from './grants.ts'
import { must } from '../../checks/must.ts'
import type { Draft } from '../engine/draft.ts'
import { isOpen } from '../../time/lasting.ts'

export class RetireRole {
  @Equals('retire-role') type!: 'retire-role'
  @RowId() roleId!: Id
  /** What everyone who holds it gets instead; left out only if nobody does. */
  @IsOptional() @RowId() replacementId?: Id | null
  /** From which the ids of the grants made are counted on. */
  @RowId() seedId!: MadeId
}

/** Retires a role, with a replacement for all who hold it from now on (model R5). Judged by D1. */
export const retireRole: ChangeKind<RetireRole> = {
  type: 'retire-role',
  confirm: 'confirm.retire-role',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('roles', 'run', 'access.retire-roles'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: RetireRole,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    const role = draft.seen('role', change.roleId, 'role')
    if (!role) return
    if (role.retired) return draft.refuse('no-change', say('access.is-already-retired', { role: role.name }))
    const follower = draft.account.by('role', 'base', role.id)[0]
    if (follower)
      return draft.refuse(
        'is-followed',
        say('access.follows-change-that-first', { follower: follower.name, role: role.name }),
      )
    const open = openGrants(draft, role.id)
    const replacement = change.replacementId ? draft.seen('role', change.replacementId, 'role') : undefined
    if (change.replacementId && !replacement) return
    if (open.length > 0 && !replacement) {
      return draft.refuse(
        'in-use',
        say('access.is-given-times-choose-what-replaces-it', { role: role.name, count: open.length }),
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
  sentence(change, sight, tense) {
    const instead = change.replacementId
      ? say('access.with-in-its-place', { role: roleText(change.replacementId, sight) })
      : ''
    return say('access.retired-the-role', { tense, role: roleText(change.roleId, sight), instead })
  },
  record: (change) => change,
}

function openGrants(draft: Draft, roleId: Id): GrantRow[] {
  return draft.account.by('grant', 'role', roleId).filter((grant) => isOpen(grant.until, draft.now))
}

function isFit(draft: Draft, replacement: RoleRow, role: RoleRow): boolean {
  if (replacement.id === role.id || replacement.retired) {
    draft.refuse('bad-replacement', say('access.choose-another-role-that-is-not-retired'), '/replacementId')
    return false
  }
  if (replacement.wallPassing && !role.wallPassing) {
    draft.refuse('wall-passing', say('access.a-role-that-passes-walls-can-only-be'), '/replacementId')
    return false
  }
  return true
}
