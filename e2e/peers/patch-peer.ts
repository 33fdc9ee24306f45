import express, { type Request, type Response } from 'express'
import { patchBodyValidation, scimPatch } from 'scim-patch'
import { filter as holds, parse } from 'scim2-parse-filter'
import { listen, PeerStore, type Peer, type PeerResource } from './peer.ts'

const TOKEN = 'patch-peer-token'
const KINDS = ['Users', 'Groups'] as const
const MOST = 25

/**
 * A service put together from two libraries, one for filters and one for PATCH: it pages by 25, says so, has no ETags,
 * and names its resources’ attributes as the specification does.
 */
export async function startPatchPeer(): Promise<Peer> {
  const store = new PeerStore()
  const peer = { allowsDoubles: false } as Peer
  const app = express()
  app.use((request, response, next) => {
    if (request.header('Authorization') === `Bearer ${TOKEN}`) return next()
    refuse(response, 401, 'The token is wrong.')
  })
  app.use(express.json({ type: ['application/json', 'application/scim+json'] }))
  app.get('/scim/v2/ServiceProviderConfig', (_request, response) => {
    const yes = { supported: true }
    const no = { supported: false }
    response.json({ patch: yes, bulk: no, filter: { supported: true, maxResults: MOST }, sort: no, etag: no })
  })
  for (const kind of KINDS) {
    const all = store.of(kind)
    const path = `/scim/v2/${kind}`
    app.get(path, (request, response) => list(request, response, [...all.values()]))
    app.post(path, (request, response) => {
      const made = { ...(request.body as object), id: store.newId() } as PeerResource
      if (!peer.allowsDoubles && isTaken(kind, made, [...all.values()]))
        return refuse(response, 409, 'That name is taken.', 'uniqueness')
      all.set(made.id, made)
      response.status(201).json(made)
    })
    app.get(`${path}/:id`, (request, response) => show(response, all.get(request.params.id)))
    app.put(`${path}/:id`, (request, response) => {
      const { id } = request.params
      if (!all.has(id)) return show(response, undefined)
      const after = { ...(request.body as object), id }
      all.set(id, after)
      show(response, after)
    })
    app.patch(`${path}/:id`, (request, response) => {
      const { id } = request.params
      const before = all.get(id)
      if (!before) return show(response, undefined)
      try {
        patchBodyValidation(request.body)
        const { Operations } = request.body as { Operations: never[] }
        const after = scimPatch(structuredClone(before) as never, Operations) as unknown as PeerResource
        all.set(id, { ...after, id })
        show(response, all.get(id))
      } catch (error) {
        refuse(response, 400, (error as Error).message)
      }
    })
    app.delete(`${path}/:id`, (request, response) => {
      if (all.delete(request.params.id)) response.status(204).end()
      else show(response, undefined)
    })
  }
  const { origin, stop } = await listen(app)
  Object.assign(peer, {
    address: `${origin}/scim/v2`,
    token: TOKEN,
    users: () => [...store.users.values()],
    groups: () => [...store.groups.values()],
    alter: (id: string, values: Record<string, unknown>) => store.alter(id, values),
    stop,
  })
  return peer
}

function isTaken(kind: string, made: PeerResource, all: readonly PeerResource[]): boolean {
  const name = (one: PeerResource) => String(one.userName).toLowerCase()
  return kind === 'Users' && all.some((one) => name(one) === name(made))
}

function list(request: Request, response: Response, all: PeerResource[]): void {
  const { filter, startIndex = '1', count = String(MOST) } = request.query as Record<string, string | undefined>
  try {
    const found = filter === undefined ? all : all.filter(holds(parse(filter)))
    const from = Math.max(1, Number(startIndex)) - 1
    const Resources = found.slice(from, from + Math.min(MOST, Number(count)))
    response.json({ totalResults: found.length, startIndex: from + 1, itemsPerPage: Resources.length, Resources })
  } catch (error) {
    refuse(response, 400, (error as Error).message, 'invalidFilter')
  }
}

function show(response: Response, resource: PeerResource | undefined): void {
  if (resource) response.json(resource)
  else refuse(response, 404, 'There is no such resource.')
}

function refuse(response: Response, status: number, detail: string, scimType?: string): void {
  const schemas = ['urn:ietf:params:scim:api:messages:2.0:Error']
  response.status(status).json({ schemas, status: String(status), detail, ...(scimType ? { scimType } : {}) })
}
