import type { Instant } from '@lodge/core'
import { findLogin, type Login } from './logins.ts'
import type { Queryable } from './pools.ts'
import { isSessionOpen } from './sessions.ts'
import { bytes, instant, json, orNull, select, text, word } from './select.ts'

/**
 * What a token is for: the second step of signing in, a forgotten password, a new address, opening an account, a
 * sign-in slip, coming by a link, a passkey's challenge.
 */
const PURPOSES = [
  ...(['second', 'forgotten', 'new-email', 'sign-up', 'come', 'slip'] as const),
  ...(['first-slip', 'challenge'] as const),
] as const
export type TokenPurpose = (typeof PURPOSES)[number]

export interface LoginToken {
  id: string
  purpose: TokenPurpose
  tokenHash: Buffer
  loginId: string | null
  accountId: string | null
  personId: string | null
  detail: Record<string, string>
  createdAt: Instant
  expiresAt: Instant
}

const TOKEN = {
  ...{ id: text, purpose: word(...PURPOSES), tokenHash: bytes, loginId: orNull(text), accountId: orNull(text) },
  ...{ personId: orNull(text), detail: json<Record<string, string>>(), createdAt: instant, expiresAt: instant },
}

export async function insertLoginToken(connection: Queryable, token: LoginToken): Promise<void> {
  await connection.execute(
    `INSERT INTO login_token
       (id, purpose, token_hash, login_id, account_id, person_id, detail, created_at_us, expires_at_us)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      token.id,
      token.purpose,
      token.tokenHash,
      token.loginId,
      token.accountId,
      token.personId,
      JSON.stringify(token.detail),
      token.createdAt,
      token.expiresAt,
    ],
  )
}

/** A token that still works; undefined if unknown, used or run out. */
export async function findLoginToken(
  connection: Queryable,
  tokenHash: Buffer,
  purpose: TokenPurpose,
  now: Instant,
): Promise<LoginToken | undefined> {
  const [token] = await select(
    connection,
    TOKEN,
    'SELECT * FROM login_token WHERE token_hash = ? AND purpose = ? AND used_at_us IS NULL AND expires_at_us > ?',
    [tokenHash, purpose, now],
  )
  return token
}

export async function loginTokenById(connection: Queryable, id: string): Promise<LoginToken | undefined> {
  const [token] = await select(connection, TOKEN, 'SELECT * FROM login_token WHERE id = ?', [id])
  return token
}

/**
 * The login a token was made for; undefined if it has had a new password or address since, or the session that asked
 * for it has ended: a proof lasts no longer than what it was asked by.
 */
export async function loginOfToken(connection: Queryable, token: LoginToken): Promise<Login | undefined> {
  const login = token.loginId ? await findLogin(connection, token.loginId) : undefined
  const { generation, sessionId } = token.detail
  if (!login || generation !== String(login.generation)) return undefined
  return sessionId === undefined || (await isSessionOpen(connection, sessionId)) ? login : undefined
}

/** Uses a token up; false if someone else did first. */
export async function useLoginToken(connection: Queryable, id: string, now: Instant): Promise<boolean> {
  const [result] = await connection.execute(
    'UPDATE login_token SET used_at_us = ? WHERE id = ? AND used_at_us IS NULL',
    [now, id],
  )
  return (result as { affectedRows: number }).affectedRows === 1
}

/** Uses up a login's earlier links of a purpose, when a new one is sent. */
export async function endLinksOf(
  connection: Queryable,
  purpose: TokenPurpose,
  loginId: string,
  now: Instant,
): Promise<void> {
  await connection.execute(
    'UPDATE login_token SET used_at_us = ? WHERE purpose = ? AND login_id = ? AND used_at_us IS NULL',
    [now, purpose, loginId],
  )
}

/** Uses up what was issued for someone before, when a new one is. */
export async function endTokensOf(
  connection: Queryable,
  purpose: TokenPurpose,
  accountId: string,
  personId: string,
  now: Instant,
): Promise<void> {
  await connection.execute(
    'UPDATE login_token SET used_at_us = ? WHERE purpose = ? AND account_id = ? AND person_id = ? AND used_at_us IS NULL',
    [now, purpose, accountId, personId],
  )
}
