import { setTimeout as sleep } from 'node:timers/promises'
import { wallClock } from '../clock.ts'
import { LodgeError } from '../errors.ts'
import { askOutside, mustBeAllowed, OutboundError, outboundAddress, type OutboundFailure } from './outbound.ts'
import { say } from '@lodge/core/say'

/** A product that answers with more than this is not read on. */
const MAXIMUM_BYTES = 10_000_000
const MAXIMUM_MILLISECONDS = 10_000

/**
 * Why a product did not do what it was asked. `away`: it cannot be reached, or answers what cannot be read. `denied`: it
 * does not accept the connection's token. `refused`: it will not have this one thing. `untrue`: it answers that something
 * is so and shows otherwise. `busy`: it asks to be left alone for a while, which is no failure.
 */
export type ProductFailure = 'away' | 'denied' | 'refused' | 'untrue' | 'busy'

/** What a product answered instead, in words that name nobody: they are kept where words about people are not. */
export class ProductError extends Error {
  constructor(
    message: string,
    readonly failure: ProductFailure,
    readonly more: {
      /** The status it answered with, if it answered. */
      status?: number
      /** What the product itself said, which may name someone. */
      detail?: string
      /** How long it asks to be left alone. */
      retryAfterSeconds?: number
    } = {},
  ) {
    super(message)
  }

  /** With the product's own words, for people who manage connections. */
  get whole(): string {
    return [this.message, this.more.detail].filter(Boolean).join(' ')
  }
}

/** What an answer that is not the one hoped for means. */
export function refusal(what: string, { status, body }: Pick<ProductAnswer, 'status' | 'body'>): ProductError {
  const detail = (body as { detail?: unknown } | undefined)?.detail
  const more = { status, ...(typeof detail === 'string' && detail !== '' ? { detail: detail.slice(0, 200) } : {}) }
  if (status === 401 || status === 403)
    return new ProductError(say('protocols.the-product-does-not-accept-the-connections', { status }), 'denied', more)
  return new ProductError(`${what} (${status}).`, status >= 500 && status !== 501 ? 'away' : 'refused', more)
}

export interface ProductAnswer {
  status: number
  body: unknown
  etag: string | null
}

/** Refuses an address that the operator has not allowed (`LODGE_PRODUCT_ORIGINS`). @throws LodgeError 422 */
export function checkOrigin(address: string, allowed: readonly string[]): void {
  try {
    mustBeAllowed(address, allowed)
  } catch (error) {
    if (!(error instanceof OutboundError)) throw error
    throw new LodgeError(422, 'address-not-allowed', inWords(error.failure, address))
  }
}

/** Whom a connection asks, and by what right. */
export interface ProductPeer {
  token: string
  /** Origins the operator allows, judged at each request. */
  allowed: readonly string[]
  /** How long in all one request may wait because the product asks for it. */
  patienceSeconds?: number
  /** Told how each request went; what is thrown is the answer. */
  noted?(failure: ProductError | null): Promise<void>
  /** @throws ProductError while the product is left alone. */
  mayAsk?(): void
}

export interface ProductRequest {
  method?: string
  body?: unknown
  type?: string
  headers?: Record<string, string>
}

/**
 * One request to a product: ten seconds, ten megabytes, no redirects, no private network by name, JSON or nothing. One
 * that is told to come again later waits as long as it was told (RFC 9110 §10.2.3), within its patience.
 * @throws ProductError
 */
export async function askProduct(url: string, peer: ProductPeer, request: ProductRequest = {}): Promise<ProductAnswer> {
  peer.mayAsk?.()
  let leftSeconds = peer.patienceSeconds ?? 0
  for (;;) {
    try {
      const answer = await once(url, peer, request)
      await peer.noted?.(null)
      return answer
    } catch (error) {
      if (!(error instanceof ProductError)) throw error
      const { retryAfterSeconds } = error.more
      if (error.failure !== 'busy' || retryAfterSeconds === undefined || retryAfterSeconds > leftSeconds) {
        await peer.noted?.(error)
        throw error
      }
      leftSeconds -= retryAfterSeconds
      await sleep(retryAfterSeconds * 1000)
    }
  }
}

async function once(url: string, { token, allowed }: ProductPeer, request: ProductRequest): Promise<ProductAnswer> {
  const { method = 'GET', body, type = 'application/json', headers = {} } = request
  try {
    const answer = await askOutside(url, {
      ...{ allowed, maximumBytes: MAXIMUM_BYTES, maximumMilliseconds: MAXIMUM_MILLISECONDS, method },
      headers: {
        Authorization: `Bearer ${token}`,
        Accept: `${type}, application/json`,
        ...(body === undefined ? {} : { 'Content-Type': type }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const { status, headers: answered } = answer
    const retryAfterSeconds = secondsToWait(answered['retry-after'], answered.date)
    if (status === 429 || (status === 503 && retryAfterSeconds !== undefined)) {
      const more = { status, retryAfterSeconds: Math.max(0.1, retryAfterSeconds ?? PAUSE_SECONDS) }
      throw new ProductError(say('protocols.the-product-asks-to-be-left-alone-for'), 'busy', more)
    }
    if (status >= 500 && status !== 501)
      throw new ProductError(say('protocols.the-product-answers-with', { status }), 'away', { status })
    return { status, body: parsed(answer.text, status), etag: answered.etag ?? null }
  } catch (error) {
    if (error instanceof OutboundError) throw new ProductError(inWords(error.failure, url), 'away')
    throw error
  }
}

/** Where a product asks for patience and does not say how much. */
const PAUSE_SECONDS = 2

/** `Retry-After`: seconds, or a date by the product’s own clock (RFC 9110 §10.2.3); undefined where it says neither. */
function secondsToWait(value: string | undefined, date: string | undefined): number | undefined {
  if (value === undefined) return undefined
  if (/^\d{1,9}$/.test(value.trim())) return Number(value)
  const at = Date.parse(value)
  const answeredAt = Date.parse(date ?? '') || wallClock() / 1000
  return Number.isNaN(at) ? undefined : Math.max(0, (at - answeredAt) / 1000)
}

function inWords(failure: OutboundFailure, address: string): string {
  switch (failure) {
    case 'not-an-address':
      return say('protocols.is-not-a-web-address-write-it-in', { address })
    case 'not-allowed':
      return say('protocols.is-not-on-the-list-of-allowed-addresses-2', { origin: outboundAddress(address).origin })
    case 'private':
      return say('protocols.the-products-name-leads-to-an-address-in')
    case 'redirected':
      return say('protocols.the-product-redirects-to-another-address-and')
    case 'too-slow':
      return say('protocols.the-product-does-not-answer-in-time')
    case 'too-long':
      return say('protocols.the-products-answer-is-too-long-to-read')
    case 'broken-off':
      return say('protocols.the-product-broke-off-its-answer')
    case 'unreachable':
      return say('protocols.the-product-cannot-be-reached')
  }
}

/** The body of an answer; what comes with an error may be anything. */
function parsed(text: string, status: number): unknown {
  if (text.trim() === '') return undefined
  try {
    return JSON.parse(text)
  } catch {
    if (status >= 400) return undefined
    throw new ProductError(say('protocols.the-products-answer-is-not-json'), 'away', { status })
  }
}
