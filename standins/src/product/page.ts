import Router from '@koa/router'
import type { Context } from 'koa'
import { createRemoteJWKSet, jwtVerify } from 'jose'
import type { ProductStore } from './store.ts'

/** Where the product asks who may do what, and whose signature it takes for a way in. */
export interface Lodging {
  origin: string
  /** The product's token for the AuthZEN service. */
  token: string
  /** The code of the product, for which a way in is signed. */
  product: string
  /** The account whose product it is: another's people come in elsewhere. */
  accountId: string
  /** Places shown on the page: their ids there, and names. */
  places: readonly { id: string; name: string }[]
  areas: readonly { code: string; name: string }[]
}

const LEVELS = ['see', 'add', 'change', 'run']

/** The page of the product: someone who came in sees and does just what is answered, asked each time anew. */
export function pageRoutes(store: ProductStore, name: string, lodging?: Lodging): Router {
  const router = new Router()
  router.get('/', (ctx) => {
    ctx.type = 'html'
    ctx.body = frame(name, '<p role="status">Come in from <em>My keys</em>.</p>')
  })
  if (!lodging) return router
  const keys = createRemoteJWKSet(new URL(`${lodging.origin}/.well-known/jwks.json`))
  router.get('/enter', async (ctx) => {
    // The way in stands in the query for a moment and in a cookie from then on.
    const subject = await whoComes(String(ctx.query.ticket ?? ''), keys, lodging)
    if (!subject) return turnedAway(ctx, name)
    ctx.cookies.set('ticket', String(ctx.query.ticket), { httpOnly: true, sameSite: 'lax' })
    ctx.redirect('/work')
  })
  router.get('/work', async (ctx) => {
    const subject = await whoComes(ctx.cookies.get('ticket') ?? '', keys, lodging)
    if (!subject || !store.isOpen(subject)) return turnedAway(ctx, name)
    ctx.type = 'html'
    ctx.body = frame(name, await tableFor(store, lodging, subject))
  })
  return router
}

async function whoComes(
  ticket: string,
  keys: ReturnType<typeof createRemoteJWKSet>,
  lodging: Lodging,
): Promise<string | undefined> {
  try {
    const { product: audience, origin: issuer } = lodging
    const { payload } = await jwtVerify(ticket, keys, { audience, issuer, typ: 'way-in+jwt', maxTokenAge: '5 minutes' })
    return payload.account === lodging.accountId ? payload.sub : undefined
  } catch {
    return undefined
  }
}

function turnedAway(ctx: Context, name: string): void {
  ctx.status = 403
  ctx.type = 'html'
  ctx.body = frame(name, '<p role="status">There is no account for you here, or it is closed.</p>')
}

interface Asked {
  place: { id: string }
  area: { code: string }
  level: string
}

/** So many questions go into one request. */
const BATCH = 400

/** Answers to many questions about one subject (AuthZEN §7); undefined where nobody answers. */
async function decisionsOn(
  { origin, token }: Lodging,
  subject: string,
  asked: readonly Asked[],
): Promise<{ decision: boolean }[] | undefined> {
  const response = await fetch(`${origin}/access/v1/evaluations`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
    body: JSON.stringify({
      subject: { type: 'user', id: subject },
      evaluations: asked.map(({ place, area, level }) => ({
        action: { name: level },
        resource: { type: area.code, id: place.id },
      })),
    }),
  }).catch(() => undefined)
  if (!response?.ok) return undefined
  return ((await response.json()) as { evaluations: { decision: boolean }[] }).evaluations
}

/** What they may do, place by place and area by area: one batch of questions each time the page is opened. */
async function tableFor(store: ProductStore, lodging: Lodging, subject: string): Promise<string> {
  const asked = lodging.places.flatMap((place) =>
    lodging.areas.flatMap((area) => LEVELS.map((level) => ({ place, area, level }))),
  )
  const can = new Map<string, string>()
  for (let from = 0; from < asked.length; from += BATCH) {
    const some = asked.slice(from, from + BATCH)
    const decisions = await decisionsOn(lodging, subject, some)
    if (!decisions) return '<p role="alert">Nobody answers who may do what; nothing is shown meanwhile.</p>'
    some.forEach(({ place, area, level }, at) => {
      if (decisions[at]?.decision) can.set(`${place.id} ${area.code}`, level)
    })
  }
  const rows = lodging.places.flatMap((place) => {
    const cells = lodging.areas.map((area) => can.get(`${place.id} ${area.code}`) ?? '')
    if (cells.every((one) => one === '')) return []
    return [`<tr><th scope="row">${text(place.name)}</th>${cells.map((one) => `<td>${one}</td>`).join('')}</tr>`]
  })
  const mine = [...store.things.values()].filter((one) => one.owner === subject)
  const heads = lodging.areas.map((area) => `<th scope="col">${text(area.name)}</th>`).join('')
  const list = mine.map((one) => `<li>${text(one.title)}</li>`).join('')
  return `<p role="status">${rows.length} places, ${mine.length} things of yours.</p>
    <table><thead><tr><th scope="col">Place</th>${heads}</tr></thead><tbody>${rows.join('')}</tbody></table><ul>${list}</ul>`
}

function text(plain: string): string {
  const signs: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
  return plain.replaceAll(/[&<>"]/g, (sign) => signs[sign] ?? sign)
}

function frame(name: string, body: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${text(name)}</title><style>
    body { font: 16px/1.5 system-ui, sans-serif; margin: 2rem auto; max-width: 50rem; padding: 0 1rem; color: #2a2233; background: #f4f2f7 }
    table { border-collapse: collapse } th, td { text-align: left; padding: .2rem .8rem .2rem 0; border-bottom: 1px solid #d5cfde }
  </style></head><body><h1>${text(name)}</h1>${body}</body></html>`
}
