import type { ApproversView } from '@lodge/core'
import type { NewOf } from '../api/types.ts'

/** One step of an approval in a form; by name it holds people, of a group its id. */
export interface ApproverDraft {
  kind: 'named' | 'group' | 'area' | 'manager'
  personIds: string[]
  groupId: string
}

/** Who approves, in a form: no step leaves it to what is said further up. */
export interface ApproversDraft {
  order: 'in-order' | 'all'
  steps: ApproverDraft[]
}

export function approversDraft(view: ApproversView | null | undefined): ApproversDraft {
  const steps = (view?.steps ?? []).map(({ kind, people, group }) => {
    return { kind, personIds: people.map(({ id }) => id), groupId: group?.id ?? '' }
  })
  return { order: view?.order ?? 'in-order', steps }
}

type Asked = NonNullable<NewOf<'name-approvers'>['approvers']>

/** The form as it is asked for; null for no step; undefined while a step names nobody. */
export function approversChoice({ order, steps }: ApproversDraft): Asked | null | undefined {
  if (steps.length === 0) return null
  const asked = steps.flatMap(({ kind, personIds, groupId }): NonNullable<Asked['steps']>[number][] => {
    if (kind === 'named') return personIds.length > 0 ? [{ kind, personIds }] : []
    if (kind === 'group') return groupId ? [{ kind, groupId }] : []
    return [{ kind }]
  })
  if (asked.length < steps.length) return undefined
  return asked.length === 1 ? asked[0] : { kind: 'steps', order, steps: asked }
}
