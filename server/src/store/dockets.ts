import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

/** One's own docket as last saved; empty if never (model C2). */
export async function readDocket(connection: Queryable, accountId: string, personId: string): Promise<unknown[]> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT changes FROM docket WHERE account_id = ? AND person_id = ?',
    [accountId, personId],
  )
  return rows[0] ? (JSON.parse(rows[0].changes) as unknown[]) : []
}

export async function saveDocket(
  connection: Queryable,
  accountId: string,
  personId: string,
  changes: readonly object[],
  now: Instant,
): Promise<void> {
  if (changes.length === 0) {
    await connection.execute('DELETE FROM docket WHERE account_id = ? AND person_id = ?', [accountId, personId])
    return
  }
  await connection.execute(
    `INSERT INTO docket (account_id, person_id, changes, saved_at_us) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE changes = VALUES(changes), saved_at_us = VALUES(saved_at_us)`,
    [accountId, personId, JSON.stringify(changes), now],
  )
}
