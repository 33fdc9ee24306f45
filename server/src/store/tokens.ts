import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

export interface OfferToken {
  accountId: string
  offerId: string
  resendNumber: number
}

/** Keeps the hash of an offer's token; storing it again for the same number changes nothing (model I6). */
export async function insertOfferToken(
  connection: Queryable,
  tokenHash: Buffer,
  token: OfferToken & { keyId: string },
): Promise<void> {
  await connection.execute(
    'INSERT IGNORE INTO offer_token (token_hash, account_id, offer_id, resend_number, key_id) VALUES (?, ?, ?, ?, ?)',
    [tokenHash, token.accountId, token.offerId, token.resendNumber, token.keyId],
  )
}

export async function findOfferToken(connection: Queryable, tokenHash: Buffer): Promise<OfferToken | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>('SELECT * FROM offer_token WHERE token_hash = ?', [
    tokenHash,
  ])
  const row = rows[0]
  return row && { accountId: row.account_id, offerId: row.offer_id, resendNumber: row.resend_number }
}

export async function findTokenKeyId(connection: Queryable, accountId: string, offerId: string, resendNumber: number) {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT key_id FROM offer_token WHERE account_id = ? AND offer_id = ? AND resend_number = ?',
    [accountId, offerId, resendNumber],
  )
  return rows[0]?.key_id as string | undefined
}

export async function insertProductToken(
  connection: Queryable,
  token: { id: string; tokenHash: Buffer; accountId: string; product: string; now: Instant },
): Promise<void> {
  await connection.execute(
    'INSERT INTO product_token (id, token_hash, account_id, product, created_at_us) VALUES (?, ?, ?, ?, ?)',
    [token.id, token.tokenHash, token.accountId, token.product, token.now],
  )
}

/** The account and product a token stands for; undefined if unknown or ended. */
export async function findProductToken(
  connection: Queryable,
  tokenHash: Buffer,
): Promise<{ id: string; accountId: string; product: string } | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT id, account_id, product FROM product_token WHERE token_hash = ? AND ended_at_us IS NULL',
    [tokenHash],
  )
  const row = rows[0]
  return row && { id: row.id, accountId: row.account_id, product: row.product }
}
