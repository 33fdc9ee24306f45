import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { bytes, instant, integer, orNull, select, text, word } from './select.ts'

export type MeansKind = 'passkey' | 'codes' | 'backup'

/** A sign-in method beside a password; its secret is sealed or, for a passkey, a public key. */
export interface Means {
  id: string
  loginId: string
  kind: MeansKind
  name: string
  /** What a passkey or backup code is found by; null for one-time codes. */
  lookupHash: Buffer | null
  secret: string
  /** The last time step whose code was used (RFC 6238 §5.2), or a passkey's counter. */
  usedStep: number
  createdAt: Instant
  lastUsedAt: Instant | null
}

const MEANS = {
  ...{ id: text, loginId: text, kind: word<MeansKind>('passkey', 'codes', 'backup'), name: text },
  ...{ lookupHash: orNull(bytes), secret: text, usedStep: integer, createdAt: instant, lastUsedAt: orNull(instant) },
}

export async function insertMeans(connection: Queryable, means: readonly Means[]): Promise<void> {
  const rows = means.map((one) => [
    one.id,
    one.loginId,
    one.kind,
    one.name,
    one.lookupHash,
    one.secret,
    one.usedStep,
    one.createdAt,
  ])
  if (rows.length === 0) return
  await connection.query(
    'INSERT INTO login_means (id, login_id, kind, name, lookup_hash, secret, used_step, created_at_us) VALUES ?',
    [rows],
  )
}

export async function meansOfLogin(connection: Queryable, loginId: string): Promise<Means[]> {
  return select(connection, MEANS, 'SELECT * FROM login_means WHERE login_id = ? ORDER BY created_at_us, id', [loginId])
}

/** The passkey or backup code found by a hash. */
export async function findMeans(connection: Queryable, lookupHash: Buffer): Promise<Means | undefined> {
  const [means] = await select(connection, MEANS, 'SELECT * FROM login_means WHERE lookup_hash = ?', [lookupHash])
  return means
}

/** Notes a step as used; false if that step or a later one was used already, as by a replay (RFC 6238 §5.2). */
export async function useStep(connection: Queryable, id: string, step: number, now: Instant): Promise<boolean> {
  const [result] = await connection.execute(
    'UPDATE login_means SET used_step = ?, last_used_at_us = ? WHERE id = ? AND used_step < ?',
    [step, now, id, step],
  )
  return (result as { affectedRows: number }).affectedRows === 1
}

/** Notes a passkey's counter; passkeys that do not count stay at zero (WebAuthn level 3, §6.1.1). */
export async function notePasskey(connection: Queryable, id: string, counter: number, now: Instant): Promise<void> {
  await connection.execute('UPDATE login_means SET used_step = ?, last_used_at_us = ? WHERE id = ?', [counter, now, id])
}

/** Removes one of a login's sign-in methods; false if there is no such one. */
export async function removeMeans(connection: Queryable, loginId: string, id: string): Promise<boolean> {
  const [result] = await connection.execute('DELETE FROM login_means WHERE login_id = ? AND id = ?', [loginId, id])
  return (result as { affectedRows: number }).affectedRows === 1
}

/** Takes all of a kind away, as when backup codes are made anew. */
export async function removeMeansOfKind(connection: Queryable, loginId: string, kind: MeansKind): Promise<void> {
  await connection.execute('DELETE FROM login_means WHERE login_id = ? AND kind = ?', [loginId, kind])
}

/** Uses a backup code up; false if it is none of this login's or was used before. */
export async function useBackupCode(connection: Queryable, loginId: string, lookupHash: Buffer): Promise<boolean> {
  const [result] = await connection.execute(
    "DELETE FROM login_means WHERE login_id = ? AND lookup_hash = ? AND kind = 'backup'",
    [loginId, lookupHash],
  )
  return (result as { affectedRows: number }).affectedRows === 1
}
