import type { Id, Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, json, orNull, select, selectOnce, text } from './select.ts'

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
  /** From which networks it is taken, as `192.0.2.0/24`; null: from any. */
  networks: readonly string[] | null
}

/** A token as it is listed and looked after: never what it is itself (model E4). */
export interface TokenCare extends ProductToken {
  name: string
  /** Who is responsible for it; null for one made at the command line. */
  responsibleId: Id | null
  createdAt: Instant
  lastUsedAt: Instant | null
}

export async function insertProductToken(
  connection: Queryable,
  token: Omit<TokenCare, 'createdAt' | 'lastUsedAt'> & { tokenHash: Buffer; now: Instant },
): Promise<void> {
  const { id, tokenHash, accountId, product, scopes, now, expiresAt, name, responsibleId, networks } = token
  await connection.execute(
    `INSERT INTO product_token
       (id, token_hash, account_id, product, scopes, created_at_us, expires_at_us, name, responsible_id, networks)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      ...[id, tokenHash, accountId, product, JSON.stringify(scopes), now, expiresAt, name, responsibleId],
      networks && JSON.stringify(networks),
    ],
  )
}

/** A product's tokens that still stand, the newest first. */
export async function tokensOfProduct(connection: Queryable, accountId: string, product: string): Promise<TokenCare[]> {
  return select(
    connection,
    CARE,
    `SELECT * FROM product_token WHERE account_id = ? AND product = ? AND ended_at_us IS NULL
     ORDER BY created_at_us DESC, id LIMIT 200`,
    [accountId, product],
  )
}

/** All tokens of an account that still stand. */
export async function tokensOfAccount(connection: Queryable, accountId: string): Promise<TokenCare[]> {
  return select(
    connection,
    CARE,
    'SELECT * FROM product_token WHERE account_id = ? AND ended_at_us IS NULL ORDER BY created_at_us DESC LIMIT 1000',
    [accountId],
  )
}

const TOKEN = {
  ...{ id: text, accountId: text, product: text, expiresAt: orNull(instant) },
  ...{ scopes: json<TokenScope[]>(), networks: orNull(json<string[]>()) },
}
const CARE = {
  ...TOKEN,
  ...{ name: text, responsibleId: orNull(text), createdAt: instant, lastUsedAt: orNull(instant) },
}

/** Changes what is said of a token; what it is stays. */
export async function updateProductToken(
  connection: Queryable,
  accountId: string,
  {
    id,
    name,
    responsibleId,
    scopes,
    networks,
    expiresAt,
  }: Omit<TokenCare, 'createdAt' | 'lastUsedAt' | 'accountId' | 'product'>,
): Promise<void> {
  await connection.execute(
    `UPDATE product_token SET name = ?, responsible_id = ?, scopes = ?, networks = ?, expires_at_us = ?
     WHERE account_id = ? AND id = ? AND ended_at_us IS NULL`,
    [name, responsibleId, JSON.stringify(scopes), networks && JSON.stringify(networks), expiresAt, accountId, id],
  )
}

/** Cuts a token: it is refused within half a second. */
export async function endProductToken(
  connection: Queryable,
  accountId: string,
  id: string,
  at: Instant,
): Promise<void> {
  await connection.execute(
    'UPDATE product_token SET ended_at_us = ? WHERE account_id = ? AND id = ? AND ended_at_us IS NULL',
    [at, accountId, id],
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

/** The account and product a token represents; undefined if unknown or ended. */
export async function findProductToken(connection: Queryable, tokenHash: Buffer): Promise<ProductToken | undefined> {
  const [token] = await select(
    connection,
    TOKEN,
    `SELECT id, account_id, product, scopes, expires_at_us, networks FROM product_token
     WHERE token_hash = ? AND ended_at_us IS NULL`,
    [tokenHash],
  )
  return token
}

/** Of the tokens known, those that still stand, as they are now. */
export async function readProductTokens(connection: Queryable, ids: readonly string[]): Promise<ProductToken[]> {
  if (ids.length === 0) return []
  return selectOnce(
    connection,
    TOKEN,
    'SELECT id, account_id, product, scopes, expires_at_us, networks FROM product_token WHERE id IN (?) AND ended_at_us IS NULL',
    [ids],
  )
}

/** Notes when tokens were last used. */
export async function noteTokensUsed(connection: Queryable, ids: readonly string[], at: Instant): Promise<void> {
  if (ids.length === 0) return
  await connection.query('UPDATE product_token SET last_used_at_us = ? WHERE id IN (?)', [at, ids])
}
