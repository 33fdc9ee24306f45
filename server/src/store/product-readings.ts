import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, integer, orNull, select, text, word } from './select.ts'

/** When a product was last read whole, and what went wrong since. All instants are real time but `readAt`. */
export interface ProductReading {
  /** Null: never. */
  readAt: Instant | null
  accounts: number | null
  /** Null: it has no groups. */
  groups: number | null
  /** Since when every try failed; null while the last one went well. */
  failingSince: Instant | null
  failedAt: Instant | null
  lastError: string | null
  nextTryAt: Instant | null
}

const NEVER: ProductReading = {
  ...{ readAt: null, accounts: null, groups: null },
  ...{ failingSince: null, failedAt: null, lastError: null, nextTryAt: null },
}

export async function readingOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<ProductReading> {
  const [row] = await select(
    connection,
    READING,
    'SELECT * FROM product_reading WHERE account_id = ? AND connection_id = ?',
    [accountId, connectionId],
  )
  if (!row) return NEVER
  const { groupsThere: groups, ...rest } = row
  return { ...rest, groups }
}

const READING = {
  ...{ readAt: orNull(instant), accounts: orNull(integer), groupsThere: orNull(integer) },
  ...{ failingSince: orNull(instant), failedAt: orNull(instant), lastError: orNull(text), nextTryAt: orNull(instant) },
}

/** The product was read whole: users, and groups where it has them. */
export async function noteWhole(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  { readAt, accounts, groups }: Pick<ProductReading, 'readAt' | 'accounts' | 'groups'>,
): Promise<void> {
  await connection.execute(
    `REPLACE INTO product_reading (account_id, connection_id, read_at_us, accounts, groups_there) VALUES (?, ?, ?, ?, ?)`,
    [accountId, connectionId, readAt, accounts, groups],
  )
}

/** It could not be read, or not whole; what was read before stays as it was read then. */
export async function noteUnread(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  { why, at, nextTryAt }: { why: string; at: Instant; nextTryAt: Instant },
): Promise<void> {
  await connection.execute(
    `INSERT INTO product_reading
       (account_id, connection_id, failing_since_us, failed_at_us, last_error, next_try_at_us) VALUES (?, ?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE failing_since_us = COALESCE(failing_since_us, VALUES(failing_since_us)),
       failed_at_us = VALUES(failed_at_us), last_error = VALUES(last_error), next_try_at_us = VALUES(next_try_at_us)`,
    [accountId, connectionId, at, at, why.slice(0, 500), nextTryAt],
  )
}

/** What a product would not do for one person or group. */
export interface ProductProblem {
  kind: 'person' | 'group'
  subjectId: string
  sentence: string
  at: Instant
}

export async function problemsOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
): Promise<ProductProblem[]> {
  return select(
    connection,
    { kind: word('person', 'group'), subjectId: text, sentence: text, at: instant },
    'SELECT kind, subject_id, sentence, at_us FROM product_problem WHERE account_id = ? AND connection_id = ? ORDER BY at_us',
    [accountId, connectionId],
  )
}

export async function noteProblem(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  { kind, subjectId, sentence, at }: ProductProblem,
): Promise<void> {
  await connection.execute(
    `INSERT INTO product_problem (account_id, connection_id, kind, subject_id, sentence, at_us) VALUES (?, ?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE sentence = VALUES(sentence), at_us = VALUES(at_us)`,
    [accountId, connectionId, kind, subjectId, sentence.slice(0, 500), at],
  )
}

/** It was done after all. */
export async function endProblem(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  subjectId: string,
): Promise<void> {
  await connection.execute(
    'DELETE FROM product_problem WHERE account_id = ? AND connection_id = ? AND subject_id = ?',
    [accountId, connectionId, subjectId],
  )
}
