import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { json, select, text } from './select.ts'

export interface IdempotencyKey {
  accountId: string
  actorId: string
  key: string
  /** SHA-256 of the request, so that a key is not used for another one. */
  requestHash: string
}

export async function findAnswer(
  connection: Queryable,
  { accountId, actorId, key }: IdempotencyKey,
): Promise<{ requestHash: string; answer: unknown } | undefined> {
  const [found] = await select(
    connection,
    { requestHash: text, answer: json<object>() },
    'SELECT request_hash, answer FROM idempotency WHERE account_id = ? AND actor_id = ? AND idempotency_key = ?',
    [accountId, actorId, key],
  )
  return found
}

/** Stored in the transaction of the commit it answers: both or neither. */
export async function insertAnswer(
  connection: Queryable,
  key: IdempotencyKey,
  answer: object,
  now: Instant,
): Promise<void> {
  await connection.execute(
    `INSERT INTO idempotency (account_id, actor_id, idempotency_key, request_hash, answer, created_at_us)
     VALUES (?, ?, ?, ?, ?, ?)`,
    [key.accountId, key.actorId, key.key, key.requestHash, JSON.stringify(answer), now],
  )
}
