import type { Account } from './account.ts'
import { editOf } from './edits.ts'
import { TABLE_NAMES } from './indexes.ts'
import type { PersonalValue, RowEdit } from './rows.ts'

/** The edits and personal values that make an account out of nothing: its ledger's first entry. */
export function foundingEdits(account: Account): { edits: RowEdit[]; values: PersonalValue[] } {
  const edits = TABLE_NAMES.flatMap((table) => [...account.all(table)].map((row) => editOf(table, row.id, null, row)))
  return { edits, values: [...account.allPersonal()] }
}
