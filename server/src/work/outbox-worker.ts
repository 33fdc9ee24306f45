import type { Logger } from 'pino'
import type { Clock } from '../clock.ts'
import type { Configuration } from '../configuration.ts'
import type { Accounts } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { markDropped, markSent, putOff, takeDue, type OutboxRow } from '../store/outbox.ts'
import type { Pools } from '../store/pools.ts'
import { findTokenKeyId } from '../store/tokens.ts'
import { Mailer, render } from './mail.ts'

const POLL_MILLISECONDS = 1_000
const LEASE_MICROSECONDS = 30_000_000
const LONGEST_WAIT_SECONDS = 15 * 60

/** Sends what stands in the outbox, at least once; what cannot be sent waits longer each time and is never lost. */
export class OutboxWorker {
  private timer: NodeJS.Timeout | undefined
  private running: Promise<void> = Promise.resolve()
  private stopped = false
  private readonly mailer: Mailer

  constructor(
    private readonly configuration: Configuration,
    private readonly pools: Pools,
    private readonly accounts: Accounts,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {
    this.mailer = new Mailer(configuration)
  }

  /** Looks now, and from then on every second. */
  wake(): void {
    if (this.stopped) return
    clearTimeout(this.timer)
    this.running = this.running.then(() => this.drain())
  }

  async stop(): Promise<void> {
    this.stopped = true
    clearTimeout(this.timer)
    await this.running
    this.mailer.close()
  }

  private async drain(): Promise<void> {
    try {
      // Due times are real ones: a clock that stands still for pictures would never come to a second try.
      const due = () => takeDue(this.pools.work, wallClock(), LEASE_MICROSECONDS)
      for (let row = await due(); row && !this.stopped; row = await due()) await this.deliver(row)
    } catch (error) {
      this.log.warn({ err: error }, 'the outbox cannot be read for now')
    }
    if (!this.stopped) {
      clearTimeout(this.timer)
      this.timer = setTimeout(() => this.wake(), POLL_MILLISECONDS).unref()
    }
  }

  private async deliver(row: OutboxRow): Promise<void> {
    const loaded = await this.accounts.get(row.accountId)
    if (!loaded) return markDropped(this.pools.work, row.id, 'The account is gone.')
    const { offerId, personId } = row.ids
    const keyId = await findTokenKeyId(this.pools.work, row.accountId, offerId, row.ids.resendNumber)
    const { keyRing, publicOrigin } = this.configuration
    // The token stands behind #, so that no server or proxy ever logs it.
    const linkOf = (number: number) => `${publicOrigin}/invitation#${keyRing.tokenFor('offer', offerId, number, keyId)}`
    try {
      const message = render(loaded.account, row, linkOf)
      if ('dropped' in message) return await markDropped(this.pools.work, row.id, message.dropped)
      await this.mailer.send(row, message)
      await markSent(this.pools.work, row.id)
      const event = {
        kind: 'message-sent' as const,
        accountId: row.accountId,
        personId,
        detail: { template: row.template },
      }
      await insertEvent(this.pools.work, event, this.clock.now())
    } catch (error) {
      const waitSeconds = Math.min(2 ** row.attempts, LONGEST_WAIT_SECONDS)
      this.log.warn(
        { outbox: row.id, attempts: row.attempts, waitSeconds },
        'a message waits; the mail server did not take it',
      )
      await putOff(this.pools.work, row.id, wallClock() + waitSeconds * 1_000_000, (error as Error).message)
    }
  }
}

function wallClock(): number {
  return Math.floor((performance.timeOrigin + performance.now()) * 1000)
}
