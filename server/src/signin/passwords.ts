import { availableParallelism } from 'node:os'
import { hash, verify, type Options } from '@node-rs/argon2'
import { LodgeError } from '../errors.ts'
import { say } from '@lodge/core/say'

/** Argon2id; the enum of the package exists only as types. */
const ARGON2ID = 2
/** RFC 9106 §4, second recommended option: 64 MiB, three passes, four lanes. */
export const PASSWORD_MEMORY_KIBIBYTES = 65_536
/** A hash has four lanes, each of which fills a core: so many at once, the rest wait, and memory is not exhausted. */
const AT_ONCE = Math.max(1, Math.floor(availableParallelism() / 4))
/** At most so many of one place wait at a time; further ones are refused. */
const WAITING_AT_ONCE = 50

function tooManyAtOnce(): LodgeError {
  const sentence = say('sign-in.too-many-people-are-signing-in-from-your')
  return new LodgeError(429, 'too-many-tries', sentence, { retryAfterSeconds: 5 })
}

/** Passwords, kept as Argon2id hashes (RFC 9106). */
export class Passwords {
  private running = 0
  /** Who waits, by where they come from; each place has its turn, however many wait there. */
  private readonly waiting = new Map<string, (() => void)[]>()
  private readonly options: Options
  private decoy: Promise<string> | undefined

  /** @param memoryKibibytes the work factor; with the default this is RFC 9106's second recommended option. */
  constructor(memoryKibibytes: number) {
    const isCheap = memoryKibibytes < PASSWORD_MEMORY_KIBIBYTES
    const work = isCheap ? { timeCost: 1, parallelism: 1 } : { timeCost: 3, parallelism: 4 }
    this.options = { algorithm: ARGON2ID, memoryCost: memoryKibibytes, ...work }
  }

  /** @param from where it is asked from, so that a flood from one place holds up that place alone. */
  hash(password: string, from = ''): Promise<string> {
    return this.inTurn(from, () => hash(password, this.options))
  }

  /** Checks a password; without a hash the same work is done against a decoy, so that time tells nothing. */
  async matches(passwordHash: string | null | undefined, password: string, from = ''): Promise<boolean> {
    this.decoy ??= this.hash('nobody has this password')
    const decoy = await this.decoy
    const same = await this.inTurn(from, () => verify(passwordHash ?? decoy, password))
    return same && passwordHash != null
  }

  private async inTurn<T>(from: string, work: () => Promise<T>): Promise<T> {
    if (this.running >= AT_ONCE) {
      const queue = this.waiting.get(from) ?? []
      if (queue.length >= WAITING_AT_ONCE) throw tooManyAtOnce()
      this.waiting.set(from, queue)
      await new Promise<void>((resolve) => queue.push(resolve))
    }
    this.running += 1
    try {
      return await work()
    } finally {
      this.running -= 1
      this.callNext()
    }
  }

  /** The next of the place whose turn it is; a place that was served is behind the others. */
  private callNext(): void {
    for (const [from, queue] of this.waiting) {
      this.waiting.delete(from)
      const next = queue.shift()
      if (queue.length > 0) this.waiting.set(from, queue)
      if (next) return next()
    }
  }
}
