import { lookup } from 'node:dns/promises'
import http from 'node:http'
import https from 'node:https'
import type { LookupFunction } from 'node:net'
import ipaddr from 'ipaddr.js'
import { badRequest, LodgeError } from '../errors.ts'

const MAXIMUM_BYTES = 1_000_000
const MAXIMUM_MILLISECONDS = 5_000
const MAXIMUM_REDIRECTS = 3

/**
 * Fetches a product sheet from an address the operator has allowed: at most a megabyte within five seconds; redirects
 * only to allowed origins; never into a private network, unless that very origin is allowed by its number.
 * @param allowed origins, as `https://sheets.example`.
 */
export async function fetchSheet(address: string, allowed: readonly string[]): Promise<unknown> {
  let url = checked(address, allowed)
  const until = performance.now() + MAXIMUM_MILLISECONDS
  for (let hops = 0; hops <= MAXIMUM_REDIRECTS; hops += 1) {
    const answer = await once(url, until)
    if ('body' in answer) return parsed(answer.body)
    url = checked(new URL(answer.location, url).href, allowed)
  }
  throw refusal(
    'too-many-redirects',
    `${address} leads on more than ${MAXIMUM_REDIRECTS} times; give the last address.`,
  )
}

function refusal(code: string, sentence: string): LodgeError {
  return new LodgeError(422, code, sentence)
}

function checked(address: string, allowed: readonly string[]): URL {
  let url: URL
  try {
    url = new URL(address)
  } catch {
    throw badRequest('bad-address', `“${address}” is no address; write it as https://sheets.example/product.json.`)
  }
  if (allowed.includes(url.origin)) return url
  throw refusal(
    'address-not-allowed',
    `${url.origin} is not among the addresses allowed here (LODGE_SHEET_ORIGINS); import the sheet as a file instead.`,
  )
}

/** Names are looked up once, and what they stand for must not be a private network; an allowed number stands for itself. */
const publicOnly: LookupFunction = (hostname, options, callback) => {
  lookup(hostname, { all: true }).then(
    (found) => {
      const hidden = found.find((one) => ipaddr.parse(one.address).range() !== 'unicast')
      if (hidden) return callback(new Error(`${hostname} stands for ${hidden.address}, in a private network.`), '', 0)
      if (options.all) (callback as (error: null, all: typeof found) => void)(null, found)
      else callback(null, found[0]!.address, found[0]!.family)
    },
    (error: Error) => callback(error, '', 0),
  )
}

type Answer = { body: string } | { location: string }

function once(url: URL, until: number): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const fail = (code: string, sentence: string) => {
      reject(refusal(code, sentence))
      request.destroy()
    }
    const headers = { Accept: 'application/json' }
    const client = url.protocol === 'https:' ? https : http
    const request = client.get(url, { headers, lookup: publicOnly }, (response) => {
      const { statusCode = 0, headers: answered } = response
      if ([301, 302, 303, 307, 308].includes(statusCode) && answered.location) {
        response.resume()
        return resolve({ location: answered.location })
      }
      if (statusCode !== 200) return fail('no-sheet', `${url.href} answers with ${statusCode}, not with a sheet.`)
      const chunks: Buffer[] = []
      let bytes = 0
      response.on('data', (chunk: Buffer) => {
        bytes += chunk.length
        chunks.push(chunk)
        if (bytes > MAXIMUM_BYTES)
          fail('too-large', `${url.href} sends more than a megabyte; that is no product sheet.`)
      })
      response.on('end', () => resolve({ body: Buffer.concat(chunks).toString('utf8') }))
    })
    const timer = setTimeout(
      () => fail('too-slow', `${url.href} did not finish within five seconds; try again, or import it as a file.`),
      Math.max(1, until - performance.now()),
    )
    request.on('error', (error) => reject(refusal('unreachable', `${url.origin} cannot be reached: ${error.message}`)))
    request.on('close', () => clearTimeout(timer))
  })
}

function parsed(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    throw refusal('not-json', 'What came from there is not JSON; a product sheet is.')
  }
}
