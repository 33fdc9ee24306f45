import type { AccountAttribute, AccountBefore, Difference, Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { flag, instant, orNull, select, selectOnce, text, textAs, words } from './select.ts'

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
  const [secret] = await select(
    connection,
    { sealed: text },
    'SELECT sealed FROM connection_secret WHERE account_id = ? AND connection_id = ?',
    [accountId, connectionId],
  )
  return secret?.sealed
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
    // The instant last: the statements before it are judged by the one that was there before.
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
  return select(
    connection,
    SEEN,
    `SELECT * FROM product_account WHERE account_id = ? AND connection_id = ? ORDER BY user_name, remote_id`,
    [accountId, connectionId],
  )
}

/** Someone's account as it was last read; undefined where none was. */
export async function seenAccountOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  personId: string,
): Promise<SeenAccount | undefined> {
  const [account] = await select(
    connection,
    SEEN,
    `SELECT * FROM product_account WHERE account_id = ? AND connection_id = ? AND person_id = ?
     ORDER BY COALESCE(difference, '') = 'foreign', seen_at_us DESC LIMIT 1`,
    [accountId, connectionId, personId],
  )
  return account
}

const SEEN = {
  ...{ remoteId: text, personId: orNull(text), userName: text, displayName: text, email: orNull(text) },
  ...{ active: orNull(flag), seats: words<string>(), differs: words<AccountAttribute>(), seenAt: instant },
  difference: orNull(textAs<Difference>()),
}

/** The products' own ids of people's accounts, as last seen; none of another program's. */
export async function remoteIdsOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  people: readonly string[],
): Promise<Map<string, string>> {
  if (people.length === 0) return new Map()
  const rows = await selectOnce(
    connection,
    { personId: text, remoteId: text },
    `SELECT person_id, remote_id FROM product_account
     WHERE account_id = ? AND connection_id = ? AND person_id IN (?) AND COALESCE(difference, '') <> 'foreign'`,
    [accountId, connectionId, people],
  )
  return new Map(rows.map(({ personId, remoteId }) => [personId, remoteId]))
}

/** The products' own ids of our groups, as they were made or taken over. */
export async function remoteGroupsOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<Map<string, string>> {
  const rows = await select(
    connection,
    { groupId: text, remoteId: text },
    'SELECT group_id, remote_id FROM product_group WHERE account_id = ? AND connection_id = ?',
    [accountId, connectionId],
  )
  return new Map(rows.map(({ groupId, remoteId }) => [groupId, remoteId]))
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
