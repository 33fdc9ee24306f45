import ipaddr from 'ipaddr.js'
import type { IncomingMessage } from 'node:http'
import type { Context, Next } from 'koa'
import type { Account, Instant } from '@lodge/core'
import { badRequest, LodgeError } from '../../errors.ts'
import type { Lodge } from '../../lodge.ts'
import { mustBeReady } from '../../readiness.ts'
import { instantFor } from '../../store/accounts.ts'
import type { ProductToken, TokenScope } from '../../store/product-tokens.ts'
import { evaluation } from './evaluation.ts'
import { evaluations } from './evaluations.ts'
import { metadata } from './metadata.ts'
import { searchAction, searchResource, searchSubject } from './search.ts'
import { entryAt } from '@lodge/core/must'
import { say } from '@lodge/core/say'

const MAXIMUM_BYTES = 512 * 1024

/** A product's request, its token looked at and its body parsed. */
export interface Asked {
  account: Account
  product: string
  body: unknown
  now: Instant
}

interface Endpoint {
  scope: TokenScope
  answer(asked: Asked): object
}

const ENDPOINTS: ReadonlyMap<string, Endpoint> = new Map([
  ['/access/v1/evaluation', { scope: 'evaluate', answer: evaluation }],
  ['/access/v1/evaluations', { scope: 'evaluate', answer: evaluations }],
  ['/access/v1/search/subject', { scope: 'search', answer: searchSubject }],
  ['/access/v1/search/resource', { scope: 'search', answer: searchResource }],
  ['/access/v1/search/action', { scope: 'search', answer: searchAction }],
])

/**
 * The door for products: OpenID AuthZEN Authorization API 1.0. It is before the general middleware; a token is a
 * product's in one account, and what it may ask is bounded by scope and by how often.
 */
export function authzenDoor(lodge: Lodge) {
  return (ctx: Context, next: Next): Promise<void> | void => {
    const endpoint = ENDPOINTS.get(ctx.path)
    if (endpoint) return attend(lodge, ctx, endpoint)
    if (ctx.path !== '/.well-known/authzen-configuration') return next()
    ctx.body = metadata(lodge.configuration)
  }
}

async function attend(lodge: Lodge, ctx: Context, endpoint: Endpoint): Promise<void> {
  if (ctx.method !== 'POST') throw postOnly(ctx)
  const requestId = ctx.get('X-Request-ID')
  if (requestId && /^[\x20-\x7e]{1,200}$/.test(requestId)) ctx.set('X-Request-ID', requestId)
  mustBeReady(lodge)
  const token = await authorize(lodge, ctx, endpoint.scope)
  const body = await readBody(ctx.req)
  const loaded = await lodge.accounts.get(token.accountId)
  if (!loaded) throw unauthorized()
  const now = instantFor(loaded, lodge.clock)
  answer(ctx, endpoint.answer({ account: loaded.account, product: token.product, body, now }))
  lodge.log.debug({ requestId: ctx.state.requestId, accountId: token.accountId, product: token.product }, 'asked')
}

/** Written by hand: what Koa does to find out what a body is costs as much as the decision. */
function answer(ctx: Context, body: object): void {
  const text = JSON.stringify(body)
  ctx.respond = false
  ctx.res.writeHead(200, { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) })
  ctx.res.end(text)
}

/** Only POST is answered here, and the answer says so (RFC 9110 §15.5.6). */
export function postOnly(ctx: Context): LodgeError {
  ctx.set('Allow', 'POST')
  return new LodgeError(405, 'post-only', say('protocols.ask-with-post'))
}

export function unauthorized(): LodgeError {
  return new LodgeError(401, 'bad-token', say('protocols.send-a-products-token-as-authorization-bearer'))
}

/** The product a request comes from, by its token; what the token may not is refused. */
export async function authorize(lodge: Lodge, ctx: Context, scope: TokenScope): Promise<ProductToken> {
  // The name of a scheme is written in any case (RFC 9110 §11.1).
  const [, bearer] = /^Bearer +([\w-]{20,100})$/i.exec(ctx.get('Authorization')) ?? []
  const token = bearer && (await lodge.productTokens.find(bearer, lodge.clock.now()))
  if (!token) {
    // Who sent none is told how; who sent a wrong one, that it is wrong (RFC 6750 §3.1).
    ctx.set('WWW-Authenticate', ctx.get('Authorization') ? 'Bearer error="invalid_token"' : 'Bearer')
    throw unauthorized()
  }
  if (token.networks && !isWithin(ctx.ip, token.networks)) {
    throw new LodgeError(403, 'wrong-network', say('protocols.this-token-is-not-taken-from-this-network'))
  }
  if (!token.scopes.includes(scope)) {
    ctx.set('WWW-Authenticate', `Bearer error="insufficient_scope", scope="${scope}"`)
    throw new LodgeError(
      403,
      'insufficient-scope',
      say('protocols.this-token-may-not-lodge-token-scope-makes', { scope }),
    )
  }
  await lodge.limits.countProductRequest(token)
  return token
}

/** Whether an address is of one of some networks, as `192.0.2.0/24`. */
export function isWithin(address: string, networks: readonly string[]): boolean {
  if (!ipaddr.isValid(address)) return false
  const parsed = ipaddr.process(address)
  return networks.some((network) => {
    const [base, bits] = ipaddr.parseCIDR(network)
    return parsed.kind() === base.kind() && parsed.match([base, bits] as [ipaddr.IPv4, number])
  })
}

/** A body of JSON, bounded. */
export function readBody(stream: IncomingMessage): Promise<unknown> {
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = []
    let bytes = 0
    stream.on('data', (chunk: Buffer) => {
      bytes += chunk.length
      if (bytes <= MAXIMUM_BYTES) chunks.push(chunk)
    })
    stream.on('error', reject)
    stream.on('end', () => {
      if (bytes > MAXIMUM_BYTES)
        return reject(new LodgeError(413, 'too-large', say('protocols.a-request-here-has-at-most-512-kib')))
      try {
        resolve(JSON.parse((chunks.length === 1 ? entryAt(chunks, 0) : Buffer.concat(chunks)).toString('utf8')))
      } catch {
        reject(badRequest('bad-json', say('protocols.the-request-is-not-json')))
      }
    })
  })
}
