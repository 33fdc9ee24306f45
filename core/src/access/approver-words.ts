import type { Approver, Approvers, Id } from '../account/rows.ts'
import { stepsOf } from '../account/approver-rows.ts'
import type { Approval } from './approvers.ts'
import type { Sight } from './sight.ts'
import { say } from '../words/say.ts'

/** Who approves, in words: `Alba Renfrew or Corin Vey, then their manager` (model V5). */
export function approversText(sight: Sight, approvers: Approvers): string {
  const joined = approvers.kind === 'steps' && approvers.order === 'all' ? say('access.and-3') : say('access.then')
  return stepsOf(approvers)
    .map((one) => approverText(sight, one))
    .join(joined)
}

function approverText(sight: Sight, one: Approver): string {
  if (one.kind === 'manager') return say('access.their-manager')
  if (one.kind === 'area') return say('access.anyone-who-manages-the-area-there')
  if (one.kind === 'group')
    return say('access.someone-in-the-group', { group: sight.named.get('group', one.groupId)?.name ?? '' }).trim()
  return one.personIds.map((id) => sight.personName(id)).join(say('access.or'))
}

/** So many names are said of one step. */
const NAMED = 4

/**
 * Who decides, by name, in words. The person who waits sees who it is, whatever else they see of them (model V5); others as far
 * as they see them.
 */
export function approvalText(sight: Sight, waitingId: Id, { order, steps }: Approval): string {
  const nameOf = (id: Id) => (sight.isSelf(waitingId) ? sight.named.nameOf(id) : sight.personName(id))
  const words = steps.map(({ personIds, ownersStandIn }) => {
    const names = [...new Set(personIds.map(nameOf))]
    const shown = names.slice(0, NAMED).join(say('access.or'))
    const more = names.length > NAMED ? say('access.or-more', { count: names.length - NAMED }) : ''
    return shown + more + (ownersStandIn && names.length > 0 ? say('access.as-owner') : '') || 'nobody'
  })
  return words.join(order === 'all' ? say('access.and-3') : say('access.then'))
}
