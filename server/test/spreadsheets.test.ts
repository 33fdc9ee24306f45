import { v7 as uuidv7 } from 'uuid'
import { knownOf } from '@lodge/core'
import { workbook } from '@lodge/standins/workbook'
import type { Running } from '../src/start.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { apply, openHouse, openLodge, ownDatabase, until, type Browser, type House } from './harness.ts'

let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  running = await openLodge({ LODGE_WORK: 'on', LODGE_DATABASE_URL: await ownDatabase() })
})
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
  await apply(house, owner, [{ type: 'keep-product', product: 'log', way: 'hand' }])
})
afterAll(() => running.stop())

const path = (what: string) => house.path(`/spreadsheets/${what}`)
const rows = () => [
  ['who has what', '', '', ''],
  ['Who', 'Mail', 'Company', 'Garden Log'],
  ['Gardener, Rafe', `RAFE@${house.domain}`, '', 'x'],
  ['Ada Marsh', 'ada@marsh.example', 'Marsh Climbers', 'Reader'],
  ['Bay Stone', 'bay@stone.example', '', 'yes'],
  ['Corin Client', `corin@${house.domain}`, '', '-'],
]
const content = () => Buffer.from(workbook(rows())).toString('base64')
const asked = (cells: string[][], more: object = {}) => ({
  ...{ cells, asOf: '2026-06-16', choices: {}, kind: 'contractor', runId: uuidv7() },
  ...more,
})

test('a spreadsheet is read, its columns proposed, people recorded once and everything applied in one go', async () => {
  const { body: read } = await owner.post(path('read')).send({ content: content() }).expect(200)
  const { body: proposed } = await owner.post(path('judge')).send(asked(read.cells)).expect(200)
  expect(proposed.sheet.columns.map((one: { as: string; product: string }) => one.product ?? one.as)).toEqual([
    ...['name', 'email', 'firm', 'log'],
  ])
  expect(proposed.lists[0].members.map((one: { verdict: string }) => one.verdict)).toEqual([
    ...['agrees', 'new', 'new', 'not-there'],
  ])
  // Yes was meant as no.
  const [column] = proposed.sheet.columns.filter((one: { product: string }) => one.product === 'log')
  column.marks.find((one: { text: string }) => one.text === 'yes').meaning = 'no'
  const choices = { log: { 'line 4': 'record' } }
  const list = asked(read.cells, { sheet: proposed.sheet, choices })
  const { body: shown } = await owner
    .post(path('judge'))
    .send({ ...list, withPreview: true })
    .expect(200)
  expect(shown.problems).toEqual([])
  expect(shown.lists[0].members).toHaveLength(3)
  const sending = { ...list, digest: shown.preview.digest }
  await owner.post(path('apply')).send(sending).expect(202)
  await owner.post(path('apply')).send(sending).expect(202)
  await until(async () => (await owner.get(house.path(`/runs/${list.runId}`)).expect(200)).body.state === 'done')
  await running.lodge.accounts.catchUp(house.account.id)
  const { account } = (await running.lodge.accounts.get(house.account.id))!
  const [ada] = account.peopleByEmail('ada@marsh.example')
  expect(account.get('person', ada!)).toMatchObject({ recorded: true, kind: 'contractor', standing: 'guest' })
  expect(account.by('holding', 'person', ada!).map(({ seatType }) => seatType)).toEqual(['reader'])
  expect(knownOf(account, 'log', ada!)).toMatchObject({ state: 'open', row: { source: 'spreadsheet' } })
  expect(account.peopleByEmail('bay@stone.example')).toEqual([])
  expect([...account.all('employer')].map(({ name }) => name)).toContain('Marsh Climbers')
  expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
})

test('it is read by those who look after a product, and says nothing of products and people of others', async () => {
  const rafe = await house.as('Rafe')
  for (const what of ['read', 'judge', 'apply']) {
    const body = { ...asked(rows()), content: content(), digest: 'x'.repeat(43) }
    const { content: file, ...list } = body
    await rafe
      .post(path(what))
      .send(what === 'read' ? { content: file } : what === 'judge' ? { ...list, digest: undefined } : list)
      .expect(404)
  }
  await apply(house, owner, [
    { type: 'keep-product', product: 'log', way: 'hand', keeperKind: 'person', keeperId: house.idOf('Rafe') },
  ])
  const { body } = await rafe.post(path('judge')).send(asked(rows())).expect(200)
  expect(body.products.map(({ code }: { code: string }) => code)).toEqual(['log'])
})

test('a cell that names a client gives a key there once it is chosen, and only by whoever may give it', async () => {
  const cells = rows().map((row, at) => (at === 4 ? [...row.slice(0, 3), 'Corvane'] : row))
  const { body: proposed } = await owner.post(path('judge')).send(asked(cells)).expect(200)
  const [log] = proposed.products as { code: string; roles: { id: string; name: string }[] }[]
  expect(log!.roles.map(({ name }) => name)).toContain('Rope access')
  const keys = { log: log!.roles.find(({ name }) => name === 'Rope access')!.id }
  const list = asked(cells, { choices: { log: { 'line 5': 'record' } }, keys, withPreview: true })
  const { body: shown } = await owner.post(path('judge')).send(list).expect(200)
  expect([shown.problems, shown.preview.sentences.join(' ')]).toEqual([
    [],
    expect.stringContaining('Rope access at Corvane'),
  ])
  await apply(house, owner, [
    { type: 'keep-product', product: 'log', way: 'hand', keeperKind: 'person', keeperId: house.idOf('Rafe') },
  ])
  const rafe = await house.as('Rafe')
  const mine = asked(
    cells.map((row, at) => (at === 2 ? [...row.slice(0, 3), 'Pellworth'] : row)),
    { keys },
  )
  const { body } = await rafe
    .post(path('judge'))
    .send({ ...mine, withPreview: true })
    .expect(200)
  expect(body.products[0].roles).toEqual([])
  expect(body.problems.map(({ sentence }: { sentence: string }) => sentence).join(' ')).toMatch(
    /give access at Pellworth/,
  )
  await rafe
    .post(path('judge'))
    .send({ ...mine, keys: { log: 'no id', __proto__: 7 }, withPreview: true })
    .expect(200)
})

test('whatever is said of the columns harms nothing', async () => {
  const hostile = [
    { headingAt: 'x', columns: 'x' },
    { headingAt: -9, columns: [3, { as: 'product', product: '__proto__', marks: [7, { meaning: {} }] }] },
    { headingAt: 1, columns: Array.from({ length: 300 }, () => ({ as: 'product', product: 'log', marks: 'x' })) },
  ]
  for (const sheet of hostile) {
    const { body } = await owner.post(path('judge')).send(asked(rows(), { sheet }))
    expect(body).toMatchObject({ preview: null })
  }
  await owner
    .post(path('judge'))
    .send(asked(rows(), { asOf: 'x' }))
    .expect(400)
})
