import type { RowDataPacket } from 'mysql2'
import type { Queryable } from './pools.ts'

/** How often shared statements were opened, and when last. */
export async function readShareUses(
  connection: Queryable,
  accountId: string,
): Promise<Map<string, { count: number; lastAt: number }>> {
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT share_id, use_count, last_at_us FROM statement_share_use WHERE account_id = ?',
    [accountId],
  )
  return new Map(rows.map((row) => [row.share_id as string, { count: row.use_count, lastAt: row.last_at_us }]))
}

export async function countShareUse(
  connection: Queryable,
  accountId: string,
  shareId: string,
  at: number,
): Promise<void> {
  await connection.query(
    `INSERT INTO statement_share_use (account_id, share_id, use_count, last_at_us) VALUES (?, ?, 1, ?)
     ON DUPLICATE KEY UPDATE use_count = use_count + 1, last_at_us = VALUES(last_at_us)`,
    [accountId, shareId, at],
  )
}
