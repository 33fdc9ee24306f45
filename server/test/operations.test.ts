import { execFile } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { join } from 'node:path'
import { promisify } from 'node:util'
import mysql from 'mysql2/promise'
import supertest from 'supertest'
import { migrate, pendingMigrations } from '../src/store/migrate.ts'
import { environment, openHouse, openLodge, ownDatabase } from './harness.ts'

const run = promisify(execFile)
const source = (path: string) => join(import.meta.dirname, '../src', path)

/** Runs a script of the server with a database; answers how it ended and what it said. */
async function script(path: string, more: Record<string, string>) {
  const env = { ...process.env, NODE_OPTIONS: '', ...more }
  return run(process.execPath, ['--import', 'tsx', source(path)], { env }).then(
    ({ stdout, stderr }) => ({ code: 0, said: stdout + stderr }),
    (error: { code: number; stdout: string; stderr: string }) => ({
      code: error.code,
      said: error.stdout + error.stderr,
    }),
  )
}

/** An empty database in the shared instance. */
async function emptyDatabase(): Promise<string> {
  const url = new URL(process.env.LODGE_TEST_DATABASE_URL!)
  const name = `empty_${randomBytes(6).toString('hex')}`
  const admin = await mysql.createConnection(`mysql://root@${url.host}/mysql`)
  await admin.query(`CREATE DATABASE ${name}`)
  await admin.query(`GRANT ALL ON ${name}.* TO 'lodge'@'127.0.0.1'`)
  await admin.end()
  url.pathname = `/${name}`
  return url.href
}

test('an installation is migrated, and refuses to open before that with the line to type', async () => {
  const database = await emptyDatabase()
  const early = await script('main.ts', environment({ LODGE_DATABASE_URL: database }))
  expect(early.code).toBe(1)
  expect(early.said).toMatch(/The database lacks \d+ migrations; run `npm run migrate` first\./)
  const first = await script('command-line/migrate.ts', { LODGE_DATABASE_URL: database })
  expect([first.code, first.said]).toEqual([0, expect.stringContaining('applied 0001-account.sql')])
  const again = await script('command-line/migrate.ts', { LODGE_DATABASE_URL: database })
  expect(again.said).toContain('The database is up to date.')
  expect(await pendingMigrations(database, source('store/migrations'))).toEqual([])
  const lost = await script('command-line/migrate.ts', { LODGE_DATABASE_URL: '' })
  expect([lost.code, lost.said]).toEqual([1, expect.stringContaining('Set LODGE_DATABASE_URL')])
})

test('two migrations at once wait for each other', async () => {
  const database = await emptyDatabase()
  const applied = await Promise.all([1, 2].map(() => migrate(database, source('store/migrations'))))
  const [none, all] = applied.map((names) => names.length).sort((one, other) => one - other)
  expect([none, all]).toEqual([0, (await ownMigrations()).length])
})

async function ownMigrations(): Promise<string[]> {
  return pendingMigrations(await emptyDatabase(), source('store/migrations'))
}

test('figures for operators name no id, and tell of loops, work, pools and accounts', async () => {
  const running = await openLodge({ LODGE_DATABASE_URL: await ownDatabase() })
  const house = await openHouse(running)
  const owner = await house.as('Oriel')
  await owner.get(house.path('/people')).expect(200)
  const { text } = await supertest(running.server).get('/metrics').expect(200)
  for (const name of [
    'lodge_nodejs_eventloop_lag_seconds',
    'lodge_catch_up_seconds',
    'lodge_accounts_loaded 1',
    'lodge_account_bytes',
    // Nobody works here: what waits is that its months close, and that mornings and dates are looked at.
    'lodge_work_waiting 3',
    'lodge_work_oldest_seconds ',
    'lodge_pool_requests_waiting 0',
    'lodge_request_seconds_count{kind="api",status="200"}',
  ]) {
    expect(text).toContain(name)
  }
  expect(text).not.toContain(house.account.id)
  await running.stop()
})

test('the least used accounts are put away when they take too much, and read again when asked for', async () => {
  const running = await openLodge({ LODGE_ACCOUNT_MEMORY_MB: '0' })
  const [first, second] = [await openHouse(running), await openHouse(running)]
  const [one, other] = [await first.as('Oriel'), await second.as('Oriel')]
  await one.get(first.path('/people')).expect(200)
  await other.get(second.path('/people')).expect(200)
  expect(running.lodge.accounts.count).toBe(1)
  await one.get(first.path('/people')).expect(200)
  await running.stop()
})
