import { badRequest, LodgeError } from '../errors.ts'
import { askOutside, OutboundError, outboundAddress } from './outbound.ts'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

const MAXIMUM_BYTES = 1_000_000
const MAXIMUM_MILLISECONDS = 5_000
const MAXIMUM_REDIRECTS = 3

/**
 * Fetches a product sheet from an address the operator has allowed: at most a megabyte within five seconds; redirects
 * only to allowed origins; never into a private network, unless that very origin is allowed by its number.
 * @param allowed origins, as `https://sheets.example`.
 */
export async function fetchSheet(address: string, allowed: readonly string[]): Promise<unknown> {
  let url = address
  const until = performance.now() + MAXIMUM_MILLISECONDS
  for (let hops = 0; hops <= MAXIMUM_REDIRECTS; hops += 1) {
    try {
      const maximumMilliseconds = Math.max(1, until - performance.now())
      const asked = {
        allowed,
        maximumBytes: MAXIMUM_BYTES,
        maximumMilliseconds,
        headers: { Accept: 'application/json' },
      }
      const { status, text } = await askOutside(url, asked)
      if (status !== 200) throw refusal('no-sheet', say('protocols.answers-with-not-with-a-sheet', { url, status }))
      return parsed(text)
    } catch (error) {
      if (!(error instanceof OutboundError)) throw error
      if (error.failure !== 'redirected') throw inWords(error, url)
      url = new URL(must(error.location, 'location'), url).href
    }
  }
  throw refusal(
    'too-many-redirects',
    say('protocols.leads-on-more-than-times-give-the-last', { address, maximumRedirects: MAXIMUM_REDIRECTS }),
  )
}

function refusal(code: string, sentence: string): LodgeError {
  return new LodgeError(422, code, sentence)
}

function inWords({ failure }: OutboundError, url: string): LodgeError {
  if (failure === 'not-an-address') {
    return badRequest('bad-address', say('protocols.is-no-address-write-it-as-https-sheets', { url }))
  }
  const { origin } = outboundAddress(url)
  if (failure === 'not-allowed') {
    const how = say('protocols.import-the-sheet-as-a-file-instead')
    const sentence = say('protocols.is-not-on-the-list-of-allowed-addresses', { origin, how })
    return refusal('address-not-allowed', sentence)
  }
  if (failure === 'too-long') {
    return refusal('too-large', say('protocols.sends-more-than-a-megabyte-that-is-no', { url }))
  }
  if (failure === 'too-slow') {
    return refusal('too-slow', say('protocols.did-not-finish-within-five-seconds-try-again', { url }))
  }
  const why =
    failure === 'private' ? say('protocols.its-name-leads-to-an-address-in-a') : say('protocols.nothing-answers-there')
  return refusal('unreachable', say('protocols.cannot-be-reached', { origin, why }))
}

function parsed(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    throw refusal('not-json', say('protocols.what-came-from-there-is-not-json-a'))
  }
}
