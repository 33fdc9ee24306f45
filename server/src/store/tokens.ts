import { hashToken, type KeyRing, type Proven } from '../signin/key-ring.ts'
import type { Queryable } from './pools.ts'
import { bytes, integer, select, text } from './select.ts'

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
  const offer = { accountId: text, offerId: text, resendNumber: integer }
  const [token] = await select(connection, offer, 'SELECT * FROM offer_token WHERE token_hash = ?', [tokenHash])
  return token
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
  const kept = await select(
    connection,
    { keyId: text, tokenHash: bytes },
    'SELECT key_id, token_hash FROM offer_token WHERE account_id = ? AND offer_id = ? AND resend_number = ?',
    [accountId, offerId, resendNumber],
  )
  const of = provenOffer(accountId, offerId, resendNumber)
  for (const { keyId, tokenHash } of kept) {
    const token = keyRing.keyIds.includes(keyId) ? keyRing.tokenFor(of, keyId) : undefined
    if (token !== undefined && hashToken(token).equals(tokenHash)) return token
  }
  const token = keyRing.tokenFor(of)
  const made = { tokenHash: hashToken(token), accountId, offerId, resendNumber, keyId: keyRing.currentId }
  await insertOfferTokens(connection, [made])
  return token
}
