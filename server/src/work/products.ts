import type { Account, ConnectionRow } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { ProductError, checkOrigin } from '../protocols/product-http.ts'
import { ScimClient } from '../protocols/scim/client.ts'
import { ThingsClient } from '../protocols/things/client.ts'
import type { KeyRing } from '../signin/key-ring.ts'
import { keepSecret, readSecret } from '../store/connections.ts'
import type { Queryable } from '../store/pools.ts'
import { standWorkFor } from '../store/work.ts'
import { wallClock } from './workshop.ts'

/** What a connection's token is sealed for. */
const CONNECTION_SECRET = 'connection-secret'

/** A connected product, ready to be asked. */
export interface ConnectedProduct {
  row: ConnectionRow
  scim: ScimClient
  things: ThingsClient | undefined
}

/** The clients of a connection. @throws ProductError while its token is not there, or its address no longer allowed. */
export async function connected(
  { configuration, pools }: Pick<Lodge, 'configuration' | 'pools'>,
  accountId: string,
  row: ConnectionRow,
): Promise<ConnectedProduct> {
  const sealed = await readSecret(pools.work, accountId, row.id)
  if (!sealed) throw new ProductError('The connection has no token yet; enter it in the settings.')
  for (const address of [row.scimAddress, row.thingsAddress]) {
    if (address) checkOrigin(address, configuration.productOrigins)
  }
  const token = configuration.keyRing.unseal(CONNECTION_SECRET, sealed)
  const things = row.thingsAddress ? new ThingsClient(row.thingsAddress, token) : undefined
  return { row, scim: new ScimClient(row.scimAddress, token), things }
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
