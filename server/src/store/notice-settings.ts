import type { LocalDate } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { flag, integer, orNull, select, text, word } from './select.ts'

/** What someone wants to hear of an account. */
export interface NoticeSetting {
  /** Whether a message comes in the morning when something needs them. */
  digest: boolean
  /** The last day a digest was made for them. */
  digestOn: LocalDate | null
  /** Part of their calendar's secret address; 0 is no address, another one kills the last. */
  calendarNumber: number
  /** How they hear that their invitation was accepted, besides on the Desk (model I11). */
  accepted: Accepted
  /** Whether a message comes when someone signed in with a slip and waits to be confirmed (model I9). */
  helpMail: boolean
}

/** At once, in the morning's message, or not by mail. */
export const ACCEPTED = ['now', 'digest', 'not'] as const
export type Accepted = (typeof ACCEPTED)[number]

const NOTHING_SET: NoticeSetting = {
  ...{ digest: true, digestOn: null, calendarNumber: 0 },
  ...{ accepted: 'digest', helpMail: false },
}

export async function readNotices(connection: Queryable, accountId: string, personId: string): Promise<NoticeSetting> {
  const [setting] = await select(
    connection,
    {
      ...{ digest: flag, digestOn: orNull(text), calendarNumber: integer },
      ...{ accepted: word(...ACCEPTED), helpMail: flag },
    },
    `SELECT digest, digest_on, calendar_number, accepted, help_mail FROM notice_setting
     WHERE account_id = ? AND person_id = ?`,
    [accountId, personId],
  )
  return setting ?? NOTHING_SET
}

/** Sets what someone wishes to hear; what is left out stays. */
export async function setNotices(
  connection: Queryable,
  accountId: string,
  personId: string,
  wished: Partial<Pick<NoticeSetting, 'digest' | 'accepted' | 'helpMail'>>,
): Promise<void> {
  const { digest, accepted, helpMail } = { ...(await readNotices(connection, accountId, personId)), ...wished }
  await connection.execute(
    `INSERT INTO notice_setting (account_id, person_id, digest, accepted, help_mail) VALUES (?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE digest = VALUES(digest), accepted = VALUES(accepted), help_mail = VALUES(help_mail)`,
    [accountId, personId, digest, accepted, helpMail],
  )
}

/** Who wishes a message when someone waits to be confirmed. */
export async function wishingHelpMail(connection: Queryable, accountId: string): Promise<string[]> {
  const people = await select(
    connection,
    { personId: text },
    'SELECT person_id FROM notice_setting WHERE account_id = ? AND help_mail',
    [accountId],
  )
  return people.map(({ personId }) => personId)
}

/** Notes that the day's digest is made; false if it was already, as after a crash or by another process. */
export async function takeDigestDay(
  connection: Queryable,
  accountId: string,
  personId: string,
  day: LocalDate,
): Promise<boolean> {
  await connection.execute('INSERT IGNORE INTO notice_setting (account_id, person_id) VALUES (?, ?)', [
    accountId,
    personId,
  ])
  const [result] = await connection.execute(
    `UPDATE notice_setting SET digest_on = ?
     WHERE account_id = ? AND person_id = ? AND digest AND (digest_on IS NULL OR digest_on < ?)`,
    [day, accountId, personId, day],
  )
  return (result as { affectedRows: number }).affectedRows === 1
}

/** Gives someone a new calendar address, or none; the one before is dead at once. */
export async function renewCalendar(connection: Queryable, accountId: string, personId: string): Promise<number> {
  await connection.execute(
    `INSERT INTO notice_setting (account_id, person_id, calendar_number) VALUES (?, ?, 1)
     ON DUPLICATE KEY UPDATE calendar_number = calendar_number + 1`,
    [accountId, personId],
  )
  return (await readNotices(connection, accountId, personId)).calendarNumber
}
