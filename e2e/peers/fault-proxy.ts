import { request as httpRequest, type IncomingMessage, type ServerResponse } from 'node:http'
import { setTimeout as sleep } from 'node:timers/promises'
import { listen } from './peer.ts'

/** What can go wrong between us and a service, or with it. */
export type Fault =
  | 'ignored-filter'
  | 'refused-filter'
  | 'ignored-patch'
  | 'ignored-writes'
  | 'no-patch'
  | 'patch-not-found'
  | 'no-external-id'
  | 'no-active'
  | 'odd-case'
  | 'denied'
  | 'no-groups'
  | 'groups-broken'
  | 'one-refused'
  | 'one-hidden'
  | 'one-doubled'
  | 'conflict-once'
  | 'busy-seconds'
  | 'busy-date'
  | 'busy-always'
  | 'hangs'
  | 'redirects'
  | 'not-json'
  | 'plain-json-type'
  | 'lost-answer'
  | 'short-list'
  | 'one-page-of-five'
  | 'no-configuration'
  | 'slow-opening'
  | 'slow-list'

/** A proxy before a service that does one thing wrong at a time, or several. */
export interface FaultProxy {
  address: string
  faults: Set<Fault>
  /** How often each method and kind was asked, as `POST Users`. */
  asked: Map<string, number>
  /** When busy: from how many requests a second on it says 429; 0 is never. */
  limit: { perSecond: number; retryAfterSeconds: number }
  /** Whom the faults of one account are about, by a part of the name: refused with 400, left out of lists, shown twice. */
  singledOut: string
  stop(): Promise<void>
}

interface Asked {
  method: string
  /** `/Users/…` with its query. */
  path: string
  body: string
}

interface Answered {
  status: number
  headers: Record<string, string>
  text: string
}

/** So long one that is slow to open accounts takes for each. */
const OPENING_MILLISECONDS = 400
/** And a list is this long on its way. */
const LIST_MILLISECONDS = 1500

export async function startFaultProxy(target: string): Promise<FaultProxy> {
  const faults = new Set<Fault>()
  const asked = new Map<string, number>()
  const limit = { perSecond: 0, retryAfterSeconds: 1 }
  const proxy = { address: '', faults, asked, limit, singledOut: '' }
  let saidBusy = 0
  let window = { second: 0, count: 0 }
  let conflicts = 0
  const { origin, stop } = await listen((request, response) => {
    void handle(request, response).catch(() => response.destroy())
  })

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const chunks: Buffer[] = []
    for await (const chunk of request) chunks.push(chunk as Buffer)
    const path = (request.url ?? '').replace(/^\/scim\/v2/, '')
    const one: Asked = { method: request.method ?? 'GET', path, body: Buffer.concat(chunks).toString('utf8') }
    const kind = path.split(/[/?]/)[1] ?? ''
    const key = `${one.method} ${kind}`
    asked.set(key, (asked.get(key) ?? 0) + 1)
    if (faults.has('hangs') && kind === 'Users') return
    if (faults.has('slow-opening') && one.method === 'POST') await sleep(OPENING_MILLISECONDS)
    const instead = before(one, kind)
    if (instead) return send(response, instead)
    const isList = kind === 'Users' && one.method === 'GET' && one.path.includes('startIndex=')
    const refused = faults.has('one-refused') && kind === 'Bulk' ? takeRefused(one) : []
    const answer = after(one, kind, await forward(target, request, reworded(one)))
    // What it shows is old by the time it arrives.
    if (faults.has('slow-list') && isList) await sleep(LIST_MILLISECONDS)
    if (refused.length > 0) answer.text = withRefused(answer.text, refused)
    if (faults.has('lost-answer') && one.method !== 'GET') {
      faults.delete('lost-answer')
      response.destroy()
      return
    }
    send(response, answer)
  }

  /** Takes out of many operations at once those that are refused; by their names. */
  function takeRefused(one: Asked): string[] {
    const told = JSON.parse(one.body) as { Operations: { bulkId: string; data: unknown }[] }
    const isRefused = (of: { data: unknown }) => JSON.stringify(of.data).includes(proxy.singledOut)
    const refused = told.Operations.filter(isRefused).map(({ bulkId }) => bulkId)
    one.body = JSON.stringify({ ...told, Operations: told.Operations.filter((of) => !isRefused(of)) })
    return refused
  }

  /** What it answers without asking the service at all. */
  function before({ method, path, body }: Asked, kind: string): Answered | undefined {
    if (limit.perSecond > 0) {
      const second = Math.floor(Date.now() / 1000)
      window = window.second === second ? { second, count: window.count + 1 } : { second, count: 1 }
      if (window.count > limit.perSecond) return busy(String(limit.retryAfterSeconds))
    }
    if (faults.has('busy-always')) return busy('1')
    if (faults.has('busy-seconds') && (saidBusy += 1) % 7 === 0) return busy('1')
    if (faults.has('busy-date') && (saidBusy += 1) % 7 === 0) return busy(new Date(Date.now() + 1500).toUTCString())
    if (faults.has('denied')) return problem(401, 'The token is wrong.')
    if (faults.has('redirects')) return { status: 302, headers: { Location: 'http://127.0.0.1:1/' }, text: '' }
    if (faults.has('no-configuration') && kind === 'ServiceProviderConfig') return problem(404, 'Not found.')
    if (faults.has('no-groups') && kind === 'Groups') return problem(404, 'Not found.')
    if (faults.has('groups-broken') && kind === 'Groups') return problem(500, 'Broken.')
    if (faults.has('no-patch') && method === 'PATCH') return problem(501, 'Not implemented.')
    if (faults.has('patch-not-found') && method === 'PATCH') return problem(404, 'Not found.')
    if (faults.has('ignored-writes') && (method === 'PATCH' || method === 'PUT'))
      return { status: 204, headers: {}, text: '' }
    if (faults.has('ignored-patch') && method === 'PATCH') return { status: 204, headers: {}, text: '' }
    if (faults.has('refused-filter') && path.includes('filter=')) return problem(400, 'No filters here.')
    if (faults.has('conflict-once') && method === 'POST' && kind === 'Users' && (conflicts += 1) === 1)
      return problem(409, 'Somebody of that name was made this moment.')
    const isWrite = method !== 'GET' && method !== 'DELETE'
    if (faults.has('one-refused') && isWrite && kind !== 'Bulk' && body.includes(proxy.singledOut))
      return problem(400, 'Not this one.')
    return undefined
  }

  function reworded(one: Asked): Asked {
    let { path, body } = one
    if (faults.has('ignored-filter'))
      path = path.replace(/([?&])filter=[^&]*&?/, '$1').replace(/&count=\d+|\?count=\d+/, '')
    if (faults.has('one-page-of-five')) path = path.replace(/count=\d+/, 'count=5')
    if (faults.has('no-external-id') && body) {
      const told = JSON.parse(body) as { externalId?: string; Operations?: { path?: string }[] }
      delete told.externalId
      if (told.Operations) told.Operations = told.Operations.filter((op) => op.path !== 'externalId')
      if (told.Operations?.length === 0) told.Operations.push({ op: 'replace', path: 'nickName', value: 'x' } as object)
      body = JSON.stringify(told)
    }
    return { ...one, path, body }
  }

  function after(one: Asked, kind: string, answer: Answered): Answered {
    if (kind !== 'Users' && kind !== 'Groups') return answer
    if (faults.has('not-json')) return { ...answer, headers: { 'Content-Type': 'text/html' }, text: '<p>Welcome</p>' }
    if (answer.text === '') return answer
    let body = JSON.parse(answer.text) as Record<string, unknown>
    const each = (change: (resource: Record<string, unknown>) => Record<string, unknown>) => {
      const { Resources: all } = body as { Resources?: Record<string, unknown>[] }
      body = all ? { ...body, Resources: all.map(change) } : change(body)
    }
    const { Resources: listed } = body as { Resources?: object[] }
    const isSingledOut = (of: object) => JSON.stringify(of).includes(proxy.singledOut)
    if (listed && faults.has('one-hidden'))
      body = listing(
        body,
        listed.filter((of) => !isSingledOut(of)),
      )
    if (listed && faults.has('one-doubled'))
      body = listing(body, [...listed, ...listed.filter(isSingledOut).map(again)])
    if (faults.has('no-active')) each(({ active: _active, ...rest }) => rest)
    if (faults.has('odd-case')) each((resource) => upperCased(resource))
    if (faults.has('short-list') && Array.isArray(body.Resources) && !one.path.includes('filter=')) {
      body = { ...body, totalResults: Number(body.totalResults) + 3 }
    }
    const type = faults.has('plain-json-type') ? 'application/json; charset=utf-8' : 'application/scim+json'
    return { ...answer, headers: { ...answer.headers, 'Content-Type': type }, text: JSON.stringify(body) }
  }

  return Object.assign(proxy, { address: `${origin}/scim/v2`, stop })
}

/** One more account of the same person. */
function again(resource: object): object {
  return { ...resource, id: `${(resource as { id: string }).id}-again` }
}

/** A list that shows these instead of what it held; its count moves with them. */
function listing(body: Record<string, unknown>, now: object[]): Record<string, unknown> {
  const before = (body.Resources as object[]).length
  return { ...body, Resources: now, totalResults: Number(body.totalResults) + now.length - before }
}

/** As a service that writes `ExternalID` and `USERNAME`; names of attributes have no case (RFC 7643 §2.1). */
function upperCased(resource: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(resource).map(([name, value]) => [name.toUpperCase(), value]))
}

function withRefused(text: string, refused: readonly string[]): string {
  const said = JSON.parse(text) as { Operations: object[] }
  const more = refused.map((bulkId) => ({
    method: 'POST',
    bulkId,
    status: '400',
    response: { detail: 'Not this one.' },
  }))
  return JSON.stringify({ ...said, Operations: [...said.Operations, ...more] })
}

function busy(retryAfter: string): Answered {
  return { ...problem(429, 'Too many requests.'), headers: { 'Retry-After': retryAfter } }
}

function problem(status: number, detail: string): Answered {
  return { status, headers: {}, text: JSON.stringify({ status: String(status), detail }) }
}

function send(response: ServerResponse, { status, headers, text }: Answered): void {
  response.writeHead(status, { 'Content-Type': 'application/scim+json', ...headers }).end(status === 204 ? '' : text)
}

function forward(target: string, request: IncomingMessage, { method, path, body }: Asked): Promise<Answered> {
  const url = new URL(`${target}${path}`)
  const headers: Record<string, string> = {}
  for (const name of ['authorization', 'accept', 'content-type', 'if-match'])
    if (typeof request.headers[name] === 'string') headers[name] = request.headers[name]
  return new Promise((resolve, reject) => {
    const asked = httpRequest(url, { method, headers: { ...headers, 'Content-Length': Buffer.byteLength(body) } })
    asked.on('error', reject)
    asked.on('response', (answer) => {
      const chunks: Buffer[] = []
      answer.on('data', (chunk: Buffer) => chunks.push(chunk))
      answer.on('end', () => {
        const etag = answer.headers.etag
        resolve({
          status: answer.statusCode ?? 0,
          headers: etag ? { ETag: etag } : {},
          text: Buffer.concat(chunks).toString('utf8'),
        })
      })
    })
    asked.end(body)
  })
}
