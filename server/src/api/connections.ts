import { IsString, MaxLength, MinLength } from 'class-validator'
import { instantText, type ConnectionRow } from '@lodge/core'
import { LodgeError, notFound } from '../errors.ts'
import { checkOrigin, ProductError } from '../protocols/product-http.ts'
import { seenAccounts } from '../store/connections.ts'
import { readHealth, type ProductHealth } from '../store/product-health.ts'
import { standWorkFor } from '../store/work.ts'
import { mend } from '../work/following.ts'
import { keepToken } from '../work/products.ts'
import { wallClock } from '../clock.ts'
import { route, type AccountAsk } from './route.ts'

const CONNECTION = '/api/accounts/{accountId}/connections/{connectionId}'

class SecretBody {
  /** The bearer token the product gave for its services (RFC 6750). */
  @IsString() @MinLength(1) @MaxLength(1000) token!: string
}

class MendBody {
  @IsString() @MinLength(1) @MaxLength(100) remoteId!: string
}

/** A connection that is on, for whoever may see it; to alter it one needs to run connections. */
function connectionOf(ask: AccountAsk<object>, level: 'see' | 'run'): ConnectionRow {
  const row = ask.account.get('connection', ask.params.connectionId)
  if (!row?.on || !ask.sight.can('connections', 'see')) throw notFound()
  if (level === 'run' && !ask.sight.can('connections', 'run')) {
    throw new LodgeError(403, 'not-allowed', 'You need connections: run for this.')
  }
  return row
}

/** What is wrong with a product that did not answer when last asked, and from when it is asked again. */
function troubleOf({ failures, lastError, failedAt, nextTryAt }: ProductHealth) {
  if (failures === 0 || failedAt === null) return null
  const isLeftAlone = nextTryAt > wallClock()
  return {
    failures,
    lastError,
    failedAt: instantText(failedAt),
    nextTryAt: isLeftAlone ? instantText(nextTryAt) : null,
  }
}

/** A product that is down is said so, and nothing was changed. */
async function asked<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ProductError) throw new LodgeError(502, 'product-away', error.message)
    throw error
  }
}

export const connectionRoutes = [
  route({
    audience: 'account',
    method: 'put',
    path: `${CONNECTION}/secret`,
    grave: true,
    summary: 'The token by which a product is asked; kept sealed, never shown again.',
    body: SecretBody,
    async answer(ask) {
      const row = connectionOf(ask, 'run')
      for (const address of [row.scimAddress, row.thingsAddress]) {
        if (address) checkOrigin(address, ask.lodge.configuration.productOrigins)
      }
      const { pools, configuration } = ask.lodge
      await keepToken(pools.requests, configuration.keyRing, ask.accountId, row.id, (ask.body as SecretBody).token)
      ask.lodge.workshop.wake()
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${CONNECTION}/accounts`,
    summary: 'What the product holds as it was last read, and where that differs from what the account says.',
    async answer(ask) {
      const row = connectionOf(ask, 'see')
      const { requests } = ask.lodge.pools
      const accounts = await seenAccounts(requests, ask.accountId, row.id)
      const health = await readHealth(requests, ask.accountId, row.id)
      const shown = accounts.map(({ remoteId, personId, userName, active, seats, seenAt, difference }) => ({
        ...{ remoteId, userName, active, seats, difference, seenAt: instantText(seenAt) },
        personId: personId && ask.sight.seesPerson(personId) ? personId : null,
        name: personId && ask.sight.seesPerson(personId) ? ask.sight.personName(personId) : null,
      }))
      return {
        differences: shown.filter(({ difference }) => difference !== null),
        open: shown.filter(({ active }) => active).length,
        seenAt: shown.map(({ seenAt }) => seenAt).sort()[0] ?? null,
        trouble: troubleOf(health),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${CONNECTION}/compare`,
    summary: 'Compares what the product holds with what the account says, now.',
    async answer(ask) {
      const row = connectionOf(ask, 'run')
      const work = { accountId: ask.accountId, kind: 'compare-product', ids: { connectionId: row.id } }
      await standWorkFor(ask.lodge.pools.requests, work, wallClock())
      ask.lodge.workshop.wake()
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${CONNECTION}/mend`,
    summary: 'Makes one account in the product what the account here says, or closes it where it says nothing.',
    body: MendBody,
    async answer(ask) {
      const row = connectionOf(ask, 'run')
      await asked(() => mend(ask.lodge, ask.accountId, row, (ask.body as MendBody).remoteId))
      return undefined
    },
  }),
]
