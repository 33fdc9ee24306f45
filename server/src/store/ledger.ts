import canonicalizeModule from 'canonicalize'
import type { Actor, Instant, Mark, RowEdit } from '@lodge/core'
import { instant, integer, json, orNull, selectOnce, text, textAs } from './select.ts'
import { createHash, randomBytes } from 'node:crypto'
import type { Queryable } from './pools.ts'
import { must } from '@lodge/core/must'

/** Canonical JSON (RFC 8785). */
// eslint-disable-next-line no-restricted-syntax -- the package’s types say it is a module, not the function it is
export const canonicalize = canonicalizeModule as unknown as (value: unknown) => string

/** The layout of headers and items; another number means read anew instead of catching up (architecture). */
export const LEDGER_SCHEMA = 13

/** From this layout on a commitment covers whether its item is a change or an edit. */
export const KIND_COMMITTED_SINCE = 11

/** The type of the change that names items whose payload and salt were destroyed before it (model C5). */
export const DESTROYED = 'note-destroyed'

/** The hash before the first entry. */
export const NO_HASH = '0'.repeat(64)

/** Through what a commit came; ids only, never an address (model C6). */
export type Via =
  | { kind: 'session'; id: string }
  /** A batch of a large docket, under the docket's id (model C2). */
  | { kind: 'run'; id: string }
  | { kind: 'invitation' }
  /** Behind the link of a message that asked for something (model B6). */
  | { kind: 'task-link' }
  | { kind: 'founding' }
  | { kind: 'schedule' }
  /** A product's own report. */
  | { kind: 'product' }

/** What the hash of an entry covers, as canonical JSON (RFC 8785). */
export interface LedgerHeader {
  schema: number
  account: string
  version: number
  at: Instant
  actor: Actor
  via: Via
  /** What owners should see of it (model D2). */
  marks: Mark[]
  /** Commitments to the changes and edits, in order. */
  items: string[]
  previous: string
}

export interface LedgerItem {
  kind: 'change' | 'edit'
  commitment: string
  salt: string | null
  payload: string | null
}

export interface LedgerEntry {
  header: LedgerHeader
  hash: string
  items: LedgerItem[]
}

export const sha256 = (text: string) => createHash('sha256').update(text).digest('hex')

/** A salted commitment: without salt and payload it says nothing, with them it proves what they were (model C5). */
export function commitTo(kind: LedgerItem['kind'], salt: string, payload: string, schema = LEDGER_SCHEMA): string {
  return sha256(schema < KIND_COMMITTED_SINCE ? `${salt}\n${payload}` : `${salt}\n${kind}\n${payload}`)
}

export function hashOf(header: LedgerHeader): string {
  return sha256(canonicalize(header))
}

function item(kind: LedgerItem['kind'], value: object): LedgerItem {
  const salt = randomBytes(16).toString('hex')
  const payload = canonicalize(value)
  return { kind, commitment: commitTo(kind, salt, payload), salt, payload }
}

/** Builds the entry of a commit; it is not yet stored. */
export function buildEntry(
  head: Omit<LedgerHeader, 'items' | 'schema'>,
  changes: readonly object[],
  edits: readonly RowEdit[],
): LedgerEntry {
  const items = [...changes.map((change) => item('change', change)), ...edits.map((edit) => item('edit', edit))]
  const header: LedgerHeader = { schema: LEDGER_SCHEMA, ...head, items: items.map((one) => one.commitment) }
  return { header, hash: hashOf(header), items }
}

export async function writeEntry(connection: Queryable, { header, hash, items }: LedgerEntry): Promise<void> {
  await connection.query(
    'INSERT INTO ledger_entry (account_id, version, at_us, schema_number, header, hash) VALUES (?, ?, ?, ?, ?, ?)',
    [header.account, header.version, header.at, header.schema, canonicalize(header), hash],
  )
  for (let at = 0; at < items.length; at += 500) {
    const rows = items
      .slice(at, at + 500)
      .map((one, index) => [
        header.account,
        header.version,
        at + index,
        one.kind,
        one.commitment,
        one.salt,
        one.payload,
      ])
    await connection.query(
      'INSERT INTO ledger_item (account_id, version, ordinal, kind, commitment, salt, payload) VALUES ?',
      [rows],
    )
  }
}

/** Which entries are asked for; what is left out does not narrow it. */
export interface LedgerFilter {
  /** Entries below this version. */
  before?: number
  /** An id that a change or edit names. */
  about?: string
  /** Who changed it. */
  actor?: string
  /** Types of changes. */
  types?: readonly string[]
  from?: Instant
  until?: Instant
}

/** Everyone who ever changed something. */
export async function ledgerActors(connection: Queryable, accountId: string): Promise<string[]> {
  const rows = await selectOnce(
    connection,
    { personId: orNull(text) },
    `SELECT DISTINCT JSON_VALUE(header, '$.actor.personId') AS person_id FROM ledger_entry WHERE account_id = ?`,
    [accountId],
  )
  return rows.flatMap(({ personId }) => personId ?? [])
}

/** Entries newest first, with their changes but not their edits. */
export async function readEntries(
  connection: Queryable,
  accountId: string,
  limit: number,
  filter: LedgerFilter = {},
): Promise<LedgerEntry[]> {
  const { before = Number.MAX_SAFE_INTEGER, about, actor, types, from = 0, until = Number.MAX_SAFE_INTEGER } = filter
  const pattern = (types ?? []).map((type) => `"type":"${type}"`).join('|')
  // Each condition is always in the statement, and true of every entry where nothing is asked.
  const heads = await selectOnce(
    connection,
    { version: integer, header: json<LedgerHeader>(), hash: text },
    `SELECT version, header, hash FROM ledger_entry AS entry
     WHERE account_id = ? AND version < ? AND at_us >= ? AND at_us < ?
       AND (? IS NULL OR header LIKE ?)
       AND (? IS NULL OR EXISTS (SELECT 1 FROM ledger_item AS named WHERE named.account_id = entry.account_id
         AND named.version = entry.version AND named.payload LIKE ?))
       AND (? = '' OR EXISTS (SELECT 1 FROM ledger_item AS typed WHERE typed.account_id = entry.account_id
         AND typed.version = entry.version AND typed.kind = 'change' AND typed.payload REGEXP ?))
     ORDER BY version DESC LIMIT ?`,
    [
      ...[accountId, before, from, until],
      ...[actor ?? null, `%"personId":"${actor ?? ''}"%`, about ?? null, `%${about ?? ''}%`],
      ...[pattern, pattern || 'x', limit],
    ],
  )
  if (heads.length === 0) return []
  const items = await selectOnce(
    connection,
    { version: integer, ...ITEM },
    `SELECT version, kind, commitment, salt, payload FROM ledger_item
     WHERE account_id = ? AND version IN (?) AND kind = 'change' ORDER BY version, ordinal`,
    [accountId, heads.map((head) => head.version)],
  )
  return heads.map(({ version, header, hash }) => {
    return { header, hash, items: items.filter((one) => one.version === version).map(itemOf) }
  })
}

// What someone altered is read as it is too, so that verifying finds it.
export const ITEM = { kind: textAs<LedgerItem['kind']>(), commitment: text, salt: orNull(text), payload: orNull(text) }

export function itemOf({ kind, commitment, salt, payload }: LedgerItem): LedgerItem {
  return { kind, commitment, salt, payload }
}

/** One entry's edits, for a process that catches up. */
export interface EntryEdits {
  version: number
  at: Instant
  hash: string
  edits: RowEdit[]
}

/**
 * The edits of every entry after a version, oldest first. `read-anew` where they cannot be followed: more than so many,
 * a gap, another layout, or a payload that was destroyed. No code replays old edits (architecture, ledger).
 */
export async function readEditsAfter(
  connection: Queryable,
  accountId: string,
  version: number,
  maximum: number,
): Promise<EntryEdits[] | 'read-anew'> {
  const heads = await selectOnce(
    connection,
    { version: integer, at: instant, schemaNumber: integer, hash: text },
    'SELECT version, at_us, schema_number, hash FROM ledger_entry WHERE account_id = ? AND version > ? ORDER BY version LIMIT 1000',
    [accountId, version],
  )
  if (heads.length === 0) return []
  const last = must(heads.at(-1), 'last of heads').version
  if (last !== version + heads.length || heads.some((head) => head.schemaNumber !== LEDGER_SCHEMA)) return 'read-anew'
  const items = await selectOnce(
    connection,
    { version: integer, payload: orNull(text) },
    `SELECT version, payload FROM ledger_item
     WHERE account_id = ? AND version > ? AND version <= ? AND kind = 'edit' ORDER BY version, ordinal LIMIT ?`,
    [accountId, version, last, maximum + 1],
  )
  if (items.length > maximum) return 'read-anew'
  const byVersion = new Map<number, RowEdit[]>(heads.map(({ version: one }) => [one, []]))
  for (const { version: one, payload } of items) {
    if (payload === null) return 'read-anew'
    byVersion.get(one)?.push(JSON.parse(payload) as RowEdit)
  }
  return heads.map(({ version: one, at, hash }) => ({ version: one, at, hash, edits: byVersion.get(one) ?? [] }))
}

/** A change as it was recorded: its kind, and what it said without anything personal (model C6). */
export type LedgerChange = { type: string } & Record<string, unknown>

/** One entry with its changes and edits; undefined if there is none, or its payloads were destroyed. */
export async function readEntry(
  connection: Queryable,
  accountId: string,
  version: number,
): Promise<{ header: LedgerHeader; changes: LedgerChange[]; edits: RowEdit[] } | undefined> {
  const [head] = await selectOnce(
    connection,
    { header: json<LedgerHeader>() },
    'SELECT header FROM ledger_entry WHERE account_id = ? AND version = ?',
    [accountId, version],
  )
  const items = await selectOnce(
    connection,
    { kind: ITEM.kind, payload: ITEM.payload },
    'SELECT kind, payload FROM ledger_item WHERE account_id = ? AND version = ? ORDER BY ordinal',
    [accountId, version],
  )
  if (!head) return undefined
  const [changes, edits]: [LedgerChange[], RowEdit[]] = [[], []]
  for (const { kind, payload } of items) {
    if (payload === null) return undefined
    if (kind === 'change') changes.push(JSON.parse(payload) as LedgerChange)
    else edits.push(JSON.parse(payload) as RowEdit)
  }
  return { header: head.header, changes, edits }
}
