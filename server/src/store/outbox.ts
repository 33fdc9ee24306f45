import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

/** A message to send: a template's name and ids; it is rendered when sent (architecture, secrets). */
export interface OutboxRow {
  id: string
  accountId: string
  template: 'invitation'
  ids: { offerId: string; personId: string; resendNumber: number }
  attempts: number
}

export async function insertOutbox(
  connection: Queryable,
  row: Omit<OutboxRow, 'attempts'>,
  now: Instant,
): Promise<void> {
  await connection.execute(
    `INSERT INTO outbox (id, account_id, template, ids, state, attempts, due_at_us, created_at_us)
     VALUES (?, ?, ?, ?, 'waiting', 0, ?, ?)`,
    [row.id, row.accountId, row.template, JSON.stringify(row.ids), now, now],
  )
}

/**
 * Takes a message that is due, putting it off so that no other worker takes it while it is being sent; a worker that
 * dies lets it fall due again.
 */
export async function takeDue(connection: Queryable, now: Instant, lease: Instant): Promise<OutboxRow | undefined> {
  // every account: the outbox is worked off for all of them
  const [rows] = await connection.query<RowDataPacket[]>(
    "SELECT id, account_id, template, ids, attempts, due_at_us FROM outbox WHERE state = 'waiting' AND due_at_us <= ? ORDER BY due_at_us LIMIT 1",
    [now],
  )
  const row = rows[0]
  if (!row) return undefined
  const [result] = await connection.execute(
    "UPDATE outbox SET due_at_us = ?, attempts = attempts + 1 WHERE id = ? AND state = 'waiting' AND due_at_us = ?",
    [now + lease, row.id, row.due_at_us],
  )
  if ((result as { affectedRows: number }).affectedRows !== 1) return undefined
  const ids = typeof row.ids === 'string' ? JSON.parse(row.ids) : row.ids
  return { id: row.id, accountId: row.account_id, template: row.template, ids, attempts: row.attempts + 1 }
}

export async function markSent(connection: Queryable, id: string): Promise<void> {
  await connection.execute("UPDATE outbox SET state = 'sent', last_error = NULL WHERE id = ?", [id])
}

export async function markDropped(connection: Queryable, id: string, why: string): Promise<void> {
  await connection.execute("UPDATE outbox SET state = 'dropped', last_error = ? WHERE id = ?", [why.slice(0, 200), id])
}

export async function putOff(connection: Queryable, id: string, dueAt: Instant, why: string): Promise<void> {
  await connection.execute('UPDATE outbox SET due_at_us = ?, last_error = ? WHERE id = ?', [
    dueAt,
    why.slice(0, 200),
    id,
  ])
}
