import { type Account, type Actor, type Change, type Decision, type Instant, recordOf } from '@lodge/core'
import { buildEntry, type LedgerEntry, type Via } from './ledger.ts'
import type { PoolConnection } from './pools.ts'
import type { IdempotencyKey } from './idempotency.ts'
import type { Loaded } from './accounts.ts'
import { LodgeError } from '../errors.ts'

export interface CommitRequest {
  accountId: string
  changes: readonly Change[]
  actor: Actor
  via: Via
  /** What was decided a moment ago on an account: taken as it is if that is still the one, and decided afresh otherwise. */
  decided?: { account: Account; now: Instant; decision: Decision }
  /** Refuses what is not the asker's to do just now, such as one that has to be confirmed, without a fresh proof. */
  allow?(decision: Decision): Promise<void>
  /** Refuses with {@link movedMeanwhile} if the effect is not the one shown (model C3). */
  check?(account: Account, now: Instant): void | Promise<void>
  /** Rows outside the account that stand or fall with the commit: a login, a session, a used token. */
  alongside?(connection: PoolConnection, now: Instant, version: number): Promise<void>
  idempotency?: IdempotencyKey
  /** More edits than this are refused with {@link TooManyEdits}; the caller applies them in batches (model C2). */
  maximumEdits?: number
}

/** People whose doors a commit has shut ahead of itself, each with the work that would finish it. */
export type ShutDoors = Map<string, string>

export function groupBy<T>(all: readonly T[], keyOf: (one: T) => number): Map<number, T[]> {
  const groups = new Map<number, T[]>()
  for (const one of all) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one])
  return groups
}

/** A docket is too large for one commit; nothing was changed. */
export class TooManyEdits extends Error {}

export interface CommitResult {
  version: number
  at: Instant
  decision: Decision
}

/** What a commit tells the rest of the process once it is made. */
export interface CommitListener {
  committed(accountId: string, version: number): void
  doorsShut(accountId: string, personId: string): void
}

export function entryOf(request: CommitRequest, loaded: Loaded, decision: Decision, now: Instant): LedgerEntry {
  const { accountId, actor, via, changes } = request
  const head = {
    account: accountId,
    version: loaded.account.version + 1,
    at: now,
    actor,
    via,
    marks: [...new Set(decision.marks)],
    previous: loaded.headHash,
  }
  return buildEntry(head, changes.map(recordOf), decision.edits)
}

/** A connection goes back with its own clock; one that failed is not used again. */
export async function giveBack(connection: PoolConnection, broken: boolean): Promise<void> {
  if (broken) return connection.destroy()
  try {
    await connection.rollback()
    await connection.query('SET timestamp = DEFAULT')
    connection.release()
  } catch {
    connection.destroy()
  }
}

/**
 * The key under which a process that finishes a departure answers the request that began it; of a docket with more in
 * it, none.
 */
export function keyFor({ changes, idempotency }: CommitRequest): { key?: string; requestHash?: string } {
  return idempotency && changes.length === 1 ? { key: idempotency.key, requestHash: idempotency.requestHash } : {}
}

/** Whether an error is one of ours, to be shown as it is. */
export function isLodgeError(error: unknown): error is LodgeError {
  return error instanceof LodgeError
}
