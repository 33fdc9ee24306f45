import { setImmediate } from 'node:timers/promises'
import { TABLE_NAMES, type RowEdit } from '@lodge/core'
import {
  canonicalize,
  commitTo,
  DESTROYED,
  KIND_COMMITTED_SINCE,
  LEDGER_SCHEMA,
  NO_HASH,
  sha256,
  type LedgerHeader,
  type LedgerItem,
} from './ledger.ts'
import { readWholeEntries, type WholeEntry } from './whole-entries.ts'
import type { Queryable } from './pools.ts'
import { readTable } from './read-account.ts'
import { integer, selectOnce, text } from './select.ts'
import { say } from '@lodge/core/say'

/** What verifying a ledger found. */
export type Verification =
  | {
      ok: true
      entries: number
      head: string
      destroyed: number
      /** Rows that cannot be compared, because an edit that may have made them was destroyed. */
      unknownRows: number
    }
  | { ok: false; entries: number; version: number; reason: string }

/**
 * Walks an account's chain from the first entry. Each header must name the hash before, be the text that was hashed and
 * count without a gap, and what is beside it must say the same; each item must match its commitment, or have been
 * destroyed whole and be named so by a later entry; the last hash must be the guard row's (model C5).
 * @param alsoRows also compares every row of the account with what the ledger last made of it.
 */
export async function verifyLedger(
  connection: Queryable,
  accountId: string,
  { alsoRows = false }: { alsoRows?: boolean } = {},
): Promise<Verification> {
  const head = { version: integer, headHash: text }
  const guards = await selectOnce(connection, head, 'SELECT version, head_hash FROM account WHERE id = ?', [accountId])
  const destroyed = new Destroyed()
  const rows = new LastRows()
  let previous = NO_HASH
  let entries = 0
  for await (const entry of readWholeEntries(connection, accountId)) {
    const reason = faultOf(entry, entries + 1, previous, accountId) ?? destroyed.faultOf(entry)
    if (reason) return { ok: false, entries, version: entry.version, reason }
    if (alsoRows) rows.take(entry)
    entries += 1
    previous = entry.hash
    // Anyone who asks something meanwhile is answered in between.
    if (entries % 50 === 0) await setImmediate()
  }
  const guard = guards[0]
  if (!guard || guard.version !== entries || guard.headHash !== previous) {
    const reason = say('store.the-ledger-does-not-end-where-the-account')
    return { ok: false, entries, version: entries + 1, reason }
  }
  const unnamed = destroyed.firstUnnamed
  if (unnamed !== undefined) {
    const reason = say('store.a-change-or-edit-is-missing-and-no')
    return { ok: false, entries, version: unnamed, reason }
  }
  const compared = alsoRows ? await rows.compare(connection, accountId) : { unknownRows: 0 }
  if ('reason' in compared) return { ok: false, entries, ...compared }
  return { ok: true, entries, head: previous, destroyed: destroyed.count, ...compared }
}

function faultOf(entry: WholeEntry, version: number, previous: string, accountId: string): string | undefined {
  const { items } = entry
  if (entry.version !== version) return say('store.an-entry-is-missing-before-this-one')
  if (sha256(entry.header) !== entry.hash) return say('store.its-header-was-altered')
  const header = JSON.parse(entry.header) as LedgerHeader
  if (canonicalize(header) !== entry.header) return say('store.its-header-is-not-in-the-canonical-form')
  if (header.version !== version || header.account !== accountId) return say('store.the-header-is-of-another-entry')
  if (header.previous !== previous) return say('store.it-does-not-name-the-hash-of-the')
  if (entry.at !== header.at || entry.schema !== header.schema) {
    return say('store.its-stored-time-or-layout-is-not-the')
  }
  if (header.items.length !== items.length || header.items.some((one, at) => items[at]?.commitment !== one)) {
    return say('store.its-changes-or-edits-were-removed-or')
  }
  return items.some((item) => isAltered(item, header.schema)) ? say('store.a-change-or-edit-was-altered') : undefined
}

/** Whether an item is not what was committed to; one that was destroyed is gone whole, salt and payload. */
function isAltered({ kind, commitment, salt, payload }: LedgerItem, schema: number): boolean {
  if (salt === null || payload === null) return salt !== payload
  if (commitTo(kind, salt, payload, schema) !== commitment) return true
  // In older entries the commitment says nothing of the kind; the payload does: a change has a type, an edit a table.
  return schema < KIND_COMMITTED_SINCE && 'table' in (JSON.parse(payload) as object) !== (kind === 'edit')
}

/** Items that are gone, each until a later entry names it. */
class Destroyed {
  private readonly unnamed = new Map<string, number>()
  count = 0

  /** Notes what is gone of an entry, and what it says was destroyed before it; a fault where it names what is there. */
  faultOf({ version, items }: WholeEntry): string | undefined {
    for (const { kind, payload } of items) {
      if (kind !== 'change' || !payload?.includes(`"${DESTROYED}"`)) continue
      const { type, items: named } = JSON.parse(payload) as { type: string; items?: unknown }
      if (type !== DESTROYED || !Array.isArray(named)) continue
      for (const one of named) {
        if (!this.unnamed.delete(String(one))) return say('store.it-says-that-something-was-destroyed-that-is')
        this.count += 1
      }
    }
    items.forEach(({ payload }, at) => payload === null && this.unnamed.set(`${version}/${at}`, version))
    return undefined
  }

  /** The first entry of which something is gone that nobody named. */
  get firstUnnamed(): number | undefined {
    return this.unnamed.values().next().value
  }
}

/** What the ledger last made of each row. */
class LastRows {
  private readonly last = new Map<string, { edit: RowEdit; version: number; schema: number }>()
  /** The last entry of which an edit was destroyed: what rows were until then is not known for certain. */
  private unknownUntil = 0

  take({ version, schema, items }: WholeEntry): void {
    for (const { kind, payload } of items) {
      if (kind !== 'edit') continue
      if (payload === null) {
        this.unknownUntil = version
        continue
      }
      const edit = JSON.parse(payload) as RowEdit
      this.last.set(`${edit.table} ${edit.key}`, { edit, version, schema })
    }
  }

  /** Compares with the tables as they are; the first difference, by the entry that made the row. */
  async compare(
    connection: Queryable,
    accountId: string,
  ): Promise<{ unknownRows: number } | { version: number; reason: string }> {
    const left = new Map([...this.last].filter(([, { edit }]) => edit.after !== null))
    let unknownRows = 0
    for (const table of TABLE_NAMES) {
      const rows = await readTable(connection, accountId, table, new Map())
      for (const [at, row] of rows.entries()) {
        if (at % 5_000 === 0) await setImmediate()
        const key = `${table} ${String(row.id)}`
        const made = left.get(key)
        left.delete(key)
        if (made && isSame(row, made.edit.after, made.schema)) continue
        // A row that was removed, by the last entry that names it, was made anew by one that is gone, or beside the ledger.
        const version = this.last.get(key)?.version ?? 0
        if (version <= this.unknownUntil && this.unknownUntil > 0) unknownRows += 1
        else {
          const what = made ? 'changed' : 'added'
          return { version: version || 1, reason: say('store.a-row-of-was-without-a-ledger-entry', { table, what }) }
        }
      }
    }
    for (const { edit, version } of left.values()) {
      if (version <= this.unknownUntil) unknownRows += 1
      else return { version, reason: say('store.a-row-of-was-removed-without-a-ledger', { table: edit.table }) }
    }
    return { unknownRows }
  }
}

/** Rows made under an older layout lack what was added since; what they have is compared. */
function isSame(row: object, made: object | null, schema: number): boolean {
  const before: Record<string, unknown> = { ...made }
  const now: Record<string, unknown> = { ...row }
  const names = Object.keys(now).filter((name) => schema === LEDGER_SCHEMA || name in before)
  return names.every((name) => canonicalize(now[name] ?? null) === canonicalize(before[name] ?? null))
}
