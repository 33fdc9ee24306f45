import { RoleContent, rowOf } from './roles.ts'
import { Equals } from 'class-validator'
import type { MadeId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { judgeNaming } from './approver-choices.ts'
import { say } from '../../words/say.ts'

export class MakeRole extends RoleContent {
  @Equals('make-role') type!: 'make-role'
  declare roleId: MadeId
}

/** Makes a role: areas with their levels (model R1). It gives nobody anything until it is given. */
export const makeRole: ChangeKind<MakeRole> = {
  type: 'make-role',
  confirm: 'confirm.make-role',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('roles', 'change', 'access.make-roles'),
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
  sentence: (change, _sight, tense) => say('access.made-the-role', { tense, name: change.name }),
  record: (change) => change,
}
