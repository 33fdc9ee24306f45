import type { Logger } from 'pino'
import { LodgeError } from '../errors.ts'
import type { Queryable } from './pools.ts'
import { must } from '@lodge/core/must'
import { selectOnce, text } from './select.ts'
import { say } from '@lodge/core/say'

/** A difference above this is logged and shown. */
const NOTED_MILLISECONDS = 2_000

/** What SQL calls now, in microseconds: the same for the whole of a statement, so that an index is of use. */
export const DATABASE_NOW = 'CAST(UNIX_TIMESTAMP(NOW(6)) * 1000000 AS SIGNED)'

/**
 * Compares this process's clock with the database's, which all processes share. A process whose clock is far off neither
 * commits nor decides: what it wrote would drag all others along, and what it answered would hold at another time.
 */
export class ClockWatch {
  /** By how much this process is ahead of the database (negative: behind), as last measured. */
  differenceMilliseconds = 0
  /** The distance between the wall clock and one that is never put right, when last measured. */
  private steadyMilliseconds = apart()
  private isNoted = false

  constructor(
    readonly boundMilliseconds = 10_000,
    private readonly log?: Pick<Logger, 'warn' | 'info'>,
  ) {}

  /** Measures once; the database was asked between two readings, so that a slow answer is no difference. */
  async look(connection: Queryable): Promise<void> {
    const before = Date.now()
    const now = 'SELECT UNIX_TIMESTAMP(NOW(6)) * 1000 AS now'
    const [read] = await selectOnce(connection, { now: text }, now)
    const after = Date.now()
    const there = Number(must(read, 'time of the database').now)
    this.steadyMilliseconds = apart()
    this.differenceMilliseconds = Math.round(there > after ? after - there : there < before ? before - there : 0)
    const isNotable = Math.abs(this.differenceMilliseconds) > NOTED_MILLISECONDS
    if (isNotable === this.isNoted) return
    this.isNoted = isNotable
    const { differenceMilliseconds } = this
    if (isNotable) this.log?.warn({ differenceMilliseconds }, 'the clock of this process differs from the database’s')
    else this.log?.info({ differenceMilliseconds }, 'the clock of this process agrees with the database’s again')
  }

  /** Whether this process may commit and decide: its clock agreed when last compared, and was not put forward or back since. */
  get isRight(): boolean {
    const steppedSince = Math.abs(apart() - this.steadyMilliseconds)
    return Math.max(Math.abs(this.differenceMilliseconds), steppedSince) <= this.boundMilliseconds
  }

  /** @throws LodgeError 503 */
  mustBeRight(): void {
    if (!this.isRight) throw clockIsOff()
  }
}

const apart = () => Date.now() - performance.now()

export const clockIsOff = () =>
  new LodgeError(503, 'clock-off', say('store.this-servers-clock-and-its-databases-clock'), { retryAfterSeconds: 10 })
