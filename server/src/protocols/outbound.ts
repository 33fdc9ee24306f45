import { lookup } from 'node:dns/promises'
import http from 'node:http'
import https from 'node:https'
import type { LookupFunction } from 'node:net'
import ipaddr from 'ipaddr.js'
import { entryAt } from '@lodge/core/must'

/** Why a request of ours got no answer that may be read. */
export type OutboundFailure =
  'not-an-address' | 'not-allowed' | 'private' | 'redirected' | 'too-slow' | 'too-long' | 'unreachable' | 'broken-off'

export class OutboundError extends Error {
  constructor(
    readonly failure: OutboundFailure,
    /** Where a redirect would have led. */
    readonly location?: string,
  ) {
    super(failure)
  }
}

export interface OutboundRequest {
  /** Origins the operator allows, judged anew at each request. */
  allowed: readonly string[]
  maximumBytes: number
  maximumMilliseconds: number
  method?: string
  headers?: Record<string, string>
  body?: string
}

export interface OutboundAnswer {
  status: number
  headers: http.IncomingHttpHeaders
  text: string
}

/** The parts of an address that may be asked: http or https, no name or password in it. @throws OutboundError */
export function outboundAddress(address: string): URL {
  let url: URL
  try {
    url = new URL(address)
  } catch {
    throw new OutboundError('not-an-address')
  }
  const isPlain = url.username === '' && url.password === '' && url.hash === ''
  if (!isPlain || (url.protocol !== 'http:' && url.protocol !== 'https:')) throw new OutboundError('not-an-address')
  return url
}

/** @throws OutboundError `not-allowed` for an origin the operator has not named. */
export function mustBeAllowed(address: string, allowed: readonly string[]): URL {
  const url = outboundAddress(address)
  if (!allowed.includes(url.origin)) throw new OutboundError('not-allowed')
  return url
}

/**
 * Names are looked up as the connection is made, and what they lead to must not be a private network: a name may
 * represent something else a moment later. An origin that is allowed by its number is that number.
 */
const publicOnly: LookupFunction = (hostname, options, callback) => {
  lookup(hostname, { all: true }).then(
    (found) => {
      const hidden = found.find((one) => ipaddr.process(one.address).range() !== 'unicast')
      if (hidden) return callback(new OutboundError('private'), '', 0)
      if (options.all) (callback as (error: null, all: typeof found) => void)(null, found)
      else callback(null, entryAt(found, 0).address, entryAt(found, 0).family)
    },
    (error: Error) => callback(error, '', 0),
  )
}

const AGENTS = {
  'http:': new http.Agent({ keepAlive: true, maxSockets: 50 }),
  'https:': new https.Agent({ keepAlive: true, maxSockets: 50 }),
}

/**
 * One request to the world outside: only to allowed origins, never into a private network by name, bounded in time and
 * length; a redirect is not followed but told.
 * @throws OutboundError
 */
export function askOutside(address: string, asked: OutboundRequest): Promise<OutboundAnswer> {
  const url = mustBeAllowed(address, asked.allowed)
  const { method = 'GET', headers = {}, body } = asked
  const length = body === undefined ? {} : { 'Content-Length': String(Buffer.byteLength(body)) }
  return new Promise((resolve, reject) => {
    const fail = (error: OutboundError) => {
      reject(error)
      request.destroy()
    }
    const client = url.protocol === 'https:' ? https : http
    const agent = AGENTS[url.protocol as keyof typeof AGENTS]
    const request = client.request(url, { method, headers: { ...headers, ...length }, agent, lookup: publicOnly })
    const timer = setTimeout(() => fail(new OutboundError('too-slow')), asked.maximumMilliseconds)
    request.on('close', () => clearTimeout(timer))
    request.on('error', (error) => reject(error instanceof OutboundError ? error : new OutboundError('unreachable')))
    request.on('response', (response) => {
      const { statusCode: status = 0, headers: answered } = response
      if (status >= 300 && status < 400 && answered.location !== undefined) {
        return fail(new OutboundError('redirected', answered.location))
      }
      const chunks: Buffer[] = []
      let bytes = 0
      response.on('data', (chunk: Buffer) => {
        bytes += chunk.length
        chunks.push(chunk)
        if (bytes > asked.maximumBytes) fail(new OutboundError('too-long'))
      })
      response.on('error', () => reject(new OutboundError('broken-off')))
      response.on('aborted', () => reject(new OutboundError('broken-off')))
      response.on('end', () => resolve({ status, headers: answered, text: Buffer.concat(chunks).toString('utf8') }))
    })
    request.end(body)
  })
}
