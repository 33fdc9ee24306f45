import express from 'express'
import SCIMMY from 'scimmy'
import SCIMMYRouters from 'scimmy-routers'
import { listen, PeerStore, type Peer, type PeerResource } from './peer.ts'

const TOKEN = 'routers-peer-token'
/** The library keeps its resource types once per process, and so their store is one as well; each start empties it. */
let store = new PeerStore()

/** One attribute compared with one text, as the library hands a filter on; anything else is left to the library. */
type Handed = { id?: string; filter?: { match(all: object[]): object[] } }

function declare(kind: 'Users' | 'Groups'): object {
  return {
    egress({ id, filter }: Handed) {
      const all = store.of(kind)
      if (id !== undefined) {
        const found = all.get(id)
        if (!found) throw new SCIMMY.Types.Error(404, null as never, `There is no ${id}.`)
        return found
      }
      return filter ? filter.match([...all.values()]) : [...all.values()]
    },
    ingress({ id }: Handed, data: Record<string, unknown>) {
      const all = store.of(kind)
      if (id !== undefined && !all.has(id)) throw new SCIMMY.Types.Error(404, null as never, `There is no ${id}.`)
      const name = String(data.userName ?? '').toLowerCase()
      const isTaken = [...all.values()].some((one) => one.id !== id && String(one.userName).toLowerCase() === name)
      if (kind === 'Users' && isTaken) throw new SCIMMY.Types.Error(409, 'uniqueness', 'That name is taken.')
      const now = new Date().toISOString()
      const key = id ?? store.newId()
      const kept = JSON.parse(JSON.stringify({ ...data, id: key })) as PeerResource
      kept.meta = { created: now, ...(all.get(key)?.meta as object | undefined), lastModified: now }
      all.set(key, kept)
      return kept
    },
    degress({ id }: Handed) {
      if (!store.of(kind).delete(id ?? '')) throw new SCIMMY.Types.Error(404, null as never, `There is no ${id}.`)
    },
  }
}

let isDeclared = false

/** A service by one library for the whole protocol: resource types, filters, PATCH and messages are its. */
export async function startRoutersPeer(): Promise<Peer> {
  store = new PeerStore()
  if (!isDeclared) {
    SCIMMY.Resources.declare(SCIMMY.Resources.User, declare('Users') as never)
    SCIMMY.Resources.declare(SCIMMY.Resources.Group, declare('Groups') as never)
    SCIMMY.Config.set({ bulk: { supported: true, maxOperations: 10, maxPayloadSize: 100_000 } } as never)
    isDeclared = true
  }
  const app = express()
  // The library writes into the query, which this version of the framework reads anew each time.
  app.use((request, _response, next) => {
    Object.defineProperty(request, 'query', { value: { ...request.query }, writable: true })
    next()
  })
  const options = {
    type: 'bearer',
    handler(request: express.Request) {
      if (request.header('Authorization') !== `Bearer ${TOKEN}`) throw new Error('The token is wrong.')
      return 'somebody'
    },
  }
  app.use('/scim/v2', new SCIMMYRouters(options as never) as unknown as express.RequestHandler)
  const { origin, stop } = await listen(app)
  const own = store
  return {
    address: `${origin}/scim/v2`,
    token: TOKEN,
    allowsDoubles: false,
    users: () => [...own.users.values()],
    groups: () => [...own.groups.values()],
    alter: (id, values) => own.alter(id, values),
    stop,
  }
}
