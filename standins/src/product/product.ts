import { createServer, type Server } from 'node:http'
import { setTimeout as sleep } from 'node:timers/promises'
import { bodyParser } from '@koa/bodyparser'
import Koa, { type Context } from 'koa'
import { pageRoutes, type Lodging } from './page.ts'
import { scimRoutes } from './scim.ts'
import { ProductStore } from './store.ts'
import { thingsRoutes, type Faults } from './things.ts'

export interface RunningProduct {
  port: number
  /** Base address of its SCIM service, and of its handover service. */
  scimAddress: string
  thingsAddress: string
  /** The token both ask for. */
  token: string
  store: ProductStore
  faults: Faults
  stop(): Promise<void>
}

export interface ProductOptions {
  port?: number
  /** What it is called on its page. */
  name?: string
  token?: string
  /** Where it keeps what it knows; in memory alone if nowhere. */
  file?: string
  /** Where it asks who may do what, for its page. */
  lodging?: Lodging
}

/** A subscription product of someone else: it keeps accounts of its own by SCIM 2.0, and people’s things. */
export async function startProduct(options: ProductOptions = {}): Promise<RunningProduct> {
  const { token = 'product-token', name = 'A product' } = options
  const store = new ProductStore(options.file)
  const faults: Faults = {
    ...{
      down: false,
      slowMilliseconds: 0,
      losesAnswers: 0,
      refuses: new Set<string>(),
      nonsense: 'none',
      perSecond: 0,
    },
  }
  const isTooMany = counter()
  const app = new Koa()
  app.on('error', () => undefined)
  let origin = ''
  app.use((ctx, next) => guarded(ctx, token, faults, isTooMany, next))
  app.use(
    bodyParser({
      enableTypes: ['json'],
      extendTypes: { json: ['application/json', 'application/scim+json'] },
      jsonLimit: '2mb',
      // The service answers for it, in its own form.
      onError: (_error, ctx) => void (ctx.state.isBroken = true),
    }),
  )
  for (const router of [
    scimRoutes(store, () => `${origin}/scim/v2`),
    thingsRoutes(store, faults),
    pageRoutes(store, name, options.lodging),
  ]) {
    app.use(router.routes())
  }
  const server = createServer(app.callback())
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(options.port ?? 0, '127.0.0.1', resolve)
  })
  const { port } = server.address() as { port: number }
  origin = `http://127.0.0.1:${port}`
  return {
    ...{ port, token, store, faults, scimAddress: `${origin}/scim/v2`, thingsAddress: `${origin}/things/v1` },
    stop: () => stopped(server),
  }
}

/** Anyone who asks the services shows the token; and what was told to go wrong does. */
async function guarded(
  ctx: Context,
  token: string,
  faults: Faults,
  isTooMany: (perSecond: number) => boolean,
  next: () => Promise<void>,
): Promise<void> {
  const isService = ctx.path.startsWith('/scim/') || ctx.path.startsWith('/things/')
  if (!isService) return next()
  if (ctx.get('Authorization') !== `Bearer ${token}`) {
    ctx.status = 401
    ctx.set('WWW-Authenticate', 'Bearer')
    return
  }
  if (faults.perSecond > 0 && isTooMany(faults.perSecond)) {
    ctx.status = 429
    ctx.set('Retry-After', '1')
    return
  }
  if (faults.slowMilliseconds > 0) await sleep(faults.slowMilliseconds)
  if (faults.down) {
    ctx.status = 503
    return
  }
  if (faults.nonsense !== 'none') return nonsense(ctx, faults.nonsense)
  await next()
  if (faults.losesAnswers > 0 && ctx.method !== 'GET') {
    // The work was done; the person who asked never hears of it.
    faults.losesAnswers -= 1
    ctx.respond = false
    ctx.req.socket.destroy()
  }
}

/** Whether there were more requests than that within this second. */
function counter(): (perSecond: number) => boolean {
  let second = 0
  let count = 0
  return (perSecond) => {
    const now = Math.floor(Date.now() / 1000)
    count = now === second ? count + 1 : 1
    second = now
    return count > perSecond
  }
}

function nonsense(ctx: Context, kind: 'wrong' | 'huge' | 'endless'): void {
  ctx.type = 'application/scim+json'
  if (kind === 'wrong') ctx.body = '{"Resources": "none", "totalResults": -1'
  else if (kind === 'huge') ctx.body = `{"Resources": ["${'x'.repeat(30_000_000)}"]}`
  else {
    // A list without an end: each page says there is more, and is full of the same.
    const one = { id: 'again', userName: 'again@nowhere.example', active: true }
    ctx.body = JSON.stringify({ totalResults: 1e9, startIndex: 1, itemsPerPage: 1, Resources: [one] })
  }
}

async function stopped(server: Server): Promise<void> {
  server.closeAllConnections()
  await new Promise((resolve) => server.close(resolve))
}

export type { Faults } from './things.ts'
export { ProductStore, type Thing } from './store.ts'
