import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsUUID,
  Matches,
  Max,
  Min,
} from 'class-validator'
import ipaddr from 'ipaddr.js'
import { v7 as uuidv7 } from 'uuid'
import {
  instantText,
  isUncared,
  lastDateBefore,
  Line,
  responsibleProblem,
  seesTokens,
  tokenControl,
  untilDate,
  type Instant,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { newTokenText } from '../command-line/token-command.ts'
import { badRequest, LodgeError, notFound } from '../errors.ts'
import { hashToken } from '../signin/key-ring.ts'
import { insertEvent, type EventKind } from '../store/events.ts'
import {
  endProductToken,
  insertProductToken,
  TOKEN_SCOPES,
  tokensOfProduct,
  updateProductToken,
  type TokenCare,
  type TokenScope,
} from '../store/product-tokens.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const TOKENS = '/api/accounts/{accountId}/products/{product}/tokens'
const MAXIMUM_TOKENS = 50
const HOUR_MICROSECONDS = 3_600_000_000

export class TokenContent {
  /** What it is called here. */
  @Line(60) name!: string
  @IsUUID() responsibleId!: string
  @IsArray() @ArrayMinSize(1) @ArrayUnique() @IsIn(TOKEN_SCOPES, { each: true }) scopes!: TokenScope[]
  /** The last day on which it is taken; left out, it does not run out. */
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) lastDay?: string | null
  /** Networks it is taken from, as 192.0.2.0/24 or one address; left out, any. */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @Line(50, 1, true) networks?: string[] | null
}

export class RotateToken {
  /** For so many hours the old one is taken beside the new one. */
  @IsInt() @Min(0) @Max(720) overlapHours!: number
}

type Ask = AccountAsk<object>

/** The product whose tokens the asker may look after. @throws LodgeError 403 with the reason, or 404. */
function mayRun({ sight, params }: Ask): string {
  const product = must(params.product, 'product')
  if (!seesTokens(sight, product)) throw notFound()
  const control = tokenControl(sight)
  if (!control.enabled) throw new LodgeError(403, 'not-allowed', must(control.reason, 'reason'))
  return product
}

/** What is said of a token, as it is kept. @throws LodgeError 400 in words. */
function contentOf({ sight, account }: Ask, body: TokenContent) {
  const problem = responsibleProblem(sight, body.responsibleId)
  if (problem) throw badRequest(problem.code, problem.sentence, [problem])
  const networks = (body.networks ?? []).map(networkIn)
  const { name, scopes, responsibleId } = body
  const expiresAt = body.lastDay ? untilDate(body.lastDay, account.zone) : null
  return { name: name.trim(), scopes, responsibleId, networks: networks.length > 0 ? networks : null, expiresAt }
}

function networkIn(text: string): string {
  const [address = '', bits] = text.trim().split('/')
  const whole = ipaddr.isValid(address) && (ipaddr.parse(address).kind() === 'ipv4' ? 32 : 128)
  const size = bits === undefined ? whole : Number(bits)
  const isKnown = whole !== false && size !== false && Number.isInteger(size) && size >= 0 && size <= whole
  if (!isKnown) throw badRequest('bad-network', say('requests.is-no-network-write-it-as-192-0', { text }))
  return `${address}/${size}`
}

async function tokenIn(ask: Ask, product: string): Promise<TokenCare> {
  const all = await tokensOfProduct(ask.lodge.pools.requests, ask.accountId, product)
  const found = all.find(({ id }) => id === ask.params.tokenId)
  if (!found) throw notFound()
  return found
}

/** Makes a token like one that is described; what it is itself is said this once. */
async function make(ask: Ask, product: string, care: ReturnType<typeof contentOf>): Promise<{ token: string }> {
  const token = newTokenText()
  const row = { id: uuidv7(), tokenHash: hashToken(token), accountId: ask.accountId, product, now: ask.now, ...care }
  await insertProductToken(ask.lodge.pools.requests, row)
  await note(ask, 'token-made', row.id)
  return { token }
}

async function note({ lodge, accountId, personId, now }: Ask, kind: EventKind, tokenId: string): Promise<void> {
  await insertEvent(lodge.pools.requests, { kind, accountId, personId, detail: { tokenId } }, now)
}

/** A token as people who look after products see it. */
export function tokenView({ sight, account }: Pick<Ask, 'sight' | 'account'>, token: TokenCare, now: Instant) {
  const { id, name, product, scopes, networks, responsibleId, createdAt, lastUsedAt, expiresAt } = token
  const text = (instant: Instant | null) => (instant === null ? null : instantText(instant))
  return {
    ...{ id, name, product, scopes, networks, createdAt: instantText(createdAt), lastUsedAt: text(lastUsedAt) },
    ...{ lastDay: expiresAt === null ? null : lastDateBefore(expiresAt, account.zone) },
    over: expiresAt !== null && expiresAt <= now,
    ...{ responsibleId, responsible: responsibleId === null ? null : sight.personName(responsibleId) },
    uncared: isUncared(sight, responsibleId),
  }
}

export const productTokenRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: TOKENS,
    summary: 'The tokens with which a product’s programs ask here: never what a token is itself.',
    async answer(ask) {
      const product = must(ask.params.product, 'product')
      if (!seesTokens(ask.sight, product)) throw notFound()
      const tokens = await tokensOfProduct(ask.lodge.pools.requests, ask.accountId, product)
      return { tokens: tokens.map((one) => tokenView(ask, one, ask.now)), control: tokenControl(ask.sight) }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: TOKENS,
    grave: true,
    summary: 'Makes a token for a product. It is shown this once and kept only as a hash.',
    body: TokenContent,
    async answer(ask) {
      const product = mayRun(ask)
      const care = contentOf(ask, ask.body as TokenContent)
      const known = await tokensOfProduct(ask.lodge.pools.requests, ask.accountId, product)
      if (known.length >= MAXIMUM_TOKENS) {
        throw badRequest(
          'too-many-tokens',
          say('requests.the-product-has-tokens-cut-one-first', { maximumTokens: MAXIMUM_TOKENS }),
        )
      }
      return make(ask, product, care)
    },
  }),
  route({
    audience: 'account',
    method: 'put',
    path: `${TOKENS}/{tokenId}`,
    answers: ['nothing'],
    grave: true,
    summary: 'Changes what a token is called and may do, from where and until when, and who is responsible.',
    body: TokenContent,
    async answer(ask) {
      const { id } = await tokenIn(ask, mayRun(ask))
      const care = contentOf(ask, ask.body as TokenContent)
      await updateProductToken(ask.lodge.pools.requests, ask.accountId, { id, ...care })
      await note(ask, 'token-changed', id)
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${TOKENS}/{tokenId}/rotate`,
    grave: true,
    summary: 'Makes a new token like an old one, which runs out after an overlap.',
    body: RotateToken,
    async answer(ask) {
      const product = mayRun(ask)
      const old = await tokenIn(ask, product)
      const { name, scopes, networks, responsibleId, expiresAt } = old
      if (expiresAt !== null && expiresAt <= ask.now) {
        throw badRequest('over', say('requests.this-token-has-run-out-give-it-a'))
      }
      const made = await make(ask, product, {
        ...{ name: name || product, scopes: [...scopes], networks: networks && [...networks] },
        ...{ responsibleId: responsibleId ?? ask.personId, expiresAt },
      })
      const { overlapHours } = ask.body as RotateToken
      if (overlapHours === 0) {
        await endProductToken(ask.lodge.pools.requests, ask.accountId, old.id, ask.now)
        return made
      }
      const ends = ask.now + overlapHours * HOUR_MICROSECONDS
      const earlier = expiresAt === null ? ends : Math.min(expiresAt, ends)
      await updateProductToken(ask.lodge.pools.requests, ask.accountId, { ...old, expiresAt: earlier })
      return made
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${TOKENS}/{tokenId}/cut`,
    answers: ['nothing'],
    summary: 'Cuts a token: it is refused within half a second.',
    async answer(ask) {
      const { id } = await tokenIn(ask, mayRun(ask))
      await endProductToken(ask.lodge.pools.requests, ask.accountId, id, ask.now)
      await note(ask, 'token-cut', id)
      return undefined
    },
  }),
]
