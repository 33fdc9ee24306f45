import { Validator } from '@seriousme/openapi-schema-validator'
import { createHash } from 'node:crypto'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import supertest from 'supertest'
import { CHANGE_TYPES, kindNamed } from '@lodge/core'
import type { Running } from '../src/start.ts'
import { openHouse, openLodge, previewOf, invitation, type House } from './harness.ts'

interface OpenApi {
  components: { schemas: Record<string, { properties?: object; discriminator?: { mapping: object } }> }
  paths: Record<string, object>
}

const webRoot = mkdtempSync(join(tmpdir(), 'lodge-web-'))
const SCRIPT = 'console.log("early")'

let running: Running
let house: House
beforeAll(async () => {
  mkdirSync(join(webRoot, 'assets'))
  writeFileSync(join(webRoot, 'index.html'), `<html><script>${SCRIPT}</script><div id="app"></div></html>`)
  writeFileSync(join(webRoot, 'assets/app-1a2b.js'), 'export {}')
  running = await openLodge({ LODGE_WEB_ROOT: webRoot })
  house = await openHouse(running)
})
afterAll(async () => {
  await running.stop()
  rmSync(webRoot, { recursive: true, force: true })
})

const get = (path: string) => supertest(running.server).get(path)

describe('the web application’s files', () => {
  test('every page is the application, fetched anew; its parts are kept for good', async () => {
    for (const page of ['/', '/desk', '/people/01900000-0000-7000-8000-000000000000']) {
      const answer = await get(page).expect(200)
      expect(answer.text).toContain('<div id="app">')
      expect(answer.headers['cache-control']).toBe('no-cache')
    }
    const part = await get('/assets/app-1a2b.js').expect(200)
    expect(part.headers['cache-control']).toContain('immutable')
    await get('/assets/gone.js').expect(404)
    await get('/../package.json').expect(404)
  })

  test('nothing inline runs but the page’s own script, by its hash', async () => {
    const { headers } = await get('/').expect(200)
    const hash = createHash('sha256').update(SCRIPT).digest('base64')
    expect(headers['content-security-policy']).toContain(`script-src 'self' 'sha256-${hash}'`)
    expect(headers['content-security-policy']).toContain("default-src 'none'")
    expect(headers['content-security-policy']).toContain("frame-ancestors 'none'")
    expect(headers['x-content-type-options']).toBe('nosniff')
    expect(headers['referrer-policy']).toBe('no-referrer')
  })
})

describe('what operators and programs ask', () => {
  test('health and readiness', async () => {
    expect((await get('/healthz').expect(200)).body).toEqual({ status: 'up' })
    expect((await get('/readyz').expect(200)).body).toEqual({
      status: 'ready',
      database: 'answers',
      clockDifferenceMilliseconds: 0,
    })
  })

  test('the API describes itself, each body with its shape', async () => {
    const { body } = await get('/api/openapi.json').expect(200)
    expect(body.openapi).toBe('3.1.0')
    const commit = body.paths['/api/accounts/{accountId}/commits'].post
    expect(commit.requestBody.content['application/json'].schema).toMatchObject({
      additionalProperties: false,
      required: expect.arrayContaining(['changes', 'version', 'digest']),
    })
    expect(commit.security).toEqual([{ session: [] }])
    expect(body.paths['/api/session'].post.security).toBeUndefined()
    const ids = Object.values(body.paths as Record<string, Record<string, { operationId: string }>>).flatMap(
      (methods) => Object.values(methods).map((one) => one.operationId),
    )
    expect(new Set(ids).size).toBe(ids.length)
    // What it answers with is declared, and told where a route answers otherwise (global-teardown).
    const types = (path: string, method: string) =>
      Object.entries(body.paths[`/api/accounts/{accountId}${path}`][method].responses).map(
        ([status, one]) => `${status} ${Object.keys((one as { content?: object }).content ?? {}).join()}`,
      )
    const problem = 'default application/problem+json'
    expect(types('/commits', 'post')).toEqual(['200 application/json', '202 application/json', problem])
    expect(types('/people/file.csv', 'get')).toEqual(['200 text/csv', problem])
    expect(types('/notices', 'put')).toEqual(['204 ', problem])
    // Read by a validator that others wrote; it follows no references, so those are followed here.
    expect(await new Validator().validate(body)).toMatchObject({ valid: true })
    const references = [...JSON.stringify(body).matchAll(/"\$ref":"([^"]+)"/g)].map(([, path]) => path!)
    const leads = (path: string) =>
      path
        .slice(2)
        .split('/')
        .reduce<unknown>((at, name) => (at as Record<string, unknown> | undefined)?.[name], body)
    expect(references.length).toBeGreaterThan(100)
    // A docket holds changes of the kinds that people make, each by its own shape.
    const { schemas } = (body as OpenApi).components
    const kinds = CHANGE_TYPES.filter((type) => kindNamed(type)!.actor !== 'machine')
    expect(Object.keys(schemas.Change!.discriminator!.mapping)).toEqual(kinds)
    expect(schemas.GiveSeat!.properties).toMatchObject({ personId: { format: 'uuid' }, seatType: { type: 'string' } })
    const commits = JSON.stringify((body as OpenApi).paths['/api/accounts/{accountId}/commits'])
    expect(commits).toContain('"items":{"$ref":"#/components/schemas/Change"}')
    expect(references.filter((path) => !path.startsWith('#/') || leads(path) === undefined)).toEqual([])
  })

  test('an address that is not there says so as a problem, and is never kept', async () => {
    const answer = await get('/api/nothing').expect(404)
    expect(answer.headers['content-type']).toContain('application/problem+json')
    expect(answer.body).toMatchObject({ type: '/problems/not-found', status: 404, requestId: expect.any(String) })
    expect(answer.headers['cache-control']).toBe('no-store')
  })
})

describe('one’s docket (model C2)', () => {
  test('is kept for oneself alone, with the ids of what would be made', async () => {
    const owner = await house.as('Oriel')
    const saved = await owner
      .put(house.path('/docket'))
      .send({ changes: [invitation(house)] })
      .expect(200)
    const [change] = saved.body.changes
    expect(change.personId).toMatch(/^[0-9a-f-]{36}$/)
    const again = await house.as('Oriel')
    expect((await again.get(house.path('/docket')).expect(200)).body).toEqual(saved.body)
    const other = await house.as('Tamsin')
    expect((await other.get(house.path('/docket')).expect(200)).body).toEqual({ changes: [] })
    const shown = await previewOf(house, owner, saved.body.changes)
    expect(shown.changes).toEqual(saved.body.changes)
    await owner.put(house.path('/docket')).send({ changes: [] }).expect(200)
    expect((await again.get(house.path('/docket')).expect(200)).body).toEqual({ changes: [] })
  })

  test('a thousand changes at once are too many, and nothing of them is kept', async () => {
    const owner = await house.as('Oriel')
    const many = Array.from({ length: 1000 }, () => ({ type: 'leave', personId: house.idOf('Rafe') }))
    await owner.put(house.path('/docket')).send({ changes: many }).expect(400)
    expect((await owner.get(house.path('/docket')).expect(200)).body).toEqual({ changes: [] })
    await owner
      .post(house.path('/commits'))
      .send({ changes: [], version: 1, digest: 'x'.repeat(43) })
      .expect(400)
  })
})

test('stopping answers what is under way and then refuses', async () => {
  const own = await openLodge()
  const stopped = own.stop()
  await stopped
  await expect(fetch(`http://127.0.0.1:${own.port}/healthz`)).rejects.toThrow()
})
