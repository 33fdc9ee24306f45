import supertest from 'supertest'
import type { Running } from '../src/start.ts'
import { apply, openHouse, openLodge, type Browser, type House } from './harness.ts'

let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
})

const statementPath = (rest = '') => house.path(`/places/${house.placeId('Main')}/statement${rest}`)
const names = (body: { rows: { name: string }[] }) => body.rows.map((row) => row.name)
const take = async (who: string) => {
  const { body: sheet } = await owner.get(house.path(`/people/${house.idOf(who)}`)).expect(200)
  return apply(house, owner, [{ type: 'take', grantId: sheet.grants[0].grantId }])
}

test('a statement is had as a page, as CSV and as PDF, by whoever sees the keys there', async () => {
  const { body } = await owner.get(statementPath()).expect(200)
  expect(names(body)).toEqual(['Mirren Steward', 'Rafe Gardener'])
  // By it a rewriting of the ledger since then is found.
  expect(body.head).toMatch(/^[0-9a-f]{64}$/)
  const csv = await owner.get(statementPath('/file.csv')).expect(200)
  expect(csv.text).toContain('Rafe Gardener,')
  const pdf = await owner.get(statementPath('/file.pdf')).buffer(true).expect(200)
  expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-')
  const member = await house.as('Rafe')
  await member.get(statementPath()).expect(404)
})

test.each([
  ['here', '1000'],
  ['in the worker thread', '1'],
])('the past is read as it was, %s: who lost their key since is still named then', async (_where, fromPeople) => {
  const later = await openLodge({ LODGE_NOW: '2026-06-20T08:00:00Z', LODGE_WORKER_FROM_PEOPLE: fromPeople })
  try {
    house = await openHouse(later)
    owner = await house.as('Oriel')
    await take('Rafe')
    await apply(house, owner, [{ type: 'wall-place', placeId: house.placeId('Main'), walled: true }])
    expect(names((await owner.get(statementPath()).expect(200)).body)).toEqual([])
    const { body } = await owner.get(statementPath('?on=2026-06-18')).expect(200)
    expect([body.on, names(body)]).toEqual(['2026-06-18', ['Mirren Steward', 'Rafe Gardener']])
    const code = async (on: string) => (await owner.get(statementPath(`?on=${on}`)).expect(400)).body.code
    expect([await code('2026-06-01'), await code('2026-06-21'), await code('yesterday')]).toEqual([
      'before-account',
      'future',
      'bad-date',
    ])
  } finally {
    await later.stop()
  }
})

test('a shared statement opens without a login, is counted, follows what changes, and is dead once cut', async () => {
  const share = { type: 'share-statement', placeId: house.placeId('Main'), until: '2026-06-30' }
  await apply(house, owner, [share])
  const links = async () => (await owner.get(house.path('/links')).expect(200)).body
  const [link] = (await links()).shares
  expect(link).toMatchObject({ place: 'Main', maker: 'Oriel Owner', uses: 0, expires: '2026-06-30' })
  const token = (link.path as string).split('#')[1]!
  const visitor = supertest(running.server)
  const open = (text: string) => visitor.post('/api/statements').send({ token: text })
  const { body } = await open(token).expect(200)
  expect(names(body)).toEqual(['Mirren Steward', 'Rafe Gardener'])
  expect(body.expires).toBe('2026-06-30')
  await take('Rafe')
  expect(names((await open(token).expect(200)).body)).toEqual(['Mirren Steward'])
  expect((await links()).shares[0].uses).toBe(2)

  const plain = async (text: string) => (await open(text).expect(404)).body.detail
  const wrong = await plain(token.slice(0, -1) + (token.endsWith('A') ? 'B' : 'A'))
  expect(await plain('nonsense')).toBe(wrong)
  // Another share's proof opens nothing.
  const [accountId, , proof] = token.split('.')
  expect(await plain(`${accountId}.${house.placeId('Main')}.${proof}`)).toBe(wrong)
  await apply(house, owner, [{ type: 'cut-share', shareId: link.id }])
  expect(await plain(token)).toBe(wrong)
  expect((await links()).shares).toEqual([])
})

test('who may not give access there neither shares nor sees its links, and a request goes from asking to decided', async () => {
  const member = await house.as('Rafe')
  const ask = { type: 'ask-for', area: 'log/photos', level: 'run', placeId: house.placeId('Main'), reason: 'the plan' }
  await apply(house, member, [ask])
  const steward = await house.as('Mirren')
  const { body } = await steward.get(house.path('/requests')).expect(200)
  expect(body.toDecide).toMatchObject([{ asker: 'Rafe Gardener', reason: 'the plan', place: 'Main' }])
  expect((await member.get(house.path('/links')).expect(200)).body.shares).toEqual([])
  // The reason is personal: it stands in no ledger.
  const [items] = await running.lodge.pools.work.query(
    "SELECT COUNT(*) AS told FROM ledger_item WHERE account_id = ? AND payload LIKE '%the plan%'",
    [house.account.id],
  )
  expect((items as { told: number }[])[0]!.told).toBe(0)
  await apply(house, steward, [{ type: 'settle-request', requestId: body.toDecide[0].id, granted: false }])
  const { body: mine } = await member.get(house.path('/requests')).expect(200)
  expect(mine.mine).toMatchObject([{ state: 'declined', decidedBy: 'Mirren Steward', reason: null }])
})
