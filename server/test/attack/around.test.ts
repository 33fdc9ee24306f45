import { randomBytes } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import { once } from 'node:events'
import type { AddressInfo } from 'node:net'
import supertest from 'supertest'
import { readConfiguration } from '../../src/configuration.ts'
import type { LodgeError } from '../../src/errors.ts'
import { errorForLog } from '../../src/log.ts'
import { askOutside } from '../../src/protocols/outbound.ts'
import { fetchSheet } from '../../src/protocols/sheets.ts'
import { networkOf } from '../../src/signin/limits.ts'
import { KeyRing } from '../../src/signin/key-ring.ts'
import { IssuedIds } from '../../src/signin/issued-ids.ts'
import { Passwords } from '../../src/signin/passwords.ts'
import { resealAll } from '../../src/store/reseal.ts'
import { Budget } from '../../src/work/budget.ts'
import type { Running } from '../../src/start.ts'
import { openHouse, openLodge, ownDatabase } from '../harness.ts'

const key = () => `one:${randomBytes(32).toString('base64')}`
const production = (more: Record<string, string> = {}) =>
  readConfiguration({
    NODE_ENV: 'production',
    LODGE_KEY: key(),
    LODGE_PUBLIC_ORIGIN: 'https://porter.example',
    ...more,
  })

describe('what production does not begin with', () => {
  test.each([
    ['a clock that stands still', { LODGE_NOW: '2026-06-16T09:00:00Z' }, /LODGE_NOW/],
    ['a point to die at', { LODGE_CRASH_AT: 'guard' }, /LODGE_CRASH_AT/],
    ['no key', { LODGE_KEY: '' }, /LODGE_KEY is missing/],
    ['a key of zeros', { LODGE_KEY: `zero:${Buffer.alloc(32).toString('base64')}` }, /not a random key/],
    [
      'a made-up key',
      { LODGE_KEY: `up:${Buffer.from('abcabcabcabcabcabcabcabcabcabcab').toString('base64')}` },
      /not a random key/,
    ],
    [
      'a key that counts',
      { LODGE_KEY: `up:${Buffer.from(Array.from({ length: 32 }, (_, at) => at)).toString('base64')}` },
      /not a random key/,
    ],
    ['weak hashes', { LODGE_PASSWORD_MEMORY_KIB: '1024' }, /LODGE_PASSWORD_MEMORY_KIB/],
    ['plain http beyond this machine', { LODGE_PUBLIC_ORIGIN: 'http://porter.example' }, /https:/],
    ['everybody as a proxy', { LODGE_TRUST_PROXY: '0.0.0.0/0' }, /never everybody/],
    ['every proxy', { LODGE_TRUST_PROXY: 'all' }, /never everybody/],
  ])('%s', (_what, more, said) => {
    expect(() => production(more)).toThrow(said)
  })

  test('what is sound begins', () => {
    expect(production().production).toBe(true)
    expect(production({ LODGE_PUBLIC_ORIGIN: 'http://localhost:8700' }).publicOrigin).toBe('http://localhost:8700')
    expect(production({ LODGE_TRUST_PROXY: '2' }).trustedProxies).toBe(2)
    expect(production({ LODGE_TRUST_PROXY: '10.0.0.5, 10.1.0.0/16' }).trustedProxies).toEqual([
      '10.0.0.5',
      '10.1.0.0/16',
    ])
  })
})

describe('where we ask', () => {
  let server: Server
  let origin: string
  beforeAll(async () => {
    server = createServer((request, response) => {
      if (request.url === '/away') response.writeHead(302, { Location: 'http://10.0.0.1/' }).end()
      else if (request.url === '/endless') response.end('x'.repeat(2_000_000))
      else response.end('{"ok":true}')
    }).listen(0, '127.0.0.1')
    await once(server, 'listening')
    origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterAll(() => server.close())
  const ask = (address: string, allowed = [origin]) =>
    askOutside(address, { allowed, maximumBytes: 1_000_000, maximumMilliseconds: 2_000 })

  test('is judged at each request: origin, name, password, network, length, redirect', async () => {
    await expect(ask(`${origin}/`)).resolves.toMatchObject({ status: 200 })
    const failures: [string, string, string[]?][] = [
      ['http://elsewhere.example/', 'not-allowed'],
      [origin.replace('http://', 'http://user:pass@'), 'not-an-address'],
      ['file:///etc/passwd', 'not-an-address'],
      ['http://[', 'not-an-address'],
      [`${origin}/away`, 'redirected'],
      [`${origin}/endless`, 'too-long'],
      // A name for this very machine is not the number that was allowed.
      [origin.replace('127.0.0.1', 'localhost'), 'private', [origin.replace('127.0.0.1', 'localhost')]],
    ]
    for (const [address, failure, allowed] of failures) {
      await expect(Promise.resolve().then(() => ask(address, allowed))).rejects.toMatchObject({ failure })
    }
  })

  test('a sheet that leads elsewhere is refused in words', async () => {
    await expect(fetchSheet(`${origin}/away`, [origin])).rejects.toThrow(/not on the list of allowed addresses/)
    await expect(fetchSheet('http://[', [origin])).rejects.toMatchObject({ status: 400 })
  })
})

describe('small rooms', () => {
  test('ids are ours for one account and one person, under any key that is listed', () => {
    const ring = KeyRing.read(key())
    const ids = new IssuedIds(ring, 'account', 'person')
    const many = Array.from({ length: 5_000 }, () => ids.issue())
    expect(new Set(many).size).toBe(5_000)
    for (const id of many.slice(0, 50)) {
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
      expect(ids.isIssued(id)).toBe(true)
      for (const [account, person] of [
        ['other', 'person'],
        ['account', 'other'],
      ] as const)
        expect(new IssuedIds(ring, account, person).isIssued(id)).toBe(false)
      expect(ids.isIssued(id.slice(0, -1) + (id.endsWith('0') ? '1' : '0'))).toBe(false)
    }
    expect(ids.derived('run')).toBe(ids.derived('run'))
    expect(ids.derived('run')).not.toBe(ids.derived('walk'))
  })

  test('each place has its turn at hashing, however many wait at another', async () => {
    const passwords = new Passwords(8)
    const order: string[] = []
    await passwords.hash('warm up')
    const flood = Array.from({ length: 20 }, () => passwords.hash('x', 'there').then(() => order.push('there')))
    const own = passwords.hash('x', 'here').then(() => order.push('here'))
    await Promise.all([...flood, own])
    expect(order.indexOf('here')).toBeLessThan(6)
    const many = Array.from({ length: 60 }, () => passwords.hash('x', 'there'))
    const settled = await Promise.allSettled(many)
    expect(settled.some((one) => one.status === 'rejected' && (one.reason as LodgeError).status === 429)).toBe(true)
  })

  test('few long things go on for one person, and others have room', async () => {
    const budget = new Budget()
    let release = () => undefined as void
    const held = new Promise<void>((resolve) => (release = resolve))
    const going = Array.from({ length: 4 }, () => budget.spend('a', 'p', () => held))
    await expect(budget.spend('a', 'p', async () => 1)).rejects.toMatchObject({ status: 429 })
    await expect(budget.spend('a', 'q', async () => 1)).resolves.toBe(1)
    release()
    await Promise.all(going)
    await expect(budget.spend('a', 'p', async () => 1)).resolves.toBe(1)
  })

  test('an error is logged by its kind and place, never by what it says', () => {
    const error = Object.assign(new Error("Duplicate entry 'oriel@house.example' for key"), {
      code: 'ER_DUP_ENTRY',
      errno: 1062,
      sql: 'secret',
    })
    const logged = JSON.stringify(errorForLog(error))
    expect(logged).toContain('ER_DUP_ENTRY')
    expect(logged).toContain('around.test')
    expect(logged).not.toMatch(/oriel|secret|Duplicate/)
    expect(errorForLog(null)).toMatchObject({ type: 'Error', stack: [] })
  })

  test('a household of version 6 is one network', () => {
    expect(networkOf('2001:db8:1:2:3::4')).toBe(networkOf('2001:db8:1:2:ffff::1'))
    expect(networkOf('2001:db8:1:3::4')).not.toBe(networkOf('2001:db8:1:2::4'))
    expect(networkOf('::ffff:203.0.113.7')).toBe('203.0.113.7')
  })
})

describe('a lodge behind proxies and with another key', () => {
  let running: Running
  afterEach(() => running.stop())

  test('takes the word of so many proxies, and of nobody else', async () => {
    running = await openLodge({
      LODGE_SIGN_IN_ATTEMPTS: '2',
      LODGE_TRUST_PROXY: '1',
      LODGE_METRICS_TOKEN: 'figures-for-me',
    })
    const tryFrom = (forwarded: string) =>
      supertest(running.server)
        .post('/api/session')
        .set('X-Forwarded-For', forwarded)
        .send({ email: `made-up-${randomBytes(4).toString('hex')}@away.example`, password: 'x' })
    const [place, other] = [`203.0.113.${Date.now() % 250}`, `198.51.100.${Date.now() % 250}`]
    let refused = 0
    // What a client writes in front of the proxy's word is its own invention.
    for (let at = 0; at < 45; at += 1) if ((await tryFrom(`10.9.8.${at}, ${place}`)).status === 429) refused += 1
    expect(refused).toBeGreaterThanOrEqual(4)
    expect((await tryFrom(other)).status).toBe(401)
    await supertest(running.server).get('/metrics').expect(404)
    await supertest(running.server).get('/metrics').set('Authorization', 'Bearer figures-for-me').expect(200)
  })

  test('seals everything anew under the first key, so that the old one can go', async () => {
    const database = await ownDatabase()
    const [old, fresh] = [`old:${randomBytes(32).toString('base64')}`, `new:${randomBytes(32).toString('base64')}`]
    running = await openLodge({ LODGE_DATABASE_URL: database, LODGE_KEY: old })
    const house = await openHouse(running)
    const { pools, configuration } = running.lodge
    const connectionId = house.idOf('Rafe')
    await pools.work.query('INSERT INTO connection_secret (account_id, connection_id, sealed) VALUES (?, ?, ?)', [
      house.account.id,
      connectionId,
      configuration.keyRing.seal('connection-secret', 'a token'),
    ])
    expect(await resealAll(pools.work, KeyRing.read(`${fresh} ${old}`))).toBe(1)
    expect(await resealAll(pools.work, KeyRing.read(`${fresh} ${old}`))).toBe(0)
    const [rows] = await pools.work.query('SELECT sealed FROM connection_secret WHERE account_id = ?', [
      house.account.id,
    ])
    expect(KeyRing.read(fresh).unseal('connection-secret', (rows as { sealed: string }[])[0]!.sealed)).toBe('a token')
  })
})
