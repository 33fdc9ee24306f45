import { setTimeout as sleep } from 'node:timers/promises'
import {
  decide,
  recordOf,
  type Account,
  type Actor,
  type Change,
  type Decision,
  type Effect,
  type Instant,
} from '@lodge/core'
import type { Clock } from '../clock.ts'
import { LodgeError, databaseAway, notFound, refused, tooBusy } from '../errors.ts'
import { hashToken, type KeyRing } from '../signin/key-ring.ts'
import { instantFor, type Accounts, type Loaded } from './accounts.ts'
import { insertEvent } from './events.ts'
import { insertAnswer, type IdempotencyKey } from './idempotency.ts'
import { buildEntry, writeEntry, type LedgerEntry, type Via } from './ledger.ts'
import { isTransient, isUnreachable, type PoolConnection, type Pools } from './pools.ts'
import { endSessionsOf } from './sessions.ts'
import { wallClock } from '../work/workshop.ts'
import { insertOfferTokens } from './tokens.ts'
import { insertAllWork, insertWork, removeWork } from './work.ts'
import { writeEdits, writePersonalValues } from './write-edits.ts'

const TRIES = 8
/** How long a departure's commit may take before somebody else finishes it. */
const FINISH_AFTER_MICROSECONDS = 10_000_000

export interface CommitRequest {
  accountId: string
  changes: readonly Change[]
  actor: Actor
  via: Via
  /** Refuses with {@link movedMeanwhile} if the effect is not the one shown (model C3). */
  check?(account: Account, now: Instant): void | Promise<void>
  /** Rows outside the account that stand or fall with the commit: a login, a session, a used token. */
  alongside?(connection: PoolConnection, now: Instant): Promise<void>
  idempotency?: IdempotencyKey
  /** More edits than this are refused with {@link TooManyEdits}; the caller applies them in batches (model C2). */
  maximumEdits?: number
}

/** A docket is too large for one commit; nothing was changed. */
export class TooManyEdits extends Error {}

export interface CommitResult {
  version: number
  at: Instant
  decision: Decision
}

/** What a commit tells the rest of the process once it stands. */
export interface CommitListener {
  committed(accountId: string, version: number): void
  doorsShut(accountId: string, personId: string): void
}

/**
 * The one way in: decide, then one transaction of guard, rows, ledger, outbox and key (architecture, how a change
 * travels). Each process queues its commits per account, so that only processes compete for the guard.
 */
export class Committer {
  private readonly queues = new Map<string, Promise<unknown>>()

  constructor(
    private readonly pools: Pools,
    private readonly accounts: Accounts,
    private readonly clock: Clock,
    private readonly keyRing: KeyRing,
    private readonly listener: CommitListener,
    private readonly crashAt: string | undefined,
  ) {}

  /** @throws LodgeError 404, 409, 422 or 503; nothing was changed then. */
  async commit(request: CommitRequest): Promise<CommitResult> {
    const before = this.queues.get(request.accountId) ?? Promise.resolve()
    const run = before.catch(() => undefined).then(() => this.tryUntilIn(request))
    this.queues.set(request.accountId, run)
    try {
      return await run
    } finally {
      if (this.queues.get(request.accountId) === run) this.queues.delete(request.accountId)
    }
  }

  private async tryUntilIn(request: CommitRequest): Promise<CommitResult> {
    for (let attempt = 0; attempt < TRIES; attempt += 1) {
      try {
        const result = await this.once(request)
        if (result) return result
      } catch (error) {
        if (isUnreachable(error)) {
          this.accounts.forget(request.accountId)
          throw databaseAway()
        }
        if (!isTransient(error)) throw error
      }
      await this.accounts.catchUp(request.accountId).catch(() => this.accounts.forget(request.accountId))
      await sleep(2 ** attempt * 5 * (0.5 + Math.random()))
    }
    throw tooBusy()
  }

  /** One attempt; undefined if another process's commit came first. */
  private async once(request: CommitRequest): Promise<CommitResult | undefined> {
    const loaded = await this.accounts.get(request.accountId)
    if (!loaded) throw notFound()
    const now = instantFor(loaded, this.clock)
    const decision = decide(loaded.account, request.changes, request.actor, now)
    if (decision.problems.length > 0) throw refused(decision.problems)
    await request.check?.(loaded.account, now)
    if (decision.edits.length > (request.maximumEdits ?? Infinity)) throw new TooManyEdits()
    const departures = await this.shutDoorsFirst(request, decision.effects, now)
    const entry = entryOf(request, loaded, decision, now)
    const connection = await this.pools.commits.getConnection()
    let broken = false
    const { version } = entry.header
    try {
      const written = await this.write(connection, request, loaded, decision, entry, departures)
      if (!written) return undefined
      // At once, so that whoever reads that it stands finds it in memory as well.
      const { edits, values } = decision
      this.accounts.absorb(request.accountId, { edits, values, version, committedAt: now, headHash: entry.hash })
    } catch (error) {
      broken = isUnreachable(error)
      throw error
    } finally {
      await giveBack(connection, broken)
    }
    this.listener.committed(request.accountId, version)
    this.crash('committed')
    return { version, at: now, decision }
  }

  /**
   * Doors shut before the commit, which is then repeated until done (architecture, staleness: cut-off): what is left to
   * do stands as durable work until the commit takes it away.
   * @returns the ids of that work.
   */
  private async shutDoorsFirst(request: CommitRequest, effects: readonly Effect[], now: Instant): Promise<string[]> {
    const { accountId, actor } = request
    const departures: string[] = []
    for (const effect of effects) {
      if (effect.kind !== 'shut-doors') continue
      const { personId } = effect
      const actorId = actor.kind === 'person' ? actor.personId : personId
      const work = { accountId, kind: 'finish-departure', ids: { personId, actorId } }
      departures.push(await insertWork(this.pools.commits, work, wallClock() + FINISH_AFTER_MICROSECONDS))
      await endSessionsOf(this.pools.commits, accountId, personId, now, 'left')
      await insertEvent(this.pools.commits, { kind: 'doors-shut', accountId, personId }, now)
      this.listener.doorsShut(accountId, personId)
    }
    if (departures.length > 0) this.crash('doors')
    return departures
  }

  private async write(
    connection: PoolConnection,
    request: CommitRequest,
    loaded: Loaded,
    decision: Decision,
    entry: LedgerEntry,
    departures: readonly string[],
  ): Promise<boolean> {
    const { accountId } = request
    const { version, at } = entry.header
    await connection.beginTransaction()
    const [guard] = await connection.execute(
      'UPDATE account SET version = version + 1, committed_at_us = ?, head_hash = ? WHERE id = ? AND version = ?',
      [at, entry.hash, accountId, loaded.account.version],
    )
    if ((guard as { affectedRows: number }).affectedRows !== 1) {
      await connection.rollback()
      return false
    }
    this.crash('guard')
    // All rows of a commit begin at its instant (model C7).
    await connection.query('SET timestamp = ?', [at / 1_000_000])
    await writeEdits(connection, accountId, decision.edits)
    await writePersonalValues(connection, accountId, decision.values)
    this.crash('rows')
    await writeEntry(connection, entry)
    await this.writeEffects(connection, accountId, decision.effects, at)
    for (const id of departures) await removeWork(connection, accountId, id)
    await request.alongside?.(connection, at)
    if (request.idempotency) await insertAnswer(connection, request.idempotency, { version }, at)
    this.crash('ledger')
    await connection.commit()
    return true
  }

  /** What a commit asks of the rest of the server: doors to shut, links to be opened, messages to be sent. */
  private async writeEffects(
    connection: PoolConnection,
    accountId: string,
    effects: readonly Effect[],
    now: Instant,
  ): Promise<void> {
    const keyId = this.keyRing.currentId
    const tokens: Parameters<typeof insertOfferTokens>[1][number][] = []
    const work: Parameters<typeof insertAllWork>[1][number][] = []
    for (const effect of effects) {
      if (effect.kind === 'shut-doors') await endSessionsOf(connection, accountId, effect.personId, now, 'left')
      else if (effect.kind === 'tell') {
        const { template, toPersonId, aboutPersonId } = effect
        work.push({ accountId, kind: 'tell', ids: { template, toPersonId, aboutPersonId } })
      } else {
        const { offerId, personId, resendNumber } = effect
        const tokenHash = hashToken(this.keyRing.tokenFor('offer', offerId, resendNumber))
        tokens.push({ tokenHash, accountId, offerId, resendNumber, keyId })
        work.push({ accountId, kind: 'invitation', ids: { offerId, personId, resendNumber } })
      }
    }
    await insertOfferTokens(connection, tokens)
    await insertAllWork(connection, work, now)
  }

  /** For tests of survival: dies as by kill -9 at the named point. */
  private crash(point: string): void {
    if (this.crashAt === point) process.kill(process.pid, 'SIGKILL')
  }
}

function entryOf(request: CommitRequest, loaded: Loaded, decision: Decision, now: Instant): LedgerEntry {
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
async function giveBack(connection: PoolConnection, broken: boolean): Promise<void> {
  if (broken) return connection.destroy()
  try {
    await connection.rollback()
    await connection.query('SET timestamp = DEFAULT')
    connection.release()
  } catch {
    connection.destroy()
  }
}

/** Whether an error is one of ours, to be shown as it is. */
export function isLodgeError(error: unknown): error is LodgeError {
  return error instanceof LodgeError
}
