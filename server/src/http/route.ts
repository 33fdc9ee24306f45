import { createHash } from 'node:crypto'
import type { Context } from 'koa'
import type Router from '@koa/router'
import {
  absenceAt,
  asksSecondMeans,
  dateOf,
  readShape,
  Sight,
  type Account,
  type Instant,
  type PersonRow,
} from '@lodge/core'
import { entryAt } from '@lodge/core/must'
import { badRequest, LodgeError, notFound, notSignedIn } from '../errors.ts'
import { checkJson } from './json.ts'
import type { Lodge } from '../lodge.ts'
import { sessionOf } from '../signin/cookies.ts'
import { mustBeFresh } from '../signin/enter.ts'
import { instantFor } from '../store/accounts.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import { insertEvent } from '../store/events.ts'
import type { Session } from '../store/sessions.ts'
import { sightOf } from '../work/view-registry.ts'
import { say } from '@lodge/core/say'

/** What a route may answer with where it is no problem. */
export const ANSWERS = {
  json: { status: 200, type: 'application/json', description: 'Done.' },
  nothing: { status: 204, type: null, description: 'Done, without an answer.' },
  run: { status: 202, type: 'application/json', description: 'Begun. Ask for its progress.' },
  csv: { status: 200, type: 'text/csv', description: 'A table (RFC 4180).' },
  pdf: { status: 200, type: 'application/pdf', description: 'Pages to print.' },
  jsonl: { status: 200, type: 'application/jsonl', description: 'One JSON value a line.' },
  calendar: { status: 200, type: 'text/calendar', description: 'A calendar (RFC 5545).' },
  events: { status: 200, type: 'text/event-stream', description: 'Events as they happen.' },
} as const
export type AnswerKind = keyof typeof ANSWERS

/** Who may ask: anyone, someone signed in, or a person of the account in the path. */
export type Audience = 'anyone' | 'signed-in' | 'account'

/** A request, read and checked. */
export interface Ask<B> {
  lodge: Lodge
  ctx: Context
  params: Record<string, string>
  query: Record<string, string>
  body: B
  now: Instant
}

export interface SignedInAsk<B> extends Ask<B> {
  session: Session
}

/** A request of a person of an account: what they see of it is cut by `sight` (model D5). */
export interface AccountAsk<B> extends SignedInAsk<B> {
  account: Account
  accountId: string
  personId: string
  /** Whose view is asked for, seen as far as the asker sees; null is one's own (model D5). */
  asPersonId: string | null
  sight: Sight
}

interface Asks<B> {
  anyone: Ask<B>
  'signed-in': SignedInAsk<B>
  account: AccountAsk<B>
}

export interface Route<A extends Audience = Audience, B extends object = object> {
  audience: A
  method: 'get' | 'post' | 'put' | 'delete'
  path: string
  summary: string
  body?: new () => B
  query?: Record<string, string>
  /** May be asked by someone whose engagement has not begun (model P3). */
  beforeEngagement?: boolean
  /** May be asked by someone who came by a sign-in slip, or still lacks the second sign-in step the account asks for. */
  ownPage?: boolean
  /** What it answers with; left out, JSON. */
  answers?: readonly AnswerKind[]
  /** Takes long: few of them go on at a time for one person and one account. */
  heavy?: boolean
  /** Needs a fresh proof of who asks. */
  grave?: boolean
  /** The answer depends on the account's version, the day, the asker and the query alone (ETag). */
  cacheable?: boolean
  answer(ask: Asks<B>[A]): Promise<object | string | undefined>
}

/** An answer that was written out already. */
export class JsonText {
  constructor(readonly text: string) {}
}

/** Declares a route; the same declaration makes the handler and its part of the OpenAPI document. */
export function route<A extends Audience, B extends object>(declared: Route<A, B>): Route {
  return declared as Route
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

export function mount(router: Router, lodge: Lodge, routes: readonly Route[]): void {
  for (const one of routes) {
    router[one.method](
      one.path.replaceAll(/\{(\w+)\}/g, ':$1'),
      async (ctx: Context & { params: Record<string, string> }) => {
        const ask = await read(lodge, ctx, one)
        if (one.cacheable && isUnchanged(ctx, ask as AccountAsk<object>)) return
        const act = () => one.answer(ask as AccountAsk<object>)
        const { accountId, personId } = ask as AccountAsk<object>
        const answer = await (one.heavy ? lodge.budget.spend(accountId, personId, act) : act())
        if (ctx.respond === false) return
        if (answer === undefined) ctx.status = 204
        else if (answer instanceof JsonText) {
          ctx.type = 'application/json'
          ctx.body = answer.text
        } else ctx.body = answer
        if (!isDeclared(one, ctx.status, ctx.type)) {
          lodge.log.error({ method: one.method, route: one.path, status: ctx.status }, UNDECLARED)
        }
      },
    )
  }
}

/** Told where the document says something else than the server does; tests look for it. */
// eslint-disable-next-line words/no-literal-text -- a line of the log
export const UNDECLARED = 'a route answered otherwise than it declares'

function isDeclared({ answers = ['json'] }: Route, status: number, type: string): boolean {
  return answers.some((kind) => {
    const { status: declared, type: of } = ANSWERS[kind]
    return declared === status && (of === null || type.split(';')[0] === of)
  })
}

async function read(lodge: Lodge, ctx: Context & { params: Record<string, string> }, one: Route): Promise<Ask<object>> {
  const ask: Ask<object> = { lodge, ctx, params: ctx.params, query: flat(ctx), body: {}, now: lodge.clock.now() }
  let asked = ask
  if (one.audience !== 'anyone') {
    const session = await sessionOf(lodge, ctx)
    if (!session) throw notSignedIn()
    if (one.grave) mustBeFresh(session, ask.now)
    asked =
      one.audience === 'account' ? await enter(one, { ...ask, session }) : ({ ...ask, session } as SignedInAsk<object>)
  }
  if (one.body) {
    const sent = ctx.request.body
    checkJson(sent)
    const body = readShape(one.body, sent)
    if (body.problems) throw badRequest('bad-body', entryAt(body.problems, 0).sentence, body.problems)
    asked.body = body.value
  }
  for (const [name, value] of Object.entries(ctx.params)) {
    if (name.endsWith('Id') && name !== 'accountId' && !UUID.test(value)) throw notFound()
  }
  return asked
}

function flat(ctx: Context): Record<string, string> {
  return Object.fromEntries(Object.entries(ctx.query).map(([name, value]) => [name, String(value)]))
}

/** Finds the account of the path and the asker's person in it; another's account answers like none (model D5). */
async function enter(one: Route, ask: SignedInAsk<object>): Promise<AccountAsk<object>> {
  const { lodge, session, params } = ask
  const accountId = params.accountId ?? ''
  if (!UUID.test(accountId)) throw notFound()
  const personId = await personIn(ask, accountId, session)
  const loaded = personId && (await lodge.accounts.get(accountId))
  const person = loaded ? loaded.account.get('person', personId) : undefined
  if (!loaded || !personId || !person) throw notFound()
  const now = instantFor(loaded, lodge.clock)
  const absence = absenceAt(person, now)
  if (absence && !(absence === 'engagement-not-begun' && one.beforeEngagement)) {
    if (absence === 'not-in-yet')
      throw new LodgeError(403, 'waiting', say('http.you-are-waiting-to-be-admitted-someone-here'))
    if (absence === 'engagement-not-begun') throw notFound()
    throw new LodgeError(
      401,
      'doors-shut',
      say('http.your-access-to-has-ended', { account: loaded.account.settings.name }),
    )
  }
  if (!one.ownPage) checkStrength(session, loaded.account, person)
  const asPersonId = one.query?.as ? await seenAs(ask, loaded.account, accountId, personId, now) : null
  const sight = sightOf(loaded.account, personId, asPersonId, now)
  return { ...ask, now, account: loaded.account, accountId, personId, asPersonId, sight }
}

/** How someone came in has to be enough for the account (model I9, its rule on a second sign-in step). @throws LodgeError 403. */
function checkStrength({ strength }: Session, account: Account, person: PersonRow): void {
  if (strength === 'slip') {
    const sentence = say('http.you-signed-in-with-a-slip-so-you')
    throw new LodgeError(403, 'narrow', sentence)
  }
  if (strength === 'password' && asksSecondMeans(account, person)) {
    const sentence = say('http.requires-a-second-sign-in-step-add-a', { account: account.settings.name })
    throw new LodgeError(403, 'second-means-needed', sentence)
  }
}

/** Seeing as someone is for who sees their record, is noted, and shows only where both reach (model D5, C8). */
async function seenAs(
  { lodge, query, ctx }: SignedInAsk<object>,
  account: Account,
  accountId: string,
  personId: string,
  now: Instant,
): Promise<string | null> {
  const { as } = query
  if (as === undefined || as === personId) return null
  if (!UUID.test(as) || new Sight(account, personId, now).depthOf(as) !== 'record') throw notFound()
  const detail = { as, path: ctx.path }
  await insertEvent(lodge.pools.requests, { kind: 'seen-as', accountId, personId, detail }, now)
  return as
}

async function personIn(ask: SignedInAsk<object>, accountId: string, session: Session): Promise<string | undefined> {
  if (session.accountId === accountId && session.personId) return session.personId
  // What a sign-in slip renews is entry to the account that gave it (model I9).
  if (session.slipId !== null) return undefined
  const people = await accountsOfLogin(ask.lodge.pools.requests, session.loginId)
  return people.find((one) => one.accountId === accountId)?.personId
}

/** ETag: account version, day, asker and query; nothing is computed for a browser that has it. */
function isUnchanged(ctx: Context, { account, personId, now }: AccountAsk<object>): boolean {
  const parts = [account.version, dateOf(now, account.zone), personId, ctx.path, ctx.querystring]
  // Kept by nobody but the page that asked: it sends the tag itself (web, api/client.ts).
  ctx.set('Cache-Control', 'no-store')
  ctx.set('ETag', `W/"${createHash('sha256').update(parts.join('|')).digest('base64url').slice(0, 24)}"`)
  ctx.status = 200
  if (!ctx.fresh) return false
  ctx.status = 304
  return true
}
