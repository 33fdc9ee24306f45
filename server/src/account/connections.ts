import { IsString, MaxLength, MinLength } from 'class-validator'
import { instantText, type ConnectionRow } from '@lodge/core'
import { LodgeError, notFound } from '../errors.ts'
import { checkOrigin, ProductError } from '../protocols/product-http.ts'
import { readSecret, seenAccounts } from '../store/connections.ts'
import { readHealth, type ProductHealth } from '../store/product-health.ts'
import { problemsOf, readingOf, type ProductReading } from '../store/product-readings.ts'
import { standWorkFor } from '../store/work.ts'
import { mend } from '../work/following.ts'
import { keepToken } from '../work/products.ts'
import { wallClock } from '../clock.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const CONNECTION = '/api/accounts/{accountId}/connections/{connectionId}'

class SecretBody {
  /** The bearer token the product gave for its services (RFC 6750). */
  @IsString() @MinLength(1) @MaxLength(1000) token!: string
}

class MendBody {
  @IsString() @MinLength(1) @MaxLength(100) remoteId!: string
}

/** A connection that is on, for anyone who may see it; to alter it one needs to run connections. */
function connectionOf(ask: AccountAsk<object>, level: 'see' | 'run'): ConnectionRow {
  const row = ask.account.get('connection', ask.params.connectionId)
  if (!row?.on || !ask.sight.can('connections', 'see')) throw notFound()
  if (level === 'run' && !ask.sight.can('connections', 'run')) {
    throw new LodgeError(403, 'not-allowed', say('requests.for-this-you-need-the-right-to-connect'))
  }
  return row
}

/** What is wrong with a product that was not read whole when last tried, or left alone since it does not answer. */
function troubleOf(health: ProductHealth, reading: ProductReading) {
  const isLeftAlone = health.nextTryAt > wallClock()
  const failedAt = reading.failedAt ?? (health.failures > 0 ? health.failedAt : null)
  if (failedAt === null) return null
  const nextTryAt = Math.max(isLeftAlone ? health.nextTryAt : 0, reading.nextTryAt ?? 0)
  return {
    failures: health.failures,
    lastError: reading.lastError ?? health.lastError,
    failedAt: instantText(failedAt),
    since: reading.failingSince === null ? null : instantText(reading.failingSince),
    nextTryAt: nextTryAt > wallClock() ? instantText(nextTryAt) : null,
  }
}

/** A person as the asker sees them; nobody where they do not. */
function seenIn(
  { sight }: AccountAsk<object>,
  personId: string | null,
): { personId: string | null; name: string | null } {
  if (personId === null || !sight.seesPerson(personId)) return { personId: null, name: null }
  return { personId, name: sight.personName(personId) }
}

/** A product that is down is said so, and nothing was changed. */
async function asked<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ProductError)
      throw new LodgeError(error.failure === 'away' ? 502 : 409, `product-${error.failure}`, error.whole)
    throw error
  }
}

export const connectionRoutes = [
  route({
    audience: 'account',
    method: 'put',
    path: `${CONNECTION}/secret`,
    answers: ['nothing'],
    grave: true,
    summary: 'Saves the token of a product, encrypted. It is never shown again.',
    body: SecretBody,
    async answer(ask) {
      const row = connectionOf(ask, 'run')
      for (const address of [row.scimAddress, row.thingsAddress]) {
        if (address) checkOrigin(address, ask.lodge.configuration.productOrigins)
      }
      const { pools, configuration } = ask.lodge
      await keepToken(pools.requests, configuration.keyRing, ask.accountId, row.id, (ask.body as SecretBody).token)
      ask.lodge.jobs.wake()
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${CONNECTION}/accounts`,
    summary: 'The accounts in the product as last read, and how they differ from this account.',
    async answer(ask) {
      const row = connectionOf(ask, 'see')
      const { requests } = ask.lodge.pools
      const whose = [requests, ask.accountId, row.id] as const
      const [accounts, health, reading] = [await seenAccounts(...whose), await readHealth(...whose), await readingOf(...whose)] // prettier-ignore
      const problems = await problemsOf(...whose)
      const shown = accounts.map(({ remoteId, personId, userName, active, seats, seenAt, difference }) => ({
        ...{ remoteId, userName, active, seats, difference, seenAt: instantText(seenAt) },
        ...seenIn(ask, personId),
      }))
      return {
        differences: shown.filter(({ difference }) => difference !== null),
        // What the product does not say counts as open.
        open: shown.filter(({ active }) => active !== false).length,
        // Only a whole reading says what is there; null: it was never read whole.
        read:
          reading.readAt === null
            ? null
            : { at: instantText(reading.readAt), accounts: reading.accounts, groups: reading.groups },
        problems: problems.map(({ kind, subjectId, sentence, at }) => ({
          ...{
            kind,
            at: instantText(at),
            sentence: kind === 'group' || ask.sight.seesPerson(subjectId) ? sentence : '',
          },
          name: kind === 'group' ? (ask.account.get('group', subjectId)?.name ?? null) : seenIn(ask, subjectId).name,
        })),
        tokenKept: (await readSecret(...whose)) !== undefined,
        trouble: troubleOf(health, reading),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${CONNECTION}/compare`,
    answers: ['nothing'],
    summary: 'Compares the accounts in the product with this account now.',
    async answer(ask) {
      const row = connectionOf(ask, 'run')
      const work = { accountId: ask.accountId, kind: 'compare-product', ids: { connectionId: row.id } }
      await standWorkFor(ask.lodge.pools.requests, work, wallClock())
      ask.lodge.jobs.wake()
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${CONNECTION}/mend`,
    answers: ['nothing'],
    summary: 'Makes one account in the product match, or closes it if it belongs to nobody here.',
    body: MendBody,
    async answer(ask) {
      const row = connectionOf(ask, 'run')
      await asked(() => mend(ask.lodge, ask.accountId, row, (ask.body as MendBody).remoteId))
      return undefined
    },
  }),
]
