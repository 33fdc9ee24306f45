import type { Id } from './rows.ts'

/** A set of rows by id, looked up by id or through an index. */
export interface Table<R extends { id: Id }> {
  readonly size: number
  get(id: Id): R | undefined
  all(): Iterable<R>
  /** Rows whose `index` has this key, in the order they were added. */
  by(index: string, key: string): readonly R[]
}

type Indexes<R> = Record<string, (row: R) => string | null>

/** Rows held in maps; alone alterable, and only by whoever owns the account. */
export class BaseTable<R extends { id: Id }> implements Table<R> {
  private readonly rows = new Map<Id, R>()
  private readonly keyed = new Map<string, Map<string, R[]>>()

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
    this.unindex(row.id)
    this.rows.set(row.id, row)
    for (const [index, keyOf] of Object.entries(this.indexes)) {
      const key = keyOf(row)
      if (key === null) continue
      const keys = this.keyed.get(index)!
      const list = keys.get(key)
      if (list) list.push(row)
      else keys.set(key, [row])
    }
  }

  remove(id: Id): void {
    this.unindex(id)
    this.rows.delete(id)
  }

  private unindex(id: Id): void {
    const old = this.rows.get(id)
    if (!old) return
    for (const [index, keyOf] of Object.entries(this.indexes)) {
      const key = keyOf(old)
      if (key === null) continue
      const keys = this.keyed.get(index)!
      const rest = (keys.get(key) ?? []).filter((row) => row.id !== id)
      if (rest.length > 0) keys.set(key, rest)
      else keys.delete(key)
    }
  }
}

/** A table seen through a handful of edits, without copying it: what a preview reads. */
export class OverlayTable<R extends { id: Id }> implements Table<R> {
  readonly size: number

  constructor(
    private readonly under: Table<R>,
    private readonly indexes: Indexes<R>,
    /** What each edited id now is; `null` for a removed row. */
    private readonly edited: ReadonlyMap<Id, R | null>,
  ) {
    let size = under.size
    for (const [id, row] of edited) size += (row ? 1 : 0) - (under.get(id) ? 1 : 0)
    this.size = size
  }

  get(id: Id): R | undefined {
    const row = this.edited.get(id)
    return row === undefined ? this.under.get(id) : (row ?? undefined)
  }

  *all(): Iterable<R> {
    for (const row of this.under.all()) if (!this.edited.has(row.id)) yield row
    for (const row of this.edited.values()) if (row) yield row
  }

  by(index: string, key: string): readonly R[] {
    const keyOf = this.indexes[index]
    const rows = this.under.by(index, key)
    if (!keyOf) return rows
    const kept = rows.filter((row) => !this.edited.has(row.id))
    for (const row of this.edited.values()) if (row && keyOf(row) === key) kept.push(row)
    return kept
  }
}
