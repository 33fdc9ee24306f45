import { badRequest, LodgeError } from '../errors.ts'
import { askOutside, OutboundError, outboundAddress } from './outbound.ts'
import { must } from '@lodge/core/must'

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
      if (status !== 200) throw refusal('no-sheet', `${url} answers with ${status}, not with a sheet.`)
      return parsed(text)
    } catch (error) {
      if (!(error instanceof OutboundError)) throw error
      if (error.failure !== 'redirected') throw inWords(error, url)
      url = new URL(must(error.location, 'location'), url).href
    }
  }
  throw refusal(
    'too-many-redirects',
    `${address} leads on more than ${MAXIMUM_REDIRECTS} times; give the last address.`,
  )
}

function refusal(code: string, sentence: string): LodgeError {
  return new LodgeError(422, code, sentence)
}

function inWords({ failure }: OutboundError, url: string): LodgeError {
  if (failure === 'not-an-address') {
    return badRequest('bad-address', `“${url}” is no address; write it as https://sheets.example/product.json.`)
  }
  const { origin } = outboundAddress(url)
  if (failure === 'not-allowed') {
    const how = 'import the sheet as a file instead.'
    const sentence = `${origin} is not on the list of allowed addresses (LODGE_SHEET_ORIGINS); ${how}`
    return refusal('address-not-allowed', sentence)
  }
  if (failure === 'too-long') {
    return refusal('too-large', `${url} sends more than a megabyte; that is no product sheet.`)
  }
  if (failure === 'too-slow') {
    return refusal('too-slow', `${url} did not finish within five seconds; try again, or import it as a file.`)
  }
  const why = failure === 'private' ? 'its name leads to an address in a private network' : 'nothing answers there'
  return refusal('unreachable', `${origin} cannot be reached: ${why}.`)
}

function parsed(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    throw refusal('not-json', 'What came from there is not JSON; a product sheet is.')
  }
}
