import type { Approver, Approvers, Id } from '../account/rows.ts'
import { stepsOf } from '../account/approver-rows.ts'
import { approversText } from '../access/approver-words.ts'
import type { Sight } from '../access/sight.ts'

/** Who approves, as it is shown and chosen anew; no steps: anyone who manages the area there, or as the role says. */
export interface ApproversView {
  order: 'in-order' | 'all'
  steps: { kind: Approver['kind']; people: { id: Id; name: string }[]; group: { id: Id; name: string } | null }[]
  /** The same in words; null where nobody is named. */
  text: string | null
}

export function approversView(sight: Sight, approvers: Approvers | null): ApproversView {
  return {
    order: approvers?.kind === 'steps' ? approvers.order : 'in-order',
    steps: (approvers ? stepsOf(approvers) : []).map((one) => ({
      kind: one.kind,
      people: one.kind === 'named' ? one.personIds.map((id) => ({ id, name: sight.personName(id) })) : [],
      group: one.kind === 'group' ? { id: one.groupId, name: sight.named.get('group', one.groupId)?.name ?? '' } : null,
    })),
    text: approvers && approversText(sight, approvers),
  }
}
