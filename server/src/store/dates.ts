import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

/** The next instant something of an account waits for, known without reading the account. */
export async function nextDate(connection: Queryable, accountId: string): Promise<Instant | null> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    `SELECT MIN(at_us) AS next FROM (
       SELECT at_us FROM planned_docket WHERE account_id = ? AND state = 'waiting'
       UNION ALL SELECT at_us FROM departure WHERE account_id = ? AND state = 'planned'
       UNION ALL SELECT from_us FROM absence WHERE account_id = ? AND state = 'set'
       UNION ALL SELECT until_us FROM absence WHERE account_id = ? AND state = 'running' AND until_us IS NOT NULL
     ) AS dates`,
    [accountId, accountId, accountId, accountId],
  )
  return (rows[0]?.next as Instant | null) ?? null
}

/** Has an account's dates looked at no later than then, in real time. */
export async function bringForward(connection: Queryable, accountId: string, dueAt: Instant): Promise<void> {
  await connection.execute(
    "UPDATE durable_work SET due_at_us = LEAST(due_at_us, ?) WHERE account_id = ? AND kind = 'dates' AND state = 'waiting'",
    [dueAt, accountId],
  )
}

/** The same for all accounts, now. */
export async function bringAllForward(connection: Queryable): Promise<void> {
  // every account: each has its own dates
  await connection.execute("UPDATE durable_work SET due_at_us = 0 WHERE kind = 'dates' AND state = 'waiting'")
}
