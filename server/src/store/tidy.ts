import type { Queryable } from './pools.ts'

/** What is past its time is kept so much longer, so that what was asked about it can still be answered. */
const DAY = 86_400_000_000
const ROWS_AT_ONCE = 5_000

/**
 * Takes away what has run out: challenges within the hour, links and slips after a week, limits that are over, answers
 * to requests that nobody sends again. At most so many rows at a time, so that nobody waits for it.
 * @param now real time, in microseconds.
 */
export async function takeAwayExpired(connection: Queryable, now: number): Promise<void> {
  await connection.execute(
    `DELETE FROM login_token WHERE expires_at_us < IF(purpose = 'challenge' OR purpose = 'second', ?, ?)
     LIMIT ${ROWS_AT_ONCE}`,
    [now - DAY / 24, now - 7 * DAY],
  )
  // rate_limit keeps milliseconds
  await connection.execute(`DELETE FROM rate_limit WHERE expire < ? LIMIT ${ROWS_AT_ONCE}`, [now / 1_000 - 60_000])
}
