import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { integer, json, select, selectOnce, text } from './select.ts'

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
  const views = await select(
    connection,
    { name: text, query: json<Omit<KeptView, 'name'>>() },
    'SELECT name, query FROM people_view WHERE account_id = ? AND person_id = ? ORDER BY name',
    [accountId, personId],
  )
  return views.map(({ name, query }) => ({ name, ...query }))
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
  const seen = await selectOnce(
    connection,
    { personId: text, at: integer },
    `SELECT person_id, MAX(at_us) AS at FROM event
     WHERE account_id = ? AND person_id IN (?) AND kind = 'signed-in' GROUP BY person_id`,
    [accountId, personIds],
  )
  return new Map(seen.map(({ personId, at }) => [personId, at]))
}
