import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import net, { type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import type { Context } from 'koa'
import mysql from 'mysql2/promise'
import supertest from 'supertest'
import { makeProductToken } from '../src/command-line/token-command.ts'
import { neverSilent } from '../src/never-silent.ts'
import type { Running } from '../src/start.ts'
import { migrate } from '../src/store/migrate.ts'
import { isUnreachable } from '../src/store/pools.ts'
import { startPrivateDatabase, type PrivateDatabase } from '../src/store/private-database.ts'
import { invitation, openHouse, openLodge, previewOf, until, type Browser, type House } from './harness.ts'

/** A wire to the database on which packets can be lost: nothing comes through, and nobody is told. */
async function wireTo(port: number) {
  const ends = new Set<Socket>()
  let lost = false
  const server = net.createServer((near) => {
    const far = net.connect(port, '127.0.0.1')
    for (const [from, to] of [
      [near, far],
      [far, near],
    ] as const) {
      ends.add(from)
      from.on('data', (chunk: Buffer) => {
        if (!lost) to.write(chunk)
      })
      from.on('error', () => undefined)
      from.on('close', () => {
        ends.delete(from)
        to.destroy()
      })
    }
  })
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  return {
    port: (server.address() as net.AddressInfo).port,
    lose: () => (lost = true),
    mend: () => (lost = false),
    cut() {
      server.close()
      for (const end of ends) end.destroy()
    },
  }
}

describe('a database that does nothing for us', () => {
  const directory = mkdtempSync(join(tmpdir(), 'lodge-faults-'))
  let database: PrivateDatabase
  let admin: mysql.Connection
  let wire: Awaited<ReturnType<typeof wireTo>>
  let running: Running
  let house: House
  let owner: Browser
  let token: string

  beforeAll(async () => {
    database = await startPrivateDatabase({ directory })
    await migrate(database.url, join(import.meta.dirname, '../src/store/migrations'))
    const root = new URL(database.url)
    root.username = 'root'
    admin = await mysql.createConnection(root.href)
    wire = await wireTo(database.port)
    const url = new URL(database.url)
    url.port = String(wire.port)
    running = await openLodge({ LODGE_DATABASE_URL: url.href })
    house = await openHouse(running)
    owner = await house.as('Oriel')
    token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
  })
  afterAll(async () => {
    wire.cut()
    await running.stop()
    await admin.end()
    await database.stop()
    rmSync(directory, { recursive: true, force: true })
  })

  let invited = 0
  const shownInvitation = () =>
    previewOf(house, owner, [
      invitation(house, { name: 'Wren Ashdown', email: `one-${(invited += 1)}@${house.domain}` }),
    ])
  const commit = ({ changes, version, digest }: Awaited<ReturnType<typeof shownInvitation>>) =>
    owner.post(house.path('/commits')).send({ changes, version, digest })
  const readiness = async () => (await supertest(running.server).get('/readyz')).status
  const decision = async () =>
    (
      await supertest(running.server)
        .post('/access/v1/evaluation')
        .set('Authorization', `Bearer ${token}`)
        .send({
          subject: { type: 'user', id: house.idOf('Rafe') },
          action: { name: 'see' },
          resource: { type: 'photos', id: house.placeId('Main') },
        })
    ).status
  /** An answer that says the database is away, and when to come again. */
  const expectAway = ({ status, body, headers }: { status: number; body: { code?: string }; headers: object }) => {
    expect({ status, code: body.code, again: (headers as Record<string, string>)['retry-after'] }).toEqual({
      status: 503,
      code: 'database-away',
      again: '2',
    })
  }
  const well = async () => {
    await until(async () => (await readiness()) === 200)
    expect((await commit(await shownInvitation())).status).toBe(200)
    expect(await decision()).toBe(200)
  }

  test('is read only: what changes something is answered 503, what reads goes on', async () => {
    const shown = await shownInvitation()
    await admin.query('SET GLOBAL read_only = 1')
    try {
      expectAway(await commit(shown))
      expect(await decision()).toBe(200)
      expect(await readiness()).toBe(200)
    } finally {
      await admin.query('SET GLOBAL read_only = 0')
    }
    await well()
  })

  test('has too many connections: 503, and it is over by itself', async () => {
    const shown = await shownInvitation()
    const [[{ Value: most }]] = (await admin.query("SHOW GLOBAL VARIABLES LIKE 'max_connections'")) as unknown as [
      [{ Value: string }],
    ]
    await admin.query('SET GLOBAL max_connections = 10')
    const [processes] = (await admin.query(
      "SELECT id FROM information_schema.processlist WHERE user = 'lodge'",
    )) as unknown as [{ id: number }[]]
    for (const { id } of processes) await admin.query(`KILL ${id}`).catch(() => undefined)
    const others: mysql.Connection[] = []
    try {
      for (let at = 0; at < 12; at += 1) {
        const other = await mysql.createConnection(database.url).catch(() => undefined)
        if (other) others.push(other)
      }
      const answer = await until(async () => {
        const one = await commit(shown)
        return one.status !== 200 && one
      })
      expectAway(answer)
    } finally {
      for (const other of others) other.destroy()
      await admin.query(`SET GLOBAL max_connections = ${Number(most)}`)
    }
    await well()
  })

  test('is silent, its packets lost: everybody is answered, and readiness says no as decisions do', async () => {
    const shown = await shownInvitation()
    wire.lose()
    try {
      const [one, other] = await Promise.all([owner.get(house.path('/ledger')), commit(shown)])
      expectAway(one)
      expectAway(other)
      expect([await readiness(), await decision()]).toEqual([503, 503])
    } finally {
      wire.mend()
    }
    await well()
  })

  test('whose name is not resolved: 503, never an error of ours', async () => {
    const lost = await openLodge({
      LODGE_DATABASE_URL: 'mysql://lodge@database.nowhere.invalid:3306/lodge',
      LODGE_NOW: '',
    })
    try {
      const answer = await supertest(lost.server).post('/api/session').send({ email: 'a@b.example', password: 'c' })
      expectAway(answer)
      expect((await supertest(lost.server).get('/readyz')).status).toBe(503)
    } finally {
      await lost.stop()
    }
  })
})

test.each([
  ['too many connections', { errno: 1040 }],
  ['a full disk', { errno: 1021 }],
  ['a full table', { errno: 1114 }],
  ['a read-only transaction', { errno: 1792 }],
  ['a packet that was cut short', { errno: 1159 }],
  ['a statement that took too long', { errno: 1969 }],
  ['a name that is not resolved for now', { code: 'EAI_AGAIN' }],
  ['no answer', { code: 'PROTOCOL_SEQUENCE_TIMEOUT' }],
  ['a queue that is full', { message: 'Queue limit reached.' }],
])('%s is nobody’s fault who asks', (_what, error) => {
  expect(isUnreachable(error)).toBe(true)
})

test('what is wrong with a statement of ours is not put on the database', () => {
  expect([1062, 1054, 1064, 1366].filter((errno) => isUnreachable({ errno, message: 'You have an error' }))).toEqual([])
})

describe('what waits while the database seems silent', () => {
  const asked = (fresh: () => boolean, work: Promise<void>) =>
    neverSilent({ get fresh() { return fresh() } }, 20)({} as Context, () => work) // prettier-ignore

  test('is told so once that was found again and again', async () => {
    await expect(asked(() => false, new Promise(() => undefined))).rejects.toMatchObject({ status: 503 })
  })

  test('is answered where this process was only busy with itself: the first look after that comes too soon', async () => {
    let looks = 0
    const work = sleep(150)
    await asked(() => (looks += 1) > 2, work)
    expect(looks).toBeGreaterThan(3)
  })
})
