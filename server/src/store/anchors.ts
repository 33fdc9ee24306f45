import { compactVerify, createLocalJWKSet, type JSONWebKeySet } from 'jose'
import { instantText, type Instant } from '@lodge/core'
import { must } from '@lodge/core/must'
import type { Queryable } from './pools.ts'
import { integer, select, selectOnce, text } from './select.ts'
import { say } from '@lodge/core/say'

export const ANCHOR_FORMAT = 'jolly-porter/anchor@1'

/** Where an account's ledger stood, as it is written outside (docs/prove-it.md). */
export interface Anchor {
  format: typeof ANCHOR_FORMAT
  account: string
  /** The newest entry then, and its hash, which covers all before it. */
  version: number
  hash: string
  /** RFC 3339. */
  at: string
  /** A compact JWS of a time-stamping service over the hash, where there is one. */
  stamp?: string
}

/** The heads of ledgers that moved since they were last written. */
export async function headsToAnchor(connection: Queryable, now: Instant): Promise<Anchor[]> {
  // every account: each has a ledger of its own
  const accounts = await selectOnce(
    connection,
    { id: text, version: integer, headHash: text },
    `SELECT a.id, a.version, a.head_hash FROM account a
     LEFT JOIN ledger_anchor l ON l.account_id = a.id AND l.version = a.version
     WHERE a.version > 0 AND l.version IS NULL ORDER BY a.id`,
  )
  return accounts.map(({ id: account, version, headHash: hash }) => {
    return { format: ANCHOR_FORMAT, account, version, hash, at: instantText(now) }
  })
}

export async function noteAnchored(connection: Queryable, anchors: readonly Anchor[], at: Instant): Promise<void> {
  if (anchors.length === 0) return
  await connection.query(
    'INSERT INTO ledger_anchor (account_id, version, anchored_at_us) VALUES ? ON DUPLICATE KEY UPDATE version = VALUES(version)',
    [anchors.map(({ account, version }) => [account, version, at])],
  )
}

/**
 * What of the anchors does not hold any more: an entry that is gone, or whose hash is another than was written.
 * @param text lines as they were written; of other accounts than the one asked about nothing is said.
 * @param keys of the time-stamping service; where given, each stamp must be its own.
 */
export async function faultsOfAnchors(
  connection: Queryable,
  lines: string,
  { accountId, keys }: { accountId?: string | undefined; keys?: JSONWebKeySet | undefined } = {},
): Promise<string[]> {
  const faults: string[] = []
  const keySet = keys && createLocalJWKSet(keys)
  for (const [at, line] of lines.split('\n').entries()) {
    if (line.trim() === '') continue
    const anchor = anchorFrom(line)
    if (!anchor) {
      faults.push(say('store.line-is-no-anchor', { at: at + 1 }))
      continue
    }
    if (accountId !== undefined && anchor.account !== accountId) continue
    const [entry] = await select(
      connection,
      { hash: text },
      'SELECT hash FROM ledger_entry WHERE account_id = ? AND version = ?',
      [anchor.account, anchor.version],
    )
    const whose = say('store.entry', { account: anchor.account, version: anchor.version })
    if (!entry) faults.push(say('store.was-put-down-on-and-is-gone', { whose, at: anchor.at }))
    else if (entry.hash !== anchor.hash)
      faults.push(say('store.was-put-down-on-with-another-hash', { whose, at: anchor.at }))
    if (keySet && anchor.stamp !== undefined && !(await isStamped(anchor, keySet)))
      faults.push(say('store.its-stamp-of-is-not-from-the-service', { whose, at: anchor.at }))
  }
  return faults
}

function anchorFrom(line: string): Anchor | undefined {
  try {
    const one = JSON.parse(line) as Partial<Anchor> | null
    const isOne =
      one?.format === ANCHOR_FORMAT &&
      [one.account, one.hash, one.at].every((text) => typeof text === 'string') &&
      Number.isInteger(one.version)
    return isOne ? (one as Anchor) : undefined
  } catch {
    return undefined
  }
}

async function isStamped({ stamp, hash }: Anchor, keys: ReturnType<typeof createLocalJWKSet>): Promise<boolean> {
  try {
    const { payload } = await compactVerify(must(stamp, 'stamp'), keys)
    return (JSON.parse(new TextDecoder().decode(payload)) as { hash?: unknown }).hash === hash
  } catch {
    return false
  }
}
