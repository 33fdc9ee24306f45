import { v7 as uuidv7 } from 'uuid'
import { accountsToForget, erasedByItselfNow, type Account, type Change, type Instant } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { LodgeError } from '../errors.ts'
import { instantFor } from '../store/accounts.ts'
import { nextDate } from '../store/dates.ts'
import type { Outcome, Worker } from './job-queue.ts'

const LONGEST_WAIT_SECONDS = 60

/** What is set for an instant and is done by time itself, once that has come (model Z3, Z4). */
export function datesWorker({
  accounts,
  committer,
  clock,
  pools,
}: Pick<Lodge, 'accounts' | 'committer' | 'clock' | 'pools'>): Worker {
  return async ({ accountId }): Promise<Outcome> => {
    for (;;) {
      const next = await nextDate(pools.work, accountId)
      const wait = next === null ? LONGEST_WAIT_SECONDS : (next - clock.now()) / 1_000_000
      const loaded = await accounts.current(accountId)
      if (!loaded) return { dropped: 'The account is gone.' }
      const now = instantFor(loaded, clock)
      const change = wait > 0 ? dueForgetting(loaded.account, now) : dueChange(loaded.account, now)
      if (!change) return { againInSeconds: wait > 0 ? Math.min(wait, LONGEST_WAIT_SECONDS) : 1 }
      await doOne(committer, accountId, change)
    }
  }
}

/** What is due first: doors before anything else that is due (model X4). */
function dueChange(account: Account, now: Instant): Change | undefined {
  const due = [
    ...account.by('departure', 'state', 'planned').map(({ id, at }) => {
      return { at, change: { type: 'run-departure', departureId: id } as Change }
    }),
    ...account.by('absence', 'state', 'set').map(({ id, from }) => {
      return { at: from, change: { type: 'begin-away', absenceId: id } as Change }
    }),
    ...account.by('absence', 'state', 'running').map(({ id, until }) => {
      return { at: until ?? Infinity, change: { type: 'come-back', absenceId: id, seedId: uuidv7() } as Change }
    }),
    ...account.by('planned', 'state', 'waiting').map(({ id, at }) => {
      return { at, change: { type: 'run-planned', plannedId: id } as Change }
    }),
  ].filter(({ at }) => at <= now)
  return due.sort((one, other) => one.at - other.at)[0]?.change
}

/** So many accounts are forgotten in one commit. */
const FORGOTTEN_AT_ONCE = 200

/** What is forgotten by itself, one after another, when nothing else is due: people who left, accounts of nobody (X7, B1). */
function dueForgetting(account: Account, now: Instant): Change | undefined {
  const [person] = erasedByItselfNow(account, now)
  if (person) return { type: 'erase', personId: person.id } as Change
  const knownIds = accountsToForget(account, now).map(({ id }) => id)
  if (knownIds.length === 0) return undefined
  return { type: 'forget-accounts', knownIds: knownIds.slice(0, FORGOTTEN_AT_ONCE) } as Change
}

async function doOne(committer: Lodge['committer'], accountId: string, change: Change): Promise<void> {
  try {
    await committer.commit({ accountId, changes: [change], actor: { kind: 'schedule' }, via: { kind: 'schedule' } })
  } catch (error) {
    // Another process did it first: the next look sees that.
    if (!(error instanceof LodgeError && error.status === 422)) throw error
  }
}
