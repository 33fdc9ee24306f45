import type { Id, RowEdit, Rows, TableName } from './rows.ts'

/** One row made, altered or removed. */
export function editOf<T extends TableName>(
  table: T,
  key: Id,
  before: Rows[T] | null,
  after: Rows[T] | null,
): RowEdit<T> {
  // Both rows are of the table; that a table chosen later still goes with its rows is not seen by the compiler.
  return { table, key, before, after } as RowEdit<T>
}

/** The row that an edit leaves, or the one it takes away. @throws Error for an edit of nothing. */
export function rowOf<E extends RowEdit>({ table, key, before, after }: E): NonNullable<E['after']> {
  const row = after ?? before
  if (row === null) throw new Error(`An edit of the ${table} ${key} has no row.`)
  return row as NonNullable<E['after']>
}

/** What takes an edit back. */
export function inverseOf(edit: RowEdit): RowEdit {
  return editOf<TableName>(edit.table, edit.key, edit.after, edit.before)
}

/** Several edits of one row as one: from the row before the first to the row after the last. */
export function netEdits(edits: readonly RowEdit[]): RowEdit[] {
  const net = new Map<string, RowEdit>()
  for (const edit of edits) {
    const key = `${edit.table} ${edit.key}`
    const earlier = net.get(key)
    net.set(key, earlier ? editOf<TableName>(edit.table, edit.key, earlier.before, edit.after) : edit)
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
