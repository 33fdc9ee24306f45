import type { Account } from './account.ts'
import type { TableName } from './rows.ts'
import { entryAt } from '../checks/must.ts'

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
    return this.known(account) ?? this.keep(account, this.make(account))
  }

  /** What was worked out already and still holds. */
  known(account: Account): V | undefined {
    const tables = this.names.map((name) => account.tables[name])
    const list = this.kept.get(entryAt(tables, 0))
    return list?.find((one) =>
      one.tables.every((table, at) => table === tables[at] && entryAt(tables, at).revision === one.revisions[at]),
    )?.value
  }

  /** Keeps what is known to hold for an account, as when a commit's part in it has been followed. */
  keep(account: Account, value: V): V {
    const tables = this.names.map((name) => account.tables[name])
    let list = this.kept.get(entryAt(tables, 0))
    if (!list) this.kept.set(entryAt(tables, 0), (list = []))
    list.unshift({ tables, revisions: tables.map((table) => table.revision), value })
    list.length = Math.min(list.length, MAXIMUM_KEPT)
    return value
  }
}
