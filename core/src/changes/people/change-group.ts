import { CHANGES_GROUPS, contentOf, GroupContent, groupIn, judgeLead } from './groups.ts'
import { Equals } from 'class-validator'
import type { ChangeKind } from '../engine/kind.ts'
import { sameRow } from '../../account/edits.ts'
import { say } from '../../words/say.ts'

export class ChangeGroup extends GroupContent {
  @Equals('change-group') type!: 'change-group'
}

/** Changes a group's name, lead or rule; whom the rule moves in or out moves at once. Judged by D1. */
export const changeGroup: ChangeKind<ChangeGroup> = {
  type: 'change-group',
  confirm: 'confirm.change-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_GROUPS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeGroup,
  fill: (change) => change,
  decide(draft, change) {
    const group = groupIn(draft, change.groupId)
    if (!group) return
    const content = { ...contentOf(draft, change, group.id), leads: change.leads ?? group.leads }
    // Whom the rule lets in comes into the lead's sight as well.
    const isSame = content.leadId === group.leadId && content.leads === group.leads && sameRow(content.rule, group.rule)
    if (!isSame) judgeLead(draft, content)
    if (draft.problems.length === 0) draft.update('group', group.id, content)
  },
  sentence: (change, _sight, tense) => say('people.changed-the-group', { tense, name: change.name }),
  record: (change) => change,
}
