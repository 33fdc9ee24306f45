import { v7 as uuidv7 } from 'uuid'
import type { Id, Instant } from '@lodge/core'
import { readNotices } from './notice-settings.ts'
import type { Queryable } from './pools.ts'
import { instant, select, text, textAs } from './select.ts'

/** How those a change concerns hear of it besides seeing it: by mail at once, or in the morning's (model I8). */
export type Told = 'now' | 'digest' | 'not'

/** What is told: one's access was changed; someone took one's invitation up, and is in or waits to be admitted. */
export type NoticeKind = 'changed' | 'accepted' | 'waits'

export interface Notice {
  id: string
  kind: NoticeKind
  /** Who changed it, or took it up. */
  actorId: string
  at: Instant
  told: Told
}

/** Notes that people are to be told of a commit. @returns the notices' ids by person. */
export async function insertNotices(
  connection: Queryable,
  accountId: string,
  { people, actorId, version, told }: { people: readonly Id[]; actorId: Id; version: number; told: Told },
  now: Instant,
): Promise<{ id: string; personId: Id }[]> {
  const made = people.map((personId) => ({ id: uuidv7(), personId }))
  if (made.length === 0) return []
  const rows = made.map(({ id, personId }) => [accountId, id, personId, actorId, version, told, now])
  await connection.query('INSERT INTO notice (account_id, id, person_id, actor_id, version, told, at_us) VALUES ?', [
    rows,
  ])
  return made
}

/**
 * Notes for the sponsor that the invitee accepted (model I11).
 * @returns whether they wish a message at once.
 */
export async function noteTaken(
  connection: Queryable,
  accountId: string,
  { taken, toPersonId, aboutPersonId }: { taken: NoticeKind; toPersonId: Id; aboutPersonId: Id },
  now: Instant,
): Promise<boolean> {
  const { accepted } = await readNotices(connection, accountId, toPersonId)
  await connection.execute(
    `INSERT INTO notice (account_id, id, person_id, actor_id, version, told, at_us, kind)
     VALUES (?, ?, ?, ?, 0, ?, ?, ?)`,
    [accountId, uuidv7(), toPersonId, aboutPersonId, accepted, now, taken],
  )
  return accepted === 'now'
}

/** What someone has not seen yet, newest first. */
export async function unseenNotices(connection: Queryable, accountId: string, personId: string): Promise<Notice[]> {
  return select(
    connection,
    { id: text, kind: textAs<NoticeKind>(), told: textAs<Told>(), actorId: text, at: instant },
    `SELECT id, kind, told, actor_id, at_us FROM notice
     WHERE account_id = ? AND person_id = ? AND seen_at_us IS NULL ORDER BY at_us DESC LIMIT 50`,
    [accountId, personId],
  )
}

export async function seeNotices(
  connection: Queryable,
  accountId: string,
  personId: string,
  kinds: readonly NoticeKind[],
  now: Instant,
): Promise<void> {
  await connection.query(
    'UPDATE notice SET seen_at_us = ? WHERE account_id = ? AND person_id = ? AND seen_at_us IS NULL AND kind IN (?)',
    [now, accountId, personId, kinds],
  )
}

/** Who is to hear in the morning of something they have neither seen nor been written about. */
export async function peopleToTell(connection: Queryable, accountId: string): Promise<Id[]> {
  const people = await select(
    connection,
    { personId: text },
    `SELECT DISTINCT person_id FROM notice
     WHERE account_id = ? AND told = 'digest' AND seen_at_us IS NULL AND NOT mailed`,
    [accountId],
  )
  return people.map(({ personId }) => personId)
}

export async function noticesMailed(connection: Queryable, accountId: string, personId: string): Promise<void> {
  await connection.execute('UPDATE notice SET mailed = TRUE WHERE account_id = ? AND person_id = ?', [
    accountId,
    personId,
  ])
}
