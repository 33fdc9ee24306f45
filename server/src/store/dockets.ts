import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { json, select } from './select.ts'

/** One's own docket as last saved; empty if never (model C2). */
export async function readDocket(connection: Queryable, accountId: string, personId: string): Promise<unknown[]> {
  const [docket] = await select(
    connection,
    { changes: json<unknown[]>() },
    'SELECT changes FROM docket WHERE account_id = ? AND person_id = ?',
    [accountId, personId],
  )
  return docket?.changes ?? []
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
