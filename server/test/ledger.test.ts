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
