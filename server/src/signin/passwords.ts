import { availableParallelism } from 'node:os'
import { hash, verify, type Options } from '@node-rs/argon2'

/** Argon2id; the enum of the package exists only as types. */
const ARGON2ID = 2
/** RFC 9106 §4, second recommended option: 64 MiB, three passes, four lanes. */
export const PASSWORD_MEMORY_KIBIBYTES = 65_536
/** A hash has four lanes, each of which fills a core: so many at once, the rest wait, and memory is not exhausted. */
const AT_ONCE = Math.max(1, Math.floor(availableParallelism() / 4))

/** Passwords, kept as Argon2id hashes (RFC 9106). */
export class Passwords {
  private running = 0
  private readonly waiting: (() => void)[] = []
  private readonly options: Options
  private decoy: Promise<string> | undefined

  /** @param memoryKibibytes the work factor; with the default this is RFC 9106's second recommended option. */
  constructor(memoryKibibytes: number) {
    const isCheap = memoryKibibytes < PASSWORD_MEMORY_KIBIBYTES
    const work = isCheap ? { timeCost: 1, parallelism: 1 } : { timeCost: 3, parallelism: 4 }
    this.options = { algorithm: ARGON2ID, memoryCost: memoryKibibytes, ...work }
  }

  hash(password: string): Promise<string> {
    return this.inTurn(() => hash(password, this.options))
  }

  /** Checks a password; without a hash the same work is done against a decoy, so that time tells nothing. */
  async matches(passwordHash: string | null | undefined, password: string): Promise<boolean> {
    this.decoy ??= this.hash('nobody has this password')
    const decoy = await this.decoy
    const same = await this.inTurn(() => verify(passwordHash ?? decoy, password))
    return same && passwordHash != null
  }

  private async inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= AT_ONCE) await new Promise<void>((resolve) => this.waiting.push(resolve))
    this.running += 1
    try {
      return await work()
    } finally {
      this.running -= 1
      this.waiting.shift()?.()
    }
  }
}
