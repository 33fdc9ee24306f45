import type { Connection } from 'mysql2/promise'
import { buildEntry, DESTROYED, writeEntry } from './ledger.ts'
import { instant, integer, json, selectOnce, text } from './select.ts'

/**
 * Names in one entry of each account what of its ledger was destroyed before such entries were written: from then on
 * what is gone and named nowhere is missed (model C5).
 */
export async function noteDestroyed(connection: Connection): Promise<void> {
  const items = await selectOnce(
    connection,
    { accountId: text, version: integer, ordinal: integer },
    `SELECT account_id, version, ordinal FROM ledger_item WHERE salt IS NULL AND payload IS NULL
     ORDER BY account_id, version, ordinal`,
  )
  const notes = await selectOnce(
    connection,
    { accountId: text, payload: json<{ type: string; items?: string[] }>() },
    'SELECT account_id, payload FROM ledger_item WHERE kind = ? AND payload LIKE ?',
    ['change', `%"${DESTROYED}"%`],
  )
  const named = new Set(
    notes.flatMap(({ accountId, payload: { type, items: names = [] } }) => {
      return type === DESTROYED ? names.map((one) => `${accountId} ${one}`) : []
    }),
  )
  const byAccount = new Map<string, string[]>()
  for (const { accountId, version, ordinal } of items) {
    const name = `${version}/${ordinal}`
    if (!named.has(`${accountId} ${name}`)) byAccount.set(accountId, [...(byAccount.get(accountId) ?? []), name])
  }
  for (const [accountId, gone] of byAccount) await append(connection, accountId, gone)
}

async function append(connection: Connection, accountId: string, items: readonly string[]): Promise<void> {
  await connection.beginTransaction()
  const [guard] = await selectOnce(
    connection,
    { version: integer, committedAt: instant, headHash: text },
    'SELECT version, committed_at_us, head_hash FROM account WHERE id = ? FOR UPDATE',
    [accountId],
  )
  // The ledger of an account that was closed ends with it.
  if (guard) {
    const [version, at] = [guard.version + 1, guard.committedAt + 1]
    const by = { actor: { kind: 'schedule' as const }, via: { kind: 'schedule' as const }, marks: [] }
    const head = { account: accountId, version, at, ...by, previous: guard.headHash }
    const entry = buildEntry(head, [{ type: DESTROYED, items }], [])
    await connection.query('UPDATE account SET version = ?, committed_at_us = ?, head_hash = ? WHERE id = ?', [
      ...[version, at, entry.hash, accountId],
    ])
    await writeEntry(connection, entry)
  }
  await connection.commit()
}
