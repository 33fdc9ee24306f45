import type { DepartureThing, Instant, Taker } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, json, orNull, select, text, word } from './select.ts'

/** Notes what was found in a product; what is known already stays as it is. */
export async function noteThings(
  connection: Queryable,
  accountId: string,
  departureId: string,
  things: readonly DepartureThing[],
): Promise<void> {
  if (things.length === 0) return
  const rows = things.map((one) => [
    ...[accountId, departureId, one.product, one.thingId, one.kind, one.title.slice(0, 200), one.state],
    ...[one.taker ? JSON.stringify(one.taker) : null, one.readBackAt],
  ])
  await connection.query(
    `INSERT INTO departure_thing
       (account_id, departure_id, product, thing_id, kind, title, state, taker, read_back_at_us) VALUES ?
     ON DUPLICATE KEY UPDATE state = VALUES(state), taker = VALUES(taker), read_back_at_us = VALUES(read_back_at_us)`,
    [rows],
  )
}

export async function thingsOf(
  connection: Queryable,
  accountId: string,
  departureId: string,
): Promise<DepartureThing[]> {
  return select(
    connection,
    THING,
    `SELECT product, thing_id, kind, title, state, taker, read_back_at_us FROM departure_thing
     WHERE account_id = ? AND departure_id = ? ORDER BY product, kind, title, thing_id`,
    [accountId, departureId],
  )
}

const THING = {
  ...{
    product: text,
    thingId: text,
    kind: text,
    title: text,
    state: word<DepartureThing['state']>('found', 'passed', 'let-go', 'refused'),
  },
  ...{ taker: orNull(json<Taker>()), readBackAt: orNull(instant) },
}

/** A leaver's record as it was signed last, and what later checks found; earlier ones stay beside it. */
export interface KeptRecord {
  personId: string
  signedAt: Instant
  jws: string
  checkedAt: Instant | null
  reappeared: string[]
}

export async function insertRecord(
  connection: Queryable,
  accountId: string,
  departureId: string,
  { personId, signedAt, jws }: Pick<KeptRecord, 'personId' | 'signedAt' | 'jws'>,
): Promise<void> {
  await connection.execute(
    `INSERT INTO leaver_record (account_id, departure_id, person_id, signed_at_us, jws) VALUES (?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE signed_at_us = VALUES(signed_at_us), jws = VALUES(jws)`,
    [accountId, departureId, personId, signedAt, jws],
  )
}

export async function readRecord(
  connection: Queryable,
  accountId: string,
  departureId: string,
): Promise<KeptRecord | undefined> {
  const [row] = await select(
    connection,
    {
      ...{ personId: text, signedAt: instant, jws: text },
      ...{ checkedAt: orNull(instant), reappeared: orNull(json<string[]>()) },
    },
    `SELECT person_id, signed_at_us, jws, checked_at_us, reappeared FROM leaver_record
     WHERE account_id = ? AND departure_id = ? ORDER BY signed_at_us DESC LIMIT 1`,
    [accountId, departureId],
  )
  return row && { ...row, reappeared: row.reappeared ?? [] }
}

export async function noteCheck(
  connection: Queryable,
  accountId: string,
  departureId: string,
  at: Instant,
  reappeared: readonly string[],
): Promise<void> {
  await connection.execute(
    `UPDATE leaver_record SET checked_at_us = ?, reappeared = ? WHERE account_id = ? AND departure_id = ?
     ORDER BY signed_at_us DESC LIMIT 1`,
    [at, JSON.stringify(reappeared), accountId, departureId],
  )
}
