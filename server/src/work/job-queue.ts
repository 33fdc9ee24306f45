import { setTimeout as sleep } from 'node:timers/promises'
import type { Logger } from 'pino'
import type { Pools } from '../store/pools.ts'
import { endWork, putOff, renewLease, takeDue, type Lane, type WorkRow } from '../store/work.ts'
import { entryAt } from '@lodge/core/must'

const POLL_MILLISECONDS = 1_000
/** Renewed while the work goes on, so that it is long after a death alone. */
const LEASE_MILLISECONDS = 30_000
const LONGEST_WAIT_SECONDS = 15 * 60

/**
 * Work goes on in lanes beside each other: what people wait for in front of a screen, what products answer, and the
 * rest, so that neither a long run holds up a message nor a thousand messages or a slow product hold up the run.
 */
const RUNS = ['docket-run', 'dates', 'finish-departure']
/** Products answer when they answer: nobody else waits for them, and doors there wait for no comparison. */
const DEPARTURES = ['departure-steps']
const PRODUCTS = ['follow-person', 'follow-group', 'compare-product']
const LANES: readonly (Lane & { width: number })[] = [
  { kinds: RUNS, only: true, width: 1 },
  { kinds: DEPARTURES, only: true, width: 4 },
  // Each product has a lane of its own in it: one piece of work at a time, beside those of others.
  { kinds: PRODUCTS, only: true, width: 8 },
  { kinds: [...RUNS, ...DEPARTURES, ...PRODUCTS], only: false, width: 1 },
]

/** What a lane is at. */
interface Going {
  /** What is being done, with the connection it is about. */
  active: Map<Promise<void>, string | undefined>
  loop: Promise<void> | undefined
  nudge: () => void
  timer: NodeJS.Timeout | undefined
}

/** How a piece of work went: done, not to be done any more, or to be gone on with at once or in so many seconds. */
export type Outcome = 'done' | 'more' | { dropped: string } | { againInSeconds: number }

/**
 * Does one kind of work. It may be called again for the same row, after a crash or a lost lease.
 * @param isStopping whether the process is about to end: long work leaves off then, to be gone on with by another.
 */
export type Worker = (row: WorkRow, isStopping: () => boolean) => Promise<Outcome>

/**
 * Does what waits as durable work: each piece under a lease, at least once, whatever process dies; what fails waits
 * longer each
 * time and is never lost. Several processes share the work.
 */
export class JobQueue {
  private readonly workers = new Map<string, Worker>()
  private readonly lanes: Going[] = LANES.map(() => {
    return { active: new Map(), loop: undefined, nudge: () => undefined, timer: undefined }
  })
  private stopped = false

  constructor(
    private readonly pools: Pools,
    private readonly log: Logger,
    private readonly leaseMilliseconds = LEASE_MILLISECONDS,
  ) {}

  /** Says who does a kind of work. */
  register(kind: string, worker: Worker): void {
    this.workers.set(kind, worker)
  }

  /** Looks now, and from then on every second. */
  wake(): void {
    LANES.forEach((_lane, at) => this.wakeLane(at))
  }

  private wakeLane(at: number): void {
    if (this.stopped) return
    const going = entryAt(this.lanes, at)
    clearTimeout(going.timer)
    going.nudge()
    going.loop ??= this.drain(at).finally(() => {
      going.loop = undefined
      if (!this.stopped) going.timer = setTimeout(() => this.wakeLane(at), POLL_MILLISECONDS).unref()
    })
  }

  async stop(): Promise<void> {
    this.stopped = true
    for (const going of this.lanes) {
      clearTimeout(going.timer)
      going.nudge()
    }
    await Promise.all(this.lanes.flatMap(({ loop, active }) => [loop, ...active.keys()]))
  }

  /** Takes what is due until nothing is, as many pieces beside each other as the lane is wide. */
  private async drain(at: number): Promise<void> {
    const going = entryAt(this.lanes, at)
    const { active } = going
    while (!this.stopped) {
      // A wake while the lane looks makes it look once more.
      const nudged = new Promise<void>((resolve) => (going.nudge = resolve))
      await this.takeOn(at)
      if (active.size === 0) return
      await Promise.race([...active.keys(), nudged, sleep(POLL_MILLISECONDS, undefined, { ref: false })])
    }
  }

  private async takeOn(at: number): Promise<void> {
    const { active } = entryAt(this.lanes, at)
    const lane = entryAt(LANES, at)
    try {
      while (active.size < lane.width && !this.stopped) {
        const busy = [...active.values()].filter((id) => id !== undefined)
        const row = await takeDue(this.pools.work, this.leaseMilliseconds * 1000, lane, busy)
        if (!row) return
        const { connectionId } = row.ids
        const attended: Promise<void> = this.attend(row).finally(() => active.delete(attended))
        active.set(attended, connectionId === undefined ? undefined : String(connectionId))
      }
    } catch (error) {
      this.log.warn({ err: error }, 'what waits cannot be read for now')
    }
  }

  private async attend(row: WorkRow): Promise<void> {
    const worker = this.workers.get(row.kind)
    const stillAtIt = setInterval(() => {
      // One that cannot be renewed for now runs out, and another process may begin it as well.
      renewLease(this.pools.work, row, this.leaseMilliseconds * 1000).catch((error: unknown) =>
        this.log.warn({ err: error, work: row.id }, 'a lease could not be renewed'),
      )
    }, this.leaseMilliseconds / 3)
    try {
      const outcome = worker ? await worker(row, () => this.stopped) : { dropped: `Nobody here does ${row.kind}.` }
      if (outcome === 'more') await putOff(this.pools.work, row, 0, null)
      else if (typeof outcome === 'object' && 'againInSeconds' in outcome) {
        await putOff(this.pools.work, row, outcome.againInSeconds, null)
      } else if (outcome === 'done') await endWork(this.pools.work, row, 'done')
      else await endWork(this.pools.work, row, 'dropped', outcome.dropped)
    } catch (error) {
      const waitSeconds = Math.min(2 ** row.attempts, LONGEST_WAIT_SECONDS)
      const { id, kind, attempts } = row
      this.log.warn({ work: id, kind, attempts, waitSeconds, err: error }, 'work waits and is tried again')
      await putOff(this.pools.work, row, waitSeconds, (error as Error).message).catch(
        // Its lease runs out, and it falls due again.
        (failed: unknown) => this.log.warn({ err: failed, work: id }, 'work could not be put off'),
      )
    } finally {
      clearInterval(stillAtIt)
    }
  }
}
