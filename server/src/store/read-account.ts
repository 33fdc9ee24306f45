import type { RowDataPacket } from 'mysql2'
import {
  Account,
  TABLE_NAMES,
  type Instant,
  type PersonalValue,
  type RowLists,
  type Rows,
  type TableName,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { columnsOf, rowOf, tableOf } from './columns.ts'
import type { PoolConnection, Queryable } from './pools.ts'
import type { Pool } from 'mysql2/promise'
import { instant, integer, orNull, selectOnce, text, textAs } from './select.ts'

/** The state of an account: the guard row. */
export interface Guard {
  version: number
  /** The last commit's instant in microseconds (model C7). */
  committedAt: number
  headHash: string
}

export async function readGuard(connection: Queryable, accountId: string): Promise<Guard | undefined> {
  const [guard] = await selectOnce(
    connection,
    { version: integer, committedAt: instant, headHash: text },
    'SELECT version, committed_at_us, head_hash FROM account WHERE id = ?',
    [accountId],
  )
  return guard
}

/** Reads a whole account in one consistent snapshot; undefined if there is none of this id. */
export async function readAccount(
  pool: Pool,
  accountId: string,
): Promise<{ account: Account; guard: Guard } | undefined> {
  const connection = await pool.getConnection()
  try {
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
    const guard = await readGuard(connection, accountId)
    if (!guard) return undefined
    const rows: Record<string, unknown> = {}
    const shared = new Map<string, string>()
    for (const name of TABLE_NAMES) rows[name] = await readTable(connection, accountId, name, shared)
    const values = await readPersonalValues(connection, accountId)
    return { account: Account.of(accountId, guard.version, rows as RowLists, values), guard }
  } finally {
    await release(connection)
  }
}

/** Every row of one table of an account. */
export async function readTable<T extends TableName>(
  connection: Queryable,
  accountId: string,
  name: T,
  shared: Map<string, string>,
  asOf?: Instant,
): Promise<Rows[T][]> {
  const [records] =
    asOf === undefined
      ? await connection.query<RowDataPacket[]>(
          `SELECT ${columnsOf(name)} FROM ${tableOf(name)} WHERE account_id = ?`,
          [accountId],
        )
      : await connection.query<RowDataPacket[]>(
          `SELECT ${columnsOf(name)} FROM ${tableOf(name)} FOR SYSTEM_TIME AS OF TIMESTAMP ? WHERE account_id = ?`,
          [timestampText(asOf), accountId],
        )
  return records.map((record) => rowOf(name, record, shared))
}

/** An instant as MariaDB reads it in a session whose zone is UTC. */
function timestampText(instant: Instant): string {
  const milliseconds = new Date(Math.floor(instant / 1000)).toISOString().replace('T', ' ').replace('Z', '')
  return milliseconds + String(instant % 1000).padStart(3, '0')
}

/**
 * An account as its rows stood at an instant, with the names of today (model C6, C7); undefined if it was not there yet.
 * For reading the past; nothing is decided on it.
 */
export async function readAccountAsOf(pool: Pool, accountId: string, asOf: Instant): Promise<Account | undefined> {
  const connection = await pool.getConnection()
  try {
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
    const rows: Record<string, unknown[]> = {}
    const shared = new Map<string, string>()
    for (const name of TABLE_NAMES) rows[name] = await readTable(connection, accountId, name, shared, asOf)
    if (must(rows.settings, 'settings').length === 0) return undefined
    const values = await readPersonalValues(connection, accountId)
    return Account.of(accountId, 0, rows as RowLists, values)
  } finally {
    await release(connection)
  }
}

async function release(connection: PoolConnection): Promise<void> {
  try {
    await connection.query('ROLLBACK')
    connection.release()
  } catch {
    connection.destroy()
  }
}

async function readPersonalValues(connection: Queryable, accountId: string): Promise<PersonalValue[]> {
  return selectOnce(connection, VALUE, 'SELECT person_id, field, value FROM personal_value WHERE account_id = ?', [
    accountId,
  ])
}

const VALUE = { personId: text, field: textAs<PersonalValue['field']>(), value: orNull(text) }

/** The personal values of some people, as they are now. */
export async function readPersonalValuesOf(
  connection: Queryable,
  accountId: string,
  people: readonly string[],
): Promise<PersonalValue[]> {
  if (people.length === 0) return []
  return selectOnce(
    connection,
    VALUE,
    'SELECT person_id, field, value FROM personal_value WHERE account_id = ? AND person_id IN (?)',
    [accountId, people],
  )
}

/** Versions of the accounts asked about, in one query (architecture, polling). */
export async function readVersions(connection: Queryable, accountIds: readonly string[]): Promise<Map<string, number>> {
  if (accountIds.length === 0) {
    await connection.query('SELECT 1')
    return new Map()
  }
  const versions = { id: text, version: integer }
  const rows = await selectOnce(connection, versions, 'SELECT id, version FROM account WHERE id IN (?)', [accountIds])
  return new Map(rows.map(({ id, version }) => [id, version]))
}

/** A person as which a login is in an account. */
export interface PersonOfLogin {
  accountId: string
  personId: string
}

/** Every account in which a login is a person, with that person's id (model P1). */
export async function accountsOfLogin(connection: Queryable, loginId: string): Promise<PersonOfLogin[]> {
  // every account: a login belongs to a human, not to an account
  const rows = await selectOnce(
    connection,
    { accountId: text, id: text },
    `SELECT account_id, id FROM person WHERE login_id = ?
     ORDER BY FIELD(state, 'away', 'active', 'waiting', 'invited') = 0, state = 'invited', state = 'waiting', id`,
    [loginId],
  )
  // One human is one person in an account (model P1): a present record counts before those that have left.
  const found = new Map<string, PersonOfLogin>()
  for (const { accountId, id } of rows) {
    if (!found.has(accountId)) found.set(accountId, { accountId, personId: id })
  }
  return [...found.values()].sort((one, other) => (one.personId < other.personId ? -1 : 1))
}
