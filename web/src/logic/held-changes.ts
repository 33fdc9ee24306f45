import type { NewChange } from '../api/types.ts'

const TARGETS = ['grantId', 'placeId', 'roleId', 'groupId', 'holdingId', 'offerId', 'personId', 'product', 'version']

/** A change’s fields by their names, whatever kind it is of. */
const fieldsOf = (change: NewChange): Record<string, unknown> => ({ ...change })

/** A change by the rows it is about, which stay the same when something in it is altered. */
export function idsOf(change: NewChange): string {
  const fields = fieldsOf(change)
  return [change.type, ...TARGETS.map((key) => fields[key])].join(' ')
}

/** Whether a change in hand, which has ids of its own by now, says the same as another. */
export function isSaidBy(change: NewChange, inHand: NewChange): boolean {
  const fields = fieldsOf(inHand)
  return Object.entries(change).every(([key, value]) => JSON.stringify(fields[key]) === JSON.stringify(value))
}

/** What a change is about, where no form says it: pressing another button for the same thing changes one's mind. */
export function slotOf(change: NewChange): string {
  if (change.type === 'invite') return 'invite'
  const fields = fieldsOf(change)
  const target = TARGETS.map((key) => fields[key]).find(
    (value) => typeof value === 'string' || typeof value === 'number',
  )
  return `${change.type} ${String(target ?? JSON.stringify(change))}`
}
