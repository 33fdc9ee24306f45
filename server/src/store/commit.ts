import { isTransient, isUnreachable, type PoolConnection, type Pools } from './pools.ts'
import { type Accounts, instantFor, type Loaded } from './accounts.ts'
import { type Clock, wallClock } from '../clock.ts'
import { type ClockWatch, DATABASE_NOW } from './clock-watch.ts'
import { hashToken, type KeyRing } from '../signin/key-ring.ts'
import {
  type CommitListener,
  type CommitRequest,
  type CommitResult,
  entryOf,
  giveBack,
  groupBy,
  keyFor,
  type ShutDoors,
  TooManyEdits,
} from './commit-request.ts'
import { databaseAway, notFound, refused, tooBusy } from '../errors.ts'
import { setTimeout as sleep } from 'node:timers/promises'
import { decide, type Decision, type Effect, type Instant } from '@lodge/core'
import { insertAllWork, insertWork, type NewWork, removeWork } from './work.ts'
import { endSessionsOf } from './sessions.ts'
import { insertEvent } from './events.ts'
import { type LedgerEntry, writeEntry } from './ledger.ts'
import { writeEdits, writePersonalValues } from './write-edits.ts'
import { insertAnswer } from './idempotency.ts'
import { insertOfferTokens, provenOffer } from './tokens.ts'
import { forgetPerson } from './forget.ts'
import { bringForward } from './dates.ts'
import { noteTaken } from './notices.ts'
import { followed } from './followed.ts'

const TRIES = 8

/** An attempt that was overtaken so often by other processes waits for the guard before deciding. */
const OVERTAKEN = 2

/** How long a departure's commit may take before someone else finishes it. */
const FINISH_AFTER_MICROSECONDS = 10_000_000

/** Someone invited is reminded so long before their invitation runs out. */
const REMINDED_BEFORE_MICROSECONDS = 3 * 86_400_000_000

/** So much later the messages of a large docket are sent. */
const RUN_WAIT_MICROSECONDS = 5_000_000

/**
 * The one way in: decide, then one transaction of guard, rows, ledger, outbox and key (architecture, how a change
 * travels). Each process queues its commits per account, so that only processes compete for the guard.
 */
export class Committer {
  private readonly queues = new Map<string, Promise<unknown>>()

  constructor(
    private readonly ground: { pools: Pools; accounts: Accounts; clock: Clock; clockWatch: ClockWatch },
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
    const doors: ShutDoors = new Map()
    this.ground.clockWatch.mustBeRight()
    for (let attempt = 0; attempt < TRIES; attempt += 1) {
      try {
        const result = attempt < OVERTAKEN ? await this.once(request, doors) : await this.inTurn(request, doors)
        if (result) return result
      } catch (error) {
        if (isUnreachable(error)) {
          this.ground.accounts.forget(request.accountId)
          throw databaseAway()
        }
        if (!isTransient(error)) throw error
      }
      await this.ground.accounts.catchUp(request.accountId).catch(() => this.ground.accounts.forget(request.accountId))
      await sleep(2 ** attempt * 5 * (0.5 + Math.random()))
    }
    throw tooBusy()
  }

  /** An attempt that nobody overtakes: the guard is held while it is caught up on and decided. */
  private inTurn(request: CommitRequest, doors: ShutDoors): Promise<CommitResult | undefined> {
    return this.transaction(async (connection) => {
      await connection.execute('SELECT version FROM account WHERE id = ? FOR UPDATE', [request.accountId])
      await this.ground.accounts.catchUp(request.accountId)
      return this.once(request, doors, connection)
    })
  }

  /**
   * One attempt; undefined if another process's commit came first.
   * @param held a connection that holds the guard; otherwise one is taken once it is decided.
   */
  private async once(
    request: CommitRequest,
    doors: ShutDoors,
    held?: PoolConnection,
  ): Promise<CommitResult | undefined> {
    const loaded = await this.ground.accounts.get(request.accountId)
    if (!loaded) throw notFound()
    const ready = request.decided?.account === loaded.account ? request.decided : undefined
    const now = ready?.now ?? instantFor(loaded, this.ground.clock)
    const decision = ready?.decision ?? decide(loaded.account, request.changes, request.actor, now)
    if (decision.problems.length > 0) throw refused(decision.problems)
    await request.allow?.(decision)
    await request.check?.(loaded.account, now)
    if (decision.edits.length > (request.maximumEdits ?? Infinity)) throw new TooManyEdits()
    await this.shutDoorsFirst(request, decision.effects, now, doors)
    const entry = entryOf(request, loaded, decision, now)
    const { version } = entry.header
    const put = async (connection: PoolConnection) => {
      const written = await this.write(connection, request, loaded, decision, entry, doors)
      // At once, so that anyone who reads that it was made finds it in memory as well.
      const { edits, values } = decision
      const commit = { edits, values, version, committedAt: now, headHash: entry.hash }
      if (written) this.ground.accounts.absorb(request.accountId, commit)
      return written
    }
    if (!(held ? await put(held) : await this.transaction(put))) return undefined
    this.listener.committed(request.accountId, version)
    for (const effect of decision.effects) {
      if (effect.kind === 'shut-for-now') this.listener.doorsShut(request.accountId, effect.personId)
    }
    this.crash('committed')
    return { version, at: now, decision }
  }

  /** Begins a transaction; the caller commits it, and what is not committed is put back. */
  private async transaction<T>(work: (connection: PoolConnection) => Promise<T>): Promise<T> {
    const connection = await this.ground.pools.commits.getConnection()
    let broken = false
    try {
      await connection.beginTransaction()
      return await work(connection)
    } catch (error) {
      broken = isUnreachable(error)
      throw error
    } finally {
      await giveBack(connection, broken)
    }
  }

  /**
   * Doors shut before the commit, which is then repeated until done (architecture, staleness: cut-off): what is left to
   * do is kept as durable work until the commit takes it away. Doors an earlier attempt shut are shut.
   */
  private async shutDoorsFirst(
    request: CommitRequest,
    effects: readonly Effect[],
    now: Instant,
    doors: ShutDoors,
  ): Promise<void> {
    const { accountId, actor } = request
    // The pool of commits may be held by those that wait for their turn.
    const { requests } = this.ground.pools
    for (const effect of effects) {
      if (effect.kind !== 'shut-doors' || doors.has(effect.personId)) continue
      const { personId, departureId } = effect
      const actorId = actor.kind === 'person' ? actor.personId : personId
      const work = {
        accountId,
        kind: 'finish-departure',
        ids: { personId, actorId, ...(departureId ? { departureId } : {}), ...keyFor(request) },
      }
      doors.set(personId, await insertWork(requests, work, wallClock() + FINISH_AFTER_MICROSECONDS))
      await endSessionsOf(requests, accountId, personId, now, 'left')
      await insertEvent(requests, { kind: 'doors-shut', accountId, personId }, now)
      this.listener.doorsShut(accountId, personId)
    }
    if (doors.size > 0) this.crash('doors')
  }

  private async write(
    connection: PoolConnection,
    request: CommitRequest,
    loaded: Loaded,
    decision: Decision,
    entry: LedgerEntry,
    doors: ShutDoors,
  ): Promise<boolean> {
    const { accountId } = request
    const { version, at } = entry.header
    const { clockWatch } = this.ground
    // What a clock gone wrong a moment ago would write is not written: all others would be dragged along (model C7).
    const [guard] = await connection.execute(
      `UPDATE account SET version = version + 1, committed_at_us = ?, head_hash = ?
       WHERE id = ? AND version = ? AND ABS(? - ${DATABASE_NOW}) <= ?`,
      [at, entry.hash, accountId, loaded.account.version, wallClock(), clockWatch.boundMilliseconds * 1000],
    )
    if ((guard as { affectedRows: number }).affectedRows !== 1) {
      await connection.rollback()
      await clockWatch.look(connection)
      clockWatch.mustBeRight()
      return false
    }
    this.crash('guard')
    // All rows of a commit begin at its instant (model C7).
    await connection.query('SET timestamp = ?', [at / 1_000_000])
    await writeEdits(connection, accountId, decision.edits)
    await writePersonalValues(connection, accountId, decision.values)
    this.crash('rows')
    await writeEntry(connection, entry)
    await this.writeEffects(connection, request, decision, at)
    for (const id of doors.values()) await removeWork(connection, accountId, id)
    await request.alongside?.(connection, at, version)
    if (request.idempotency) await insertAnswer(connection, request.idempotency, { version }, at)
    this.crash('ledger')
    await connection.commit()
    return true
  }

  /** What a commit asks of the rest of the server: doors to shut, links to be opened, messages to be sent. */
  private async writeEffects(
    connection: PoolConnection,
    { accountId, via }: Pick<CommitRequest, 'accountId' | 'via'>,
    { effects, edits, values, after }: Decision,
    now: Instant,
  ): Promise<void> {
    const keyId = this.keyRing.currentId
    const tokens: Parameters<typeof insertOfferTokens>[1][number][] = []
    const work: NewWork[] = []
    const reminders: { work: NewWork; dueAt: Instant }[] = []
    for (const effect of effects) {
      if (effect.kind === 'shut-doors') await endSessionsOf(connection, accountId, effect.personId, now, 'left')
      else if (effect.kind === 'shut-for-now') await endSessionsOf(connection, accountId, effect.personId, now, 'away')
      else if (effect.kind === 'forget') await forgetPerson(connection, accountId, effect.personId, effect.loginId)
      else if (effect.kind === 'go-on-leaving') {
        work.push({ accountId, kind: 'departure-steps', ids: { departureId: effect.departureId } })
      } else if (effect.kind === 'due') await bringForward(connection, accountId, wallClock() + (effect.at - now))
      else if (effect.kind === 'tell') {
        const { template, toPersonId, aboutPersonId } = effect
        work.push({ accountId, kind: 'tell', ids: { template, toPersonId, aboutPersonId } })
      } else if (effect.kind === 'tell-taken') {
        const { toPersonId, aboutPersonId, taken } = effect
        if (await noteTaken(connection, accountId, effect, now)) {
          work.push({ accountId, kind: 'tell', ids: { template: taken, toPersonId, aboutPersonId } })
        }
      } else if (effect.kind === 'ask-keeper') {
        work.push({ accountId, kind: 'keeper-mail', ids: { personId: effect.personId } })
      } else if (effect.kind === 'reminder-mail') {
        const { offerId, personId, resendNumber } = effect
        work.push({ accountId, kind: 'invitation-reminder', ids: { offerId, personId, resendNumber } })
      } else {
        const { offerId, personId, resendNumber, expiresAt } = effect
        const reminded = Math.max(now, expiresAt - REMINDED_BEFORE_MICROSECONDS)
        const ids = { offerId, personId, resendNumber }
        reminders.push({ work: { accountId, kind: 'invitation-reminder', ids }, dueAt: wallClock() + reminded - now })
        const tokenHash = hashToken(this.keyRing.tokenFor(provenOffer(accountId, offerId, resendNumber)))
        tokens.push({ tokenHash, accountId, offerId, resendNumber, keyId })
        work.push({ accountId, kind: 'invitation', ids: { offerId, personId, resendNumber } })
        if (after.personal(personId, 'phone')) work.push({ accountId, kind: 'invitation-text', ids })
      }
    }
    work.push(...followed(accountId, edits, values, after))
    await insertOfferTokens(connection, tokens)
    // What a run makes is sent a little later, so that the run itself goes on.
    await insertAllWork(connection, work, via.kind === 'run' ? wallClock() + RUN_WAIT_MICROSECONDS : now)
    // Those of one docket run out together: as many statements as days.
    for (const [dueAt, some] of groupBy(reminders, (one) => Math.floor(one.dueAt / 1_000_000))) {
      await insertAllWork(
        connection,
        some.map((one) => one.work),
        dueAt * 1_000_000,
      )
    }
  }

  /** For tests of survival: dies as by kill -9 at the named point. */
  private crash(point: string): void {
    if (this.crashAt === point) process.kill(process.pid, 'SIGKILL')
  }
}
