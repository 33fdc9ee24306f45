import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import { hashToken, type KeyRing, type Proven } from '../signin/key-ring.ts'
import type { Queryable } from './pools.ts'

export interface OfferToken {
  accountId: string
  offerId: string
  resendNumber: number
}

/** What an invitation's token proves: this sending of this offer of this account. */
export function provenOffer(accountId: string, id: string, number: number): Proven {
  return { purpose: 'offer', accountId, id, number }
}

/** Keeps the hashes of offers' tokens (model I6). @throws where one is there already: one token belongs to one sending. */
export async function insertOfferTokens(
  connection: Queryable,
  tokens: readonly (OfferToken & { tokenHash: Buffer; keyId: string })[],
): Promise<void> {
  if (tokens.length === 0) return
  const rows = tokens.map((one) => [one.tokenHash, one.accountId, one.offerId, one.resendNumber, one.keyId])
  await connection.query('INSERT INTO offer_token (token_hash, account_id, offer_id, resend_number, key_id) VALUES ?', [
    rows,
  ])
}

export async function findOfferToken(connection: Queryable, tokenHash: Buffer): Promise<OfferToken | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>('SELECT * FROM offer_token WHERE token_hash = ?', [
    tokenHash,
  ])
  const row = rows[0]
  return row && { accountId: row.account_id, offerId: row.offer_id, resendNumber: row.resend_number }
}

/**
 * The token of a sending, as its message carries it: the one kept when it was committed. Where that was made by a key
 * that is gone, or before tokens covered their account, another is kept beside it.
 */
export async function offerTokenToSend(
  connection: Queryable,
  keyRing: KeyRing,
  { accountId, offerId, resendNumber }: OfferToken,
): Promise<string> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT key_id, token_hash FROM offer_token WHERE account_id = ? AND offer_id = ? AND resend_number = ?',
    [accountId, offerId, resendNumber],
  )
  const of = provenOffer(accountId, offerId, resendNumber)
  for (const { key_id: keyId, token_hash: kept } of rows) {
    const token = keyRing.keyIds.includes(keyId as string) ? keyRing.tokenFor(of, keyId as string) : undefined
    if (token !== undefined && hashToken(token).equals(kept as Buffer)) return token
  }
  const token = keyRing.tokenFor(of)
  const made = { tokenHash: hashToken(token), accountId, offerId, resendNumber, keyId: keyRing.currentId }
  await insertOfferTokens(connection, [made])
  return token
}

/** What a product's token may: ask for decisions, ask for lists of who and where, report what was used. */
export type TokenScope = 'evaluate' | 'search' | 'report'
export const TOKEN_SCOPES: readonly TokenScope[] = ['evaluate', 'search', 'report']

export interface ProductToken {
  id: string
  accountId: string
  product: string
  scopes: readonly TokenScope[]
  /** When it runs out, in microseconds; null is never. */
  expiresAt: Instant | null
}

export async function insertProductToken(
  connection: Queryable,
  token: ProductToken & { tokenHash: Buffer; now: Instant },
): Promise<void> {
  await connection.execute(
    'INSERT INTO product_token (id, token_hash, account_id, product, scopes, created_at_us, expires_at_us) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [
      token.id,
      token.tokenHash,
      token.accountId,
      token.product,
      JSON.stringify(token.scopes),
      token.now,
      token.expiresAt,
    ],
  )
}

/** Lets the tokens a product has had run out at an instant at the latest, so that a new one can take over (rotation). */
export async function endProductTokens(
  connection: Queryable,
  accountId: string,
  product: string,
  except: string,
  at: Instant,
): Promise<number> {
  const [result] = await connection.execute(
    `UPDATE product_token SET expires_at_us = LEAST(COALESCE(expires_at_us, ?), ?)
     WHERE account_id = ? AND product = ? AND id <> ? AND ended_at_us IS NULL`,
    [at, at, accountId, product, except],
  )
  return (result as { affectedRows: number }).affectedRows
}

function tokenOf(row: RowDataPacket): ProductToken {
  const scopes = typeof row.scopes === 'string' ? JSON.parse(row.scopes) : row.scopes
  return { id: row.id, accountId: row.account_id, product: row.product, scopes, expiresAt: row.expires_at_us }
}

/** The account and product a token represents; undefined if unknown or ended. */
export async function findProductToken(connection: Queryable, tokenHash: Buffer): Promise<ProductToken | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    `SELECT id, account_id, product, scopes, expires_at_us FROM product_token
     WHERE token_hash = ? AND ended_at_us IS NULL`,
    [tokenHash],
  )
  return rows[0] && tokenOf(rows[0])
}

/** Of the tokens known, those that still stand, as they are now. */
export async function readProductTokens(connection: Queryable, ids: readonly string[]): Promise<ProductToken[]> {
  if (ids.length === 0) return []
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT id, account_id, product, scopes, expires_at_us FROM product_token WHERE id IN (?) AND ended_at_us IS NULL',
    [ids],
  )
  return rows.map(tokenOf)
}

/** Notes when tokens were last used. */
export async function noteTokensUsed(connection: Queryable, ids: readonly string[], at: Instant): Promise<void> {
  if (ids.length === 0) return
  await connection.query('UPDATE product_token SET last_used_at_us = ? WHERE id IN (?)', [at, ids])
}
