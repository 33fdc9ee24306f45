import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_GROUPS, groupIn, judgeLead } from './groups.ts'
import { say } from '../../words/say.ts'

export class JoinGroup {
  @Equals('join-group') type!: 'join-group'
  @RowId() membershipId!: MadeId
  @RowId() groupId!: Id
  @RowId() personId!: Id
}

/** Puts a person into a group by name; what the group holds becomes theirs. Judged by D1. */
export const joinGroup: ChangeKind<JoinGroup> = {
  type: 'join-group',
  confirm: 'confirm.join-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_GROUPS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: JoinGroup,
  fill: (change, newId) => ({ ...change, membershipId: newId(change.membershipId) }),
  decide(draft, change) {
    const group = groupIn(draft, change.groupId)
    const person = draft.seen('person', change.personId, 'person')
    if (!group || !person) return
    const name = draft.account.nameOf(person.id)
    if (!['active', 'away', 'waiting'].includes(person.state)) {
      return draft.refuse('not-here', say('people.is-not-here-yet-invite-them-first', { name, state: person.state }))
    }
    if (draft.account.by('membership', 'person', person.id).some((one) => one.groupId === group.id)) {
      return draft.refuse('no-change', say('people.is-already-in', { name, group: group.name }))
    }
    judgeLead(draft, group)
    if (draft.problems.length > 0) return
    draft.insert('membership', { id: change.membershipId, groupId: group.id, personId: person.id })
  },
  sentence: (change, sight, tense) =>
    say('people.put-into', {
      tense,
      person: sight.personName(change.personId),
      group: sight.named.get('group', change.groupId)?.name ?? say('people.a-group'),
    }),
  record: (change) => change,
}
