import type { RowDataPacket } from 'mysql2'
import type { Difference, Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'

/** Keeps a connection's token, sealed. */
export async function keepSecret(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  sealed: string,
): Promise<void> {
  await connection.execute(
    `INSERT INTO connection_secret (account_id, connection_id, sealed) VALUES (?, ?, ?)
     ON DUPLICATE KEY UPDATE sealed = VALUES(sealed)`,
    [accountId, connectionId, sealed],
  )
}

export async function readSecret(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<string | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT sealed FROM connection_secret WHERE account_id = ? AND connection_id = ?',
    [accountId, connectionId],
  )
  return rows[0]?.sealed as string | undefined
}

export async function destroySecret(connection: Queryable, accountId: string, connectionId: string): Promise<void> {
  await connection.execute('DELETE FROM connection_secret WHERE account_id = ? AND connection_id = ?', [
    accountId,
    connectionId,
  ])
}

/** What a product said of an account when it was last read. */
export interface SeenAccount {
  remoteId: string
  personId: string | null
  userName: string
  active: boolean
  seats: readonly string[]
  seenAt: Instant
  difference: Difference | null
}

export async function noteAccounts(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  accounts: readonly SeenAccount[],
): Promise<void> {
  for (let from = 0; from < accounts.length; from += 1000) {
    const rows = accounts
      .slice(from, from + 1000)
      .map((one) => [
        ...[accountId, connectionId, one.remoteId, one.personId, one.userName.slice(0, 200), one.active],
        ...[one.seats.join(' '), one.seenAt, one.difference],
      ])
    await connection.query(
      `INSERT INTO product_account
         (account_id, connection_id, remote_id, person_id, user_name, active, seats, seen_at_us, difference) VALUES ?
       ON DUPLICATE KEY UPDATE person_id = VALUES(person_id), user_name = VALUES(user_name), active = VALUES(active),
         seats = VALUES(seats), seen_at_us = VALUES(seen_at_us), difference = VALUES(difference)`,
      [rows],
    )
  }
}

/** Forgets what was not among the accounts a product showed last. */
export async function forgetUnseen(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  before: Instant,
): Promise<void> {
  await connection.execute(
    'DELETE FROM product_account WHERE account_id = ? AND connection_id = ? AND seen_at_us < ?',
    [accountId, connectionId, before],
  )
}

export async function seenAccounts(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<SeenAccount[]> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    `SELECT remote_id, person_id, user_name, active, seats, seen_at_us, difference FROM product_account
     WHERE account_id = ? AND connection_id = ? ORDER BY user_name, remote_id`,
    [accountId, connectionId],
  )
  return rows.map((row) => ({
    remoteId: row.remote_id,
    personId: row.person_id,
    userName: row.user_name,
    active: row.active === 1,
    seats: row.seats === '' ? [] : (row.seats as string).split(' '),
    seenAt: row.seen_at_us,
    difference: row.difference,
  }))
}

/** The products' own ids of people's accounts, as last seen. */
export async function remoteIdsOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  people: readonly string[],
): Promise<Map<string, string>> {
  if (people.length === 0) return new Map()
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT person_id, remote_id FROM product_account WHERE account_id = ? AND connection_id = ? AND person_id IN (?)',
    [accountId, connectionId, people],
  )
  return new Map(rows.map((row) => [row.person_id as string, row.remote_id as string]))
}
