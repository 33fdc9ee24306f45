import type { Account } from './account.ts'
import type { Approver, Approvers, GrantRow, Id, PlaceRow, RoleRow } from './rows.ts'

/** A row that says who approves (model V5). */
export type ApprovedRow =
  { table: 'role'; row: RoleRow } | { table: 'place'; row: PlaceRow } | { table: 'grant'; row: GrantRow }

/** The steps of approval: one, or several. */
export function stepsOf(approvers: Approvers): readonly Approver[] {
  return approvers.kind === 'steps' ? approvers.steps : [approvers]
}

/** Everyone whom approvers name as a person. */
export function peopleNamed(approvers: Approvers | null): Id[] {
  const named = approvers ? stepsOf(approvers) : []
  return named.flatMap((one) => (one.kind === 'named' ? one.personIds : []))
}

/** Every role, place and grant that names someone as a person who approves. */
export function rowsNaming(account: Account, personId: Id): ApprovedRow[] {
  const names = ({ approvers }: { approvers: Approvers | null }) => peopleNamed(approvers).includes(personId)
  return [
    ...[...account.all('role')].filter(names).map((row) => ({ table: 'role' as const, row })),
    ...account
      .by('place', 'approved', 'yes')
      .filter(names)
      .map((row) => ({ table: 'place' as const, row })),
    ...account
      .by('grant', 'approved', 'yes')
      .filter(names)
      .map((row) => ({ table: 'grant' as const, row })),
  ]
}

/** The row of that id which names approvers. */
export function rowNaming(account: Account, personId: Id, id: Id): ApprovedRow | undefined {
  return rowsNaming(account, personId).find(({ row }) => row.id === id)
}

/**
 * The same approvers with someone replaced, or left out where nobody takes their place; a step that names nobody any
 * more goes with them. Null where nothing is left: the next place that names approvers counts then.
 */
export function replaceApprover(approvers: Approvers, personId: Id, insteadId: Id | null): Approvers | null {
  const steps = stepsOf(approvers).flatMap((step): Approver[] => {
    if (step.kind !== 'named') return [step]
    const ids = step.personIds.flatMap((id) => (id === personId ? (insteadId ?? []) : id))
    return ids.length > 0 ? [{ kind: 'named', personIds: [...new Set(ids)] }] : []
  })
  return approversOfSteps(steps, approvers.kind === 'steps' ? approvers.order : 'in-order')
}

/** Steps as approvers: none, one, or several in an order. */
export function approversOfSteps(steps: readonly Approver[], order: 'in-order' | 'all'): Approvers | null {
  if (steps.length <= 1) return steps[0] ?? null
  return { kind: 'steps', order, steps }
}
