import { v7 as uuidv7 } from 'uuid'
import { addMonths, closingOf, monthOf, monthsToClose, readChange } from '@lodge/core'
import { must } from '@lodge/core/must'
import type { Lodge } from '../lodge.ts'
import { LodgeError } from '../errors.ts'
import { instantFor } from '../store/accounts.ts'
import type { Outcome, Worker } from './job-queue.ts'

const LONGEST_WAIT_SECONDS = 24 * 3600
const SHORTEST_WAIT_SECONDS = 60

/**
 * Closes an account's months, each five days after its end, however late it is looked at (model S6, Z3); then waits for
 * the next, looking once a day at least, so that a product switched on meanwhile is seen.
 */
export function monthEndWorker({
  accounts,
  committer,
  clock,
}: Pick<Lodge, 'accounts' | 'committer' | 'clock'>): Worker {
  return async ({ accountId }): Promise<Outcome> => {
    for (;;) {
      const loaded = await accounts.current(accountId)
      if (!loaded) return { dropped: 'The account is gone.' }
      const now = instantFor(loaded, clock)
      const [month] = monthsToClose(loaded.account, now)
      if (!month) {
        const { zone } = loaded.account
        const present = monthOf(now, zone)
        const next = must(
          [addMonths(present, -1), present].map((one) => closingOf(one, zone)).find((at) => at > now),
          'such entry of map',
        )
        const seconds = (next - now) / 1_000_000
        return { againInSeconds: Math.min(LONGEST_WAIT_SECONDS, Math.max(SHORTEST_WAIT_SECONDS, seconds)) }
      }
      await close(committer, accountId, month)
    }
  }
}

async function close(committer: Lodge['committer'], accountId: string, month: string): Promise<void> {
  try {
    const { value } = readChange({ type: 'close-month', month }, uuidv7)
    await committer.commit({
      accountId,
      changes: [must(value, 'change that closes a month')],
      actor: { kind: 'schedule' },
      via: { kind: 'schedule' },
    })
  } catch (error) {
    // Another process closed it first: the next look sees that.
    if (!(error instanceof LodgeError && error.status === 422)) throw error
  }
}
