import type { Account, ConnectionRow } from '@lodge/core'
import { wallClock } from '../clock.ts'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { ProductError, type ProductPeer } from '../protocols/product-http.ts'
import { ScimClient } from '../protocols/scim/client.ts'
import { ThingsClient, type ProductThing } from '../protocols/things/client.ts'
import type { KeyRing } from '../signin/key-ring.ts'
import { keepSecret, readSecret } from '../store/connections.ts'
import type { Queryable } from '../store/pools.ts'
import { noteAnswered, noteFailure, readHealth } from '../store/product-health.ts'
import { standWorkFor } from '../store/work.ts'

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
): Promise<ConnectedProduct> {
  const sealed = await readSecret(pools.work, accountId, row.id)
  if (!sealed) throw new ProductError('The connection has no token yet; enter it in the settings.')
  const token = configuration.keyRing.unseal(CONNECTION_SECRET, sealed)
  const peer = await peerOf(pools.work, accountId, row.id, { token, allowed: configuration.productOrigins })
  const things = row.thingsAddress ? new ThingsClient(row.thingsAddress, peer) : undefined
  return { row, scim: new ScimClient(row.scimAddress, peer), things }
}

/**
 * A product that fails three times in a row is left alone for a while by all processes, so that nobody waits for it to
 * run out of time again and again; its first answer after that ends it.
 */
async function peerOf(
  connection: Queryable,
  accountId: string,
  connectionId: string,
  peer: Pick<ProductPeer, 'token' | 'allowed'>,
): Promise<ProductPeer> {
  let health = await readHealth(connection, accountId, connectionId)
  return {
    ...peer,
    mayAsk() {
      if (health.nextTryAt > wallClock()) throw new ProductError(`${health.lastError} It is asked again in a while.`)
    },
    async noted(failure) {
      // A refusal is an answer: the product is there.
      const isAway = failure !== null && (failure.status === null || failure.status >= 500)
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

/** The connections that are on; of one product, or all. */
export function connectionsOf(account: Account, product?: string): ConnectionRow[] {
  return [...account.all('connection')].filter((one) => one.on && (product === undefined || one.product === product))
}

/** What a product says is somebody's, or why it does not say. */
export interface HeldThings {
  product: string
  things: ProductThing[]
  problem: string | null
}

/** Asks every connected product that keeps things what is somebody's now; one that is away leaves the others be. */
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
