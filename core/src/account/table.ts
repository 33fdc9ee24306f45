import type { Id } from './rows.ts'
import { must } from '../checks/must.ts'

/** A set of rows by id, looked up by id or through an index. */
export interface Table<R extends { id: Id }> {
  readonly size: number
  get(id: Id): R | undefined
  all(): Iterable<R>
  /** Rows whose `index` has this key, in the order they were added. */
  by(index: string, key: string): readonly R[]
  /** What each row seen differently than in the table beneath now is; `null` for a removed one. */
  readonly edited: ReadonlyMap<Id, R | null>
  /** Grows with each alteration of the table itself; what was worked out from it at one revision holds for that one. */
  readonly revision: number
}

type Indexes<R> = Record<string, (row: R) => string | null>

/** Rows held in maps; alone alterable, and only by the code that holds the account. */
export class BaseTable<R extends { id: Id }> implements Table<R> {
  private readonly rows = new Map<Id, R>()
  private readonly keyed = new Map<string, Map<string, R[]>>()
  readonly edited: ReadonlyMap<Id, R | null> = new Map()
  revision = 0

  constructor(
    private readonly indexes: Indexes<R>,
    rows: Iterable<R> = [],
  ) {
    for (const index of Object.keys(indexes)) this.keyed.set(index, new Map())
    for (const row of rows) this.put(row)
  }

  get size(): number {
    return this.rows.size
  }

  get(id: Id): R | undefined {
    return this.rows.get(id)
  }

  all(): Iterable<R> {
    return this.rows.values()
  }

  by(index: string, key: string): readonly R[] {
    return this.keyed.get(index)?.get(key) ?? []
  }

  put(row: R): void {
    this.revision += 1
    this.unindex(row.id)
    this.rows.set(row.id, row)
    for (const [index, keyOf] of Object.entries(this.indexes)) {
      const key = keyOf(row)
      if (key === null) continue
      const keys = must(this.keyed.get(index), 'entry of keyed')
      const list = keys.get(key)
      if (list) list.push(row)
      else keys.set(key, [row])
    }
  }

  remove(id: Id): void {
    this.revision += 1
    this.unindex(id)
    this.rows.delete(id)
  }

  private unindex(id: Id): void {
    const old = this.rows.get(id)
    if (!old) return
    for (const [index, keyOf] of Object.entries(this.indexes)) {
      const key = keyOf(old)
      if (key === null) continue
      const keys = must(this.keyed.get(index), 'entry of keyed')
      const list = must(keys.get(key), 'entry of keys')
      if (list.length === 1) keys.delete(key)
      else list.splice(list.indexOf(old), 1)
    }
  }
}

/**
 * A table seen through edits, without copying it: what a preview reads. Overlays lie over each other in layers, each
 * more than twice as large as what is over it: one more edit costs little, and however long a docket grows, a row is
 * found through few layers.
 */
export class OverlayTable<R extends { id: Id }> implements Table<R> {
  readonly size: number
  readonly revision = 0
  private readonly keyed = new Map<string, Map<string, R[]>>()
  private merged: ReadonlyMap<Id, R | null> | undefined

  private constructor(
    private readonly under: Table<R>,
    private readonly indexes: Indexes<R>,
    private readonly own: ReadonlyMap<Id, R | null>,
  ) {
    let size = under.size
    for (const [id, row] of own) size += (row ? 1 : 0) - (under.get(id) ? 1 : 0)
    this.size = size
  }

  static over<R extends { id: Id }>(
    under: Table<R>,
    indexes: Indexes<R>,
    edited: ReadonlyMap<Id, R | null>,
  ): OverlayTable<R> {
    let [beneath, own] = [under, edited]
    while (beneath instanceof OverlayTable && isSmall(beneath.own, own)) {
      own = mergedMap(beneath.own as ReadonlyMap<Id, R | null>, own)
      beneath = beneath.under as Table<R>
    }
    return new OverlayTable(beneath, indexes, own)
  }

  get edited(): ReadonlyMap<Id, R | null> {
    if (!(this.under instanceof OverlayTable)) return this.own
    return (this.merged ??= mergedMap(this.under.edited as ReadonlyMap<Id, R | null>, this.own))
  }

  get(id: Id): R | undefined {
    const row = this.own.get(id)
    return row === undefined ? this.under.get(id) : (row ?? undefined)
  }

  *all(): Iterable<R> {
    for (const row of this.under.all()) if (!this.own.has(row.id)) yield row
    for (const row of this.own.values()) if (row) yield row
  }

  by(index: string, key: string): readonly R[] {
    const rows = this.under.by(index, key)
    const added = this.added(index).get(key)
    if (!added && !rows.some((row) => this.own.has(row.id))) return rows
    return [...rows.filter((row) => !this.own.has(row.id)), ...(added ?? [])]
  }

  private added(index: string): Map<string, R[]> {
    let keys = this.keyed.get(index)
    if (keys) return keys
    this.keyed.set(index, (keys = new Map<string, R[]>()))
    const keyOf = this.indexes[index]
    for (const row of this.own.values()) {
      const key = row && keyOf ? keyOf(row) : null
      if (key === null) continue
      const list = keys.get(key)
      if (list) list.push(must(row, 'row'))
      else keys.set(key, [must(row, 'row')])
    }
    return keys
  }
}

/** Whether a layer is so small that what is over it is put into it. */
export function isSmall(layer: ReadonlyMap<unknown, unknown>, over: ReadonlyMap<unknown, unknown>): boolean {
  return layer.size <= 2 * over.size
}

export function mergedMap<K, V>(one: ReadonlyMap<K, V>, over: ReadonlyMap<K, V>): Map<K, V> {
  const merged = new Map(one)
  for (const [key, value] of over) merged.set(key, value)
  return merged
}
