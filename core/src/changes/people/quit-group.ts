import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_GROUPS, groupIn } from './groups.ts'
import { say } from '../../words/say.ts'

export class QuitGroup {
  @Equals('quit-group') type!: 'quit-group'
  @RowId() groupId!: Id
  @RowId() personId!: Id
}

/** Takes a person out of a group they were in by name. Judged by D1. */
export const quitGroup: ChangeKind<QuitGroup> = {
  type: 'quit-group',
  confirm: 'confirm.quit-group',
  category: 'roles',
  effect: 'ends',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_GROUPS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: QuitGroup,
  fill: (change) => change,
  decide(draft, change) {
    const group = groupIn(draft, change.groupId)
    const person = draft.seen('person', change.personId, 'person')
    if (!group || !person) return
    const membership = draft.account.by('membership', 'person', person.id).find((one) => one.groupId === group.id)
    if (!membership) {
      const how = group.rule ? say('people.if-the-rule-puts-them-there-change-the') : ''
      return draft.refuse(
        'no-change',
        say('people.is-not-in-by-name', { name: draft.account.nameOf(person.id), group: group.name, how }),
      )
    }
    draft.remove('membership', membership.id)
  },
  sentence: (change, sight, tense) =>
    say('people.took-out-of', {
      tense,
      person: sight.personName(change.personId),
      group: sight.named.get('group', change.groupId)?.name ?? say('people.a-group'),
    }),
  record: (change) => change,
}
