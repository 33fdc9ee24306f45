import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

export interface Session {
  id: string
  loginId: string
  accountId: string | null
  personId: string | null
}

export async function insertSession(
  connection: Queryable,
  session: Session & { tokenHash: Buffer; now: Instant; expiresAt: Instant },
): Promise<void> {
  const { id, tokenHash, loginId, accountId, personId, now, expiresAt } = session
  await connection.execute(
    `INSERT INTO session (id, token_hash, login_id, account_id, person_id, created_at_us, seen_at_us, expires_at_us)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [id, tokenHash, loginId, accountId, personId, now, now, expiresAt],
  )
}

/** The open session of a cookie; undefined if there is none, it ended or ran out. */
export async function findSession(
  connection: Queryable,
  tokenHash: Buffer,
  now: Instant,
): Promise<Session | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    `SELECT id, login_id, account_id, person_id FROM session
     WHERE token_hash = ? AND ended_at_us IS NULL AND expires_at_us > ?`,
    [tokenHash, now],
  )
  const row = rows[0]
  return row && { id: row.id, loginId: row.login_id, accountId: row.account_id, personId: row.person_id }
}

export async function endSession(connection: Queryable, id: string, now: Instant, because: string): Promise<void> {
  await connection.execute(
    'UPDATE session SET ended_at_us = ?, ended_because = ? WHERE id = ? AND ended_at_us IS NULL',
    [now, because, id],
  )
}

/** Ends every session of a person in one account; those of other accounts go on (model P1). */
export async function endSessionsOf(
  connection: Queryable,
  accountId: string,
  personId: string,
  now: Instant,
  because: string,
): Promise<void> {
  await connection.execute(
    `UPDATE session SET ended_at_us = ?, ended_because = ?
     WHERE account_id = ? AND person_id = ? AND ended_at_us IS NULL`,
    [now, because, accountId, personId],
  )
}
