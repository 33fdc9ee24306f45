import type { Queryable } from './pools.ts'

/** What is past its time is kept so much longer, so that what was asked about it can still be answered. */
const DAY = 86_400_000_000

/**
 * Takes away what has run out: challenges within the hour, links and slips after a week, limits that are over, answers
 * to requests that nobody sends again. At most so many rows at a time, so that nobody waits for it.
 * @param now by the lodge's clock, as links run out.
 * @param realNow by which limits run out.
 */
export async function takeAwayExpired(connection: Queryable, now: number, realNow: number): Promise<void> {
  await connection.execute(
    `DELETE FROM login_token WHERE expires_at_us < IF(purpose = 'challenge' OR purpose = 'second', ?, ?)
     LIMIT 5000`,
    [now - DAY / 24, now - 7 * DAY],
  )
  // every account: counters name nobody; they are kept in milliseconds
  await connection.execute('DELETE FROM rate_limit WHERE expire < ? LIMIT 5000', [realNow / 1_000 - 60_000])
}
