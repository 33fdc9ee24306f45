import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import Koa, { type Context, type Next } from 'koa'
import Router from '@koa/router'
import { bodyParser } from '@koa/bodyparser'
import compress from 'koa-compress'
import helmet from 'koa-helmet'
import serve from 'koa-static'
import proxyAddress from 'proxy-addr'
import { v7 as uuidv7 } from 'uuid'
import { arrivalLinkRoutes } from './door/arrival-links.ts'
import { arrivalListRoutes } from './account/arrival-lists.ts'
import { billRoutes } from './account/bills.ts'
import { keeperTaskRoutes } from './account/keeper-tasks.ts'
import { memberListRoutes } from './account/member-lists.ts'
import { spreadsheetRoutes } from './account/spreadsheets.ts'
import { productRoutes } from './account/products.ts'
import { changeRoutes } from './account/changes.ts'
import { connectionRoutes } from './account/connections.ts'
import { departureRoutes } from './account/departures.ts'
import { exportRoutes } from './files/exports.ts'
import { eventRoutes } from './account/events.ts'
import { gridRoutes } from './account/grid.ts'
import { latelyRoutes } from './account/lately.ts'
import { ledgerRoutes } from './account/ledger.ts'
import { invitationRoutes } from './door/invitations.ts'
import { loginLinkRoutes } from './door/login-links.ts'
import { meansRoutes } from './account/means.ts'
import { noticeRoutes } from './account/notices.ts'
import { openApiOf } from './http/openapi.ts'
import { placeListRoutes } from './account/place-lists.ts'
import { mount, type Route } from './http/route.ts'
import { sessionRoutes } from './door/session.ts'
import { firstSlipRoutes } from './door/first-slips.ts'
import { messageRoutes } from './account/messages.ts'
import { peopleViewRoutes } from './account/people-views.ts'
import { productTokenRoutes } from './account/product-tokens.ts'
import { signUpRoutes } from './door/sign-up.ts'
import { slipRoutes } from './account/slips.ts'
import { statementRoutes } from './account/statements.ts'
import { viewRoutes } from './account/views.ts'
import { badRequest, databaseAway, LodgeError, notFound } from './errors.ts'
import type { Lodge } from './lodge.ts'
import { requestLog } from './log.ts'
import { whyNotReady } from './readiness.ts'
import { Metrics } from './metrics.ts'
import { neverSilent } from './never-silent.ts'
import { authzenDoor } from './protocols/authzen/door.ts'
import { useReportsDoor } from './protocols/use-reports.ts'
import { isUnreachable } from './store/pools.ts'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

export const ROUTES: readonly Route[] = [
  ...sessionRoutes,
  ...meansRoutes,
  ...loginLinkRoutes,
  ...signUpRoutes,
  ...slipRoutes,
  ...firstSlipRoutes,
  ...noticeRoutes,
  ...arrivalLinkRoutes,
  ...arrivalListRoutes,
  ...peopleViewRoutes,
  ...messageRoutes,
  ...viewRoutes,
  ...ledgerRoutes,
  ...latelyRoutes,
  ...exportRoutes,
  ...departureRoutes,
  ...connectionRoutes,
  ...changeRoutes,
  ...billRoutes,
  ...productRoutes,
  ...productTokenRoutes,
  ...keeperTaskRoutes,
  ...memberListRoutes,
  ...spreadsheetRoutes,
  ...gridRoutes,
  ...placeListRoutes,
  ...statementRoutes,
  ...invitationRoutes,
  ...eventRoutes,
]

const VERSION = '0.1.0'
/** What people paste may be longer than what programs send. */
const LONG_BODIES = /\/(arrival-lists|member-lists|spreadsheets)\/\w+$/

const runId = uuidv7()
let requests = 0
/** Names a request in logs and answers: the run of the process and a number, which costs nothing to draw. */
function nextRequestId(): string {
  return `${runId}-${(requests += 1)}`
}

/** The whole application as one Koa: hot routes first, then health, API and the web's files. */
export function buildApp(lodge: Lodge, isStopping: () => boolean): Koa {
  const app = new Koa()
  app.on('error', (error) => lodge.log.error({ err: error }, 'unexpected'))
  const isTrusted = trustOf(lodge.configuration.trustedProxies)
  app.use(async (ctx, next) => {
    // What forwards a request says whose it is only as far as its word is taken.
    ctx.request.ip = proxyAddress(ctx.req, isTrusted)
    ctx.state.requestId = nextRequestId()
    await problemDetails(lodge, ctx, next)
  })
  app.use(new Metrics(lodge).middleware())
  app.use(authzenDoor(lodge))
  app.use(useReportsDoor(lodge))
  app.use(health(lodge, isStopping))
  app.use(requestLog(lodge.log))
  app.use(neverSilent(lodge.accounts))
  app.use(securityHeaders(lodge))
  app.use(compress({ filter: (type) => !/event-stream/.test(type) && /json|text|javascript|svg/.test(type) }))
  app.use(sameOrigin(lodge))
  const parseBody = (limit: string, said: string) =>
    bodyParser({
      enableTypes: ['json'],
      jsonLimit: limit,
      onError: (error) => {
        if ((error as { status?: number }).status === 413)
          throw new LodgeError(413, 'too-large', say('server.a-request-has-at-most', { said }))
        throw badRequest('bad-json', say('server.the-request-is-not-json-check-its-quotes'))
      },
    })
  const [usual, long] = [parseBody('1mb', '1 MiB'), parseBody('8mb', '8 MiB')]
  app.use((ctx, next) => (LONG_BODIES.test(ctx.path) ? long : usual)(ctx, next))
  const router = new Router()
  mount(router, lodge, ROUTES)
  const document = openApiOf(ROUTES, VERSION)
  router.get('/api/openapi.json', (ctx) => {
    ctx.body = document
  })
  app.use(router.routes())
  app.use(async (ctx, next) => {
    if (FOR_PROGRAMS.test(ctx.path)) throw notFound()
    await next()
  })
  serveWeb(app, lodge.configuration.webRoot)
  return app
}

/** What is asked by programs: an unknown path there is told so in their terms, never with a page of the application. */
const FOR_PROGRAMS = /^\/(api|access|products\/v1|scim|leases|\.well-known)(\/|$)/

/** Whose word on where a request comes from is taken: so many nearest proxies, or those named. */
function trustOf(proxies: number | readonly string[]): (address: string, hop: number) => boolean {
  return typeof proxies === 'number' ? (_address, hop) => hop < proxies : proxyAddress.compile([...proxies])
}

/** Every error is answered here, once (RFC 9457). */
async function problemDetails(lodge: Lodge, ctx: Context, next: Next): Promise<void> {
  try {
    await next()
    if (ctx.status === 404 && ctx.body == null && ctx.respond !== false) throw notFound()
  } catch (error) {
    const known = knownError(error)
    if (!known) lodge.log.error({ err: error, requestId: ctx.state.requestId }, 'unexpected')
    const answer =
      known ?? new LodgeError(500, 'unexpected', say('server.something-went-wrong-here-nothing-was-changed'))
    const { problems, preview, retryAfterSeconds, movedBy } = answer.more
    ctx.status = answer.status
    ctx.type = 'application/problem+json'
    if (retryAfterSeconds !== undefined) ctx.set('Retry-After', String(retryAfterSeconds))
    ctx.body = JSON.stringify({
      type: `/problems/${answer.code}`,
      title: answer.code.replaceAll('-', ' '),
      status: answer.status,
      detail: answer.message,
      code: answer.code,
      requestId: ctx.state.requestId as string,
      problems,
      preview,
      movedBy,
    })
  }
}

/** Our own errors, the database's absence, and what the libraries refuse of a request (a path out of the files, say). */
function knownError(error: unknown): LodgeError | undefined {
  if (error instanceof LodgeError) return error
  if (isUnreachable(error)) return databaseAway()
  const { status } = (error ?? {}) as { status?: number }
  if (status === undefined || status < 400 || status >= 500) return undefined
  return status === 403 || status === 404
    ? notFound()
    : new LodgeError(status, 'bad-request', say('server.this-request-cannot-be-read'))
}

function health(lodge: Lodge, isStopping: () => boolean) {
  return async (ctx: Context, next: Next) => {
    if (ctx.path === '/healthz') {
      ctx.body = { status: 'up' }
    } else if (ctx.path === '/readyz') {
      const why = whyNotReady(lodge)
      const ready = !why && !isStopping()
      ctx.status = ready ? 200 : 503
      ctx.body = {
        // eslint-disable-next-line words/no-literal-text -- read by what watches the server
        status: ready ? 'ready' : 'not ready',
        database: lodge.accounts.fresh ? 'answers' : 'does not answer',
        clockDifferenceMilliseconds: lodge.clockWatch.differenceMilliseconds,
        ...(why ? { reason: why.message } : {}),
      }
    } else await next()
  }
}

function securityHeaders(lodge: Lodge) {
  const secure = lodge.configuration.publicOrigin.startsWith('https:')
  const self = ["'self'"]
  const inline = inlineScriptHashes(lodge.configuration.webRoot)
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: [...self, ...inline],
        // Plotly makes an empty style element; its rules are set one by one after that.
        styleSrc: [...self, EMPTY_STYLE],
        imgSrc: ["'self'", 'data:'],
        fontSrc: self,
        connectSrc: self,
        manifestSrc: self,
        baseUri: ["'none'"],
        formAction: self,
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: secure ? { maxAge: 31_536_000 } : false,
    referrerPolicy: { policy: 'no-referrer' },
  })
}

/** The hash of an empty style element (CSP level 3, §2.3.1). */
const EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"

/** The page's own inline script is allowed by its hash and nothing else inline (CSP level 3, §2.3.1). */
function inlineScriptHashes(root: string | undefined): string[] {
  const page = root && join(root, 'index.html')
  if (!page || !existsSync(page)) return []
  const scripts = [...readFileSync(page, 'utf8').matchAll(/<script>([\s\S]*?)<\/script>/g)].map(([, text]) =>
    must(text, 'text'),
  )
  return scripts.map((text) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`)
}

/** Against forged requests: what alters something must come from our own pages (besides SameSite=Strict cookies). */
function sameOrigin(lodge: Lodge) {
  const allowed = new Set([lodge.configuration.publicOrigin])
  return async (ctx: Context, next: Next) => {
    const safe = ctx.method === 'GET' || ctx.method === 'HEAD'
    const origin = ctx.get('Origin')
    const site = ctx.get('Sec-Fetch-Site')
    const foreign =
      (origin && !allowed.has(origin) && origin !== `${ctx.protocol}://${ctx.host}`) || site === 'cross-site'
    if (!safe && foreign)
      throw new LodgeError(403, 'foreign-origin', say('server.this-request-did-not-come-from-our-own'))
    if (ctx.path.startsWith('/api/')) ctx.set('Cache-Control', 'no-store')
    await next()
  }
}

/** The web application's files; every other path is a page of it. */
function serveWeb(app: Koa, root: string | undefined): void {
  if (!root || !existsSync(join(root, 'index.html'))) return
  const setHeaders = (response: { setHeader(name: string, value: string): unknown }, path: string) => {
    response.setHeader('Cache-Control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache')
  }
  const files = serve(root, { index: false, setHeaders })
  const page = serve(root, { index: 'index.html', setHeaders })
  app.use(files)
  app.use(async (ctx, next) => {
    const isPage = (ctx.method === 'GET' || ctx.method === 'HEAD') && !/\.\w+$/.test(ctx.path)
    if (isPage) ctx.path = '/'
    await (isPage ? page(ctx, next) : next())
  })
}
