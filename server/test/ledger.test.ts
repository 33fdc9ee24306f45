import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHANGE_TYPES, readInstant } from '@lodge/core'
import { LEDGER_KINDS } from '../src/account/ledger.ts'
import { runCommandLine } from '../src/command-line/main.ts'
import type { Running } from '../src/start.ts'
import { buildEntry, commitTo, hashOf, NO_HASH } from '../src/store/ledger.ts'
import { readWholeEntries } from '../src/store/whole-entries.ts'
import { noteDestroyed } from '../src/store/note-destroyed.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { apply, invitation, IS_WHOLE, openHouse, openLodge, type House } from './harness.ts'

let running: Running
let house: House
beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
  const owner = await house.as('Oriel')
  for (const name of ['Hill', 'Lake']) {
    await apply(house, owner, [{ type: 'make-place', parentId: house.placeId('Corvane'), name, kind: 'site' }])
  }
})

const verifier = join(import.meta.dirname, '../../docs/tools/verify-ledger.mjs')
const directory = mkdtempSync(join(tmpdir(), 'lodge-ledger-'))
afterAll(() => rmSync(directory, { recursive: true }))

/** What the stranger's tool says of an export. */
function check(text: string, ...more: string[]): { code: number | null; said: string } {
  const file = join(directory, 'ledger.jsonl')
  writeFileSync(file, text)
  const { status, stdout, stderr } = spawnSync(process.execPath, [verifier, file, ...more], { encoding: 'utf8' })
  return { code: status, said: stdout + stderr }
}

const verify = () => verifyLedger(running.lodge.pools.work, house.account.id)
const run = (sql: string, ...values: unknown[]) => running.lodge.pools.work.query(sql, [...values, house.account.id])

test('a whole chain verifies', async () => {
  expect(await verify()).toMatchObject({ ok: true, entries: 3 })
})

test.each([
  [
    'an altered payload',
    "UPDATE ledger_item SET payload = REPLACE(payload, 'Hill', 'Vale') WHERE version = 2 AND account_id = ?",
    2,
  ],
  [
    'an altered header',
    'UPDATE ledger_entry SET header = REPLACE(header, \'"version":2\', \'"version": 2\') WHERE version = 2 AND account_id = ?',
    2,
  ],
  [
    'another time',
    'UPDATE ledger_entry SET header = REPLACE(header, \'"at":17\', \'"at":16\') WHERE version = 2 AND account_id = ?',
    2,
  ],
  ['an entry taken out', 'DELETE FROM ledger_entry WHERE version = 2 AND account_id = ?', 3],
  ['the last entry cut off', 'DELETE FROM ledger_entry WHERE version = 3 AND account_id = ?', 3],
  ['an edit taken out', "DELETE FROM ledger_item WHERE version = 2 AND kind = 'edit' AND account_id = ?", 2],
])('%s is found', async (_what, sql, version) => {
  await run(sql)
  const verified = await verify()
  expect(verified).toMatchObject({ ok: false, version, reason: expect.stringMatching(/\.$/) })
})

/** Puts every migration step that SQL alone cannot do to this account again, as an upgrade would. */
async function nameDestroyed(): Promise<void> {
  const connection = await running.lodge.pools.commits.getConnection()
  await noteDestroyed(connection)
  connection.release()
  running.lodge.accounts.forget(house.account.id)
}

test('payload and salt can be destroyed and the chain still verifies, once an entry names them (model C5)', async () => {
  await run('UPDATE ledger_item SET payload = NULL, salt = NULL WHERE version = 2 AND account_id = ?')
  expect(await verify()).toMatchObject({ ok: false, version: 2, reason: expect.stringContaining('is missing') })
  await nameDestroyed()
  expect(await verify()).toMatchObject({ ok: true, entries: 4, destroyed: 2 })
  // Whose edit is gone cannot be compared: that is said, and is neither agreement nor a forgery.
  const alsoRows = () => verifyLedger(running.lodge.pools.work, house.account.id, { alsoRows: true })
  expect(await alsoRows()).toMatchObject({ ok: true, unknownRows: 1 })
  await run("UPDATE place SET name = 'Pond' WHERE name = 'Lake' AND account_id = ?")
  expect(await alsoRows()).toMatchObject({ ok: false, version: 3, reason: expect.stringContaining('changed without') })
  await run("UPDATE place SET name = 'Lake' WHERE name = 'Pond' AND account_id = ?")
  const owner = await house.as('Oriel')
  const { body } = await owner.get(house.path('/ledger')).expect(200)
  expect(body.entries[0].sentences).toEqual(['named 2 changes and edits whose content had been destroyed before'])
  // Named once; what goes afterwards is missed again.
  await nameDestroyed()
  expect(await verify()).toMatchObject({ ok: true, entries: 4 })
  await run('UPDATE ledger_item SET payload = NULL, salt = NULL WHERE version = 3 AND account_id = ?')
  expect(await verify()).toMatchObject({ ok: false, version: 3 })
})

describe('whatever single thing is altered', () => {
  const ROWS = [
    'person',
    'access_grant',
    'place',
    'role',
    'holding',
    'offer',
    'account_settings',
    'product_sheet',
  ] as const
  const pool = () => running.lodge.pools.work
  const whole = () => verifyLedger(pool(), house.account.id, { alsoRows: true })

  /** Columns of a table that say something, and one of its rows by its key. */
  async function cellsOf(table: string): Promise<{ column: string; key: Record<string, unknown>; value: unknown }[]> {
    const [rows] = (await pool().query(`SELECT * FROM ${table} WHERE account_id = ?`, [
      house.account.id,
    ])) as unknown as [Record<string, unknown>[]]
    const keyNames = table === 'ledger_entry' ? ['version'] : table === 'ledger_item' ? ['version', 'ordinal'] : ['id']
    return rows.flatMap((row) => {
      const key = Object.fromEntries(keyNames.map((name) => [name, row[name]]))
      return Object.entries(row)
        .filter(([column]) => ![...keyNames, 'account_id', 'row_start', 'row_end'].includes(column))
        .map(([column, value]) => ({ column, key, value }))
    })
  }

  /** Another value of the same sort, which the column takes. */
  function another(value: unknown): unknown {
    if (typeof value === 'number') return value === 0 ? 1 : value === 1 ? 0 : value + 1
    const text = String(value)
    if (text === '[]' || text === '{}') return text.replace('[', '["').replace(']', '"]').replace('{}', '{"a":1}')
    if (/^[0-9a-f]{8}-/.test(text)) return text.replace(/.$/, (last) => (last === '0' ? '1' : '0'))
    if (/^[[{"]/.test(text)) return text.replace(/[a-z0-9](?=[^a-z0-9]*$)/, (last) => (last === 'a' ? 'b' : 'a'))
    return text.replace(/.$/, (last) => (last === 'a' ? 'b' : 'a'))
  }

  test('of entry, item or row, is seen by verifying with the rows; all but rows by the stranger’s tool', async () => {
    const owner = await house.as('Oriel')
    await apply(house, owner, [invitation(house)])
    await apply(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
    expect(await whole()).toMatchObject({ ok: true })
    const unseen: string[] = []
    let tried = 0
    for (const table of ['ledger_entry', 'ledger_item', ...ROWS]) {
      for (const { column, key, value } of thinned(await cellsOf(table))) {
        for (const forged of value === null ? [] : [another(value), null]) {
          const where = Object.keys(key).map((name) => `${name} = ?`)
          const alter = (to: unknown) =>
            pool().query(`UPDATE ${table} SET \`${column}\` = ? WHERE ${where.join(' AND ')} AND account_id = ?`, [
              to,
              ...Object.values(key),
              house.account.id,
            ])
          // What the column itself does not take is no forgery.
          const isTaken = await alter(forged).then(
            () => true,
            () => false,
          )
          if (!isTaken) continue
          tried += 1
          const what = `${table}.${column} of ${JSON.stringify(key)}: ${String(value).slice(0, 40)} → ${String(forged).slice(0, 40)}`
          const found = await whole().catch(() => ({ ok: false }))
          if (found.ok) unseen.push(what)
          if (table.startsWith('ledger_') && !['at_us', 'schema_number'].includes(column)) {
            if (check(await exportedLines()).code === 0) unseen.push(`by the stranger’s tool: ${what}`)
          }
          await alter(value)
        }
      }
    }
    expect(unseen).toEqual([])
    expect(tried).toBeGreaterThan(100)
    expect(await whole()).toMatchObject({ ok: true })
  })

  /** Enough of many. */
  function thinned<T>(cells: T[]): T[] {
    const step = Math.max(1, Math.floor(cells.length / (IS_WHOLE ? 200 : 12)))
    return cells.filter((_cell, at) => at % step === 0)
  }

  /** The export as it is written, without asking for it over the network. */
  async function exportedLines(): Promise<string> {
    const lines: string[] = []
    for await (const { header, hash, items } of readWholeEntries(pool(), house.account.id)) {
      lines.push(JSON.stringify({ header, hash, items }))
    }
    return lines.join('\n')
  }

  test('a row put in or taken out beside the ledger is seen', async () => {
    const copy = `INSERT INTO access_grant (account_id, id, subject_kind, subject_id, role_id, place_id, from_us, until_us, given_by_id, offer_id)
      SELECT account_id, UUID(), subject_kind, subject_id, role_id, place_id, from_us, until_us, given_by_id, offer_id
      FROM access_grant WHERE account_id = ? LIMIT 1`
    await run(copy)
    expect(await whole()).toMatchObject({ ok: false, reason: expect.stringContaining('added without') })
    const { body } = await (await house.as('Oriel')).get(house.path('/ledger/verification')).expect(200)
    expect(body).toMatchObject({ ok: false, reason: expect.stringContaining('added without') })
    const said: string[] = []
    process.env.LODGE_DATABASE_URL = process.env.LODGE_TEST_DATABASE_URL
    const say = (line: string) => said.push(line)
    expect(await runCommandLine(['verify', house.account.id, '--rows'], say, say)).toBe(1)
    expect(await runCommandLine(['verify', house.account.id], say, say)).toBe(0)
    expect(said).toEqual([expect.stringContaining('added without'), expect.stringContaining('3 entries, whole')])
    await run('DELETE FROM access_grant WHERE account_id = ?')
    expect(await whole()).toMatchObject({ ok: false, reason: expect.stringContaining('removed without') })
    expect(await verify()).toMatchObject({ ok: true })
  })
})

test('a chain rewritten from the start does not end where the account stands', async () => {
  const head = {
    account: house.account.id,
    version: 1,
    at: 1,
    actor: { kind: 'founding' as const },
    via: { kind: 'founding' as const },
    marks: [],
    previous: NO_HASH,
  }
  const { header, hash, items } = buildEntry(head, [{ type: 'found' }], [])
  expect(hashOf(header)).toBe(hash)
  expect(items.map(({ kind, salt, payload }) => commitTo(kind, salt!, payload!))).toEqual(header.items)
  await run('DELETE FROM ledger_entry WHERE account_id = ?')
  await run('DELETE FROM ledger_item WHERE account_id = ?')
  expect(await verify()).toMatchObject({ ok: false })
})

test('no personal value, token or message stands in ledger, waiting work or history', async () => {
  const owner = await house.as('Oriel')
  await apply(house, owner, [invitation(house, { line: 'Bring the long ropes' })])
  const tables = [
    'ledger_entry',
    'ledger_item',
    'durable_work',
    'event',
    'person FOR SYSTEM_TIME ALL',
    'offer FOR SYSTEM_TIME ALL',
    'idempotency',
  ]
  const kept: string[] = []
  for (const table of tables) {
    const [rows] = await running.lodge.pools.work.query(`SELECT * FROM ${table} WHERE account_id = ?`, [
      house.account.id,
    ])
    kept.push(JSON.stringify(rows))
  }
  for (const secret of ['Sorrel', 'sorrel@', 'long ropes', 'invitation#']) expect(kept.join()).not.toContain(secret)
  expect(kept[1]).toContain('"type\\":\\"invite')
})

test('rows of one commit begin together, at its instant (model C7)', async () => {
  const [[entry]] = (await running.lodge.pools.work.query(
    'SELECT at_us FROM ledger_entry WHERE account_id = ? AND version = 2',
    [house.account.id],
  )) as unknown as [[{ at_us: number }]]
  const [rows] = (await running.lodge.pools.work.query(
    "SELECT ROUND(UNIX_TIMESTAMP(row_start) * 1000000) AS began FROM place WHERE account_id = ? AND name = 'Hill'",
    [house.account.id],
  )) as unknown as [{ began: string }[]]
  expect(Number(rows[0]!.began)).toBe(entry.at_us)
})

describe('read by whoever sees the ledger', () => {
  const sentences = async (query: string, who = 'Oriel') => {
    const browser = await house.as(who)
    const { body } = await browser.get(house.path(`/ledger?${query}`)).expect(200)
    return (body.entries as { sentences: string[]; actor: string }[]).map((one) => one.sentences[0]!)
  }

  test('filtered by kind, by who did it, by whom or what it names, and by day', async () => {
    const tamsin = await house.as('Tamsin')
    const grant = { type: 'give', subjectKind: 'person', subjectId: house.idOf('Rafe') }
    await apply(house, tamsin, [{ ...grant, roleId: house.roleId('Gardener'), placeId: house.placeId('Harbour') }])
    expect(await sentences('kind=access')).toEqual([expect.stringMatching(/^gave Rafe Gardener/)])
    expect(await sentences('kind=places')).toHaveLength(2)
    expect(await sentences(`actor=${house.idOf('Tamsin')}`)).toHaveLength(1)
    expect(await sentences(`about=${house.placeId('Harbour')}&kind=access`)).toHaveLength(1)
    expect(await sentences('kind=planned')).toEqual([])
    expect(await sentences('from=2026-06-17')).toEqual([])
    expect(await sentences('from=2026-06-16&until=2026-06-16')).toHaveLength(4)
    const owner = await house.as('Oriel')
    for (const query of ['kind=nonsense', 'actor=x', 'about=x', 'from=2026-02-30', 'before=x']) {
      await owner.get(house.path(`/ledger?${query}`)).expect(400)
    }
    await (await house.as('Rafe')).get(house.path('/ledger')).expect(404)
  })

  test('every kind of change is found under what it is about, and whoever changed something by name, also if they left', async () => {
    const all = Object.values(LEDGER_KINDS).flat()
    expect([...all].sort()).toEqual([...CHANGE_TYPES].sort())
    const tamsin = await house.as('Tamsin')
    await apply(house, tamsin, [invitation(house)])
    const owner = await house.as('Oriel')
    await apply(house, owner, [{ type: 'leave', personId: house.idOf('Tamsin') }])
    const { body } = await owner.get(house.path('/ledger/actors')).expect(200)
    expect(body.people.map(({ name }: { name: string }) => name)).toEqual(['Oriel Owner', 'Tamsin Admin'])
    await (await house.as('Rafe')).get(house.path('/ledger/actors')).expect(404)
  })

  test('compared between two days: who gained, lost, rose or fell where, read with today’s eyes', async () => {
    const owner = await house.as('Oriel')
    const clock = running.lodge.clock.now
    running.lodge.clock.now = () => readInstant('2026-06-18T08:00:00Z')
    const give = {
      type: 'give',
      subjectKind: 'person',
      subjectId: house.idOf('Rafe'),
      roleId: house.roleId('Gardener'),
    }
    await apply(house, owner, [{ ...give, placeId: house.placeId('Harbour') }])
    const { body } = await owner.get(house.path('/between?from=2026-06-16&until=2026-06-18')).expect(200)
    expect(body.counts).toEqual({ gained: 1, lost: 0, raised: 0, lowered: 0 })
    expect(body.lines).toEqual([
      expect.objectContaining({ name: 'Rafe Gardener', place: 'Harbour', before: 'none', after: 'change' }),
    ])
    await owner.get(house.path('/between?from=2026-06-19')).expect(400)
    await owner.get(house.path('/between?from=2020-01-01')).expect(400)
    running.lodge.clock.now = clock
  })
})

describe('exported, and verified with nothing of ours', () => {
  async function exported(): Promise<string> {
    const owner = await house.as('Oriel')
    const { body } = await owner
      .get(house.path('/ledger/export'))
      .buffer(true)
      .parse((response, done) => {
        let text = ''
        response.on('data', (chunk: Buffer) => (text += chunk.toString()))
        response.on('end', () => done(null, text))
      })
      .expect(200)
    return body as string
  }

  test('whole; and with a head that was seen earlier', async () => {
    const text = await exported()
    const heads = text
      .trim()
      .split('\n')
      .map((line) => (JSON.parse(line) as { hash: string }).hash)
    expect(check(text)).toMatchObject({ code: 0, said: expect.stringContaining('3 entries, whole') })
    expect(check(text, '--head', heads[1]!).code).toBe(0)
  })

  test('a payload that was destroyed and named leaves it whole, one that was altered does not', async () => {
    await run('UPDATE ledger_item SET payload = NULL, salt = NULL WHERE version = 2 AND account_id = ?')
    expect(check(await exported())).toMatchObject({ code: 1, said: expect.stringContaining('Entry 2') })
    await nameDestroyed()
    expect(check(await exported())).toMatchObject({ code: 0, said: expect.stringContaining('destroyed') })
    await run("UPDATE ledger_item SET payload = REPLACE(payload, 'Lake', 'Pond') WHERE version = 3 AND account_id = ?")
    expect(check(await exported())).toMatchObject({ code: 1, said: expect.stringContaining('Entry 3') })
  })

  test('a chain rewritten from the second entry on is whole in itself, but not with the head seen earlier', async () => {
    const text = await exported()
    const seen = (JSON.parse(text.trim().split('\n').at(-1)!) as { hash: string }).hash
    const [first, ...rest] = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { header: string; hash: string; items: object[] })
    let previous = first!.hash
    const rewritten = rest.map((entry) => {
      const header = JSON.stringify({ ...(JSON.parse(entry.header) as object), previous, at: 1 })
      previous = createHash('sha256').update(header).digest('hex')
      return JSON.stringify({ ...entry, header, hash: previous })
    })
    const forged = [JSON.stringify(first), ...rewritten].join('\n')
    expect(check(forged).code).toBe(0)
    expect(check(forged, '--head', seen)).toMatchObject({ code: 1, said: expect.stringContaining('rewritten') })
    const lines = text.trim().split('\n')
    expect(check([lines[0], lines[2]].join('\n'))).toMatchObject({ code: 1 })
    expect(check('not json').code).toBe(1)
  })

  test('is for those who see everything', async () => {
    await (await house.as('Mirren')).get(house.path('/ledger/export')).expect(404)
  })
})
