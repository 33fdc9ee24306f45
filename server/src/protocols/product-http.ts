import { LodgeError } from '../errors.ts'

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
  const { origin } = new URL(address)
  if (allowed.includes(origin)) return
  const sentence = `${origin} is not among the addresses allowed here; whoever runs this server adds it to LODGE_PRODUCT_ORIGINS.`
  throw new LodgeError(422, 'address-not-allowed', sentence)
}

/**
 * One request to a product: ten seconds, ten megabytes, no redirects, JSON or nothing.
 * @throws ProductError
 */
export async function askProduct(
  url: string,
  token: string,
  request: { method?: string; body?: unknown; type?: string; headers?: Record<string, string> } = {},
): Promise<ProductAnswer> {
  const { method = 'GET', body, type = 'application/json', headers = {} } = request
  let response: Response
  try {
    response = await fetch(url, {
      method,
      redirect: 'error',
      signal: AbortSignal.timeout(MAXIMUM_MILLISECONDS),
      headers: {
        Authorization: `Bearer ${token}`,
        Accept: type,
        ...(body ? { 'Content-Type': type } : {}),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
  } catch (error) {
    const isSlow = (error as Error).name === 'TimeoutError'
    throw new ProductError(isSlow ? 'The product does not answer in time.' : 'The product cannot be reached.')
  }
  const text = await textOf(response)
  const { status } = response
  if (status >= 500) throw new ProductError(`The product answers with ${status}.`, status)
  return { status, body: parsed(text), etag: response.headers.get('etag') }
}

/** Reads an answer no further than its bound, however long it goes on. */
async function textOf(response: Response): Promise<string> {
  const chunks: Uint8Array[] = []
  let bytes = 0
  try {
    for await (const chunk of response.body ?? []) {
      bytes += (chunk as Uint8Array).length
      if (bytes > MAXIMUM_BYTES) break
      chunks.push(chunk as Uint8Array)
    }
  } catch {
    throw new ProductError('The product broke off its answer.')
  }
  if (bytes > MAXIMUM_BYTES) throw new ProductError('The product’s answer is too long to be one.')
  return Buffer.concat(chunks).toString('utf8')
}

function parsed(text: string): unknown {
  if (text === '') return undefined
  try {
    return JSON.parse(text)
  } catch {
    throw new ProductError('The product’s answer is not JSON.')
  }
}
