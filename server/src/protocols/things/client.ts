import { createHash } from 'node:crypto'
import type { Taker } from '@lodge/core'
import { askProduct, ProductError, refusal, type ProductPeer } from '../product-http.ts'
import { say } from '@lodge/core/say'

/** Something that depends on someone in a product, as it says. */
export interface ProductThing {
  id: string
  kind: 'item' | 'hold' | 'link'
  title: string
}

const BATCH = 100
const MAXIMUM_THINGS = 20_000

/** A client of a product's handover service (docs/handover-protocol.md). */
export class ThingsClient {
  constructor(
    private readonly address: string,
    private readonly peer: ProductPeer,
  ) {}

  /** Everything that depends on someone. @throws ProductError */
  async all(personId: string): Promise<ProductThing[]> {
    const all = new Map<string, ProductThing>()
    let cursor: string | undefined
    do {
      const query = cursor === undefined ? '' : `?cursor=${encodeURIComponent(cursor)}`
      const { status, body } = await askProduct(`${this.address}/people/${personId}/things${query}`, this.peer)
      if (status !== 200) throw refusal(say('protocols.the-product-does-not-say-what-is-theirs'), { status, body })
      const { things, next } = (body ?? {}) as { things?: unknown; next?: unknown }
      if (!Array.isArray(things)) throw new ProductError(say('protocols.the-products-answer-lists-no-things'), 'away')
      const before = all.size
      for (const one of things.map(thingOf)) all.set(one.id, one)
      cursor = typeof next === 'string' && all.size > before ? next : undefined
      if (all.size > MAXIMUM_THINGS)
        throw new ProductError(say('protocols.the-products-list-of-things-has-no-end'), 'away')
    } while (cursor !== undefined)
    return [...all.values()]
  }

  /**
   * Passes things on, or releases them where nobody takes them. The same request carries the same key, so that one whose
   * answer was lost does nothing twice.
   * @returns what was refused, with the product's reason.
   */
  async handOver(
    departureId: string,
    personId: string,
    things: readonly ProductThing[],
    taker: Taker | null,
  ): Promise<Map<string, string>> {
    const refused = new Map<string, string>()
    const ids = things.map(({ id }) => id).sort()
    for (let from = 0; from < ids.length; from += BATCH) {
      const body = { things: ids.slice(from, from + BATCH), to: taker && { kind: taker.kind, id: taker.id } }
      const key = createHash('sha256')
        .update(`${departureId} ${JSON.stringify(body)}`)
        .digest('base64url')
      const headers = { 'Idempotency-Key': key }
      const url = `${this.address}/people/${personId}/handovers`
      const { status, body: answer } = await askProduct(url, this.peer, { method: 'POST', body, headers })
      if (status !== 200) throw refusal(say('protocols.the-product-will-not-hand-over'), { status, body: answer })
      for (const one of listOf((answer as { refused?: unknown } | undefined)?.refused)) {
        refused.set(String(one.id), String(one.reason ?? '').slice(0, 200))
      }
    }
    return refused
  }
}

function listOf(value: unknown): { id?: unknown; reason?: unknown }[] {
  const isObject = (one: unknown): one is object => one !== null && typeof one === 'object'
  return Array.isArray(value) ? value.filter(isObject) : []
}

function thingOf(value: unknown): ProductThing {
  const { id, kind, title } = (value ?? {}) as { id?: unknown; kind?: unknown; title?: unknown }
  if (typeof id !== 'string' || id === '' || id.length > 100)
    throw new ProductError(say('protocols.a-thing-of-the-product-has-no-id'), 'away')
  const known = kind === 'hold' || kind === 'link' ? kind : 'item'
  return { id, kind: known, title: typeof title === 'string' ? title.slice(0, 200) : id }
}
