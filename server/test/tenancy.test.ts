import { ROUTES } from '../src/app.ts'
import { openApiOf } from '../src/http/openapi.ts'
import type { Running } from '../src/start.ts'
import { invitation, openHouse, openLodge, type Browser, type House } from './harness.ts'

let running: Running
let mine: House
let theirs: House
let owner: Browser

beforeAll(async () => {
  running = await openLodge()
  mine = await openHouse(running)
  theirs = await openHouse(running)
  owner = await mine.as('Oriel')
})
afterAll(() => running.stop())

interface Operation {
  parameters: { name: string; in: string }[]
  requestBody?: object
}

const document = openApiOf(ROUTES, '0') as { paths: Record<string, Record<string, Operation>> }
const NOWHERE = '01900000-0000-7000-8000-000000000000'

/** Every route of the document with ids in its path, once with another account's ids and once with invented ones. */
const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
  Object.entries(methods).flatMap(([method, operation]) =>
    operation.parameters.some((one) => one.in === 'path') ? [{ path, method, operation }] : [],
  ),
)

function idIn(house: House, name: string): string {
  if (name === 'accountId') return house.account.id
  if (name === 'month') return '2026-06'
  if (name === 'line') return '0'
  return name === 'placeId' ? house.placeId('Main') : house.idOf('Rafe')
}

/** A body that is read before anything is looked for, so that what differs is what is there. */
function bodyFor(path: string): object {
  if (path.endsWith('/slip')) return { recognised: true }
  if (path.endsWith('/secret')) return { token: 'x' }
  if (path.endsWith('/gains')) return { handovers: [] }
  if (path.endsWith('/mend')) return { remoteId: 'x' }
  if (path.endsWith('/things')) return { product: 'log', ids: ['x'], requestId: NOWHERE }
  if (path.endsWith('/rotate')) return { overlapHours: 1 }
  if (path.includes('/tokens')) return { name: 'x', responsibleId: NOWHERE, scopes: ['report'] }
  return { changes: [], version: 1, digest: 'x'.repeat(43) }
}

async function ask(path: string, method: string, body: object | undefined) {
  const url = `${path}${path.includes('/why/') ? '?area=log/photos' : ''}`
  const answer = await owner[method as 'get'](url).send(body as never)
  const { requestId, ...rest } = answer.body as Record<string, unknown>
  const headers = { ...answer.headers } as Record<string, string>
  for (const name of ['date', 'content-length', 'x-request-id']) delete headers[name]
  expect(requestId).toBeDefined()
  return { status: answer.status, body: rest, headers }
}

test('there are routes to try', () => {
  expect(operations.length).toBeGreaterThan(12)
})

describe.each(operations)('$method $path', ({ path, method, operation }) => {
  const ids = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!)
  const filled = (idOf: (name: string) => string) => path.replaceAll(/\{(\w+)\}/g, (_all, name: string) => idOf(name))
  const body = operation.requestBody && bodyFor(path)

  test('another account answers like one that does not exist', async () => {
    const other = await ask(
      filled((name) => idIn(theirs, name)),
      method,
      body,
    )
    const invented = await ask(
      filled((name) => (name === 'accountId' ? NOWHERE : idIn(theirs, name))),
      method,
      body,
    )
    expect(other.status).toBe(404)
    expect(other).toEqual(invented)
  })

  const inner = ids.filter((name) => name.endsWith('Id') && name !== 'accountId')
  test('ids of another account’s rows answer like ids that do not exist', async () => {
    // What is found by a secret has no ids in its address.
    if (inner.length === 0) return expect(['accountId', 'token']).toContain(ids[0])
    for (const name of inner) {
      const other = await ask(
        filled((one) => idIn(one === name ? theirs : mine, one)),
        method,
        body,
      )
      const invented = await ask(
        filled((one) => (one === name ? NOWHERE : idIn(mine, one))),
        method,
        body,
      )
      expect(other.status).toBe(404)
      expect({ ...other, headers: { ...other.headers, etag: '' } }).toEqual({
        ...invented,
        headers: { ...invented.headers, etag: '' },
      })
    }
  })
})

test('changes that name another account’s rows are refused like rows that do not exist', async () => {
  const refusal = async (change: object) => {
    const answer = await owner
      .post(mine.path('/previews'))
      .send({ changes: [change] })
      .expect(200)
    return answer.body.problems as object[]
  }
  const changes: ((house: House) => object)[] = [
    (house) => ({ type: 'leave', personId: house === theirs ? theirs.idOf('Rafe') : NOWHERE }),
    (house) => ({ type: 'wall-place', placeId: house === theirs ? theirs.placeId('Main') : NOWHERE, walled: true }),
    (house) =>
      invitation(mine, {
        grants: [{ roleId: house === theirs ? theirs.roleId('Gardener') : NOWHERE, placeId: mine.placeId('Main') }],
      }),
    (house) => invitation(mine, { managerId: house === theirs ? theirs.idOf('Rafe') : NOWHERE }),
    (house) => ({
      type: 'give',
      subjectKind: 'person',
      subjectId: house === theirs ? theirs.idOf('Rafe') : NOWHERE,
      roleId: mine.roleId('Gardener'),
      placeId: mine.placeId('Main'),
    }),
  ]
  for (const make of changes) {
    const [other, invented] = [await refusal(make(theirs)), await refusal(make(mine))]
    expect(other).toHaveLength(1)
    expect(other).toEqual(invented)
  }
})

test('a guest asks for what they may not see and hears what a stranger hears', async () => {
  const guest = await mine.as('Corin')
  for (const path of [
    `/people/${mine.idOf('Rafe')}`,
    `/places/${mine.placeId('Main')}`,
    '/ledger',
    '/ledger/verification',
  ]) {
    const hidden = await guest.get(mine.path(path))
    const { requestId: _one, ...body } = hidden.body
    const { requestId: _other, ...nothing } = (await guest.get(mine.path(`/places/${NOWHERE}`))).body
    expect([hidden.status, body]).toEqual([404, nothing])
  }
  const places = await guest.get(mine.path('/places')).expect(200)
  expect(places.body.places.map((place: { name: string }) => place.name)).toEqual(['Corvane', 'Harbour'])
  const people = await guest.get(mine.path('/people')).expect(200)
  expect(JSON.stringify(people.body)).not.toContain('Rafe')
})

test('an answer that has not changed is not sent again', async () => {
  const first = await owner.get(mine.path('/people')).expect(200)
  await owner.get(mine.path('/people')).set('If-None-Match', first.headers.etag!).expect(304)
  const guest = await mine.as('Corin')
  await guest.get(mine.path('/people')).set('If-None-Match', first.headers.etag!).expect(200)
})
