import { wallClock } from '../clock.ts'
import type { Lodge } from '../lodge.ts'
import { takeAwayExpired } from '../store/tidy.ts'
import type { Worker } from './job-queue.ts'

const EVERY_SECONDS = 600

/** Takes away what has run out, every ten minutes, by the first process that gets to it. */
export function tidyWorker({ pools, clock }: Pick<Lodge, 'pools' | 'clock'>): Worker {
  return async () => {
    await takeAwayExpired(pools.work, clock.now(), wallClock())
    return { againInSeconds: EVERY_SECONDS }
  }
}
