import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, orNull, select, selectOnce, text, word } from './select.ts'

/**
 * How a session was opened: by a password alone, with a second sign-in step, by a passkey (which is two steps at once), or by
 * a sign-in slip, which opens one's own page alone until someone countersigns it, and only the account that gave it
 * even then (model I9).
 */
export type Strength = 'password' | 'two' | 'passkey' | 'slip' | 'countersigned'

export interface Session {
  id: string
  loginId: string
  accountId: string | null
  personId: string | null
  strength: Strength
  /** When its holder last proved who they are. */
  provedAt: Instant
  /** What kind of device opened it, as its browser says. */
  device: string
  /** The sign-in slip it came by. */
  slipId: string | null
}

export async function insertSession(
  connection: Queryable,
  session: Session & { tokenHash: Buffer; now: Instant; expiresAt: Instant },
): Promise<void> {
  const { id, tokenHash, loginId, accountId, personId, now, expiresAt, strength, provedAt, device, slipId } = session
  await connection.execute(
    `INSERT INTO session
       (id, token_hash, login_id, account_id, person_id, created_at_us, seen_at_us, expires_at_us,
        strength, proved_at_us, device, slip_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [id, tokenHash, loginId, accountId, personId, now, now, expiresAt, strength, provedAt, device, slipId],
  )
}

const SESSION = {
  ...{ id: text, loginId: text, accountId: orNull(text), personId: orNull(text) },
  ...{ strength: word<Strength>('password', 'two', 'passkey', 'slip', 'countersigned'), provedAt: instant },
  ...{ device: text, slipId: orNull(text) },
}
const DATED = { ...SESSION, createdAt: instant }

/** The open session of a cookie; undefined if there is none, it ended or ran out. */
export async function findSession(
  connection: Queryable,
  tokenHash: Buffer,
  now: Instant,
): Promise<Session | undefined> {
  const [session] = await select(
    connection,
    SESSION,
    'SELECT * FROM session WHERE token_hash = ? AND ended_at_us IS NULL AND expires_at_us > ?',
    [tokenHash, now],
  )
  return session
}

/** Whether a session goes on: it was not ended. */
export async function isSessionOpen(connection: Queryable, id: string): Promise<boolean> {
  const ended = { endedAt: orNull(instant) }
  const [session] = await select(connection, ended, 'SELECT ended_at_us FROM session WHERE id = ?', [id])
  return session !== undefined && session.endedAt === null
}

/** Of the sessions named, those that were ended. */
export async function endedAmong(
  connection: Queryable,
  ids: readonly string[],
): Promise<{ id: string; doorsShut: boolean }[]> {
  if (ids.length === 0) return []
  const ended = await selectOnce(
    connection,
    { id: text, endedBecause: orNull(text) },
    'SELECT id, ended_because FROM session WHERE id IN (?) AND ended_at_us IS NOT NULL',
    [ids],
  )
  return ended.map(({ id, endedBecause: why }) => ({ id, doorsShut: why === 'left' || why === 'away' }))
}

/** A login's open sessions, the newest first. */
export async function sessionsOfLogin(
  connection: Queryable,
  loginId: string,
  now: Instant,
): Promise<(Session & { createdAt: Instant })[]> {
  return select(
    connection,
    DATED,
    `SELECT * FROM session WHERE login_id = ? AND ended_at_us IS NULL AND expires_at_us > ?
     ORDER BY created_at_us DESC LIMIT 100`,
    [loginId, now],
  )
}

/** The sessions someone came in with by a sign-in slip that nobody countersigned yet. */
export async function slipSessionsOf(
  connection: Queryable,
  accountId: string,
  personId: string,
  now: Instant,
): Promise<(Session & { createdAt: Instant })[]> {
  return select(
    connection,
    DATED,
    `SELECT * FROM session
     WHERE account_id = ? AND person_id = ? AND strength = 'slip' AND ended_at_us IS NULL AND expires_at_us > ?`,
    [accountId, personId, now],
  )
}

/** The same of everyone in an account, the longest waiting first. */
export async function allSlipSessions(connection: Queryable, accountId: string, now: Instant): Promise<Session[]> {
  return select(
    connection,
    SESSION,
    `SELECT * FROM session
     WHERE account_id = ? AND strength = 'slip' AND ended_at_us IS NULL AND expires_at_us > ?
     ORDER BY created_at_us LIMIT 100`,
    [accountId, now],
  )
}

/** Notes that a session's holder proved who they are, and with what. */
export async function proveSession(
  connection: Queryable,
  id: string,
  strength: Strength,
  provedAt: Instant,
): Promise<void> {
  await connection.execute('UPDATE session SET strength = ?, proved_at_us = ? WHERE id = ? AND ended_at_us IS NULL', [
    strength,
    provedAt,
    id,
  ])
}

/** Goes over to another account of the same login (model P1). */
export async function chooseAccount(
  connection: Queryable,
  id: string,
  accountId: string,
  personId: string,
): Promise<void> {
  await connection.execute('UPDATE session SET account_id = ?, person_id = ? WHERE id = ?', [accountId, personId, id])
}

export async function endSession(connection: Queryable, id: string, now: Instant, because: string): Promise<void> {
  await connection.execute(
    'UPDATE session SET ended_at_us = ?, ended_because = ? WHERE id = ? AND ended_at_us IS NULL',
    [now, because, id],
  )
}

/** Ends a login's sessions but one, everywhere; answers which, so that their browsers are told. */
export async function endOtherSessions(
  connection: Queryable,
  loginId: string,
  except: string | null,
  now: Instant,
  because: string,
): Promise<string[]> {
  const open = await sessionsOfLogin(connection, loginId, now)
  const others = open.map((session) => session.id).filter((id) => id !== except)
  for (const id of others) await endSession(connection, id, now, because)
  return others
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
