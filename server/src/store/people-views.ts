import type { RowDataPacket } from 'mysql2'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

/** A look of the list of people, kept under a name. */
export interface KeptView {
  name: string
  find: string
  sort: string
  columns: string[]
  /** Filters and presence, as in the list's address; absent in views kept before there were any. */
  filters?: string
}

export async function readViews(connection: Queryable, accountId: string, personId: string): Promise<KeptView[]> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT name, query FROM people_view WHERE account_id = ? AND person_id = ? ORDER BY name',
    [accountId, personId],
  )
  return rows.map((row) => ({ name: row.name, ...(JSON.parse(row.query) as Omit<KeptView, 'name'>) }))
}

/** Keeps a look; one of the same name is replaced. */
export async function keepView(
  connection: Queryable,
  accountId: string,
  personId: string,
  { name, ...query }: KeptView,
): Promise<void> {
  await connection.execute(
    `INSERT INTO people_view (account_id, person_id, name, query) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE query = VALUES(query)`,
    [accountId, personId, name, JSON.stringify(query)],
  )
}

export async function dropView(
  connection: Queryable,
  accountId: string,
  personId: string,
  name: string,
): Promise<void> {
  await connection.execute('DELETE FROM people_view WHERE account_id = ? AND person_id = ? AND name = ?', [
    accountId,
    personId,
    name,
  ])
}

/** When each of some people came in last. */
export async function lastSeen(
  connection: Queryable,
  accountId: string,
  personIds: readonly string[],
): Promise<Map<string, Instant>> {
  if (personIds.length === 0) return new Map()
  const [rows] = await connection.query<RowDataPacket[]>(
    `SELECT person_id, MAX(at_us) AS at FROM event
     WHERE account_id = ? AND person_id IN (?) AND kind = 'signed-in' GROUP BY person_id`,
    [accountId, personIds],
  )
  return new Map(rows.map((row) => [row.person_id as string, row.at as Instant]))
}
