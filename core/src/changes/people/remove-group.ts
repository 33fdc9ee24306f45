import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { groupIn, REMOVES_GROUPS } from './groups.ts'
import { isOpen } from '../../time/lasting.ts'
import { say } from '../../words/say.ts'

export class RemoveGroup {
  @Equals('remove-group') type!: 'remove-group'
  @RowId() groupId!: Id
}

/** Removes a group that nothing is given to any more. */
export const removeGroup: ChangeKind<RemoveGroup> = {
  type: 'remove-group',
  confirm: 'confirm.remove-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: REMOVES_GROUPS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: RemoveGroup,
  fill: (change) => change,
  decide(draft, change) {
    const group = groupIn(draft, change.groupId)
    if (!group) return
    const grants = draft.account.by('grant', 'subject', `group ${group.id}`)
    if (grants.some((grant) => isOpen(grant.until, draft.now))) {
      return draft.refuse('in-use', say('people.still-has-access-take-it-away-first', { group: group.name }))
    }
    if (grants.length > 0)
      return draft.refuse('has-history', say('people.had-access-before-so-it-cannot-be-deleted', { group: group.name }))
    for (const membership of draft.account.by('membership', 'group', group.id))
      draft.remove('membership', membership.id)
    draft.remove('group', group.id)
  },
  sentence: (_change, _sight, tense) => say('people.deleted-a-group', { tense }),
  record: (change) => change,
}
