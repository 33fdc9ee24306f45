import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import supertest from 'supertest'
import { makeProductToken } from '../src/command-line/token-command.ts'
import type { Running } from '../src/start.ts'
import { migrate } from '../src/store/migrate.ts'
import { startPrivateDatabase } from '../src/store/private-database.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import {
  apply,
  invitation,
  openHouse,
  openLodge,
  ownDatabase,
  PASSWORD,
  previewOf,
  spawnLodge,
  until,
  type House,
} from './harness.ts'

describe('kill -9', () => {
  let running: Running
  let house: House
  beforeAll(async () => {
    running = await openLodge()
    house = await openHouse(running)
  })
  afterAll(() => running.stop())

  test.each(['guard', 'rows', 'ledger', 'committed'])(
    'at “%s” leaves all or nothing, and the same request again does it once',
    async (point) => {
      const owner = await house.as('Oriel')
      running.lodge.accounts.forget(house.account.id)
      const change = invitation(house, { name: `Killed ${point}`, email: `${point}@${house.domain}`, seats: [] })
      const shown = await previewOf(house, owner, [change])
      const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
      const key = `killed-at-${point}`

      const { child, url } = await spawnLodge({ LODGE_CRASH_AT: point })
      const browser = supertest.agent(url)
      await browser
        .post('/api/session')
        .send({ email: `oriel@${house.domain}`, password: PASSWORD })
        .expect(200)
      const exit = once(child, 'exit')
      await browser
        .post(house.path('/commits'))
        .set('Idempotency-Key', key)
        .send(body)
        .then(
          () => expect(point).toBe('committed'),
          (error: { code?: string }) => expect(['ECONNRESET', 'ECONNREFUSED']).toContain(error.code),
        )
      expect((await exit)[1]).toBe('SIGKILL')

      const rows = async () => {
        const names = "SELECT COUNT(*) AS n FROM personal_value WHERE account_id = ? AND field = 'name' AND value = ?"
        const [[found]] = (await running.lodge.pools.work.query(names, [
          house.account.id,
          `Killed ${point}`,
        ])) as unknown as [[{ n: number }]]
        return found.n
      }
      // The database lets go of the killed process's transaction before anything else is written.
      expect(
        await until(async () => ((await rows()) === (point === 'committed' ? 1 : 0) ? 'as it should' : false)),
      ).toBe('as it should')
      expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })

      running.lodge.accounts.forget(house.account.id)
      const again = await until(async () => {
        const answer = await owner.post(house.path('/commits')).set('Idempotency-Key', key).send(body)
        return answer.status === 200 && answer
      })
      expect(again.body).toEqual({ version: shown.version + 1 })
      expect(await rows()).toBe(1)
      expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({
        ok: true,
        entries: shown.version + 1,
      })
    },
  )

  test('a second process that wrote first is noticed: the guard refuses, and the change is decided afresh', async () => {
    const second = await openLodge()
    const owner = await house.as('Oriel')
    await owner.get(house.path('/people')).expect(200)
    const there = supertest.agent(second.server)
    await there
      .post('/api/session')
      .send({ email: `tamsin@${house.domain}`, password: PASSWORD })
      .expect(200)
    const place = (name: string) => ({ type: 'make-place', parentId: house.placeId('Corvane'), name, kind: 'site' })
    const both = await Promise.all(
      Array.from({ length: 6 }, (_, at) => apply(house, at % 2 ? owner : there, [place(`Yard ${at}`)])),
    )
    expect(both.map((answer) => answer.status)).toEqual([200, 200, 200, 200, 200, 200])
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
    const seen = await until(async () => {
      const { body } = await there.get(house.path('/places'))
      return body.places.filter((one: { name: string }) => one.name.startsWith('Yard')).length === 6
    })
    expect(seen).toBe(true)
    await second.stop()
  })
})

describe('a departure whose process dies after its doors were shut', () => {
  test('is finished by another, and the leaver stays out meanwhile', async () => {
    const database = { LODGE_DATABASE_URL: await ownDatabase() }
    const running = await openLodge({ LODGE_WORK: 'on', ...database })
    const house = await openHouse(running)
    const owner = await house.as('Oriel')
    const leaver = await house.as('Rafe')
    const { child, url } = await spawnLodge({ LODGE_CRASH_AT: 'doors', ...database })
    const browser = supertest.agent(url)
    await browser
      .post('/api/session')
      .send({ email: `oriel@${house.domain}`, password: PASSWORD })
      .expect(200)
    const shown = await previewOf(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
    const exit = once(child, 'exit')
    const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
    const key = 'cut-off-rafe'
    await browser
      .post(house.path('/commits'))
      .set('Idempotency-Key', key)
      .send(body)
      .catch(() => undefined)
    expect((await exit)[1]).toBe('SIGKILL')
    await leaver.get(house.path('/my-keys')).expect(401)
    await until(async () => {
      const { body: sheet } = await owner.get(house.path(`/people/${house.idOf('Rafe')}`))
      return sheet.state === 'left'
    })
    const { body: ledger } = await owner.get(house.path('/ledger'))
    expect(ledger.entries[0]).toMatchObject({ via: 'schedule', sentences: ['ended the access of Rafe Gardener'] })
    // The button pressed again is answered as the first time, anyone who finished it.
    const again = await owner.post(house.path('/commits')).set('Idempotency-Key', key).send(body)
    expect([again.status, again.body]).toEqual([200, { version: ledger.entries[0].version }])
    await running.stop()
  })
})

describe('the database away', () => {
  test('is said plainly, loses nothing, and is over by itself', async () => {
    const directory = mkdtempSync(join(tmpdir(), 'lodge-away-'))
    let database = await startPrivateDatabase({ directory })
    await migrate(database.url, join(import.meta.dirname, '../src/store/migrations'))
    const running = await openLodge({ LODGE_DATABASE_URL: database.url })
    try {
      const house = await openHouse(running)
      const owner = await house.as('Oriel')
      const token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
      const shown = await previewOf(house, owner, [invitation(house)])
      const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
      await database.kill()
      const away = performance.now()
      const answer = await owner
        .post(house.path('/commits'))
        .set('Idempotency-Key', 'while-away-1')
        .send(body)
        .expect(503)
      expect(answer.body).toMatchObject({ code: 'database-away', detail: expect.stringContaining('Nothing was lost') })
      expect(answer.headers['retry-after']).toBe('2')
      await until(async () => (await supertest(running.server).get('/readyz')).status === 503)
      const ask = () =>
        supertest(running.server).post('/access/v1/evaluation').set('Authorization', `Bearer ${token}`).send({})
      expect((await ask()).status).toBe(503)
      await sleep(Math.max(0, 10_000 - (performance.now() - away)))
      database = await startPrivateDatabase({ directory, port: database.port })
      const back = await until(async () => {
        const again = await owner.post(house.path('/commits')).set('Idempotency-Key', 'while-away-1').send(body)
        return again.status === 200 && again
      })
      expect(back.body).toEqual({ version: shown.version + 1 })
      await until(async () => (await supertest(running.server).get('/readyz')).status === 200)
    } finally {
      await running.stop()
      await database.stop()
      rmSync(directory, { recursive: true, force: true })
    }
  }, 240_000)
})
