import { randomInt } from 'node:crypto'
import type { Id, Ids } from '@lodge/core'
import type { KeyRing } from './key-ring.ts'

const NONCES = 2 ** 26
/** Counted on by each process from a point of its own, so that no two ids of one millisecond are alike. */
let nonce = randomInt(NONCES)

const PURPOSE = 'row-id'
const MAC_HEX = 12

/**
 * Gives out ids of rows to be made, and knows its own again: a UUIDv7 (RFC 9562 §5.7) whose last 48 bits are proven by
 * our key for one account and one person, so that nobody brings an id of their choice, or one given out elsewhere
 * (model C1). Nothing of it is stored.
 */
export class IssuedIds implements Ids {
  constructor(
    private readonly keyRing: KeyRing,
    private readonly accountId: string,
    private readonly personId: string,
  ) {}

  issue(): Id {
    nonce = (nonce + 1) % NONCES
    const time = Date.now().toString(16).padStart(12, '0')
    const high = Math.floor(nonce / 2 ** 14)
    const low = 0x8000 | (nonce % 2 ** 14)
    const head = `${time}7${high.toString(16).padStart(3, '0')}${low.toString(16).padStart(4, '0')}`
    return written(head + this.proof(head))
  }

  /** The id from which the rows of a run are counted on: the same for its name each time, and nobody's choice. */
  derived(name: string): Id {
    const of = { purpose: `${PURPOSE} of a run`, accountId: this.accountId, id: `${this.personId}.${name}`, number: 0 }
    const digits = Buffer.from(this.keyRing.tokenFor(of), 'base64url').toString('hex')
    const head = `${digits.slice(0, 12)}7${digits.slice(13, 16)}8${digits.slice(17, 20)}`
    return written(head + this.proof(head))
  }

  isIssued(id: Id): boolean {
    if (!/^[0-9a-f-]{36}$/.test(id)) return false
    const digits = id.replaceAll('-', '')
    const head = digits.slice(0, -MAC_HEX)
    return this.keyRing.keyIds.some((keyId) => digits.slice(-MAC_HEX) === this.proof(head, keyId))
  }

  private proof(head: string, keyId?: string): string {
    const of = { purpose: PURPOSE, accountId: this.accountId, id: `${this.personId}.${head}`, number: 0 }
    return Buffer.from(this.keyRing.tokenFor(of, keyId), 'base64url').toString('hex').slice(0, MAC_HEX)
  }
}

function written(digits: string): Id {
  return [0, 8, 12, 16, 20].map((at, index, all) => digits.slice(at, all[index + 1])).join('-')
}
