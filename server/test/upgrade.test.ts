import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import mysql from 'mysql2/promise'
import type { RowDataPacket } from 'mysql2'
import { billOf, checkAccount, reach } from '@lodge/core'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { migrate } from '../src/store/migrate.ts'
import { readAccount } from '../src/store/read-account.ts'
import { apply, openLodge, PASSWORD } from './harness.ts'
import supertest from 'supertest'

const dumps = join(import.meta.dirname, 'upgrade')
const migrations = join(import.meta.dirname, '../src/store/migrations')

/** A database of its own in the shared instance, filled from a dump with the history of its versioned tables. */
async function restore(dump: string): Promise<string> {
  const url = new URL(process.env.LODGE_TEST_DATABASE_URL!)
  const root = new URL(url)
  root.username = 'root'
  root.pathname = '/mysql'
  const name = `upgrade_${dump.replace(/\D/g, '')}`
  const admin = await mysql.createConnection({ uri: root.href, multipleStatements: true })
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci; USE ${name};`)
  await admin.query(`GRANT ALL ON ${name}.* TO 'lodge'@'127.0.0.1'`)
  await admin.query('SET SESSION system_versioning_insert_history = 1')
  await admin.query(readFileSync(join(dumps, dump), 'utf8'))
  await admin.end()
  url.pathname = `/${name}`
  return url.href
}

test.each(readdirSync(dumps).filter((name) => name.endsWith('.sql')))(
  'a database laid out as %s is brought up to date, whole, and goes on',
  async (dump) => {
    const url = await restore(dump)
    expect((await migrate(url, migrations)).length).toBeGreaterThan(0)
    const running = await openLodge({ LODGE_DATABASE_URL: url })
    const [rows] = await running.lodge.pools.work.query<RowDataPacket[]>('SELECT id FROM account')
    const accountId = rows[0]!.id as string
    const { account, guard } = (await readAccount(running.lodge.pools.work, accountId))!
    expect(checkAccount(account, guard.committedAt)).toEqual([])
    expect(guard.version).toBe(6)
    expect(await verifyLedger(running.lodge.pools.work, accountId)).toMatchObject({ ok: true, entries: 6 })

    const find = (name: string) => [...account.all('person')].find((person) => account.nameOf(person.id) === name)!
    const place = (name: string) => [...account.all('place')].find((one) => one.name === name)!.id
    const rafe = find('Rafe Gardener')
    expect(reach(account, rafe.id, place('Helipad'), 'log/photos', guard.committedAt).level).toBe('add')
    expect(find('Corin Client').state).toBe('left')
    const [past] = await running.lodge.pools.work.query<RowDataPacket[]>(
      'SELECT walled FROM place FOR SYSTEM_TIME AS OF ? WHERE id = ?',
      ['2026-06-16 08:00:00.000001', place('Harbour')],
    )
    expect(past.map((row) => row.walled)).toEqual([0])

    // Billed as before the upgrade: two Field seats at 14.00.
    const totals = ['2026-01', '2026-05', '2026-06', '2026-07'].map((month) => billOf(account, month).totalMinor)
    expect(totals).toEqual([2800, 2800, 2800, 2800])
    expect(account.settings.openedAt).toBeGreaterThan(0)
    const [product] = [...account.all('product')]
    expect(account.by('subscription', 'product', product!.id)).toMatchObject([{ on: true }])

    const browser = supertest.agent(running.server)
    const email = account.personal(find('Oriel Owner').id, 'email')
    await browser.post('/api/session').send({ email, password: PASSWORD }).expect(200)
    const house = { path: (rest: string) => `/api/accounts/${accountId}${rest}` } as Parameters<typeof apply>[0]
    const answer = await apply(house, browser, [{ type: 'archive-place', placeId: place('Harbour'), archived: true }])
    expect(answer.body).toEqual({ version: 7 })
    expect(await verifyLedger(running.lodge.pools.work, accountId)).toMatchObject({ ok: true, entries: 7 })
    await running.stop()
  },
)
