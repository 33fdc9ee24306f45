import {
  attributesApart,
  differenceOf,
  type Account,
  type Change,
  type HeldAccount,
  type Instant,
  type ProductAccount,
} from '@lodge/core'
import { wallClock } from '../clock.ts'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { ProductError } from '../protocols/product-http.ts'
import { instantFor } from '../store/accounts.ts'
import type { SeenAccount } from '../store/connections.ts'
import { noteProblem } from '../store/product-readings.ts'
import { endSameWork, type WorkRow } from '../store/work.ts'
import { alone, connected, type ConnectedProduct } from './products.ts'
import type { Outcome, Worker } from './job-queue.ts'

/** So long a product may ask for patience in one request before the work is put off. */
const PATIENCE_SECONDS = 60
export const SOONEST_AGAIN_SECONDS = 5

export type Following = Pick<Lodge, 'accounts' | 'committer' | 'configuration' | 'pools' | 'clock' | 'log'>

/** Which product of which account is written to. */
export interface Scene {
  lodge: Following
  accountId: string
  product: ConnectedProduct
}

/** The account as it is now, which is what a product is to follow, however long ago its work was begun. */
export async function newest({
  lodge,
  accountId,
  product,
}: Scene): Promise<{ account: Account; now: Instant } | undefined> {
  const loaded = await lodge.accounts.current(accountId)
  if (!loaded?.account.get('connection', product.row.id)?.on) return undefined
  return { account: loaded.account, now: instantFor(loaded, lodge.clock) }
}

export function locked<T>({ lodge, accountId, product }: Scene, subjectId: string, work: () => Promise<T>): Promise<T> {
  return alone(lodge.pools.work, { accountId, connectionId: product.row.id, subjectId }, work)
}

/** Work with one connected product, what waits for the same done with it. */
export function productWorker(
  lodge: Following,
  work: (scene: Scene, row: WorkRow, isStopping: () => boolean) => Promise<Outcome>,
): Worker {
  return async (row, isStopping): Promise<Outcome> => {
    const { accountId, ids } = row
    await endSameWork(lodge.pools.work, row)
    const connection = (await lodge.accounts.current(accountId))?.account.get('connection', String(ids.connectionId))
    if (!connection?.on) return { dropped: 'The connection is cut.' }
    try {
      const product = await connected(lodge, accountId, connection, PATIENCE_SECONDS)
      return await work({ lodge, accountId, product }, row, isStopping)
    } catch (error) {
      // It said when to come again, and is taken at its word.
      if (!(error instanceof ProductError) || error.failure !== 'busy') throw error
      return { againInSeconds: error.more.retryAfterSeconds ?? SOONEST_AGAIN_SECONDS }
    }
  }
}

/** What a product would not do for one person or group is noted for anyone who runs connections, and thrown on. */
export async function toldIfNot<T>(
  { lodge, accountId, product }: Scene,
  kind: 'person' | 'group',
  subjectId: string,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ProductError && error.failure !== 'busy') {
      const problem = { kind, subjectId, sentence: error.whole, at: wallClock() }
      await noteProblem(lodge.pools.work, accountId, product.row.id, problem)
    }
    throw error
  }
}

export function seenNow(
  held: HeldAccount,
  personId: string | null,
  /** By the machine's clock, by which one reading is later than another. */
  seenAt: Instant,
  wanted: ProductAccount | undefined,
): SeenAccount {
  const { externalId: _theirs, ...all } = held
  // Of anyone who is nobody here only what tells one account from another is kept.
  const rest = personId === null ? { ...all, displayName: '', email: null } : all
  const differs = wanted ? attributesApart(wanted, held) : []
  return { ...rest, personId, seenAt, differs, difference: differenceOf(wanted, held) }
}

export async function bySchedule({ lodge, accountId }: Scene, change: Change): Promise<void> {
  try {
    await lodge.committer.commit({
      ...{ accountId, changes: [change], actor: { kind: 'schedule' }, via: { kind: 'schedule' } },
    })
  } catch (error) {
    // Another process did it first.
    if (!(error instanceof LodgeError && error.status === 422)) throw error
  }
}
