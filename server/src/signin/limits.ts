import { createHash } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import {
  RateLimiterMemory,
  RateLimiterMySQL,
  type RateLimiterAbstract,
  type RateLimiterRes,
} from 'rate-limiter-flexible'
import { normalSignInName } from '@lodge/core'
import { LodgeError } from '../errors.ts'
import type { Configuration } from '../configuration.ts'
import { isTransient, type Pools } from '../store/pools.ts'

/** Limits shared by all processes through the database; one that is reached says when to try again. */
export class Limits {
  private readonly signIn: RateLimiterMySQL
  private readonly ofLogin: RateLimiterMySQL
  private readonly tokens: RateLimiterMySQL
  private readonly second: RateLimiterMySQL
  private readonly ofToken: RateLimiterMemory
  private readonly ofAccount: RateLimiterMemory

  constructor(
    pools: Pools,
    { databaseUrl, signInAttempts, tokenRequestsPerSecond, accountRequestsPerSecond }: Configuration,
  ) {
    const store = { storeClient: (pools.requests as unknown as { pool: unknown }).pool, storeType: 'pool' }
    const table = {
      dbName: new URL(databaseUrl).pathname.slice(1),
      tableName: 'rate_limit',
      tableCreated: true,
      clearExpiredByTimeout: false,
    }
    const limiter = (keyPrefix: string, points: number, duration: number) =>
      new RateLimiterMySQL({ ...store, ...table, keyPrefix, points, duration })
    this.signIn = limiter('sign-in', signInAttempts, 15 * 60)
    // Guesses from many addresses at one login: slowed for strangers, not for browsers it signed in with before.
    this.ofLogin = limiter('login', signInAttempts * 5, 15 * 60)
    this.second = limiter('second', signInAttempts, 15 * 60)
    this.tokens = limiter('token', signInAttempts * 3, 15 * 60)
    // Decisions are counted by each process for itself: a query for each would cost more than the decision.
    this.ofToken = new RateLimiterMemory({ points: tokenRequestsPerSecond, duration: 1 })
    this.ofAccount = new RateLimiterMemory({ points: accountRequestsPerSecond, duration: 1 })
  }

  /** @throws LodgeError 429 with Retry-After. */
  async countSignIn(email: string, address: string, isKnownDevice = false): Promise<void> {
    await consume(this.signIn, keyOf(email, isKnownDevice ? `known ${address}` : address))
    if (!isKnownDevice) await consume(this.ofLogin, keyOf(email, ''))
  }

  /** Whoever signed in is not slowed by earlier slips of the finger; what strangers guessed goes on counting. */
  async signedIn(email: string, address: string, isKnownDevice = false): Promise<void> {
    await tried(() => this.signIn.delete(keyOf(email, isKnownDevice ? `known ${address}` : address)))
  }

  /** Counts a product's request, by its token and by its account. @throws LodgeError 429 with Retry-After. */
  async countProductRequest(token: { id: string; accountId: string }): Promise<void> {
    await consume(this.ofToken, token.id)
    await consume(this.ofAccount, token.accountId)
  }

  /** Counts a guess at a login's second step, wherever it comes from: whoever guesses has the password already. */
  countSecond(loginId: string): Promise<void> {
    return consume(this.second, loginId)
  }

  async secondPassed(loginId: string): Promise<void> {
    await tried(() => this.second.delete(loginId))
  }

  /** Counts a guess at a one-use token. */
  countToken(address: string): Promise<void> {
    return consume(this.tokens, keyOf('', address))
  }
}

/** Counters name nobody: addresses of people and networks are personal (model C6). */
function keyOf(email: string, address: string): string {
  return createHash('sha256')
    .update(`${normalSignInName(email) ?? ''}|${address}`)
    .digest('base64url')
}

const TRIES = 6

/** Counters are upserted by many at once: a deadlock between two of them is nobody's refusal, and is tried again. */
async function tried<T>(work: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await work()
    } catch (error) {
      if (attempt === TRIES || !isTransient(error)) throw error
      await sleep(2 ** attempt * 5 * (0.5 + Math.random()))
    }
  }
}

async function consume(limiter: RateLimiterAbstract, key: string): Promise<void> {
  try {
    await tried(() => limiter.consume(key))
  } catch (reached) {
    const { msBeforeNext } = reached as RateLimiterRes
    if (typeof msBeforeNext !== 'number') throw reached
    const retryAfterSeconds = Math.ceil(msBeforeNext / 1000)
    const minutes = Math.ceil(retryAfterSeconds / 60)
    const wait = retryAfterSeconds <= 5 ? 'a moment' : minutes === 1 ? 'a minute' : `${minutes} minutes`
    const sentence = `Too many tries. Wait ${wait} and try again.`
    throw new LodgeError(429, 'too-many-tries', sentence, { retryAfterSeconds })
  }
}
