import type { RowDataPacket } from 'mysql2'
import type { Queryable } from './pools.ts'
import { say } from '@lodge/core/say'

/** How one column is read, and what its name ends in besides the property's. */
export interface Column<T> {
  /** @throws Error where the database holds something else. */
  read(value: unknown, name: string): T
  ending: '' | '_us'
}
type Columns = Record<string, Column<unknown>>
/** A row as its columns are read. */
export type RowOf<C extends Columns> = { [Name in keyof C]: C[Name] extends Column<infer T> ? T : never }

function column<T>(what: string, is: (value: unknown) => value is T, ending: Column<T>['ending'] = ''): Column<T> {
  return {
    ending,
    read(value, name) {
      if (!is(value)) throw new Error(`The column ${name} holds no ${what}.`)
      return value
    },
  }
}

const isNumber = (value: unknown) => typeof value === 'number'
export const text = column('text', (value) => typeof value === 'string')
export const integer = column('number', isNumber)
/** Microseconds since 1970: `provedAt` is the column `proved_at_us`. */
export const instant = column('instant', isNumber, '_us')
export const bytes = column('bytes', (value) => Buffer.isBuffer(value))
/** Yes or no, kept as 1 or 0. */
export const flag: Column<boolean> = {
  ending: '',
  read: (value, name) => integer.read(value, name) === 1,
}

/** One of the words that we write there ourselves. */
export function word<T extends string>(...words: readonly T[]): Column<T> {
  return column(words.join(say('store.or')), (value): value is T => words.some((one) => one === value))
}

/** A text that is one of the words of a type, as we wrote it there ourselves; for types that have no list. */
export function textAs<T extends string>(): Column<T> {
  return { ending: '', read: (value, name) => text.read(value, name) as T }
}

/** What we wrote there as JSON ourselves, in the layout it was written in. */
export function json<T>(): Column<T> {
  // The driver reads a column that is declared as JSON by itself.
  const isRead = (value: unknown) => typeof value === 'object' && value !== null && !Buffer.isBuffer(value)
  return { ending: '', read: (value, name) => (isRead(value) ? value : JSON.parse(text.read(value, name))) as T }
}

/** Words one after the other, none of them empty. */
export function words<T extends string>(): Column<T[]> {
  return { ending: '', read: (value, name) => text.read(value, name).split(' ').filter(Boolean) as T[] }
}

/** The same, or null. */
export function orNull<T>({ ending, read }: Column<T>): Column<T | null> {
  return { ending, read: (value, name) => (value === null ? null : read(value, name)) }
}

/** Reads rows: the property `personId` from the column `person_id`. */
function readRows<C extends Columns>(columns: C, rows: readonly RowDataPacket[]): RowOf<C>[] {
  const named = Object.entries(columns).map(([property, { ending, read }]) => {
    const name = property.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`) + ending
    return { property, name, read }
  })
  return rows.map((row) => {
    const found: Record<string, unknown> = {}
    for (const { property, name, read } of named) found[property] = read(row[name], name)
    return found as RowOf<C>
  })
}

/** The rows of a statement that is prepared once, each column read as what it is said to hold. */
export async function select<C extends Columns>(
  connection: Pick<Queryable, 'execute'>,
  columns: C,
  statement: string,
  values: Parameters<Queryable['execute']>[1] = [],
): Promise<RowOf<C>[]> {
  const [rows] = await connection.execute<RowDataPacket[]>(statement, values)
  return readRows(columns, rows)
}

/** The same of a statement that is not prepared: with lists or limits in it, or asked once. */
export async function selectOnce<C extends Columns>(
  connection: Pick<Queryable, 'query'>,
  columns: C,
  statement: string,
  values: Parameters<Queryable['query']>[1] = [],
): Promise<RowOf<C>[]> {
  const [rows] = await connection.query<RowDataPacket[]>(statement, values)
  return readRows(columns, rows)
}
