import { randomBytes } from 'node:crypto'
import { cpSync, mkdtempSync, readFileSync, rmSync, unlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import mysql from 'mysql2/promise'
import { v7 as uuidv7 } from 'uuid'
import { foundingEdits, TABLE_NAMES, type RowEdit } from '@lodge/core'
import type { Running } from '../src/start.ts'
import { columnsOf, rowOf, tableOf, valuesOf } from '../src/store/columns.ts'
import { Accounts } from '../src/store/accounts.ts'
import { migrate, migrationsIn } from '../src/store/migrate.ts'
import { readAccount } from '../src/store/read-account.ts'
import { writeEdits, writePersonalValues } from '../src/store/write-edits.ts'
import { endSameWork, insertAllWork } from '../src/store/work.ts'
import { render } from '../src/work/mail.ts'
import { wallClock } from '../src/clock.ts'
import { apply, invitation, openHouse, openLodge, type House } from './harness.ts'

const migrations = join(import.meta.dirname, '../src/store/migrations')

let running: Running
let house: House
beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
})

describe('migrations', () => {
  test('are one statement each, numbered without a gap', () => {
    const all = migrationsIn(migrations)
    expect(all.map((one) => one.number)).toEqual(all.map((_one, at) => at + 1))
    for (const { sql } of all) if (sql !== undefined) expect(sql.trim().split(/;\s*$/m).filter(Boolean)).toHaveLength(1)
  })

  test('go on where they were cut off, and change nothing a second time', async () => {
    const name = `m${randomBytes(6).toString('hex')}`
    const url = process.env.LODGE_TEST_DATABASE_URL!
    const root = await mysql.createConnection(url.replace('lodge@', 'root@').replace(/\/lodge$/, '/mysql'))
    await root.query(`CREATE DATABASE ${name}`)
    await root.query(`GRANT ALL ON ${name}.* TO 'lodge'@'127.0.0.1'`)
    const directory = mkdtempSync(join(tmpdir(), 'lodge-migrations-'))
    cpSync(migrations, directory, { recursive: true })
    const files = migrationsIn(directory).map((one) => one.name)
    const rest = migrationsIn(directory)
      .flatMap((one) => (one.sql === undefined ? [] : [one.name]))
      .slice(-5)
    const kept = new Map(rest.map((file) => [file, readFileSync(join(directory, file), 'utf8')]))
    for (const file of rest) unlinkSync(join(directory, file))
    const own = url.replace(/\/lodge$/, `/${name}`)
    expect(await migrate(own, directory)).toHaveLength(files.length - 5)
    // As if killed after the statement and before it was noted.
    const connection = await mysql.createConnection(own)
    await connection.query('SET SESSION system_versioning_alter_history = KEEP')
    await connection.query(kept.get(rest[0]!)!)
    await connection.end()
    expect(await migrate(own, migrations)).toEqual(rest)
    expect(await migrate(own, migrations)).toEqual([])
    await root.query(`DROP DATABASE ${name}`)
    await root.end()
    rmSync(directory, { recursive: true, force: true })
  })
})

describe('rows', () => {
  test('of every table are read as they were written', async () => {
    const owner = await house.as('Oriel')
    await apply(house, owner, [invitation(house)])
    const loaded = (await running.lodge.accounts.get(house.account.id))!
    const read = (await readAccount(running.lodge.pools.work, house.account.id))!
    expect(read.guard.version).toBe(loaded.account.version)
    const sorted = (edits: RowEdit[]) =>
      [...edits].sort((one, other) => `${one.table}${one.key}`.localeCompare(`${other.table}${other.key}`))
    expect(sorted(foundingEdits(read.account).edits)).toEqual(sorted(foundingEdits(loaded.account).edits))
    const values = (account: typeof read.account) => [...account.allPersonal()].map((one) => JSON.stringify(one)).sort()
    expect(values(read.account)).toEqual(values(loaded.account))
  })

  test('keep every field of every table in a column', () => {
    for (const name of TABLE_NAMES) {
      const [row] = house.account.all(name)
      if (!row) continue
      const columns = columnsOf(name)
        .split(', ')
        .map((column) => column.replaceAll('`', ''))
      const values = valuesOf(name, house.account.id, row)
      expect(columns).toHaveLength(values.length)
      const record = Object.fromEntries(columns.map((column, at) => [column, values[at]]))
      expect(rowOf(name, record, new Map())).toEqual(row)
      expect(tableOf(name)).toMatch(/^`\w+`$/)
    }
  })

  test('of the past stay readable, and hold nothing personal', async () => {
    const owner = await house.as('Oriel')
    const grant = house.account.by('grant', 'subject', `person ${house.idOf('Rafe')}`)[0]!
    await apply(house, owner, [{ type: 'take', grantId: grant.id }])
    const [rows] = await running.lodge.pools.work.query(
      'SELECT until_us FROM access_grant FOR SYSTEM_TIME ALL WHERE account_id = ? AND id = ? ORDER BY row_start',
      [house.account.id, grant.id],
    )
    expect((rows as { until_us: number | null }[]).map((row) => row.until_us === null)).toEqual([true, false])
  })

  test('several edits of one row become one version of it', async () => {
    const place = house.account.get('place', house.placeId('Main'))!
    const step = (before: typeof place, name: string) =>
      ({ table: 'place', key: place.id, before, after: { ...before, name } }) as RowEdit
    const first = step(place, 'One')
    await writeEdits(running.lodge.pools.work as never, house.account.id, [
      first,
      step(first.after as typeof place, 'Two'),
    ])
    const [rows] = await running.lodge.pools.work.query(
      'SELECT name FROM place FOR SYSTEM_TIME ALL WHERE account_id = ? AND id = ? ORDER BY row_start',
      [house.account.id, place.id],
    )
    expect((rows as { name: string }[]).map((row) => row.name)).toEqual(['Main', 'Two'])
  })

  test('personal values are set, replaced and destroyed', async () => {
    const personId = house.idOf('Rafe')
    const write = (value: string | null) =>
      writePersonalValues(running.lodge.pools.work as never, house.account.id, [{ personId, field: 'name', value }])
    const names = async () => {
      const [rows] = await running.lodge.pools.work.query(
        "SELECT value FROM personal_value WHERE account_id = ? AND person_id = ? AND field = 'name'",
        [house.account.id, personId],
      )
      return (rows as { value: string }[]).map((row) => row.value)
    }
    await write('Rafe the Second')
    expect(await names()).toEqual(['Rafe the Second'])
    await write(null)
    expect(await names()).toEqual([])
    running.lodge.accounts.forget(house.account.id)
    const again = (await running.lodge.accounts.get(house.account.id))!
    expect(again.account.nameOf(personId)).toBe(`Former person ${personId.slice(-4)}`)
  })
})

describe('an account in memory', () => {
  /** Accounts of their own over a database whose answers are held back on their way, as by a busy machine. */
  function slowAccounts() {
    const { pools, clock } = running.lodge
    const held: { until?: Promise<void> } = {}
    const slow = new Proxy(pools.work, {
      get(of, name) {
        const value = Reflect.get(of, name) as unknown
        if (typeof value !== 'function') return value
        if (name !== 'query' && name !== 'execute') return value.bind(of) as unknown
        return async (...given: unknown[]) => {
          const until = held.until
          const answer: unknown = await (value as (...all: unknown[]) => unknown).apply(of, given)
          await (until ?? held.until)
          return answer
        }
      },
    })
    return { accounts: new Accounts({ ...pools, work: slow }, clock, 1_000_000_000, () => undefined), held }
  }

  test('asked to catch up while a look is under way, it holds what was committed before the asking', async () => {
    const { accounts, held } = slowAccounts()
    const { id } = house.account
    let release = () => undefined as void
    const before = (await accounts.get(id))!.account.version
    held.until = new Promise((resolve) => (release = resolve))
    const first = accounts.catchUp(id)
    await sleep(50)
    const owner = await house.as('Oriel')
    await apply(house, owner, [{ type: 'change-settings', name: 'Moved on' }]).then(({ status }) =>
      expect(status).toBe(200),
    )
    const asked = [accounts.catchUp(id), accounts.catchUp(id)]
    delete held.until
    release()
    await Promise.all(asked)
    const { account } = (await accounts.get(id))!
    expect([account.version, account.settings.name]).toEqual([before + 1, 'Moved on'])
    await first
  })

  test('loaded while a poll is on its way, it stays: the poll did not ask about it', async () => {
    const { accounts, held } = slowAccounts()
    let release = () => undefined as void
    held.until = new Promise((resolve) => (release = resolve))
    accounts.startPolling()
    delete held.until
    const loaded = await accounts.get(house.account.id)
    release()
    await sleep(50)
    expect(await accounts.get(house.account.id)).toBe(loaded)
    accounts.stop()
  })
})

describe('durable work', () => {
  test('that waits to do the very same is done together; what was begun, or is another’s, stays', async () => {
    const { work } = running.lodge.pools
    const accountId = house.account.id
    const later = wallClock() + 3_600_000_000
    const of = (connectionId: string) => ({ accountId, kind: 'compare-product', ids: { connectionId, follow: 1 } })
    const ids = await insertAllWork(work, [of('a'), of('a'), of('a'), of('b')], later)
    const leased = wallClock() + 7_200_000_000
    await work.query('UPDATE durable_work SET lease_id = UUID(), due_at_us = ? WHERE id = ?', [leased, ids[1]])
    await endSameWork(work, { ...of('a'), id: ids[0]!, attempts: 1, leaseId: uuidv7() })
    const [rows] = (await work.query('SELECT id FROM durable_work WHERE id IN (?) AND state = ? ORDER BY id', [
      ids,
      'waiting',
    ])) as unknown as [{ id: string }[]]
    expect(rows.map(({ id }) => id)).toEqual([ids[0], ids[1], ids[3]])
    await work.query('DELETE FROM durable_work WHERE id IN (?)', [ids])
  })
})

describe('messages', () => {
  const rowFor = async () => {
    const owner = await house.as('Oriel')
    await apply(house, owner, [invitation(house, { line: 'Bring ropes' })])
    const { account } = (await running.lodge.accounts.get(house.account.id))!
    const [offer] = account.all('offer')
    const ids = { offerId: offer!.id, personId: offer!.personId, resendNumber: 0 }
    return { owner, offer: offer!, ids }
  }
  const renderNow = async (ids: Parameters<typeof render>[1]) =>
    render((await running.lodge.accounts.get(house.account.id))!.account, ids, 'http://porter/invitation#0')

  test('are rendered when sent, with the personal line and the link', async () => {
    const { ids } = await rowFor()
    const message = await renderNow(ids)
    expect(message).toMatchObject({ to: { name: 'Sorrel Climber', address: `sorrel@${house.domain}` } })
    expect((message as { text: string }).text).toContain('“Bring ropes”')
    expect((message as { text: string }).text).toContain('http://porter/invitation#0')
    expect((message as { text: string }).text).toContain('until 30 June 2026')
  })

  test('are dropped when the invitation was withdrawn or sent again meanwhile', async () => {
    const { owner, offer, ids } = await rowFor()
    expect(await renderNow({ ...ids, resendNumber: 1 })).toEqual({
      dropped: 'A later message replaced this one.',
    })
    await apply(house, owner, [{ type: 'withdraw', offerId: offer.id }])
    expect(await renderNow(ids)).toEqual({ dropped: 'The invitation is not open any more.' })
  })

  test('cannot be given headers by a name: line breaks never get in', async () => {
    const owner = await house.as('Oriel')
    const change = invitation(house, { name: 'Sorrel\r\nBcc: all@firm.example' })
    const answer = await owner
      .post(house.path('/previews'))
      .send({ changes: [change] })
      .expect(400)
    expect(answer.body.problems).toMatchObject([{ path: '/changes/0/name' }])
  })
})
