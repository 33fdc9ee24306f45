import { foundingEdits, type Account, type Instant, type RowEdit } from '@lodge/core'
import { must } from '@lodge/core/must'
import { insertEvent } from './events.ts'
import { buildEntry, NO_HASH, writeEntry, type LedgerEntry } from './ledger.ts'
import type { PoolConnection, Pools } from './pools.ts'
import { wallClock } from '../clock.ts'
import { insertWork } from './work.ts'
import { writeEdits, writePersonalValues } from './write-edits.ts'

/**
 * Writes a new account whole: version 1 of its ledger. People are joined to their logins before anything is written, so
 * that the ledger's edits are the rows as they are now.
 * @param alongside rows that stand or fall with it: the logins.
 */
export async function foundAccount(
  pools: Pools,
  account: Account,
  logins: readonly { personId: string; id: string }[],
  now: Instant,
  alongside: (connection: PoolConnection) => Promise<void>,
): Promise<void> {
  const loginOf = new Map(logins.map((login) => [login.personId, login.id]))
  const { edits, values } = foundingEdits(account)
  const joined = edits.map((edit): RowEdit => {
    const loginId = loginOf.get(edit.key)
    return edit.table === 'person' && loginId ? { ...edit, after: { ...must(edit.after, 'after'), loginId } } : edit
  })
  const entries = entriesOf(account.id, joined, now)
  const connection = await pools.commits.getConnection()
  try {
    await connection.beginTransaction()
    await connection.execute('INSERT INTO account (id, version, committed_at_us, head_hash) VALUES (?, ?, ?, ?)', [
      account.id,
      entries.length,
      must(entries.at(-1), 'last of entries').header.at,
      must(entries.at(-1), 'last of entries').hash,
    ])
    await connection.query('SET timestamp = ?', [now / 1_000_000])
    await writeEdits(connection, account.id, joined)
    await writePersonalValues(connection, account.id, values)
    for (const entry of entries) await writeEntry(connection, entry)
    await alongside(connection)
    await insertEvent(connection, { kind: 'account-founded', accountId: account.id }, now)
    // Its months close by themselves; the worker that does it goes on for as long as the account is there.
    await insertWork(connection, { accountId: account.id, kind: 'month-ends', ids: {} }, wallClock())
    await insertWork(connection, { accountId: account.id, kind: 'dates', ids: {} }, wallClock())
    await insertWork(connection, { accountId: account.id, kind: 'digest', ids: {} }, wallClock())
    await connection.commit()
  } finally {
    await connection.rollback().catch(() => undefined)
    await connection.query('SET timestamp = DEFAULT').catch(() => undefined)
    connection.release()
  }
}

/** So many edits stand in one entry; a large account is founded by several. */
const EDITS_PER_ENTRY = 10_000

function entriesOf(accountId: string, edits: readonly RowEdit[], now: Instant): LedgerEntry[] {
  const entries: LedgerEntry[] = []
  let previous = NO_HASH
  for (let at = 0; at === 0 || at < edits.length; at += EDITS_PER_ENTRY) {
    const head = {
      account: accountId,
      version: entries.length + 1,
      at: now + entries.length,
      actor: { kind: 'founding' as const },
      via: { kind: 'founding' as const },
      marks: [],
      isGrave: false,
    }
    const entry = buildEntry({ ...head, previous }, [{ type: 'found' }], edits.slice(at, at + EDITS_PER_ENTRY))
    entries.push(entry)
    previous = entry.hash
  }
  return entries
}
