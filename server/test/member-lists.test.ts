import { once } from 'node:events'
import { zipSync } from 'fflate'
import { v7 as uuidv7 } from 'uuid'
import { knownOf, tasksIn } from '@lodge/core'
import { workbook } from '@lodge/standins/workbook'
import type { Running } from '../src/start.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import {
  apply,
  IS_WHOLE,
  openHouse,
  openLodge,
  ownDatabase,
  spawnLodge,
  until,
  type Browser,
  type House,
} from './harness.ts'

let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  // It takes the requests and does no work: that is another process's.
  running = await openLodge({ LODGE_DATABASE_URL: await ownDatabase() })
})
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
  await apply(house, owner, [{ type: 'keep-product', product: 'log', way: 'hand' }])
})
afterAll(() => running.stop())

const path = (what: string, product = 'log') => house.path(`/products/${product}/member-lists/${what}`)
const base64 = (content: string | Uint8Array, encoding: BufferEncoding = 'utf8') =>
  (typeof content === 'string' ? Buffer.from(content, encoding) : Buffer.from(content)).toString('base64')
const read = (content: string, browser = owner) => browser.post(path('read')).send({ content })
const now = () => running.lodge.accounts.get(house.account.id).then((loaded) => loaded!.account)

test('a list is read in any delimiter and encoding, pasted or as a workbook', async () => {
  const rows = [
    ['Name', 'Email'],
    ['Zoë Büttner', 'zoe@elsewhere.example'],
  ]
  const text = (delimiter: string) => rows.map((row) => row.join(delimiter)).join('\r\n')
  const contents = [
    base64(text(',')),
    base64(text(';'), 'latin1'),
    base64(`\uFEFF${text('\t')}`, 'utf16le'),
    base64(`\uFEFF${text('|')}`),
    base64(workbook(rows)),
  ]
  for (const content of contents) {
    const { body } = await read(content).expect(200)
    expect(body).toMatchObject({ cells: rows, headingAt: 0, columns: { name: 0, email: 1 } })
  }
})

test('what is no list is refused with what to do, and harms nobody', async () => {
  const bomb = new Uint8Array(150_000_000)
  const wide = Array.from({ length: 200 }, (_, at) => `c${at}`).join(',')
  const long = Array.from({ length: 50_001 }, (_, at) => `p${at}@x.example`).join('\n')
  const cases: [string, string][] = [
    [base64('  \n \n'), 'no rows'],
    [base64(zipSync({ 'xl/worksheets/sheet1.xml': bomb })), 'too large once it is unpacked'],
    [base64(zipSync({ 'hello.txt': new Uint8Array(3) })), 'not a spreadsheet'],
    [base64(workbook([['a']]).subarray(0, 300)), 'damaged'],
    [base64(Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 1, 2, 3])), 'needs a password'],
    [base64(workbook([], { 'xl/workbook.xml': new Uint8Array(2) })), 'cannot be read'],
    [base64(`${wide}\n${wide}`), 'more than 100 columns'],
    [base64(long), '50,001 rows'],
  ]
  for (const [content, words] of cases) {
    const { body } = await read(content).expect(422)
    expect([words, body.detail]).toEqual([words, expect.stringContaining(words)])
  }
  expect((await read('not base64!').expect(400)).body.detail).toContain('Content')
  await owner.get(house.path('/desk')).expect(200)
})

const asked = (cells: string[][], more: object = {}) => ({
  ...{ cells, headingAt: 0, columns: { name: 0, email: 1 }, asOf: '2026-06-16', choices: {}, kind: 'contractor' },
  runId: uuidv7(),
  ...more,
})

test('only who looks after the product reads its lists; for all others there is no such thing', async () => {
  const list = asked([
    ['Name', 'Email'],
    ['Rafe', `rafe@${house.domain}`],
  ])
  const rafe = await house.as('Rafe')
  for (const [what, body] of [
    ['read', { content: base64('a,b') }],
    ['judge', list],
    ['apply', { ...list, digest: 'x'.repeat(43) }],
  ] as const) {
    await rafe.post(path(what)).send(body).expect(404)
    await owner.post(path(what, 'nothing')).send(body).expect(404)
  }
  await rafe.get(house.path('/products/log/accounts')).expect(404)
  await apply(house, owner, [
    { type: 'keep-product', product: 'log', way: 'hand', keeperKind: 'person', keeperId: house.idOf('Rafe') },
  ])
  const { body } = await rafe.post(path('judge')).send(list).expect(200)
  expect(body.members[0]).toMatchObject({ verdict: 'agrees', personId: house.idOf('Rafe') })
  await rafe.get(house.path('/products/log/accounts')).expect(200)
})

test('another product’s list is asked about before anything', async () => {
  const strangers = Array.from({ length: 20 }, (_, at) => [`P ${at}`, `p${at}@elsewhere.example`])
  const { body } = await owner
    .post(path('judge'))
    .send(asked([['Name', 'Email'], ...strangers]))
    .expect(200)
  expect([body.looksForeign, body.preview]).toEqual([true, null])
})

test('a list is applied once, also where the process that does it is killed half-way', async () => {
  const many = IS_WHOLE ? 5_000 : 1_200
  const people = Array.from({ length: many }, (_, at) => [`Crew ${at}`, `crew${at}@${house.domain}`, 'Reader'])
  const cells = [['Name', 'Email', 'Type'], ...people, ['Rafe Gardener', `rafe@${house.domain}`, 'Field']]
  const choices = Object.fromEntries(people.slice(0, 100).map((_, at) => [`line ${at + 2}`, 'record']))
  const list = asked(cells, { choices, columns: { name: 0, email: 1, seatType: 2 } })
  const { body: shown } = await owner
    .post(path('judge'))
    .send({ ...list, withPreview: true })
    .expect(200)
  expect(shown.problems).toEqual([])
  const sending = { ...list, digest: shown.preview.digest }
  await owner.post(path('apply')).send(sending).expect(202)
  await owner.post(path('apply')).send(sending).expect(202)

  const work = { LODGE_DATABASE_URL: running.lodge.configuration.databaseUrl, LODGE_WORK: 'on' }
  const first = await spawnLodge(work)
  const state = async () => (await owner.get(house.path(`/runs/${list.runId}`)).expect(200)).body
  await until(async () => (await state()).done > 0)
  const gone = once(first.child, 'exit')
  first.child.kill('SIGKILL')
  await gone
  const second = await spawnLodge(work)
  try {
    const run = await until(async () => {
      const found = await state()
      return found.state === 'done' && found
    })
    expect(run.refused).toEqual([])
    await running.lodge.accounts.catchUp(house.account.id)
    const account = await now()
    expect(account.by('memberList', 'product', 'log')).toHaveLength(1)
    expect(account.by('known', 'product', 'log')).toHaveLength(many + 2)
    expect(knownOf(account, 'log', house.idOf('Rafe')).state).toBe('open')
    expect(account.peopleByEmail(`crew7@${house.domain}`)).toHaveLength(1)
    const names = tasksIn(account, 'log', running.lodge.clock.now()).map(({ personId }) => account.nameOf(personId))
    expect(names).toEqual(['Mirren Steward'])
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
  } finally {
    const ended = once(second.child, 'exit')
    second.child.kill('SIGKILL')
    await ended
  }
})
