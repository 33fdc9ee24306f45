import { approversOfSteps, stepsOf } from './approver-rows.ts'
import type { Account } from './account.ts'
import type { BookApprover, BookApprovers } from './book-people-shape.ts'
import type { Approver, Approvers, Id } from './rows.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** How an account export names who approves, and what it names them by. */
interface Names {
  person(text: string): Id | null
  group(text: string): Id | null
}

const how = () => say('account.approvers-are-people-area-manager-a-group-or')

/** Who approves, as an account export says it (model V5). @throws Error with the sentence of what cannot be read. */
export function readApprovers(plain: unknown, names: Names): Approvers | null {
  if (isObject(plain) && 'steps' in plain) {
    const { order, steps } = plain
    const isKnown = order === 'in-order' || order === 'all'
    if (!isKnown || !Array.isArray(steps) || steps.length === 0 || steps.length > 5) throw new Error(how())
    return approversOfSteps(
      steps.map((one) => readApprover(one, names)),
      order,
    )
  }
  return readApprover(plain, names)
}

function readApprover(plain: unknown, names: Names): Approver {
  if (plain === 'manager' || plain === 'area') return { kind: plain }
  if (isObject(plain) && typeof plain.group === 'string') {
    return { kind: 'group', groupId: names.group(plain.group) ?? '' }
  }
  if (!Array.isArray(plain) || plain.length > 20 || !plain.every((one) => typeof one === 'string'))
    throw new Error(how())
  return { kind: 'named', personIds: plain.flatMap((one: string) => names.person(one) ?? []) }
}

function isObject(plain: unknown): plain is Record<string, unknown> {
  return typeof plain === 'object' && plain !== null && !Array.isArray(plain)
}

/** The same as it is written. */
export function writeApprovers(account: Account, approvers: Approvers, ref: (personId: Id) => string): BookApprovers {
  const steps = stepsOf(approvers).map((one): BookApprover => {
    if (one.kind === 'named') return one.personIds.map(ref)
    return one.kind === 'group' ? { group: account.get('group', one.groupId)?.name ?? '' } : one.kind
  })
  return approvers.kind === 'steps' ? { order: approvers.order, steps } : entryAt(steps, 0)
}
