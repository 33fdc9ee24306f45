import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import { DATABASE_NOW } from './clock-watch.ts'
import type { Queryable } from './pools.ts'
import { must } from '@lodge/core/must'
import { instant, integer, json, orNull, select, selectOnce, text } from './select.ts'

/** Something to be done once: a kind and ids, never a secret or what a message says (architecture, secrets). */
export interface WorkRow {
  id: string
  accountId: string
  kind: string
  ids: Record<string, string | number>
  attempts: number
  /** Who holds it: what is written about it counts only while this is so. */
  leaseId: string
}

const WORK = { accountId: text, kind: text, ids: json<WorkRow['ids']>() }

/** One of a piece of work’s ids. @throws Missing where the work was not stored with it. */
export function idIn(ids: WorkRow['ids'], name: string): string {
  return String(must(ids[name], `${name} of a piece of work`))
}

export type NewWork = Pick<WorkRow, 'accountId' | 'kind' | 'ids'> & { id?: string }

export async function insertWork(connection: Queryable, row: NewWork, dueAt: Instant): Promise<string> {
  const [id] = await insertAllWork(connection, [row], dueAt)
  return must(id, 'id')
}

/** Much work at once, which costs what one piece does. */
export async function insertAllWork(
  connection: Queryable,
  work: readonly NewWork[],
  dueAt: Instant,
): Promise<string[]> {
  if (work.length === 0) return []
  const rows = work.map(({ id = uuidv7(), accountId, kind, ids }) => {
    return [id, accountId, kind, JSON.stringify(ids), 'waiting', 0, dueAt, dueAt]
  })
  await connection.query(
    'INSERT INTO durable_work (id, account_id, kind, ids, state, attempts, due_at_us, created_at_us) VALUES ?',
    [rows],
  )
  return rows.map(([id]) => id as string)
}

/** Which work is taken: only some kinds, or all but those. */
export interface Lane {
  kinds: readonly string[]
  only: boolean
}

/**
 * Takes what is due under a lease: put off to the lease's end, so that no other worker takes it while it is being done,
 * and falls due again if the worker dies. By the database's time, which all processes share.
 */
export async function takeDue(
  connection: Queryable,
  leaseMicroseconds: number,
  lane: Lane,
  busy: readonly string[] = [],
): Promise<WorkRow | undefined> {
  // every account: work is done for all of them
  const [row] = await selectOnce(
    connection,
    { id: text, ...WORK, attempts: integer, dueAt: instant },
    `SELECT id, account_id, kind, ids, attempts, due_at_us FROM durable_work
     WHERE state = 'waiting' AND due_at_us <= ${DATABASE_NOW} AND (kind IN (?)) = ?${' AND ids NOT LIKE ?'.repeat(busy.length)}
     ORDER BY due_at_us, id LIMIT 1`,
    [lane.kinds, lane.only, ...busy.map((id) => `%"connectionId":"${id}"%`)],
  )
  if (!row) return undefined
  const { dueAt, ...work } = row
  const leaseId = uuidv7()
  const [result] = await connection.execute(
    `UPDATE durable_work SET due_at_us = ${DATABASE_NOW} + ?, lease_id = ?, attempts = attempts + 1
     WHERE id = ? AND state = 'waiting' AND due_at_us = ?`,
    [leaseMicroseconds, leaseId, work.id, dueAt],
  )
  if ((result as { affectedRows: number }).affectedRows !== 1) return takeDue(connection, leaseMicroseconds, lane, busy)
  return { ...work, attempts: work.attempts + 1, leaseId }
}

/** Holds on to work for another while, for as long as nobody else took it meanwhile. */
export async function renewLease(
  connection: Queryable,
  row: Pick<WorkRow, 'id' | 'leaseId'>,
  leaseMicroseconds: number,
): Promise<void> {
  await connection.execute(
    `UPDATE durable_work SET due_at_us = ${DATABASE_NOW} + ? WHERE id = ? AND lease_id = ? AND state = 'waiting'`,
    [leaseMicroseconds, row.id, row.leaseId],
  )
}

/** Work by its id, done or not; undefined if there is none. */
export async function workById(
  connection: Queryable,
  id: string,
): Promise<Pick<WorkRow, 'accountId' | 'kind' | 'ids'> | undefined> {
  // every account: a message that came back names nothing else
  const [work] = await select(connection, WORK, 'SELECT account_id, kind, ids FROM durable_work WHERE id = ?', [id])
  return work
}

/** Work of the whole lodge, done once. */
export async function standWork(connection: Queryable, accountId: string, kind: string): Promise<void> {
  const rows = await select(
    connection,
    {},
    "SELECT 1 FROM durable_work WHERE account_id = ? AND kind = ? AND state = 'waiting'",
    [accountId, kind],
  )
  if (rows.length === 0) await insertWork(connection, { accountId, kind, ids: {} }, 0)
}

/** Work on one thing of an account, done once: due now, whether it stood already or not. */
export async function standWorkFor(connection: Queryable, work: NewWork, dueAt: Instant): Promise<void> {
  await connection.execute(
    "DELETE FROM durable_work WHERE account_id = ? AND kind = ? AND ids = ? AND state = 'waiting'",
    [work.accountId, work.kind, JSON.stringify(work.ids)],
  )
  await insertWork(connection, work, dueAt)
}

/** Ends work as done or dropped; false if the lease was lost to another worker meanwhile. */
export async function endWork(
  connection: Queryable,
  row: Pick<WorkRow, 'id' | 'leaseId'>,
  state: 'done' | 'dropped',
  why: string | null = null,
): Promise<boolean> {
  const [result] = await connection.execute(
    "UPDATE durable_work SET state = ?, last_error = ? WHERE id = ? AND lease_id = ? AND state = 'waiting'",
    [state, why?.slice(0, 200) ?? null, row.id, row.leaseId],
  )
  return (result as { affectedRows: number }).affectedRows === 1
}

/**
 * Ends what else waits to do the very same and was not begun: one doing, begun now, does it for all of them. To be called
 * before what is to be done is looked at.
 */
export async function endSameWork(connection: Queryable, { accountId, kind, ids, id }: WorkRow): Promise<void> {
  // Looked for without a lock: what others insert and take meanwhile is not held up.
  const rows = await select(
    connection,
    { id: text },
    `SELECT id FROM durable_work
     WHERE state = 'waiting' AND account_id = ? AND kind = ? AND ids = ? AND lease_id IS NULL AND id <> ?`,
    [accountId, kind, JSON.stringify(ids), id],
  )
  if (rows.length === 0) return
  await connection.query(
    `UPDATE durable_work SET state = 'done', last_error = 'Done together with another.'
     WHERE account_id = ? AND id IN (?) AND state = 'waiting' AND lease_id IS NULL`,
    [accountId, rows.map((row) => row.id)],
  )
}

/** Puts work off for a while, after a failure or because there is more to do. */
export async function putOff(
  connection: Queryable,
  row: Pick<WorkRow, 'id' | 'leaseId'>,
  waitSeconds: number,
  why: string | null,
): Promise<void> {
  await connection.execute(
    `UPDATE durable_work SET due_at_us = ${DATABASE_NOW} + ?, last_error = ? WHERE id = ? AND lease_id = ?`,
    [Math.round(waitSeconds * 1_000_000), why?.slice(0, 200) ?? null, row.id, row.leaseId],
  )
}

/** Removes work that was done otherwise, in the transaction that did it. */
export async function removeWork(connection: Queryable, accountId: string, id: string): Promise<void> {
  await connection.execute('DELETE FROM durable_work WHERE account_id = ? AND id = ?', [accountId, id])
}

/** How much is due and waits, and since when the oldest of it, for the figures operators read. */
export async function waitingWork(
  connection: Queryable,
  now: Instant,
): Promise<{ count: number; oldestDueAt: Instant | null }> {
  // every account: a figure of the whole process
  const [found] = await select(
    connection,
    { waiting: integer, oldest: orNull(integer) },
    "SELECT COUNT(*) AS waiting, MIN(due_at_us) AS oldest FROM durable_work WHERE state = 'waiting' AND due_at_us <= ?",
    [now],
  )
  return { count: found?.waiting ?? 0, oldestDueAt: found?.oldest ?? null }
}
