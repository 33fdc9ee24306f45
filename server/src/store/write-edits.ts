import { netEdits, TABLE_NAMES, type PersonalValue, type RowEdit, type TableName } from '@lodge/core'
import { must } from '@lodge/core/must'
import { assignmentsOf, columnsOf, tableOf, valuesOf } from './columns.ts'
import type { Queryable } from './pools.ts'

const BATCH = 500

/** Writes row edits: per table one insert of many rows, then updates and deletes by key. */
export async function writeEdits(connection: Queryable, accountId: string, edits: readonly RowEdit[]): Promise<void> {
  const net = netEdits(edits)
  for (const name of TABLE_NAMES) {
    const ofTable = net.filter((edit) => edit.table === name)
    await insertRows(
      connection,
      accountId,
      name,
      ofTable.filter((edit) => !edit.before && edit.after),
    )
    for (const edit of ofTable) {
      if (edit.before && edit.after) {
        const values = valuesOf(name, accountId, edit.after)
        await connection.execute(`UPDATE ${tableOf(name)} SET ${assignmentsOf(name)} WHERE account_id = ? AND id = ?`, [
          ...values.slice(2),
          accountId,
          edit.key,
        ])
      } else if (edit.before) {
        await connection.execute(`DELETE FROM ${tableOf(name)} WHERE account_id = ? AND id = ?`, [accountId, edit.key])
      }
    }
  }
}

async function insertRows(connection: Queryable, accountId: string, name: TableName, edits: RowEdit[]): Promise<void> {
  for (let at = 0; at < edits.length; at += BATCH) {
    const rows = edits.slice(at, at + BATCH).map((edit) => valuesOf(name, accountId, must(edit.after, 'after')))
    await connection.query(`INSERT INTO ${tableOf(name)} (${columnsOf(name)}) VALUES ?`, [rows])
  }
}

/** Sets or destroys personal values (model C6). */
export async function writePersonalValues(
  connection: Queryable,
  accountId: string,
  values: readonly PersonalValue[],
): Promise<void> {
  const set = values.filter((value) => value.value !== null)
  for (let at = 0; at < set.length; at += BATCH) {
    const rows = set.slice(at, at + BATCH).map(({ personId, field, value }) => [accountId, personId, field, value])
    await connection.query(
      'INSERT INTO personal_value (account_id, person_id, field, value) VALUES ? ON DUPLICATE KEY UPDATE value = VALUES(value)',
      [rows],
    )
  }
  const gone = values.filter((value) => value.value === null).map(({ personId, field }) => [personId, field])
  for (let at = 0; at < gone.length; at += BATCH) {
    await connection.query('DELETE FROM personal_value WHERE account_id = ? AND (person_id, field) IN (?)', [
      accountId,
      gone.slice(at, at + BATCH),
    ])
  }
}
