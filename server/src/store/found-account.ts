import { foundingEdits, type Account, type Instant, type RowEdit } from '@lodge/core'
import { insertEvent } from './events.ts'
import { buildEntry, NO_HASH, writeEntry } from './ledger.ts'
import { insertLogins, type Login } from './logins.ts'
import type { Pools } from './pools.ts'
import { writeEdits, writePersonalValues } from './write-edits.ts'

/**
 * Writes a new account whole, with the logins of its people: version 1 of its ledger. People are joined to their
 * logins before anything is written, so that the ledger's edits are the rows as they stand.
 */
export async function foundAccount(
  pools: Pools,
  account: Account,
  logins: readonly (Login & { personId: string })[],
  now: Instant,
): Promise<void> {
  const loginOf = new Map(logins.map((login) => [login.personId, login.id]))
  const { edits, values } = foundingEdits(account)
  const joined = edits.map((edit): RowEdit => {
    const loginId = loginOf.get(edit.key)
    return edit.table === 'person' && loginId
      ? { ...edit, after: { ...edit.after!, loginId } as RowEdit['after'] }
      : edit
  })
  const head = {
    account: account.id,
    version: 1,
    at: now,
    actor: { kind: 'founding' as const },
    via: { kind: 'founding' as const },
    marks: [],
  }
  const entry = buildEntry({ ...head, previous: NO_HASH }, [{ type: 'found' }], joined)
  const connection = await pools.commits.getConnection()
  try {
    await connection.beginTransaction()
    await connection.execute('INSERT INTO account (id, version, committed_at_us, head_hash) VALUES (?, 1, ?, ?)', [
      account.id,
      now,
      entry.hash,
    ])
    await connection.query('SET timestamp = ?', [now / 1_000_000])
    await writeEdits(connection, account.id, joined)
    await writePersonalValues(connection, account.id, values)
    await writeEntry(connection, entry)
    await insertLogins(connection, logins, now)
    await insertEvent(connection, { kind: 'account-founded', accountId: account.id }, now)
    await connection.commit()
  } finally {
    await connection.rollback().catch(() => undefined)
    await connection.query('SET timestamp = DEFAULT').catch(() => undefined)
    connection.release()
  }
}
