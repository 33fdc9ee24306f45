import { jest } from '@jest/globals'
import { once } from 'node:events'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { pino } from 'pino'
import { SMTPServer } from 'smtp-server'
import supertest from 'supertest'
import { makeProductToken } from '../src/command-line/token-command.ts'
import { readConfiguration } from '../src/configuration.ts'
import type { Running } from '../src/start.ts'
import { openPools, type Pools } from '../src/store/pools.ts'
import { insertWork } from '../src/store/work.ts'
import { Mailer } from '../src/work/mail.ts'
import { JobQueue, type Worker } from '../src/work/job-queue.ts'
import {
  apply,
  environment,
  openHouse,
  openLodge,
  ownDatabase,
  PASSWORD,
  previewOf,
  spawnLodge,
  until,
  type Browser,
  type House,
} from './harness.ts'

const HOUR = 3600
const DAY = 24 * HOUR

let database: string
let running: Running
let house: House
/** What is opened during a test and stopped after it. */
const opened: (() => Promise<void>)[] = []

beforeAll(async () => {
  database = await ownDatabase()
  running = await openLodge({ LODGE_DATABASE_URL: database, LODGE_NOW: '' })
  house = await openHouse(running)
})
afterAll(() => running.stop())
afterEach(async () => {
  for (const stop of opened.splice(0)) await stop()
})

/** A process with a wall clock of its own, which `step` puts so many seconds off the true one. */
async function processWith(secondsAhead: number, more: Record<string, string> = {}) {
  const file = join(mkdtempSync(join(tmpdir(), 'lodge-clock-')), 'ahead')
  writeFileSync(file, String(secondsAhead))
  const settings = { LODGE_DATABASE_URL: database, LODGE_NOW: '', LODGE_TEST_CLOCK: file, ...more }
  const { child, url } = await spawnLodge(settings)
  opened.push(async () => {
    const exit = once(child, 'exit')
    child.kill('SIGTERM')
    await exit
  })
  const browser = supertest.agent(url)
  const signIn = () =>
    browser
      .post('/api/session')
      .send({ email: `oriel@${house.domain}`, password: PASSWORD })
      .expect(200)
  const step = async (seconds: number) => {
    writeFileSync(file, String(seconds))
    await sleep(60)
  }
  return { url, browser, signIn, step }
}

const readiness = async (url: string) => {
  const { status, body } = await supertest(url).get('/readyz')
  const { reason, clockDifferenceMilliseconds } = body as { reason?: string; clockDifferenceMilliseconds: number }
  return { status, reason, clockDifferenceMilliseconds }
}

/** How far the account's last commit lies from the true time, in seconds. */
async function lastCommitAhead(): Promise<number> {
  const [rows] = (await running.lodge.pools.work.query('SELECT committed_at_us AS at FROM account WHERE id = ?', [
    house.account.id,
  ])) as unknown as [{ at: number }[]]
  return rows[0]!.at / 1_000_000 - Date.now() / 1000
}

let made = 0
const anotherPlace = () => {
  return { type: 'make-place', parentId: house.placeId('Corvane'), name: `Yard ${(made += 1)}`, kind: 'site' }
}
const write = (browser: Browser) => apply(house, browser, [anotherPlace()])

/** Asks for one decision about someone's photos, and answers the status with the answer. */
const decide = async (url: string, token: string, who: string, place: string) => {
  const { status, body } = await supertest(url)
    .post('/access/v1/evaluation')
    .set('Authorization', `Bearer ${token}`)
    .send({
      subject: { type: 'user', id: house.idOf(who) },
      action: { name: 'see' },
      resource: { type: 'photos', id: place },
    })
  return status === 200 ? (body.decision as boolean) : status
}

describe('a clock that is wrong', () => {
  test.each([
    ['a day ahead', DAY],
    ['an hour behind', -HOUR],
  ])('%s from the start: that process says so, and neither commits nor decides; others go on', async (_what, ahead) => {
    const wrong = await processWith(ahead)
    const token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
    await until(async () => (await readiness(wrong.url)).reason)
    const { status, reason, clockDifferenceMilliseconds } = await readiness(wrong.url)
    expect([status, Math.round(clockDifferenceMilliseconds / 1000)]).toEqual([503, ahead])
    expect(reason).toMatch(/clock and its database’s clock show different times/)
    expect(await decide(wrong.url, token, 'Rafe', house.placeId('Main'))).toBe(503)
    await wrong.signIn()
    const refused = await write(wrong.browser)
    expect([refused.status, refused.body.code]).toEqual([503, 'clock-off'])
    expect((await write(await house.as('Oriel'))).status).toBe(200)
    expect(Math.abs(await lastCommitAhead())).toBeLessThan(60)
  })

  test('that is put forward or back while it runs stops it at once, and drags nobody along', async () => {
    const stepped = await processWith(0)
    await stepped.signIn()
    expect((await write(stepped.browser)).status).toBe(200)
    const shown = await previewOf(house, stepped.browser, [anotherPlace()])
    const commit = () =>
      stepped.browser
        .post(house.path('/commits'))
        .send({ changes: shown.changes, version: shown.version, digest: shown.digest })
    for (const seconds of [DAY, -HOUR]) {
      await stepped.step(seconds)
      const { status, body } = await commit()
      // A session of tomorrow has run out for it, or the effect is another by then: that is no commit either.
      expect([503, 401, 409]).toContain(status)
      if (status === 503) expect(body.code).toBe('clock-off')
      expect(Math.abs(await lastCommitAhead())).toBeLessThan(60)
      expect((await write(await house.as('Oriel'))).status).toBe(200)
    }
    await stepped.step(0)
    await until(async () => (await readiness(stepped.url)).status === 200)
    expect((await write(stepped.browser)).status).toBe(200)
  })
})

test('the time is read anew each time: after the machine slept a key has ended, and it is there again when put right', async () => {
  // The operator of this machine lets its clock go: what a suspended machine and its database have in common.
  const slept = await processWith(0, { LODGE_CLOCK_BOUND_SECONDS: '1000000' })
  const token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
  const until30 = new Date(Date.now() + 30 * 60_000).toISOString()
  const give = {
    type: 'give',
    subjectKind: 'person',
    subjectId: house.idOf('Rafe'),
    roleId: house.roleId('Gardener'),
    placeId: house.placeId('Harbour'),
    until: until30,
  }
  expect((await apply(house, await house.as('Oriel'), [give])).status).toBe(200)
  const asked = () => decide(slept.url, token, 'Rafe', house.placeId('Harbour'))
  await until(async () => (await asked()) === true)
  await slept.step(HOUR)
  expect(await asked()).toBe(false)
  await slept.step(0)
  expect(await asked()).toBe(true)
})

describe('leases', () => {
  const LEASE_MILLISECONDS = 400
  const log = pino({ enabled: false })

  async function twoQueues(kind: string, worker: Worker): Promise<Pools> {
    const pools = openPools(database)
    const both = [0, 1].map(() => new JobQueue(pools, log, LEASE_MILLISECONDS))
    for (const one of both) {
      one.register(kind, worker)
      one.wake()
    }
    opened.push(async () => {
      await Promise.all(both.map((one) => one.stop()))
      await pools.end()
    })
    return pools
  }
  const stateOf = async (pools: Pools, id: string) => {
    const [rows] = (await pools.work.query('SELECT state FROM durable_work WHERE id = ?', [id])) as unknown as [
      { state: string }[],
    ]
    return rows[0]?.state
  }

  test('are renewed while the work goes on: a slow mail server gets a letter once, however many processes there are', async () => {
    let letters = 0
    const slow = new SMTPServer({
      authOptional: true,
      disabledCommands: ['AUTH', 'STARTTLS'],
      onData(stream, _session, done) {
        stream.resume()
        stream.on('end', () => {
          letters += 1
          setTimeout(done, LEASE_MILLISECONDS * 6)
        })
      },
    })
    slow.listen(0, '127.0.0.1')
    await once(slow.server, 'listening')
    const { port } = slow.server.address() as { port: number }
    const mailer = new Mailer(readConfiguration(environment({ LODGE_SMTP_URL: `smtp://127.0.0.1:${port}` })))
    const to = { name: 'Wren', address: `wren@${house.domain}` }
    const pools = await twoQueues('slow-letter', async ({ id }) => {
      await mailer.send(id, { to, subject: 'One', text: 'Once.' })
      return 'done'
    })
    const id = await insertWork(pools.work, { accountId: house.account.id, kind: 'slow-letter', ids: {} }, 0)
    await until(async () => (await stateOf(pools, id)) === 'done')
    expect(letters).toBe(1)
    mailer.close()
    await new Promise((resolve) => slow.close(() => resolve(undefined)))
  })

  test('hold by the database’s time: a process whose clock is ahead takes nothing from another', async () => {
    const real = Date.now
    let begun = 0
    const pools = await twoQueues('long-work', async () => {
      begun += 1
      await sleep(LEASE_MILLISECONDS * 3)
      return 'done'
    })
    const ahead = jest.spyOn(Date, 'now').mockImplementation(() => real() + DAY * 1000)
    try {
      const id = await insertWork(pools.work, { accountId: house.account.id, kind: 'long-work', ids: {} }, 0)
      await until(async () => (await stateOf(pools, id)) === 'done')
      expect(begun).toBe(1)
    } finally {
      ahead.mockRestore()
    }
  })
})
