import type { Logger } from 'pino'
import type { Pools } from '../store/pools.ts'
import { endWork, putOff, takeDue, type Lane, type WorkRow } from '../store/work.ts'

const POLL_MILLISECONDS = 1_000
const LEASE_MICROSECONDS = 30_000_000
const LONGEST_WAIT_SECONDS = 15 * 60

/**
 * Work goes on in lanes beside each other: what people wait for in front of a screen, what products answer, and the
 * rest, so that neither a long run holds up a message nor a thousand messages or a slow product hold up the run.
 */
const RUNS = ['docket-run', 'dates', 'finish-departure']
/** Products answer when they answer: nobody else waits for them, and doors there wait for no comparison. */
const DEPARTURES = ['departure-steps']
const PRODUCTS = ['follow-person', 'follow-group', 'compare-product']
const LANES: readonly Lane[] = [
  { kinds: RUNS, only: true },
  { kinds: DEPARTURES, only: true },
  { kinds: PRODUCTS, only: true },
  { kinds: [...RUNS, ...DEPARTURES, ...PRODUCTS], only: false },
]

/** How a piece of work went: done, not to be done any more, or to be gone on with at once or in so many seconds. */
export type Outcome = 'done' | 'more' | { dropped: string } | { againInSeconds: number }

/** Does one kind of work. It may be called again for the same row, after a crash or a lost lease. */
export type Worker = (row: WorkRow) => Promise<Outcome>

/**
 * Does what waits as durable work: each piece under a lease, at least once, whoever dies; what fails waits longer each
 * time and is never lost. Several processes share the work.
 */
export class Workshop {
  private readonly workers = new Map<string, Worker>()
  private readonly timers: (NodeJS.Timeout | undefined)[] = []
  private readonly running: Promise<void>[] = LANES.map(() => Promise.resolve())
  private stopped = false

  constructor(
    private readonly pools: Pools,
    private readonly log: Logger,
  ) {}

  /** Says who does a kind of work. */
  employ(kind: string, worker: Worker): void {
    this.workers.set(kind, worker)
  }

  /** Looks now, and from then on every second. */
  wake(): void {
    LANES.forEach((_lane, at) => this.wakeLane(at))
  }

  private wakeLane(at: number): void {
    if (this.stopped) return
    clearTimeout(this.timers[at])
    this.running[at] = this.running[at]!.then(() => this.drain(at))
  }

  async stop(): Promise<void> {
    this.stopped = true
    for (const timer of this.timers) clearTimeout(timer)
    await Promise.all(this.running)
  }

  private async drain(at: number): Promise<void> {
    try {
      // Due times are real ones: a clock that stands still for pictures would never come to a second try.
      const due = () => takeDue(this.pools.work, wallClock(), wallClock() + LEASE_MICROSECONDS, LANES[at]!)
      for (let row = await due(); row && !this.stopped; row = await due()) await this.attend(row)
    } catch (error) {
      this.log.warn({ err: error }, 'what waits cannot be read for now')
    }
    if (!this.stopped) {
      clearTimeout(this.timers[at])
      this.timers[at] = setTimeout(() => this.wakeLane(at), POLL_MILLISECONDS).unref()
    }
  }

  private async attend(row: WorkRow): Promise<void> {
    const worker = this.workers.get(row.kind)
    try {
      const outcome = worker ? await worker(row) : { dropped: `Nobody here does ${row.kind}.` }
      if (outcome === 'more') await putOff(this.pools.work, row, wallClock(), null)
      else if (typeof outcome === 'object' && 'againInSeconds' in outcome) {
        await putOff(this.pools.work, row, wallClock() + outcome.againInSeconds * 1_000_000, null)
      } else if (outcome === 'done') await endWork(this.pools.work, row, 'done')
      else await endWork(this.pools.work, row, 'dropped', outcome.dropped)
    } catch (error) {
      const waitSeconds = Math.min(2 ** row.attempts, LONGEST_WAIT_SECONDS)
      const { id, kind, attempts } = row
      this.log.warn(
        { work: id, kind, attempts, waitSeconds, reason: (error as Error).message },
        'work waits and is tried again',
      )
      await putOff(this.pools.work, row, wallClock() + waitSeconds * 1_000_000, (error as Error).message)
    }
  }
}

/** The real time in microseconds, whatever the lodge's clock says. */
export function wallClock(): number {
  return Math.floor((performance.timeOrigin + performance.now()) * 1000)
}
