import 'reflect-metadata'
import type { IncomingMessage } from 'node:http'
import { Type } from 'class-transformer'
import { IsObject, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator'
import { Ajv2020 } from 'ajv/dist/2020.js'
import type { Context } from 'koa'
import { areaAt, answerTo, levelNeeded, placeByReference, schemaOf, type Account, type Instant } from '@lodge/core'
import { badRequest, databaseAway, LodgeError } from '../../errors.ts'
import type { Lodge } from '../../lodge.ts'
import { hashToken } from '../../signin/key-ring.ts'
import { instantFor } from '../../store/accounts.ts'
import { findProductToken } from '../../store/tokens.ts'

const MAXIMUM_BYTES = 64 * 1024

export class Subject {
  @IsString() @MaxLength(60) type!: string
  @IsString() @MaxLength(200) id!: string
  @IsOptional() @IsObject() properties?: object
}

export class Action {
  @IsString() @MaxLength(60) name!: string
  @IsOptional() @IsObject() properties?: object
}

export class Resource {
  @IsString() @MaxLength(60) type!: string
  @IsString() @MaxLength(200) id!: string
  /** `owner` is whose item it is, for roles that reach own items only. */
  @IsOptional() @IsObject() properties?: object
}

/** OpenID AuthZEN Authorization API 1.0, §6.1. */
export class EvaluationRequest {
  @ValidateNested() @Type(() => Subject) @IsObject() subject!: Subject
  @ValidateNested() @Type(() => Action) @IsObject() action!: Action
  @ValidateNested() @Type(() => Resource) @IsObject() resource!: Resource
  @IsOptional() @IsObject() context?: object
}

const validate = new Ajv2020({ strict: false }).compile<EvaluationRequest>(schemaOf(EvaluationRequest))

/**
 * The Access Evaluation endpoint (OpenID AuthZEN Authorization API 1.0, §6): may this subject do this at that place in
 * an area of the asking product? Stands before the general middleware; a token is a product's in one account.
 */
export async function evaluation(lodge: Lodge, ctx: Context): Promise<void> {
  const requestId = ctx.get('X-Request-ID')
  if (requestId && /^[\w.:-]{1,100}$/.test(requestId)) ctx.set('X-Request-ID', requestId)
  if (!lodge.accounts.fresh) throw databaseAway()
  const token = await authorize(lodge, ctx)
  const request = await readRequest(ctx.req)
  const loaded = await lodge.accounts.get(token.accountId)
  if (!loaded) throw unauthorized()
  const now = instantFor(loaded, lodge.clock)
  ctx.body = { decision: decision(loaded.account, token.product, request, now) }
}

function unauthorized(): LodgeError {
  return new LodgeError(
    401,
    'bad-token',
    'Send a product’s token as `Authorization: Bearer …`; `lodge token` makes one.',
  )
}

async function authorize(lodge: Lodge, ctx: Context): Promise<{ accountId: string; product: string }> {
  const [, bearer] = /^Bearer ([\w-]{20,100})$/.exec(ctx.get('Authorization')) ?? []
  const token = bearer && (await findProductToken(lodge.pools.requests, hashToken(bearer)))
  if (token) return token
  ctx.set('WWW-Authenticate', 'Bearer')
  throw unauthorized()
}

async function readRequest(stream: IncomingMessage): Promise<EvaluationRequest> {
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes > MAXIMUM_BYTES) throw new LodgeError(413, 'too-large', 'An evaluation has at most 64 KiB.')
    chunks.push(chunk)
  }
  let plain: unknown
  try {
    plain = JSON.parse(Buffer.concat(chunks).toString('utf8'))
  } catch {
    throw badRequest('bad-json', 'The request is not JSON.')
  }
  if (validate(plain)) return plain
  const [first] = validate.errors ?? []
  throw badRequest('bad-request', `The request does not fit: ${first?.instancePath || '/'} ${first?.message ?? ''}.`)
}

/** Who or what is unknown gets no; the answer never tells which (model D5). */
export function decision(account: Account, product: string, request: EvaluationRequest, now: Instant): boolean {
  const { subject, action, resource } = request
  if (subject.type !== 'user') return false
  const area = areaAt(account, `${product}/${resource.type}`, now)
  const needed = area && levelNeeded(area, action.name)
  const placeId = account.get('place', resource.id)?.id ?? placeByReference(account, resource.id)?.id
  if (!area || !needed || !placeId) return false
  const people = account.get('person', subject.id) ? [subject.id] : account.peopleByEmail(subject.id)
  const owner = (resource.properties as { owner?: unknown } | undefined)?.owner
  return people.some((personId) => {
    const whose = typeof owner === 'string' && ownerIs(account, owner, personId) ? 'own' : 'any'
    return answerTo(account, personId, placeId, area.key, action.name, whose, now) === 'yes'
  })
}

function ownerIs(account: Account, owner: string, personId: string): boolean {
  return owner === personId || account.peopleByEmail(owner).includes(personId)
}
