import { LodgeError } from '../errors.ts'
import { say } from '@lodge/core/say'

/** So much of what takes long is under way at a time for one person, and for all of an account. */
const OF_PERSON = 4
const OF_ACCOUNT = 30

/** What takes long is done for few at a time, so that nobody's previews, files and lists hold up everyone else's. */
export class Budget {
  private readonly going = new Map<string, number>()

  /** Does it, if the account and the person have room. @throws LodgeError 429 with Retry-After. */
  async spend<T>(accountId: string, personId: string, work: () => Promise<T>): Promise<T> {
    const keys = [accountId, `${accountId} ${personId}`] as const
    if (this.of(keys[0]) >= OF_ACCOUNT || this.of(keys[1]) >= OF_PERSON) {
      const sentence = say('work.too-many-of-your-requests-are-still-running')
      throw new LodgeError(429, 'too-much-at-once', sentence, { retryAfterSeconds: 2 })
    }
    for (const key of keys) this.going.set(key, this.of(key) + 1)
    try {
      return await work()
    } finally {
      for (const key of keys) {
        if (this.of(key) <= 1) this.going.delete(key)
        else this.going.set(key, this.of(key) - 1)
      }
    }
  }

  private of(key: string): number {
    return this.going.get(key) ?? 0
  }
}
