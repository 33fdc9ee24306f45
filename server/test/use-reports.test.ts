import supertest from 'supertest'
import type { ProductSheet } from '@lodge/core'
import { makeProductToken } from '../src/command-line/token-command.ts'
import type { Running } from '../src/start.ts'
import { smallBook } from '../../core/test/small-book.ts'
import { openHouse, openLodge, type House } from './harness.ts'

let running: Running
let house: House
let token: string

beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running, (domain) => {
    const book = smallBook(domain)
    const [product] = book.products
    const sheet = structuredClone(product!.sheets[0]!.sheet) as ProductSheet
    sheet.charging.allowances = [{ code: 'storage', name: 'Storage', included: 100, priceMinorBeyond: 50 }]
    product!.sheets[0]!.sheet = sheet
    return book
  })
  token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
})

const report = (uses: unknown, key?: string, bearer = token) => {
  const request = supertest(running.server).post('/products/v1/use').set('Authorization', `Bearer ${bearer}`)
  return (key ? request.set('Idempotency-Key', key) : request).send({ uses })
}
const rafe = () => ({ person: `rafe@${house.domain}`, at: '2026-06-16T08:40:00+01:00', amount: 1 })

async function used(): Promise<number> {
  const [rows] = await running.lodge.pools.work.query(
    'SELECT COUNT(*) AS uses FROM reported_use WHERE account_id = ?',
    [house.account.id],
  )
  return (rows as { uses: number }[])[0]!.uses
}

test('what a product reports stands in the ledger, once for each key', async () => {
  const uses = [rafe(), { allowance: 'storage', at: '2026-06-16T08:00:00+01:00', amount: 40 }]
  const { body } = await report(uses, 'batch-0001').expect(200)
  expect(await used()).toBe(2)
  expect((await report(uses, 'batch-0001').expect(200)).body).toEqual(body)
  expect(await used()).toBe(2)
  expect((await report([rafe()], 'batch-0001').expect(422)).body.code).toBe('key-reused')
  const owner = await house.as('Oriel')
  const { body: ledger } = await owner.get(house.path('/ledger')).expect(200)
  expect(ledger.entries[0]).toMatchObject({ via: 'product', sentences: ['reported 2 uses'] })
})

test('all of a report is taken or none, with every problem by its path', async () => {
  const { body } = await report([rafe(), { ...rafe(), person: 'nobody@nowhere.example' }]).expect(400)
  expect(body.problems).toMatchObject([{ path: '/uses/1/person' }])
  const codes = async (uses: unknown) => {
    const answer = await report(uses)
    return [answer.status, answer.body.code]
  }
  expect(await codes([])).toEqual([400, 'bad-report'])
  expect(await codes('much')).toEqual([400, 'bad-report'])
  expect(await codes([{ ...rafe(), amount: 0 }])).toEqual([400, 'bad-report'])
  expect((await codes([{ ...rafe(), at: '2027-01-01T00:00:00Z' }]))[0]).toBe(422)
  expect((await codes([{ allowance: 'moonlight', at: '2026-06-16T08:00:00+01:00', amount: 1 }]))[0]).toBe(422)
  expect(await used()).toBe(0)
})

test('needs a token of the product with the scope for it', async () => {
  const searching = await makeProductToken(running.lodge.pools, house.account.id, 'log', { scopes: ['search'] })
  expect((await report([rafe()], undefined, searching).expect(403)).body.code).toBe('insufficient-scope')
  await report([rafe()], undefined, 'x'.repeat(40)).expect(401)
  await supertest(running.server).get('/products/v1/use').expect(405)
})
