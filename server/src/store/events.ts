import { createHash } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, selectOnce, textAs } from './select.ts'

export type EventKind =
  | 'signed-in'
  | 'signed-out'
  | 'sign-in-refused'
  | 'doors-shut'
  | 'message-sent'
  | 'account-founded'
  | 'seen-as'
  | 'invoice-laid'
  | 'means-changed'
  | 'slip-issued'
  | 'slip-countersigned'
  | 'terms-agreed'
  | 'things-passed'
  | 'token-made'
  | 'token-changed'
  | 'token-cut'

/** What happened beside the ledger (model C8); ids only. */
export async function insertEvent(
  connection: Queryable,
  event: {
    kind: EventKind
    accountId?: string | null
    personId?: string | null
    loginId?: string | null
    detail?: object
  },
  now: Instant,
): Promise<void> {
  const { kind, accountId = null, personId = null, loginId = null, detail = {} } = event
  await connection.execute(
    'INSERT INTO event (id, account_id, person_id, login_id, kind, at_us, detail) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [uuidv7(), accountId, personId, loginId, kind, now, JSON.stringify(detail)],
  )
}

/** Notes that someone agreed to terms, by the hash of their text (model C8). */
export async function agreed(
  connection: Queryable,
  who: { loginId: string; accountId: string; personId: string },
  terms: string,
  now: Instant,
): Promise<void> {
  const hash = createHash('sha256').update(terms).digest('hex')
  await insertEvent(connection, { kind: 'terms-agreed', ...who, detail: { terms: hash } }, now)
}

/** Someone's events of some kinds in one account before an instant, the newest first. */
export async function eventsBefore(
  connection: Queryable,
  accountId: string,
  personId: string,
  kinds: readonly EventKind[],
  before: Instant,
  limit: number,
): Promise<{ kind: EventKind; at: Instant }[]> {
  return selectOnce(
    connection,
    { kind: textAs<EventKind>(), at: instant },
    `SELECT kind, at_us FROM event WHERE account_id = ? AND person_id = ? AND kind IN (?) AND at_us < ?
     ORDER BY at_us DESC LIMIT ?`,
    [accountId, personId, kinds, before, limit],
  )
}

/** Someone's latest events of some kinds in one account, the newest first. */
export async function lastEventsOf(
  connection: Queryable,
  accountId: string,
  personId: string,
  kinds: readonly EventKind[],
): Promise<{ kind: EventKind; at: Instant }[]> {
  return eventsBefore(connection, accountId, personId, kinds, Number.MAX_SAFE_INTEGER, 20)
}
