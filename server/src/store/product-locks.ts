import { setTimeout as sleep } from 'node:timers/promises'
import { v7 as uuidv7 } from 'uuid'
import { DATABASE_NOW } from './clock-watch.ts'
import type { Queryable } from './pools.ts'
import { select, text } from './select.ts'

const LEASE_MILLISECONDS = 10_000
const LONGEST_WAIT_MILLISECONDS = 120_000
/** Looked at again after so long, and then less often. */
const FIRST_PAUSE_MILLISECONDS = 20
const LONGEST_PAUSE_MILLISECONDS = 500

/** One account or group of a connected product; or, by the connection's own id, whatever may be made in it. */
export interface LockedSubject {
  accountId: string
  connectionId: string
  subjectId: string
}

/** Another process writes to the same account for longer than this waits. */
export class LockedElsewhere extends Error {}

/**
 * Does what only one may do at a time, of all processes: a lease by the database's time, renewed while it goes on, and run
 * out soon after a death.
 * @throws LockedElsewhere
 */
export async function withProductLock<T>(
  connection: Queryable,
  subject: LockedSubject,
  work: () => Promise<T>,
): Promise<T> {
  const leaseId = uuidv7()
  const whose = [subject.accountId, subject.connectionId, subject.subjectId]
  let pause = FIRST_PAUSE_MILLISECONDS
  for (let waited = 0; !(await take(connection, whose, leaseId)); waited += pause) {
    if (waited > LONGEST_WAIT_MILLISECONDS) throw new LockedElsewhere()
    await sleep(pause)
    pause = Math.min(pause * 2, LONGEST_PAUSE_MILLISECONDS)
  }
  // One that cannot be renewed runs out; what was begun is looked at anew by anyone who comes next.
  const stillAtIt = setInterval(
    () => void renew(connection, whose, leaseId).catch(() => undefined),
    LEASE_MILLISECONDS / 3,
  )
  try {
    return await work()
  } finally {
    clearInterval(stillAtIt)
    await connection
      .execute(
        'DELETE FROM product_lock WHERE account_id = ? AND connection_id = ? AND subject_id = ? AND lease_id = ?',
        [...whose, leaseId],
      )
      .catch(() => undefined)
  }
}

async function take(connection: Queryable, whose: readonly string[], leaseId: string): Promise<boolean> {
  // Columns are set from left to right: the second sees whether the first was taken over.
  await connection.execute(
    `INSERT INTO product_lock (account_id, connection_id, subject_id, lease_id, until_us)
     VALUES (?, ?, ?, ?, ${DATABASE_NOW} + ?)
     ON DUPLICATE KEY UPDATE lease_id = IF(until_us < ${DATABASE_NOW}, VALUES(lease_id), lease_id),
       until_us = IF(lease_id = VALUES(lease_id), VALUES(until_us), until_us)`,
    [...whose, leaseId, LEASE_MILLISECONDS * 1000],
  )
  const [lock] = await select(
    connection,
    { leaseId: text },
    'SELECT lease_id FROM product_lock WHERE account_id = ? AND connection_id = ? AND subject_id = ?',
    [...whose],
  )
  return lock?.leaseId === leaseId
}

async function renew(connection: Queryable, whose: readonly string[], leaseId: string): Promise<void> {
  await connection.execute(
    `UPDATE product_lock SET until_us = ${DATABASE_NOW} + ?
     WHERE account_id = ? AND connection_id = ? AND subject_id = ? AND lease_id = ?`,
    [LEASE_MILLISECONDS * 1000, ...whose, leaseId],
  )
}
