import type { Account } from './account.ts'
import { TABLE_NAMES } from './indexes.ts'
import type { PersonalValue, RowEdit } from './rows.ts'

/** The edits and personal values that make an account out of nothing: its ledger's first entry. */
export function foundingEdits(account: Account): { edits: RowEdit[]; values: PersonalValue[] } {
  const edits = TABLE_NAMES.flatMap((table) =>
    [...account.all(table)].map((row) => ({ table, key: row.id, before: null, after: row }) as RowEdit),
  )
  return { edits, values: [...account.allPersonal()] }
}
