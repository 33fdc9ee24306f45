import type { Account, Change } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { LodgeError } from '../errors.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { must } from '@lodge/core/must'

/** The departure as it was about to be: run as planned, or planned for now; without one, leaving alone. */
function unfinished(account: Account, personId: string, id: string | number | undefined): Change {
  if (id === undefined) return { type: 'leave', personId }
  const departureId = String(id)
  const row = account.get('departure', departureId)
  return row ? { type: 'run-departure', departureId } : { type: 'plan-departure', departureId, personId }
}

/**
 * Finishes a departure whose doors were shut before its commit stood: the sessions ended, then the process died
 * (architecture, staleness: repeated until done). The commit itself takes the row away, so that this finds nothing else.
 */
export function departureWorker({ accounts, committer }: Pick<Lodge, 'accounts' | 'committer'>): Worker {
  return async ({ accountId, ids }): Promise<Outcome> => {
    const loaded = await accounts.current(accountId)
    const person = loaded?.account.get('person', String(ids.personId))
    if (!person || (person.state !== 'active' && person.state !== 'away')) return 'done'
    try {
      await committer.commit({
        accountId,
        changes: [unfinished(must(loaded, 'loaded').account, person.id, ids.departureId)],
        actor: { kind: 'person', personId: String(ids.actorId) },
        via: { kind: 'schedule' },
        // The same request sent again is answered as if it had been answered at once.
        ...(ids.key
          ? {
              idempotency: {
                ...{ accountId, actorId: String(ids.actorId) },
                ...{ key: String(ids.key), requestHash: String(ids.requestHash) },
              },
            }
          : {}),
      })
    } catch (error) {
      if (error instanceof LodgeError && error.status === 422) return { dropped: error.message }
      throw error
    }
    return 'done'
  }
}
