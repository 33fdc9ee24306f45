import { RoleContent, rowOf } from './roles.ts'
import { Equals } from 'class-validator'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { sameRow } from '../../account/edits.ts'
import { judgeNaming } from './approver-choices.ts'

export class ChangeRole extends RoleContent {
  @Equals('change-role') type!: 'change-role'
}

/** Changes what a role is, for everyone who holds it or one that follows it (model R1, R3). Judged by D1. */
export const changeRole: ChangeKind<ChangeRole> = {
  type: 'change-role',
  confirm: 'confirm.change-role',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('roles', 'change', 'access.change-roles'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeRole,
  fill: (change) => change,
  decide(draft, change) {
    const role = draft.seen('role', change.roleId, 'role')
    if (!role) return
    if (role.retired) {
      const sentence = say('access.has-been-retired-in-the-meantime-and-cannot', { role: role.name })
      return draft.refuse('role-retired', sentence)
    }
    const row = rowOf(draft, change, role)
    if (!row) return
    draft.update('role', role.id, row)
    if (!sameRow(row.approvers, role.approvers)) {
      judgeNaming(draft, row.approvers, [row.id], draft.account.root.id)
    }
  },
  sentence: (change, _sight, tense) => say('access.changed-the-role', { tense, name: change.name }),
  record: (change) => change,
}
