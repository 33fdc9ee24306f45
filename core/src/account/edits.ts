import type { RowEdit } from './rows.ts'

/** Several edits of one row as one: from the row before the first to the row after the last. */
export function netEdits(edits: readonly RowEdit[]): RowEdit[] {
  const net = new Map<string, RowEdit>()
  for (const edit of edits) {
    const key = `${edit.table} ${edit.key}`
    const earlier = net.get(key)
    net.set(key, earlier ? { ...edit, before: earlier.before } : edit)
  }
  return [...net.values()].filter((edit) => edit.before !== null || edit.after !== null)
}

/** Whether two rows say the same, in whatever order their fields stand. */
export function sameRow(one: unknown, other: unknown): boolean {
  if (one === other) return true
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false
  if (Array.isArray(one) !== Array.isArray(other)) return false
  const fields = (row: object) => Object.keys(row).filter((key) => (row as Record<string, unknown>)[key] !== undefined)
  const names = fields(one)
  return (
    names.length === fields(other).length &&
    names.every((name) => sameRow((one as Record<string, unknown>)[name], (other as Record<string, unknown>)[name]))
  )
}
