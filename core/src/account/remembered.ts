import type { Account } from './account.ts'
import type { TableName } from './rows.ts'

interface Kept<V> {
  tables: readonly { revision: number }[]
  revisions: readonly number[]
  value: V
}

/** So many values of one kind are kept at hand for one table: an account and a few seen through edits. */
const MAXIMUM_KEPT = 6

/**
 * What is worked out from some tables of an account and from nothing else: worked out once for as long as those tables
 * are the same ones at the same revision, also by accounts that share them because their edits touch others.
 */
export class Remembered<V> {
  private readonly kept = new WeakMap<object, Kept<V>[]>()

  constructor(
    private readonly names: readonly [TableName, ...TableName[]],
    private readonly make: (account: Account) => V,
  ) {}

  of(account: Account): V {
    const tables = this.names.map((name) => account.tables[name])
    let list = this.kept.get(tables[0]!)
    if (!list) this.kept.set(tables[0]!, (list = []))
    const known = list.find((one) =>
      one.tables.every((table, at) => table === tables[at] && tables[at]!.revision === one.revisions[at]),
    )
    if (known) return known.value
    const value = this.make(account)
    list.unshift({ tables, revisions: tables.map((table) => table.revision), value })
    list.length = Math.min(list.length, MAXIMUM_KEPT)
    return value
  }
}
