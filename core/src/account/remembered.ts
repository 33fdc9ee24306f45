import type { Account, Derived } from './account.ts'
import type { RowEdit, TableName } from './rows.ts'
import { entryAt } from '../checks/must.ts'

interface Kept<V> {
  tables: readonly { revision: number }[]
  revisions: readonly number[]
  value: V
}

/** So many values of one kind are kept at hand for one table: an account and a few seen through edits. */
const MAXIMUM_KEPT = 6

/** What is remembered: from which tables it is worked out, how, and how a commit moves it. */
interface Declared<V> {
  from: readonly [TableName, ...TableName[]]
  init(account: Account): V
  /** What it is after a commit, once the account has it; undefined where it is worked out again. */
  apply?(value: V, before: Account, edits: readonly RowEdit[]): ((after: Account) => V) | undefined
}

/**
 * What is worked out from some tables of an account and from nothing else: worked out once for as long as those tables
 * are the same ones at the same revision, also by accounts that share them because their edits touch others.
 */
export class Remembered<V> implements Derived {
  private readonly kept = new WeakMap<object, Kept<V>[]>()

  constructor(private readonly declared: Declared<V>) {}

  of(account: Account): V {
    return this.known(account) ?? this.keep(account, this.declared.init(account))
  }

  apply(before: Account, edits: readonly RowEdit[]): ((after: Account) => void) | undefined {
    const value = this.known(before)
    const settle = value === undefined ? undefined : this.declared.apply?.(value, before, edits)
    return settle && ((after) => void this.keep(after, settle(after)))
  }

  /** What was worked out already and still holds. */
  known(account: Account): V | undefined {
    const tables = this.declared.from.map((name) => account.tables[name])
    const list = this.kept.get(entryAt(tables, 0))
    return list?.find((one) =>
      one.tables.every((table, at) => table === tables[at] && entryAt(tables, at).revision === one.revisions[at]),
    )?.value
  }

  private keep(account: Account, value: V): V {
    const tables = this.declared.from.map((name) => account.tables[name])
    let list = this.kept.get(entryAt(tables, 0))
    if (!list) this.kept.set(entryAt(tables, 0), (list = []))
    list.unshift({ tables, revisions: tables.map((table) => table.revision), value })
    list.length = Math.min(list.length, MAXIMUM_KEPT)
    return value
  }
}
