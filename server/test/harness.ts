import 'reflect-metadata'
import { spawn, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import type { RowDataPacket } from 'mysql2'
import mysql from 'mysql2/promise'
import supertest from 'supertest'
import { readInstant, type Account, type AccountBook, type Id, type Preview } from '@lodge/core'
import { readConfiguration } from '../src/configuration.ts'
import { startLodge, type Running } from '../src/start.ts'
import { loadBook } from '../src/store/load-book.ts'
import { AS_OF, smallBook } from '../../core/test/small-book.ts'

export const PASSWORD = 'a long enough password'
/** The cheapest Argon2id there is; tests are not the place to make guessing dear. */
const MEMORY_KIBIBYTES = 8

export interface House {
  running: Running
  account: Account
  domain: string
  /** A browser that signed in as someone of the book, by first name. */
  as(firstName: string): Promise<Browser>
  idOf(firstName: string): Id
  placeId(name: string): Id
  roleId(name: string): Id
  /** A path of this account's API. */
  path(rest: string): string
}

export type Browser = ReturnType<typeof supertest.agent>

export function environment(more: Record<string, string> = {}): Record<string, string> {
  return {
    LODGE_PORT: '0',
    LODGE_DATABASE_URL: process.env.LODGE_TEST_DATABASE_URL!,
    LODGE_NOW: AS_OF,
    LODGE_PASSWORD_MEMORY_KIB: String(MEMORY_KIBIBYTES),
    LODGE_LOG_LEVEL: process.env.LODGE_TEST_LOG ?? 'info',
    LODGE_LOG_FILE: join(process.env.LODGE_TEST_TRACE!, `log-${process.pid}-${randomBytes(4).toString('hex')}`),
    LODGE_SMTP_URL: 'smtp://127.0.0.1:1',
    LODGE_KEY: `test:${Buffer.alloc(32, 7).toString('base64')}`,
    LODGE_SIGN_IN_ATTEMPTS: '1000',
    // One worker at a time: what waits in the shared database is everyone's.
    LODGE_WORK: 'off',
    ...more,
  }
}

/** A database of its own in the shared instance, for tests in which work is done: what waits is everyone's there. */
/** What a worker is asked with while its process goes on. */
export const goesOn = () => false

/** Everything is tried (`npm run test:long`), rather than what a run of some minutes has room for. */
export const IS_WHOLE = process.env.LODGE_WHOLE === '1'

export async function ownDatabase(): Promise<string> {
  const url = new URL(process.env.LODGE_TEST_DATABASE_URL!)
  const root = new URL(url)
  root.username = 'root'
  root.pathname = '/mysql'
  const name = `own_${randomBytes(6).toString('hex')}`
  const admin = await mysql.createConnection(root.href)
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`)
  await admin.query(`GRANT ALL ON ${name}.* TO 'lodge'@'127.0.0.1'`)
  // The layout of the shared one, which was migrated once: nothing is migrated again.
  const shared = new URL(process.env.LODGE_TEST_DATABASE_URL!).pathname.slice(1)
  const [tables] = await admin.query<RowDataPacket[]>(
    'SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = ?',
    [shared],
  )
  for (const { name: table } of tables)
    await admin.query(`CREATE TABLE ${name}.\`${table}\` LIKE ${shared}.\`${table}\``)
  await admin.query(`INSERT INTO ${name}.migration SELECT * FROM ${shared}.migration`)
  await admin.end()
  url.pathname = `/${name}`
  return url.href
}

export async function openLodge(more: Record<string, string> = {}): Promise<Running> {
  return startLodge(readConfiguration(environment(more)))
}

/** An account of its own in the shared database, and browsers for its people. */
export async function openHouse(running: Running, book: (domain: string) => AccountBook = smallBook): Promise<House> {
  const domain = `${randomBytes(6).toString('hex')}.example`
  const account = await loadBook(running.lodge.pools, book(domain), PASSWORD, MEMORY_KIBIBYTES, readInstant(AS_OF))
  const idOf = (firstName: string) => account.peopleByEmail(`${firstName.toLowerCase()}@${domain}`)[0]!
  const named = (rows: Iterable<{ id: Id; name: string }>, name: string) =>
    [...rows].find((row) => row.name === name)!.id
  return {
    running,
    account,
    domain,
    idOf,
    placeId: (name) => named(account.all('place'), name),
    roleId: (name) => named(account.all('role'), name),
    path: (rest) => `/api/accounts/${account.id}${rest}`,
    async as(firstName) {
      const browser = supertest.agent(running.server)
      await browser
        .post('/api/session')
        .send({ email: `${firstName}@${domain}`, password: PASSWORD })
        .expect(200)
      return browser
    },
  }
}

/** Previews changes and applies them as shown; answers the commit's response. */
export async function apply(house: House, browser: Browser, changes: object[], key?: string) {
  const shown = await previewOf(house, browser, changes)
  const { version, digest } = shown
  const request = browser.post(house.path('/commits')).send({ changes: shown.changes, version, digest })
  return key ? request.set('Idempotency-Key', key) : request
}

export async function previewOf(house: House, browser: Browser, changes: object[]) {
  const answer = await browser.post(house.path('/previews')).send({ changes }).expect(200)
  return answer.body as Preview & { changes: object[]; version: number; digest: string }
}

/** The invitation the tests send: a rope climber at Pellworth Main with a Field seat. */
export function invitation(house: House, more: object = {}): object {
  return {
    type: 'invite',
    name: 'Sorrel Climber',
    email: `sorrel@${house.domain}`,
    kind: 'contractor',
    standing: 'guest',
    engagementUntil: '2026-09-30',
    grants: [{ roleId: house.roleId('Rope access'), placeId: house.placeId('Main') }],
    seats: [{ product: 'log', seatType: 'field' }],
    ...more,
  }
}

/** Waits until something answers as expected; fails when it does not within the time. */
export async function until<T>(ask: () => Promise<T | undefined | false>, seconds = 100): Promise<T> {
  for (const end = performance.now() + seconds * 1000; performance.now() < end;) {
    const answer = await ask().catch(() => undefined)
    if (answer) return answer
    await sleep(50)
  }
  throw new Error(`It did not come about within ${seconds} seconds.`)
}

/** What a process of its own runs first: it notes its secrets, and its clock can be put forward and back. */
const IMPORTED = ['trace.mjs', 'clock-shim.mjs'].map((name) => `--import ${join(import.meta.dirname, name)}`).join(' ')

/** The lodge as a process of its own, from the bundle made before the tests: it starts in a fraction of the time. */
export async function spawnLodge(more: Record<string, string>): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [join(import.meta.dirname, 'dist/main.js')], {
    env: { ...process.env, NODE_OPTIONS: IMPORTED, ...environment(more) },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  const [{ port }] = (await once(child, 'message')) as [{ port: number }]
  return { child, url: `http://127.0.0.1:${port}` }
}
