import { accountNameOf, type Account, type ConnectionRow, type Instant } from '@lodge/core'
import { wallClock } from '../clock.ts'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { ProductError, type ProductPeer } from '../protocols/product-http.ts'
import { ScimClient } from '../protocols/scim/client.ts'
import type { Sought } from '../protocols/scim/finding.ts'
import { ScimService, type Capabilities } from '../protocols/scim/service.ts'
import { ThingsClient, type ProductThing } from '../protocols/things/client.ts'
import type { KeyRing } from '../signin/key-ring.ts'
import { keepSecret, readSecret, seenAccountOf } from '../store/connections.ts'
import type { Queryable } from '../store/pools.ts'
import { LockedElsewhere, withProductLock, type LockedSubject } from '../store/product-locks.ts'
import { noteAnswered, noteFailure, readHealth } from '../store/product-health.ts'
import { standWorkFor } from '../store/work.ts'
import { say } from '@lodge/core/say'

/** What a connection's token is sealed for. */
const CONNECTION_SECRET = 'connection-secret'

/** A connected product, ready to be asked. */
export interface ConnectedProduct {
  row: ConnectionRow
  scim: ScimClient
  things: ThingsClient | undefined
}

/** The clients of a connection. @throws ProductError while its token is not there. */
export async function connected(
  { configuration, pools }: Pick<Lodge, 'configuration' | 'pools'>,
  accountId: string,
  row: ConnectionRow,
  patienceSeconds = 0,
): Promise<ConnectedProduct> {
  const sealed = await readSecret(pools.work, accountId, row.id)
  if (!sealed) throw new ProductError(say('work.the-connection-has-no-token-yet-enter-it'), 'denied')
  const token = configuration.keyRing.unseal(CONNECTION_SECRET, sealed)
  const peer = await peerOf(pools.work, accountId, row.id, {
    ...{ token, allowed: configuration.productOrigins, patienceSeconds },
  })
  const things = row.thingsAddress ? new ThingsClient(row.thingsAddress, peer) : undefined
  return { row, scim: new ScimClient(new ScimService(row.scimAddress, peer, memoryOf(row))), things }
}

/**
 * Passes single things of someone who stays on to someone else in a product, or releases them.
 * @param requestId names the request, so that one repeated does nothing twice.
 * @returns what the product refused, with its reason, and how many it did.
 * @throws ProductError where the product does not answer, or has no such service.
 */
export async function passThings(
  lodge: Pick<Lodge, 'configuration' | 'pools'>,
  accountId: string,
  row: ConnectionRow,
  wanted: { requestId: string; personId: string; ids: readonly string[]; takerId: string | null },
): Promise<{ passed: number; refused: { id: string; reason: string }[] }> {
  const { requestId, personId, takerId } = wanted
  const { things } = await connected(lodge, accountId, row)
  if (!things) throw new ProductError(say('work.this-product-has-no-handover-service'), 'refused')
  const chosen = (await things.all(personId)).filter(({ id }) => wanted.ids.includes(id))
  const taker = takerId === null ? null : { kind: 'person' as const, id: takerId }
  const refused = await things.handOver(requestId, personId, chosen, taker)
  const gone = wanted.ids.filter((id) => !chosen.some((one) => one.id === id))
  return {
    passed: chosen.length - refused.size,
    refused: [
      ...[...refused].map(([id, reason]) => ({ id, reason })),
      ...gone.map((id) => ({ id, reason: say('work.it-is-no-longer-theirs') })),
    ],
  }
}

/** What services said they can do, by connection; asked anew after a while. */
const memories = new Map<string, { capabilities?: Capabilities | undefined; keptUntil: Instant }>()
const KEPT_MICROSECONDS = 600_000_000
const MOST_KEPT = 1000

function memoryOf({ id, scimAddress }: ConnectionRow): { capabilities?: Capabilities | undefined } {
  const key = `${id} ${scimAddress}`
  const now = wallClock()
  const known = memories.get(key)
  if (known && known.keptUntil > now) return known
  if (memories.size >= MOST_KEPT) memories.clear()
  const fresh: { capabilities?: Capabilities; keptUntil: Instant } = { keptUntil: now + KEPT_MICROSECONDS }
  memories.set(key, fresh)
  return fresh
}

/**
 * A product that fails three times in a row is left alone for a while by all processes, so that nobody waits for it to
 * run out of time again and again; its first answer after that ends it.
 */
async function peerOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  peer: Pick<ProductPeer, 'token' | 'allowed' | 'patienceSeconds'>,
): Promise<ProductPeer> {
  let health = await readHealth(connection, accountId, connectionId)
  return {
    ...peer,
    mayAsk() {
      const retryAfterSeconds = (health.nextTryAt - wallClock()) / 1_000_000
      if (retryAfterSeconds > 0)
        throw new ProductError(
          say('work.it-is-asked-again-in-a-while', { lastError: health.lastError ?? '' }),
          'away',
          {
            retryAfterSeconds,
          },
        )
    },
    async noted(failure) {
      // Any answer of its own, be it an error, says that the product is there; a gateway before it says that it is not.
      const isAway = failure?.failure === 'away' && (failure.more.status === undefined || failure.more.status > 501)
      if (!isAway && health.failures === 0) return
      if (isAway) await noteFailure(connection, accountId, connectionId, failure.message, wallClock())
      else await noteAnswered(connection, accountId, connectionId)
      health = await readHealth(connection, accountId, connectionId)
    },
  }
}

/** Keeps a connection's token sealed, and has the product compared from now on. */
export async function keepToken(
  connection: Queryable,
  keyRing: KeyRing,
  accountId: string,
  connectionId: string,
  token: string,
): Promise<void> {
  await keepSecret(connection, accountId, connectionId, keyRing.seal(CONNECTION_SECRET, token))
  await standWorkFor(connection, { accountId, kind: 'compare-product', ids: { connectionId } }, wallClock())
}

/** By what someone's account in a product is looked for: as it was last read there, by our id, and by its name. */
export async function soughtIn(
  connection: Queryable,
  account: Account,
  row: ConnectionRow,
  personId: string,
): Promise<Sought> {
  const seen = await seenAccountOf(connection, account.id, row.id, personId)
  const remoteId = seen && seen.difference !== 'foreign' ? seen.remoteId : null
  return { externalId: personId, userName: accountNameOf(account, personId), remoteId }
}

/**
 * Writes to one account or group of a product while no one else does, in any process.
 * @throws ProductError `busy` where another process does not finish; no other product's work suffers.
 */
export async function alone<T>(connection: Queryable, subject: LockedSubject, work: () => Promise<T>): Promise<T> {
  try {
    return await withProductLock(connection, subject, work)
  } catch (error) {
    if (!(error instanceof LockedElsewhere)) throw error
    const sentence = say('work.another-process-is-changing-this-account-in')
    throw new ProductError(sentence, 'busy', { retryAfterSeconds: LOCKED_SECONDS })
  }
}

const LOCKED_SECONDS = 5

/** The connections that are on; of one product, or all. */
export function connectionsOf(account: Account, product?: string): ConnectionRow[] {
  return [...account.all('connection')].filter((one) => one.on && (product === undefined || one.product === product))
}

/** What a product says is someone's, or why it does not say. */
export interface HeldThings {
  product: string
  things: ProductThing[]
  problem: string | null
}

/** Asks every connected product that keeps things what is someone's now; one that is away leaves the others be. */
export function heldInProducts(
  lodge: Pick<Lodge, 'configuration' | 'pools'>,
  account: Account,
  personId: string,
): Promise<HeldThings[]> {
  const keeping = connectionsOf(account).filter(({ thingsAddress }) => thingsAddress !== null)
  return Promise.all(
    keeping.map(async (row) => {
      const { product } = row
      try {
        const { things } = await connected(lodge, account.id, row)
        return { product, things: (await things?.all(personId)) ?? [], problem: null }
      } catch (error) {
        if (!(error instanceof ProductError || error instanceof LodgeError)) throw error
        return { product, things: [], problem: error.message }
      }
    }),
  )
}
