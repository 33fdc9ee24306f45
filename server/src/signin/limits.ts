import { createHash } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import ipaddr from 'ipaddr.js'
import {
  RateLimiterMemory,
  RateLimiterMySQL,
  type RateLimiterAbstract,
  type RateLimiterRes,
} from 'rate-limiter-flexible'
import { normalSignInName } from '@lodge/core'
import { LodgeError } from '../errors.ts'
import type { Configuration } from '../configuration.ts'
import { beneath, isTransient, type Pools } from '../store/pools.ts'
import { say } from '@lodge/core/say'

/** Limits shared by all processes through the database; one that is reached says when to try again. */
export class Limits {
  private readonly signIn: RateLimiterMySQL
  private readonly ofLogin: RateLimiterMySQL
  private readonly fromNetwork: RateLimiterMySQL
  private readonly tokens: RateLimiterMySQL
  private readonly challenges: RateLimiterMySQL
  private readonly toMailbox: RateLimiterMySQL
  private readonly toTelephone: RateLimiterMySQL
  private readonly textsOf: RateLimiterMySQL
  private readonly second: RateLimiterMySQL
  private readonly ofToken: RateLimiterMemory
  private readonly ofAccount: RateLimiterMemory

  constructor(
    pools: Pools,
    { databaseUrl, signInAttempts, tokenRequestsPerSecond, accountRequestsPerSecond }: Configuration,
  ) {
    const store = { storeClient: beneath(pools.requests), storeType: 'pool' }
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
    // Made-up addresses from one place: counted before anything is hashed for them.
    this.fromNetwork = limiter('network', signInAttempts * 20, 15 * 60)
    this.second = limiter('second', signInAttempts, 15 * 60)
    this.challenges = limiter('challenge', signInAttempts * 10, 15 * 60)
    this.toMailbox = limiter('mailbox', MAILS_AN_HOUR, 3600)
    this.toTelephone = limiter('telephone', TEXTS_A_DAY, 86_400)
    this.textsOf = limiter('texts', TEXTS_OF_ACCOUNT_A_DAY, 86_400)
    this.tokens = limiter('token', signInAttempts * 3, 15 * 60)
    // Decisions are counted by each process for itself: a query for each would cost more than the decision.
    this.ofToken = new RateLimiterMemory({ points: tokenRequestsPerSecond, duration: 1 })
    this.ofAccount = new RateLimiterMemory({ points: accountRequestsPerSecond, duration: 1 })
  }

  /** @throws LodgeError 429 with Retry-After. */
  async countSignIn(email: string, address: string, isKnownDevice = false): Promise<void> {
    const network = networkOf(address)
    if (!isKnownDevice) await consume(this.fromNetwork, keyOf('', network))
    await consume(this.signIn, keyOf(email, isKnownDevice ? `known ${network}` : network))
    if (!isKnownDevice) await consume(this.ofLogin, keyOf(email, ''))
  }

  /** The person who signed in is not slowed by earlier slips of the finger; what strangers guessed goes on counting. */
  async signedIn(email: string, address: string, isKnownDevice = false): Promise<void> {
    const network = networkOf(address)
    await tried(() => this.signIn.delete(keyOf(email, isKnownDevice ? `known ${network}` : network)))
    // Who came in was no flood: theirs is given back.
    if (!isKnownDevice) await tried(() => this.fromNetwork.reward(keyOf('', network), 1))
  }

  /** Counts a product's request, by its token and by its account. @throws LodgeError 429 with Retry-After. */
  async countProductRequest(token: { id: string; accountId: string }): Promise<void> {
    await consume(this.ofToken, token.id)
    await consume(this.ofAccount, token.accountId)
  }

  /** Counts a guess at a login's second step, wherever it comes from: anyone who guesses has the password already. */
  countSecond(loginId: string): Promise<void> {
    return consume(this.second, loginId)
  }

  async secondPassed(loginId: string): Promise<void> {
    await tried(() => this.second.delete(loginId))
  }

  /** Counts a guess at a one-use token. */
  countToken(address: string): Promise<void> {
    return consume(this.tokens, keyOf('', networkOf(address)))
  }

  /** Counts a challenge handed out for a passkey: each is a row until it runs out. */
  countChallenge(address: string): Promise<void> {
    return consume(this.challenges, keyOf('', networkOf(address)))
  }

  /** Whether one more message may go to a mailbox now; strangers do not fill it through us. */
  mayMail(email: string): Promise<boolean> {
    return isWithin(this.toMailbox, keyOf(email, ''))
  }

  /** Whether one more text message may go to a telephone today, and from an account. */
  async mayText(number: string, accountId: string): Promise<boolean> {
    return (await isWithin(this.toTelephone, keyOf('', number))) && (await isWithin(this.textsOf, accountId))
  }
}

const MAILS_AN_HOUR = 12
const TEXTS_A_DAY = 5
const TEXTS_OF_ACCOUNT_A_DAY = 500

/** The place a request counts for: its IPv4 address, or its IPv6 network, since one household has many IPv6 addresses. */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return address
  const parsed = ipaddr.process(address)
  if (parsed.kind() === 'ipv4') return parsed.toString()
  return (parsed as ipaddr.IPv6).parts.slice(0, 4).join(':')
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

async function isWithin(limiter: RateLimiterAbstract, key: string): Promise<boolean> {
  try {
    await consume(limiter, key)
    return true
  } catch (reached) {
    if (reached instanceof LodgeError) return false
    throw reached
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
    const wait = retryAfterSeconds <= 5 ? say('sign-in.a-moment') : say('sign-in.minutes', { minutes })
    const sentence = say('sign-in.too-many-attempts-wait-and-try-again', { wait })
    throw new LodgeError(429, 'too-many-tries', sentence, { retryAfterSeconds })
  }
}
