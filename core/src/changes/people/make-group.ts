import { CHANGES_GROUPS, contentOf, GroupContent, judgeLead, REMOVES_GROUPS } from './groups.ts'
import { Equals } from 'class-validator'
import type { MadeId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'

export class MakeGroup extends GroupContent {
  @Equals('make-group') type!: 'make-group'
  declare groupId: MadeId
}

/** Makes a group of people, by name, by rule or both (model P8). */
export const makeGroup: ChangeKind<MakeGroup> = {
  type: 'make-group',
  confirm: 'confirm.make-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_GROUPS,
  undo: { needs: REMOVES_GROUPS },
  preview: 'plain',
  shape: MakeGroup,
  fill: (change, newId) => ({ ...change, groupId: newId(change.groupId) }),
  decide(draft, change) {
    const content = { ...contentOf(draft, change), leads: change.leads ?? false }
    judgeLead(draft, content)
    if (draft.problems.length === 0) draft.insert('group', { id: change.groupId, ...content })
  },
  sentence: (change, _sight, tense) => say('people.made-the-group', { tense, name: change.name }),
  record: (change) => change,
}
