import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readInstant } from '@lodge/core'
import type { Running } from '../src/start.ts'
import { buildEntry, commitTo, hashOf, NO_HASH, verifyLedger } from '../src/store/ledger.ts'
import { apply, invitation, openHouse, openLodge, type House } from './harness.ts'

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
    undefined,
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
  if (version === undefined) expect(verified.ok).toBe(true)
  else expect(verified).toMatchObject({ ok: false, version, reason: expect.stringMatching(/\.$/) })
})

test('payload and salt can be destroyed and the chain still verifies (model C5)', async () => {
  await run('UPDATE ledger_item SET payload = NULL, salt = NULL WHERE version = 2 AND account_id = ?')
  expect(await verify()).toMatchObject({ ok: true, entries: 3 })
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
  expect(items.map((item) => commitTo(item.salt!, item.payload!))).toEqual(header.items)
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
    expect(await sentences('from=2026-06-17')).toEqual([])
    expect(await sentences('from=2026-06-16&until=2026-06-16')).toHaveLength(4)
    const owner = await house.as('Oriel')
    for (const query of ['kind=nonsense', 'actor=x', 'about=x', 'from=2026-02-30', 'before=x']) {
      await owner.get(house.path(`/ledger?${query}`)).expect(400)
    }
    await (await house.as('Rafe')).get(house.path('/ledger')).expect(404)
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
  const verifier = join(import.meta.dirname, '../../docs/tools/verify-ledger.mjs')
  let directory: string
  beforeEach(() => (directory = mkdtempSync(join(tmpdir(), 'lodge-ledger-'))))
  afterEach(() => rmSync(directory, { recursive: true }))

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

  function check(text: string, ...more: string[]): { code: number | null; said: string } {
    const file = join(directory, 'ledger.jsonl')
    writeFileSync(file, text)
    const { status, stdout, stderr } = spawnSync(process.execPath, [verifier, file, ...more], { encoding: 'utf8' })
    return { code: status, said: stdout + stderr }
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

  test('a payload that was destroyed leaves it whole, one that was altered does not', async () => {
    await run('UPDATE ledger_item SET payload = NULL, salt = NULL WHERE version = 2 AND account_id = ?')
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
