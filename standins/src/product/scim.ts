import Router from '@koa/router'
import type { Context } from 'koa'
import { answers, FilterError, member, readFilter, type Filter } from './filter.ts'
import { patched, PatchError } from './patch.ts'
import { etagOf, type Kept, type ProductStore } from './store.ts'

const USER = 'urn:ietf:params:scim:schemas:core:2.0:User'
const GROUP = 'urn:ietf:params:scim:schemas:core:2.0:Group'
const LIST = 'urn:ietf:params:scim:api:messages:2.0:ListResponse'
const ERROR = 'urn:ietf:params:scim:api:messages:2.0:Error'
const PATCH = 'urn:ietf:params:scim:api:messages:2.0:PatchOp'
/** Pages are never larger (RFC 7644 §3.4.2.4). */
const MAXIMUM_COUNT = 200

/** An answer that is an error (RFC 7644 §3.12). */
class ScimError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly scimType?: string,
  ) {
    super(message)
  }
}

/** The SCIM 2.0 service of a product: Users and Groups (RFC 7643, RFC 7644). */
export function scimRoutes(store: ProductStore, base: () => string): Router {
  const router = new Router({ prefix: '/scim/v2' })
  router.use(async (ctx, next) => {
    ctx.type = 'application/scim+json'
    try {
      await next()
    } catch (error) {
      answerError(ctx, error)
    }
  })
  router.get('/ServiceProviderConfig', (ctx) => show(ctx, serviceProviderConfig()))
  for (const [path, all] of [
    ['ResourceTypes', RESOURCE_TYPES],
    ['Schemas', SCHEMAS],
  ] as const) {
    router.get(`/${path}`, (ctx) => {
      if (ctx.query.filter !== undefined) throw new ScimError(403, 'These are not to be filtered.')
      show(ctx, listOf(all, all.length, 1))
    })
    router.get(`/${path}/:id`, (ctx) => {
      const one = all.find(({ id }) => id === ctx.params.id)
      if (!one) throw new ScimError(404, `There is no ${ctx.params.id} here.`)
      show(ctx, one)
    })
  }
  router.all(['/Bulk', '/Me'], () => {
    throw new ScimError(501, 'This service does not do that.')
  })
  for (const [path, kind] of [
    ['Users', 'User'],
    ['Groups', 'Group'],
  ] as const) {
    router.get(`/${path}`, (ctx) => show(ctx, search(store, kind, base(), ctx.query)))
    router.post(`/${path}/.search`, (ctx) => show(ctx, search(store, kind, base(), bodyOf(ctx) as never)))
    router.post(`/${path}`, (ctx) => {
      const kept = make(store, kind, bodyOf(ctx))
      ctx.status = 201
      ctx.set('Location', `${base()}/${path}/${kept.id}`)
      showKept(ctx, kept, base())
    })
    router.get(`/${path}/:id`, (ctx) => showKept(ctx, found(store, kind, ctx.params.id), base()))
    router.put(`/${path}/:id`, (ctx) => {
      const kept = found(store, kind, ctx.params.id)
      checkMatch(ctx, kept)
      showKept(ctx, store.alter(kept, checked(store, kind, bodyOf(ctx), kept.id)), base())
    })
    router.patch(`/${path}/:id`, (ctx) => {
      const kept = found(store, kind, ctx.params.id)
      checkMatch(ctx, kept)
      const { schemas, Operations } = bodyOf(ctx) as { schemas?: unknown; Operations?: unknown }
      if (!Array.isArray(schemas) || !schemas.includes(PATCH))
        throw new ScimError(400, 'schemas must name PatchOp.', 'invalidSyntax')
      const after = checked(store, kind, onePrimary(kept.attributes, patched(kept.attributes, Operations)), kept.id)
      const isSame = JSON.stringify(after) === JSON.stringify(kept.attributes)
      showKept(ctx, isSame ? kept : store.alter(kept, after), base())
    })
    router.delete(`/${path}/:id`, (ctx) => {
      const kept = found(store, kind, ctx.params.id)
      checkMatch(ctx, kept)
      store.remove(kept)
      ctx.status = 204
    })
  }
  router.all('/{*rest}', (ctx) => {
    throw new ScimError(404, `There is no ${ctx.path} here.`)
  })
  return router
}

function answerError(ctx: Context, error: unknown): void {
  const status = error instanceof ScimError ? error.status : 400
  const scimType =
    error instanceof ScimError
      ? error.scimType
      : error instanceof PatchError
        ? error.scimType
        : error instanceof FilterError
          ? 'invalidFilter'
          : undefined
  if (!(error instanceof ScimError || error instanceof PatchError || error instanceof FilterError)) throw error
  ctx.status = status
  show(ctx, { schemas: [ERROR], status: String(status), ...(scimType ? { scimType } : {}), detail: error.message })
}

function show(ctx: Context, body: object): void {
  ctx.body = JSON.stringify(body)
  ctx.type = 'application/scim+json'
}

function showKept(ctx: Context, kept: Kept, base: string): void {
  ctx.set('ETag', etagOf(kept))
  if (ctx.get('If-None-Match') === etagOf(kept) && ctx.method === 'GET') ctx.status = 304
  else show(ctx, withAttributes(resourceOf(kept, base), ctx.query))
}

function resourceOf(kept: Kept, base: string): Record<string, unknown> {
  const { kind, id, created, lastModified, attributes } = kept
  const location = `${base}/${kind}s/${id}`
  const meta = { resourceType: kind, created, lastModified, location, version: etagOf(kept) }
  return { schemas: [kind === 'User' ? USER : GROUP], id, ...attributes, meta }
}

/** Only what is asked for, and what always comes (RFC 7644 §3.4.2.5, §3.10): `emails`, `emails.value`, or with its URI. */
function withAttributes(resource: Record<string, unknown>, query: Context['query']): Record<string, unknown> {
  // In an address they are with commas between, in a message as a list (RFC 7644 §3.4.3).
  const ways = (of: unknown) => {
    const all = typeof of === 'string' ? of.split(',') : Array.isArray(of) ? of.map(String) : undefined
    return all?.map((one) => one.trim().toLowerCase().replace(SCHEMA_PREFIX, ''))
  }
  const wanted = ways(query.attributes)
  const unwanted = ways(query.excludedAttributes)
  const asked = wanted ?? unwanted
  if (!asked) return resource
  return Object.fromEntries(
    Object.entries(resource).flatMap(([name, value]) => {
      const key = name.toLowerCase()
      if (key === 'id' || key === 'schemas') return [[name, value]]
      const isWhole = asked.includes(key)
      const inside = asked.flatMap((way) => (way.startsWith(`${key}.`) ? [way.slice(key.length + 1)] : []))
      if (wanted) {
        if (!isWhole && inside.length === 0) return []
        return [[name, isWhole ? value : membersOf(value, (sub) => inside.includes(sub))]]
      }
      if (isWhole) return []
      return [[name, inside.length === 0 ? value : membersOf(value, (sub) => !inside.includes(sub))]]
    }),
  )
}

const SCHEMA_PREFIX = /^urn:ietf:params:scim:schemas:core:2\.0:(user|group):/

/** The members of a complex value, or of each of a list, that are kept. */
function membersOf(value: unknown, isKept: (name: string) => boolean): unknown {
  if (Array.isArray(value)) return value.map((one) => membersOf(one, isKept))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).filter(([name]) => isKept(name.toLowerCase())))
}

function found(store: ProductStore, kind: Kept['kind'], id: string | undefined): Kept {
  const kept = store.resources.get(id ?? '')
  if (kept?.kind !== kind) throw new ScimError(404, `There is no ${kind} ${id}.`)
  return kept
}

/** A change to what someone else changed meanwhile is refused (RFC 7644 §3.14). */
function checkMatch(ctx: Context, kept: Kept): void {
  const wanted = ctx.get('If-Match')
  if (wanted && wanted !== '*' && wanted !== etagOf(kept)) {
    throw new ScimError(412, 'It was changed meanwhile; read it again.')
  }
}

function bodyOf(ctx: Context): Record<string, unknown> {
  if (ctx.state.isBroken) throw new ScimError(400, 'The body is not JSON.', 'invalidSyntax')
  const { body } = ctx.request as unknown as { body: unknown }
  if (body === null || typeof body !== 'object' || Array.isArray(body)) {
    throw new ScimError(400, 'The body must be a JSON object.', 'invalidSyntax')
  }
  return body as Record<string, unknown>
}

function make(store: ProductStore, kind: Kept['kind'], body: Record<string, unknown>): Kept {
  return store.make(kind, checked(store, kind, body))
}

/** What a resource may hold, its required attributes there and its name its own (RFC 7643 §4.1, §4.2). */
function checked(
  store: ProductStore,
  kind: Kept['kind'],
  body: Record<string, unknown>,
  id?: string,
): Record<string, unknown> {
  // A password is never returned, and so never kept (RFC 7643 §4.1.1).
  const named = Object.entries(body).filter(([name]) => !NOT_KEPT.has(name.toLowerCase()))
  const attributes = Object.fromEntries(named)
  const nameOfIt = kind === 'User' ? 'userName' : 'displayName'
  const name = member(attributes, nameOfIt)
  if (typeof name !== 'string' || name.trim() === '')
    throw new ScimError(400, `${nameOfIt} is missing.`, 'invalidValue')
  const active = member(attributes, 'active')
  if (active !== undefined && typeof active !== 'boolean')
    throw new ScimError(400, 'active is true or false.', 'invalidValue')
  for (const [of, value] of Object.entries(attributes)) {
    if (primariesOf(value) > 1) throw new ScimError(400, `Only one of ${of} can be primary.`, 'invalidValue')
  }
  if (kind === 'User') {
    if (store.withName('User', 'userName', name).some((one) => one.id !== id))
      throw new ScimError(409, `Someone is called ${name} already.`, 'uniqueness')
    if (active === undefined) return { ...attributes, active: true }
  }
  return attributes
}

const NOT_KEPT = new Set(['schemas', 'meta', 'id', 'password'])

/** At most one value of a list is the primary one (RFC 7643 §2.4). */
function primariesOf(value: unknown): number {
  return Array.isArray(value) ? value.filter((one) => member(one, 'primary') === true).length : 0
}

/** Where another became the primary one, the one before is so no more (RFC 7644 §3.5.2). */
function onePrimary(before: Record<string, unknown>, after: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(after).map(([name, value]) => {
      if (primariesOf(value) < 2) return [name, value]
      const old = member(before, name)
      const was = new Set(
        (Array.isArray(old) ? old : []).flatMap((one) =>
          member(one, 'primary') === true ? [member(one, 'value')] : [],
        ),
      )
      const list = (value as Record<string, unknown>[]).map((one) =>
        member(one, 'primary') === true && was.has(member(one, 'value')) ? { ...one, primary: false } : one,
      )
      return [name, list]
    }),
  )
}

function search(store: ProductStore, kind: Kept['kind'], base: string, query: Context['query']): object {
  const filter = typeof query.filter === 'string' && query.filter !== '' ? readFilter(query.filter) : undefined
  const startIndex = Math.max(1, Math.trunc(Number(query.startIndex ?? 1)) || 1)
  const count = Math.min(MAXIMUM_COUNT, Math.max(0, Math.trunc(Number(query.count ?? MAXIMUM_COUNT)) || 0))
  const window = <T>(all: readonly T[]) => all.slice(startIndex - 1, startIndex - 1 + count)
  const answer = (page: readonly Record<string, unknown>[], total: number) =>
    listOf(
      page.map((one) => withAttributes(one, query)),
      total,
      startIndex,
    )
  const all = candidates(store, kind, filter)
  // A plain page of everything is cut before anything is written out.
  if (!filter && typeof query.sortBy !== 'string')
    return answer(
      window(all).map((one) => resourceOf(one, base)),
      all.length,
    )
  const found = all.map((one) => resourceOf(one, base)).filter((one) => !filter || answers(filter, one))
  return answer(window(sortedBy(found, query)), found.length)
}

/** Those a filter can find at all: by a name it asks for, or everyone. */
function candidates(store: ProductStore, kind: Kept['kind'], filter: Filter | undefined): Kept[] {
  if (filter?.op === 'eq' && filter.path.length === 1 && typeof filter.value === 'string') {
    const name = (['externalId', 'userName'] as const).find(
      (one) => one.toLowerCase() === filter.path[0]?.toLowerCase(),
    )
    if (name) return store.withName(kind, name, filter.value)
  }
  return [...store.resources.values()].filter((one) => one.kind === kind)
}

function sortedBy(all: Record<string, unknown>[], query: Context['query']): Record<string, unknown>[] {
  const { sortBy, sortOrder } = query
  if (typeof sortBy !== 'string') return all
  const key = (one: Record<string, unknown>) => {
    const value = sortBy.split('.').reduce<unknown>((of, name) => member(of, name), one)
    return value === undefined || value === null ? undefined : String(value).toLowerCase()
  }
  // Who has none comes last, and first in the other order (RFC 7644 §3.4.2.3).
  const sorted = [...all].sort((left, right) => {
    const [one, other] = [key(left), key(right)]
    if (one === undefined || other === undefined) return one === other ? 0 : one === undefined ? 1 : -1
    return one < other ? -1 : one > other ? 1 : 0
  })
  return sortOrder === 'descending' ? sorted.reverse() : sorted
}

function listOf(resources: readonly object[], totalResults: number, startIndex: number): object {
  return { schemas: [LIST], totalResults, startIndex, itemsPerPage: resources.length, Resources: resources }
}

/** What the service can do (RFC 7643 §5). */
function serviceProviderConfig(): object {
  const yes = { supported: true }
  const scheme = {
    type: 'oauthbearertoken',
    name: 'Bearer token',
    description: 'A token of the product’s own (RFC 6750).',
  }
  return {
    schemas: ['urn:ietf:params:scim:schemas:core:2.0:ServiceProviderConfig'],
    ...{ patch: yes, changePassword: { supported: false }, sort: yes, etag: yes },
    bulk: { supported: false, maxOperations: 0, maxPayloadSize: 0 },
    filter: { supported: true, maxResults: MAXIMUM_COUNT },
    authenticationSchemes: [scheme],
  }
}

const RESOURCE_TYPES = [
  { id: 'User', endpoint: '/Users', schema: USER },
  { id: 'Group', endpoint: '/Groups', schema: GROUP },
].map((one) => ({ schemas: ['urn:ietf:params:scim:schemas:core:2.0:ResourceType'], name: one.id, ...one }))

const attribute = (name: string, type = 'string', more: object = {}) => ({
  ...{
    name,
    type,
    multiValued: false,
    required: false,
    caseExact: false,
    mutability: 'readWrite',
    returned: 'default',
  },
  ...{ uniqueness: 'none', ...more },
})

/** The attributes kept (RFC 7643 §7). */
const SCHEMAS = [
  {
    id: USER,
    name: 'User',
    attributes: [
      attribute('userName', 'string', { required: true, uniqueness: 'server' }),
      attribute('displayName'),
      attribute('active', 'boolean'),
      attribute('emails', 'complex', {
        multiValued: true,
        subAttributes: [attribute('value'), attribute('primary', 'boolean')],
      }),
      attribute('entitlements', 'complex', { multiValued: true, subAttributes: [attribute('value')] }),
    ],
  },
  {
    id: GROUP,
    name: 'Group',
    attributes: [
      attribute('displayName', 'string', { required: true }),
      attribute('members', 'complex', { multiValued: true, subAttributes: [attribute('value')] }),
    ],
  },
].map((one) => ({ schemas: ['urn:ietf:params:scim:schemas:core:2.0:Schema'], ...one }))
