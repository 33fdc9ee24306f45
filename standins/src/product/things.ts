import { createHash } from 'node:crypto'
import Router from '@koa/router'
import type { ProductStore, Thing } from './store.ts'

const PAGE = 100

/** What can be told to go wrong, so that anyone who asks can be tried. */
export interface Faults {
  /** Answers nothing but 503. */
  down: boolean
  /** Waits so long before each answer. */
  slowMilliseconds: number
  /** So many answers are lost after the work was done. */
  losesAnswers: number
  /** Things it will not pass on. */
  refuses: Set<string>
  /** Answers with something else than it should. */
  nonsense: 'none' | 'wrong' | 'huge' | 'endless'
  /** From how many requests a second on it asks for patience (RFC 6585 §4); 0: never. */
  perSecond: number
}

/**
 * What depends on a person in the product, and passing it on: the handover protocol (docs/handover-protocol.md). Each
 * request that changes something carries an Idempotency-Key; the same key gives the same answer again and does nothing.
 */
export function thingsRoutes(store: ProductStore, faults: Faults): Router {
  const router = new Router({ prefix: '/things/v1' })
  router.get('/people/:externalId/things', (ctx) => {
    const mine = [...store.things.values()].filter((one) => one.owner === ctx.params.externalId)
    const from = Number(ctx.query.cursor ?? 0) || 0
    const page = mine.slice(from, from + PAGE)
    ctx.body = {
      things: page.map(({ id, kind, title, place, since }) => ({ id, kind, title, place, since })),
      ...(from + PAGE < mine.length ? { next: String(from + PAGE) } : {}),
    }
  })
  router.post('/people/:externalId/handovers', (ctx) => {
    const key = ctx.get('Idempotency-Key')
    const { body } = ctx.request as unknown as { body: unknown }
    const of = createHash('sha256')
      .update(`${ctx.params.externalId} ${JSON.stringify(body)}`)
      .digest('hex')
    const problem = (status: number, detail: string) => {
      ctx.status = status
      ctx.type = 'application/problem+json'
      ctx.body = JSON.stringify({ type: 'about:blank', status, detail })
    }
    if (!key) return problem(400, 'Idempotency-Key is missing.')
    const known = store.answers.get(key)
    if (known && known.of !== of) return problem(422, 'This Idempotency-Key came with something else before.')
    if (!known) {
      const read = readHandover(body)
      if (typeof read === 'string') return problem(400, read)
      const answer = handOver(store, faults, ctx.params.externalId ?? '', read)
      store.answers.set(key, { status: 200, body: answer, of })
      store.save()
    }
    ctx.body = store.answers.get(key)?.body
  })
  return router
}

interface Handover {
  things: string[]
  to: { kind: 'person' | 'group' | 'place'; id: string } | null
}

function readHandover(body: unknown): Handover | string {
  const { things, to } = (body ?? {}) as Partial<Handover>
  if (!Array.isArray(things) || things.length > PAGE || things.some((one) => typeof one !== 'string')) {
    return `things must be a list of at most ${PAGE} ids.`
  }
  if (to === null) return { things, to }
  const isKnown = to && ['person', 'group', 'place'].includes(to.kind) && typeof to.id === 'string'
  return isKnown ? { things, to } : 'to must name a person, group or place, or be null.'
}

function handOver(store: ProductStore, faults: Faults, from: string, { things, to }: Handover) {
  const done: string[] = []
  const refused: { id: string; reason: string }[] = []
  for (const id of things) {
    const thing = store.things.get(id)
    if (thing?.owner !== from) refused.push({ id, reason: 'It is not theirs any more.' })
    else if (faults.refuses.has(id)) refused.push({ id, reason: 'The product will not pass this on.' })
    else if (to?.kind === 'person' && !store.isOpen(to.id))
      refused.push({ id, reason: 'The taker has no account here.' })
    else {
      store.things.set(id, passed(thing, to))
      store.effects.push(`pass ${id}`)
      done.push(id)
    }
  }
  return { done, refused }
}

/** An item goes to the person named; work held open is released, a link is cut, where nobody takes it. */
function passed(thing: Thing, to: Handover['to']): Thing {
  if (to === null) return { ...thing, owner: null, keptBy: null }
  if (to.kind === 'person') return { ...thing, owner: to.id }
  return { ...thing, owner: null, keptBy: { kind: to.kind, id: to.id } }
}
