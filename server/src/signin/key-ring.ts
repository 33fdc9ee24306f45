import {
  createCipheriv,
  createDecipheriv,
  createHash,
  createHmac,
  hkdfSync,
  randomBytes,
  timingSafeEqual,
} from 'node:crypto'
import { entryAt, must } from '@lodge/core/must'

/** What a token proves: one row, in one account or none, for one purpose, as often as it was made anew. */
export interface Proven {
  purpose: string
  accountId: string | null
  id: string
  number: number
}

/**
 * The keys under which tokens are derived and, later, secrets are kept: `LODGE_KEY` holds one or more `name:base64`
 * separated by spaces, the first being current. What a key made names it, so that keys can change (architecture).
 */
export class KeyRing {
  private readonly derivedKeys = new Map<string, Buffer>()

  private constructor(private readonly keys: ReadonlyMap<string, Buffer>) {}

  /** @throws Error if a key is not a name and 32 bytes in base64. */
  static read(text: string): KeyRing {
    const keys = new Map<string, Buffer>()
    for (const part of text.trim().split(/\s+/)) {
      const colon = part.indexOf(':')
      const bytes = Buffer.from(part.slice(colon + 1), 'base64')
      if (colon < 1 || colon > 20 || bytes.length !== 32) {
        throw new Error('LODGE_KEY must hold `name:` and 32 random bytes in base64, several separated by spaces.')
      }
      keys.set(part.slice(0, colon), bytes)
    }
    return new KeyRing(keys)
  }

  get keyIds(): readonly string[] {
    return [...this.keys.keys()]
  }

  get currentId(): string {
    return entryAt(this.keyIds, 0)
  }

  /** Whether a key is none that chance would make: few different bytes, or a row of them. */
  get isMadeUp(): boolean {
    return [...this.keys.values()].some((key) => {
      const isRow = key.every((byte, at) => at === 0 || byte === must(key[at - 1], 'entry of key') + 1)
      return isRow || new Set(key).size < 16
    })
  }

  /** Whether a token is the one some key of the ring gives for it; in constant time. */
  isToken(token: string, of: Proven): boolean {
    const given = Buffer.from(token)
    return this.keyIds.some((keyId) => {
      const right = Buffer.from(this.tokenFor(of, keyId))
      return right.length === given.length && timingSafeEqual(right, given)
    })
  }

  /**
   * HMAC(key of the purpose, account ‖ row ‖ number): the same each time, so that a repeated delivery carries the same
   * link, and never the same for the row of another account.
   */
  tokenFor({ purpose, accountId, id, number }: Proven, keyId = this.currentId): string {
    const of = JSON.stringify([accountId, id, number])
    return createHmac('sha256', this.derived(keyId, purpose)).update(of).digest('base64url')
  }

  /** Seals a secret that has to be read again: AES-256-GCM under the current key, which the text names. */
  seal(purpose: string, secret: string): string {
    const nonce = randomBytes(12)
    const cipher = createCipheriv('aes-256-gcm', this.derived(this.currentId, purpose), nonce)
    const sealed = Buffer.concat([nonce, cipher.update(secret, 'utf8'), cipher.final(), cipher.getAuthTag()])
    return `${this.currentId}:${sealed.toString('base64')}`
  }

  /** @throws Error if the key is gone or the text was altered. */
  unseal(purpose: string, text: string): string {
    const colon = text.indexOf(':')
    const sealed = Buffer.from(text.slice(colon + 1), 'base64')
    const decipher = createDecipheriv(
      'aes-256-gcm',
      this.derived(text.slice(0, colon), purpose),
      sealed.subarray(0, 12),
    )
    decipher.setAuthTag(sealed.subarray(-16))
    return decipher.update(sealed.subarray(12, -16)).toString('utf8') + decipher.final('utf8')
  }

  private derived(keyId: string, purpose: string): Buffer {
    const name = `${keyId}|${purpose}`
    const known = this.derivedKeys.get(name)
    if (known) return known
    const key = this.keys.get(keyId)
    if (!key) throw new Error(`The key ${keyId} is not in LODGE_KEY any more.`)
    const derived = Buffer.from(hkdfSync('sha256', key, '', purpose, 32))
    this.derivedKeys.set(name, derived)
    return derived
  }
}

/** A secret that only its recipient keeps: a cookie, a ticket, a program’s token; 32 random bytes. */
export function newToken(): string {
  return randomBytes(32).toString('base64url')
}

/** How tokens and cookies are kept: only as SHA-256. */
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest()
}
