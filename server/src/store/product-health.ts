import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, integer, orNull, select, text } from './select.ts'

/** How asking a connected product went last. */
export interface ProductHealth {
  /** How often in a row it did not answer as it should. */
  failures: number
  lastError: string | null
  failedAt: Instant | null
  /** Before this instant it is not asked; real time. */
  nextTryAt: Instant
}

const WELL: ProductHealth = { failures: 0, lastError: null, failedAt: null, nextTryAt: 0 }

export async function readHealth(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<ProductHealth> {
  const [health] = await select(
    connection,
    { failures: integer, lastError: orNull(text), failedAt: orNull(instant), nextTryAt: instant },
    'SELECT * FROM product_health WHERE account_id = ? AND connection_id = ?',
    [accountId, connectionId],
  )
  return health ?? WELL
}

/** So many failures in a row, and the product is left alone: for half a minute, then longer each time. */
const PATIENCE = 3
const PAUSE_MICROSECONDS = 30_000_000
const LONGEST_PAUSES = 20

/** Counts a failure; from the third on the product is not asked for a while. */
export async function noteFailure(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  why: string,
  at: Instant,
): Promise<void> {
  await connection.execute(
    `INSERT INTO product_health (account_id, connection_id, failures, last_error, failed_at_us) VALUES (?, ?, 1, ?, ?)
     ON DUPLICATE KEY UPDATE failures = failures + 1, last_error = VALUES(last_error),
       failed_at_us = VALUES(failed_at_us),
       next_try_at_us = IF(failures < ?, 0, VALUES(failed_at_us) + ? * LEAST(failures - ?, ?))`,
    [accountId, connectionId, why.slice(0, 300), at, PATIENCE, PAUSE_MICROSECONDS, PATIENCE - 1, LONGEST_PAUSES],
  )
}

/** It answered: what went wrong before is over. */
export async function noteAnswered(connection: Queryable, accountId: string, connectionId: string): Promise<void> {
  await connection.execute('DELETE FROM product_health WHERE account_id = ? AND connection_id = ?', [
    accountId,
    connectionId,
  ])
}
