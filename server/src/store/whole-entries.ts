import type { Instant } from '@lodge/core'
import { ITEM, itemOf, type LedgerItem } from './ledger.ts'
import type { Queryable } from './pools.ts'
import { instant, integer, selectOnce, text } from './select.ts'
import { entryAt, must } from '@lodge/core/must'

/** An entry as it is kept: the header in the very text that was hashed, and what is beside it to find it by. */
export interface WholeEntry {
  version: number
  at: Instant
  schema: number
  header: string
  hash: string
  items: LedgerItem[]
}

/** Every entry in order, with what is left of its items. */
export async function* readWholeEntries(connection: Queryable, accountId: string): AsyncGenerator<WholeEntry> {
  for (let after = 0; ;) {
    const heads = await selectOnce(
      connection,
      { version: integer, at: instant, schemaNumber: integer, header: text, hash: text },
      `SELECT version, at_us, schema_number, header, hash FROM ledger_entry
       WHERE account_id = ? AND version > ? ORDER BY version LIMIT 200`,
      [accountId, after],
    )
    if (heads.length === 0) return
    const items = await selectOnce(
      connection,
      { version: integer, ordinal: integer, ...ITEM },
      `SELECT version, ordinal, kind, commitment, salt, payload FROM ledger_item
       WHERE account_id = ? AND version BETWEEN ? AND ? ORDER BY version, ordinal`,
      [accountId, entryAt(heads, 0).version, must(heads.at(-1), 'last of heads').version],
    )
    const byVersion = new Map<number, LedgerItem[]>(heads.map(({ version }) => [version, []]))
    for (const one of items) {
      // Items of an entry that is missing are missed with it.
      const list = byVersion.get(one.version)
      if (!list) continue
      // One that is missing leaves its place empty, so that it is missed.
      while (list.length < one.ordinal) list.push({ kind: 'edit', commitment: '', salt: null, payload: null })
      list.push(itemOf(one))
    }
    for (const { schemaNumber: schema, ...head } of heads) {
      yield { ...head, schema, items: byVersion.get(head.version) ?? [] }
    }
    after = must(heads.at(-1), 'last of heads').version
  }
}
