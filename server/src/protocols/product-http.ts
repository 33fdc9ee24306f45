import { LodgeError } from '../errors.ts'
import { askOutside, mustBeAllowed, OutboundError, outboundAddress, type OutboundFailure } from './outbound.ts'

/** A product that answers with more than this is not read on. */
const MAXIMUM_BYTES = 10_000_000
const MAXIMUM_MILLISECONDS = 10_000

/** A product cannot be reached, or answers what it should not: said in words, tried again later. */
export class ProductError extends Error {
  constructor(
    message: string,
    /** The status it answered with, if it answered. */
    readonly status: number | null = null,
  ) {
    super(message)
  }
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
 * One request to a product: ten seconds, ten megabytes, no redirects, no private network by name, JSON or nothing.
 * @throws ProductError
 */
export async function askProduct(url: string, peer: ProductPeer, request: ProductRequest = {}): Promise<ProductAnswer> {
  peer.mayAsk?.()
  try {
    const answer = await once(url, peer, request)
    await peer.noted?.(null)
    return answer
  } catch (error) {
    if (error instanceof ProductError) await peer.noted?.(error)
    throw error
  }
}

async function once(url: string, { token, allowed }: ProductPeer, request: ProductRequest): Promise<ProductAnswer> {
  const { method = 'GET', body, type = 'application/json', headers = {} } = request
  try {
    const answer = await askOutside(url, {
      ...{ allowed, maximumBytes: MAXIMUM_BYTES, maximumMilliseconds: MAXIMUM_MILLISECONDS, method },
      headers: {
        Authorization: `Bearer ${token}`,
        Accept: type,
        ...(body === undefined ? {} : { 'Content-Type': type }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const { status } = answer
    if (status >= 500) throw new ProductError(`The product answers with ${status}.`, status)
    return { status, body: parsed(answer.text), etag: answer.headers.etag ?? null }
  } catch (error) {
    if (error instanceof OutboundError) throw new ProductError(inWords(error.failure, url))
    throw error
  }
}

function inWords(failure: OutboundFailure, address: string): string {
  switch (failure) {
    case 'not-an-address':
      return `“${address}” is not a web address. Write it in full, as https://product.example/scim/v2.`
    case 'not-allowed':
      return `${outboundAddress(address).origin} is not on the list of allowed addresses. Ask the operator of this server to add it to LODGE_PRODUCT_ORIGINS.`
    case 'private':
      return 'The product’s name leads to an address in a private network. Ask the operator of this server to allow that address by its number in LODGE_PRODUCT_ORIGINS.'
    case 'redirected':
      return 'The product redirects to another address, and redirects are not followed. Enter the product’s final address.'
    case 'too-slow':
      return 'The product does not answer in time.'
    case 'too-long':
      return 'The product’s answer is too long to read.'
    case 'broken-off':
      return 'The product broke off its answer.'
    case 'unreachable':
      return 'The product cannot be reached.'
  }
}

function parsed(text: string): unknown {
  if (text === '') return undefined
  try {
    return JSON.parse(text)
  } catch {
    throw new ProductError('The product’s answer is not JSON.')
  }
}
