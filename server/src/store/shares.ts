import type { Queryable } from './pools.ts'
import { instant, integer, selectOnce, text } from './select.ts'

/** How often shared statements were opened, and when last. */
export async function readShareUses(
  connection: Queryable,
  accountId: string,
): Promise<Map<string, { count: number; lastAt: number }>> {
  const uses = await selectOnce(
    connection,
    { shareId: text, useCount: integer, lastAt: instant },
    'SELECT share_id, use_count, last_at_us FROM statement_share_use WHERE account_id = ?',
    [accountId],
  )
  return new Map(uses.map(({ shareId, useCount: count, lastAt }) => [shareId, { count, lastAt }]))
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
