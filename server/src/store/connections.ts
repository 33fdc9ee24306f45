import type { RowDataPacket } from 'mysql2'
import type { AccountAttribute, AccountBefore, Difference, Instant } from '@lodge/core'
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
export interface SeenAccount extends AccountBefore {
  remoteId: string
  personId: string | null
  seenAt: Instant
  difference: Difference | null
}

/** Notes what was read; what was read later stays. */
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
        ...[one.displayName.slice(0, 200), one.email?.slice(0, 200) ?? null, one.differs.join(' ')],
        ...[one.seats.join(' ').slice(0, 400), one.difference, one.seenAt],
      ])
    // The instant last: what stands above it is judged by the one that was there before.
    await connection.query(
      `INSERT INTO product_account (account_id, connection_id, remote_id, person_id, user_name, active,
         display_name, email, differs, seats, difference, seen_at_us) VALUES ?
       ON DUPLICATE KEY UPDATE person_id = IF(seen_at_us <= VALUES(seen_at_us), VALUES(person_id), person_id),
         user_name = IF(seen_at_us <= VALUES(seen_at_us), VALUES(user_name), user_name),
         active = IF(seen_at_us <= VALUES(seen_at_us), VALUES(active), active),
         display_name = IF(seen_at_us <= VALUES(seen_at_us), VALUES(display_name), display_name),
         email = IF(seen_at_us <= VALUES(seen_at_us), VALUES(email), email),
         differs = IF(seen_at_us <= VALUES(seen_at_us), VALUES(differs), differs),
         seats = IF(seen_at_us <= VALUES(seen_at_us), VALUES(seats), seats),
         difference = IF(seen_at_us <= VALUES(seen_at_us), VALUES(difference), difference),
         seen_at_us = GREATEST(seen_at_us, VALUES(seen_at_us))`,
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
    `SELECT * FROM product_account WHERE account_id = ? AND connection_id = ? ORDER BY user_name, remote_id`,
    [accountId, connectionId],
  )
  return rows.map(seenFrom)
}

/** Someone's account as it was last read; undefined where none was. */
export async function seenAccountOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  personId: string,
): Promise<SeenAccount | undefined> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    `SELECT * FROM product_account WHERE account_id = ? AND connection_id = ? AND person_id = ?
     ORDER BY COALESCE(difference, '') = 'foreign', seen_at_us DESC LIMIT 1`,
    [accountId, connectionId, personId],
  )
  return rows[0] && seenFrom(rows[0])
}

function seenFrom(row: RowDataPacket): SeenAccount {
  return {
    remoteId: row.remote_id,
    personId: row.person_id,
    userName: row.user_name,
    displayName: row.display_name,
    email: row.email,
    active: row.active === null ? null : row.active === 1,
    seats: row.seats === '' ? [] : (row.seats as string).split(' '),
    differs: row.differs === '' ? [] : ((row.differs as string).split(' ') as AccountAttribute[]),
    seenAt: row.seen_at_us,
    difference: row.difference,
  }
}

/** The products' own ids of people's accounts, as last seen; none of another program's. */
export async function remoteIdsOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  people: readonly string[],
): Promise<Map<string, string>> {
  if (people.length === 0) return new Map()
  const [rows] = await connection.query<RowDataPacket[]>(
    `SELECT person_id, remote_id FROM product_account
     WHERE account_id = ? AND connection_id = ? AND person_id IN (?) AND COALESCE(difference, '') <> 'foreign'`,
    [accountId, connectionId, people],
  )
  return new Map(rows.map((row) => [row.person_id as string, row.remote_id as string]))
}

/** The products' own ids of our groups, as they were made or taken over. */
export async function remoteGroupsOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<Map<string, string>> {
  const [rows] = await connection.execute<RowDataPacket[]>(
    'SELECT group_id, remote_id FROM product_group WHERE account_id = ? AND connection_id = ?',
    [accountId, connectionId],
  )
  return new Map(rows.map((row) => [row.group_id as string, row.remote_id as string]))
}

export async function noteGroup(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  groupId: string,
  remoteId: string,
): Promise<void> {
  await connection.execute(
    `INSERT INTO product_group (account_id, connection_id, group_id, remote_id) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE remote_id = VALUES(remote_id)`,
    [accountId, connectionId, groupId, remoteId],
  )
}

export async function forgetGroup(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  groupId: string,
): Promise<void> {
  await connection.execute('DELETE FROM product_group WHERE account_id = ? AND connection_id = ? AND group_id = ?', [
    accountId,
    connectionId,
    groupId,
  ])
}
