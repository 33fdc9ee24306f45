import http from 'node:http'
import type { AddressInfo } from 'node:net'
import { inflateSync } from 'node:zlib'
import { readInstant, type AccountBook, type BillView, type ProductSheet, type SeatsView } from '@lodge/core'
import { smallBook } from '../../core/test/small-book.ts'
import { paperOf } from '../src/files/pdf.ts'
import { fetchSheet } from '../src/protocols/sheets.ts'
import { KeyRing } from '../src/signin/key-ring.ts'
import type { Running } from '../src/start.ts'
import { Accounts } from '../src/store/accounts.ts'
import { Committer } from '../src/store/commit.ts'
import { readAccount } from '../src/store/read-account.ts'
import { monthEndWorker } from '../src/work/month-ends.ts'
import { apply, goesOn, openHouse, openLodge, previewOf, type Browser, type House } from './harness.ts'

let running: Running
let house: House
let owner: Browser

const sheetOf = (book: AccountBook) => book.products[0]!.sheets[0]!.sheet as ProductSheet

/** The small book with a second product, whose team price is banded and whose documents are pooled. */
function banded(domain: string): AccountBook {
  const book = smallBook(domain)
  const log = sheetOf(book)
  const type = { ...log.seatTypes[0]!, code: 'user', name: 'User', priceMinor: 0, inBand: true, caps: {} }
  const bands = [
    { upTo: 1, priceMinor: 4500 },
    { upTo: 3, priceMinor: 9500 },
  ]
  const allowances = [{ code: 'documents', name: 'Documents', included: 10, priceMinorBeyond: 15 }]
  const charging = { ...log.charging, rule: 'banded' as const, bands, allowances }
  const sheet = { ...log, code: 'quotes', name: 'Quotes', seatTypes: [type], charging }
  const subscriptions = [{ from: '2025-01-01', on: true }]
  book.products.push({ code: 'quotes', subscriptions, sheets: [{ from: '2025-01-01', sheet }], stock: [] })
  book.people[0]!.seats = [{ seat: 'quotes/user', from: '2026-01-01' }]
  return book
}

beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running, banded)
  owner = await house.as('Oriel')
})

const billOf = async (month: string) => (await owner.get(house.path(`/bills/${month}`)).expect(200)).body as BillView

describe('the bill', () => {
  test('opens to its people, splits, and says why it moved', async () => {
    const rafe = { personId: house.idOf('Rafe'), product: 'quotes', seatType: 'user' }
    const shown = await previewOf(house, owner, [{ type: 'give-seat', ...rafe }])
    expect(shown.money.sums).toMatchObject({ thisMonth: { before: 7300, after: 12_300 } })
    await apply(house, owner, [{ type: 'give-seat', ...rafe }])
    const bill = await billOf('2026-06')
    expect(bill.totalMinor).toBe(bill.lines.reduce((sum, line) => sum + line.amountMinor, 0))
    expect(bill.totalMinor).toBe(12_300)
    const team = bill.lines.findIndex((line) => line.kind === 'team')
    const { body } = await owner.get(house.path(`/bills/2026-06/lines/${team}`)).expect(200)
    expect(body.items.map((item: { name: string }) => item.name)).toEqual(['Oriel Owner', 'Rafe Gardener'])
    expect(bill.since.map((one) => one.sentence)).toEqual([
      'Quotes is charged for a team up to 3, with Rafe Gardener (Oriel Owner, 16 June)',
    ])
    expect(bill.since.reduce((sum, one) => sum + one.deltaMinor, 0)).toBe(bill.totalMinor - bill.before.totalMinor)
    for (const parts of [bill.byPlace, bill.byCode]) {
      expect(parts.reduce((sum, part) => sum + part.amountMinor, 0)).toBe(bill.totalMinor)
    }
    expect(bill.forecast).toHaveLength(12)
    expect(bill.forecast[0]).toMatchObject({ month: '2026-06', totalMinor: bill.totalMinor })
  })

  test('leaves as CSV whose rows add up, with formulas defused, and as PDF with its own font', async () => {
    await apply(house, owner, [{ type: 'change-person', personId: house.idOf('Rafe'), reference: '=1+1' }])
    const bill = await billOf('2026-06')
    const csv = await owner.get(house.path('/bills/2026-06/file.csv')).expect(200)
    expect(csv.headers['content-type']).toContain('text/csv')
    const sums = csv.text
      .trim()
      .split('\n')
      .slice(1)
      .map((row) => Math.round(Number(row.split(',').at(-1)) * 100))
    expect(sums.reduce((sum, one) => sum + one, 0)).toBe(bill.totalMinor)
    const pdf = await owner.get(house.path('/bills/2026-06/file.pdf')).buffer(true).expect(200)
    const bytes = pdf.body as Buffer
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(bytes.includes('FontFile2')).toBe(true)
    expect(streamsOf(bytes)).toBeGreaterThan(0)
  })

  test('is written on the paper that is usual where the account is', () => {
    const papers = ['en-IE', 'de', 'en-US', 'es-MX', 'fr-CA', 'en'].map(paperOf)
    expect(papers).toEqual(['A4', 'A4', 'LETTER', 'LETTER', 'LETTER', 'LETTER'])
  })

  test('is nothing to whoever may not see sums, nor are prices anywhere', async () => {
    const steward = await house.as('Mirren')
    const missing = await steward.get(house.path('/bills/1999-99')).expect(404)
    for (const path of [
      '/bills/2026-06',
      '/bills/2026-06/file.csv',
      '/bills/2026-06/lines/0',
      '/bills/2026-06/invoices',
    ]) {
      const answer = await steward.get(house.path(path)).expect(404)
      expect(answer.body.detail).toBe(missing.body.detail)
    }
    const shown = await previewOf(house, steward, [
      { type: 'give-seat', personId: house.idOf('Rafe'), product: 'quotes', seatType: 'user' },
    ])
    expect(shown.money.sums).toBeNull()
    expect(JSON.stringify(shown)).not.toMatch(/:-?(4500|9500)\b|45\.00|95\.00/)
    expect(shown.problems.map((one) => one.code)).toContain('raises-bill')
  })
})

function streamsOf(bytes: Buffer): number {
  const start = bytes.indexOf('stream\n') + 7
  return inflateSync(bytes.subarray(start, bytes.indexOf('endstream', start))).length
}

describe('months', () => {
  /** The same account under a clock of its own. */
  function under(now: string) {
    const clock = { now: () => readInstant(now) }
    const { pools, clockWatch } = running.lodge
    const accounts = new Accounts(pools, clock, 1_000_000_000, () => undefined)
    const nobody = { committed: () => undefined, doorsShut: () => undefined }
    const key = KeyRing.read(`test:${Buffer.alloc(32, 7).toString('base64')}`)
    const committer = new Committer({ pools, accounts, clock, clockWatch }, key, nobody, undefined)
    const work = { id: '', accountId: house.account.id, kind: 'month-ends', ids: {}, attempts: 1, leaseId: '' }
    return { committer, close: () => monthEndWorker({ accounts, committer, clock })(work, goesOn) }
  }

  test('close five days after their end, once, and never move; what is reported later names its month', async () => {
    const { id } = house.account
    expect(await under('2026-07-05T22:59:00Z').close()).toEqual({ againInSeconds: 60 })
    const july = under('2026-07-05T23:00:00Z')
    await Promise.all([july.close(), under('2026-07-05T23:00:01Z').close()])
    const read = async () => (await readAccount(running.lodge.pools.work, id))!.account
    const closed = [...(await read()).all('closedMonth')]
    expect(closed.map((one) => one.month)).toEqual(['2026-06'])
    expect(closed[0]!.bill.totalMinor).toBe(7300)
    const late = { allowance: 'documents', at: '2026-06-20T10:00:00Z', amount: 30 }
    const report = { type: 'report-use', uses: [{ useId: house.account.root.id, ...late }] } as never
    const actor = { kind: 'product' as const, product: 'quotes' }
    await under('2026-07-10T09:00:00Z').committer.commit({
      accountId: id,
      changes: [report],
      actor,
      via: { kind: 'product' },
    })
    running.lodge.accounts.forget(id)
    expect(await billOf('2026-06')).toMatchObject({ closed: true, totalMinor: 7300 })
    const lines = (await billOf('2026-07')).lines.filter((line) => line.lateFor)
    expect(lines).toMatchObject([{ lateFor: '2026-06', amountMinor: 20 * 15, quantity: 20 }])
    const { body: ledger } = await owner.get(house.path('/ledger')).expect(200)
    expect(ledger.entries[1]).toMatchObject({
      actor: 'The schedule',
      sentences: ['closed the bill of June 2026: €73.00'],
    })
    const mine = await previewOf(house, owner, [{ type: 'close-month', month: '2026-07' }])
    expect(mine.problems).toMatchObject([{ code: 'not-yours' }])
  })
})

describe('a vendor’s invoice laid against the bill', () => {
  const lay = (text: string, product = 'log') =>
    owner.post(house.path('/bills/2026-06/invoices')).send({ product, text })

  test('shows what differs, line by line, and is kept with the month', async () => {
    const text = `Amount,Person\n14.00,rafe@${house.domain}\n15.50,Mirren Steward\n3.00,Nobody Known`
    const { body } = await lay(text).expect(200)
    const [one] = body.invoices
    expect(one).toMatchObject({ theirsMinor: 3250, oursMinor: 2800, differenceMinor: 450 })
    const verdicts = one.lines.map((line: { who: string; verdict: string }) => [line.who, line.verdict])
    expect(verdicts).toEqual([
      ['Mirren Steward', 'differs'],
      ['Nobody Known', 'only-theirs'],
      ['Rafe Gardener', 'same'],
    ])
    await lay('Team up to 1;45,00', 'quotes').expect(200)
    const { body: kept } = await owner.get(house.path('/bills/2026-06/invoices')).expect(200)
    expect(kept.invoices).toHaveLength(2)
    expect(kept.invoices[0].lines).toMatchObject([{ who: 'Team up to 1', verdict: 'same' }])
  })

  test.each([
    ['text in an amount', 'Rafe Gardener,fourteen', 'bad-invoice', /Line 1: “fourteen” is not an amount in EUR/],
    ['too fine an amount', 'Rafe Gardener,14.005', 'bad-invoice', /14.005/],
    ['a thousand columns', Array.from({ length: 1000 }, () => 'x').join(','), 'too-wide', /1000 columns/],
    ['the wrong month', 'name,amount,month\nRafe Gardener,14.00,2026-05', 'bad-invoice', /Line 2: it is of 2026-05/],
    ['nothing', ' \n ', 'empty-invoice', /no lines/],
    ['a quote left open', '"Rafe Gardener,14.00', 'bad-csv', /cannot be read/],
  ])('with %s says so, and keeps nothing', async (_what, text, code, sentence) => {
    const { body } = await lay(text).expect(400)
    expect(body).toMatchObject({ code, detail: expect.stringMatching(sentence) })
    const { body: kept } = await owner.get(house.path('/bills/2026-06/invoices')).expect(200)
    expect(kept.invoices).toEqual([])
  })
})

describe('product sheets', () => {
  const importing = (more: object) => {
    const sheet = { ...sheetOf(smallBook(house.domain)), code: 'rill', name: 'Rill', ...more }
    return previewOf(house, owner, [{ type: 'import-sheet', sheet }])
  }

  test('come in switched off, are switched on, and take a price from next month on', async () => {
    const sheet = { ...sheetOf(smallBook(house.domain)), code: 'rill', name: 'Rill' }
    await apply(house, owner, [{ type: 'import-sheet', sheet }])
    const seats = async () => (await owner.get(house.path('/seats')).expect(200)).body as SeatsView
    expect((await seats()).products.find((one) => one.code === 'rill')).toMatchObject({ on: false })
    await apply(house, owner, [{ type: 'subscribe', product: 'rill', on: true }])
    const dearer = { ...sheetOf(smallBook(house.domain)) }
    dearer.seatTypes = dearer.seatTypes.map((type) => ({ ...type, priceMinor: type.priceMinor * 2 }))
    const shown = await previewOf(house, owner, [{ type: 'import-sheet', sheet: dearer, from: '2026-07-01' }])
    expect(shown.money.sums).toMatchObject({
      thisMonth: { before: 7300, after: 7300 },
      next: { before: 7300, after: 10_100 },
    })
  })

  test.each([
    [
      'an unknown area',
      { plans: [{ code: 'p', name: 'P', areas: ['nowhere'], seatTypes: [] }] },
      /nowhere/,
      '/sheet/plans/0/areas',
    ],
    [
      'another currency',
      { charging: { rule: 'whole-month', counts: 'admitted', currency: 'JPY' } },
      /JPY/,
      '/sheet/charging/currency',
    ],
    [
      'bands that overlap',
      {
        seatTypes: [],
        charging: {
          rule: 'banded',
          counts: 'admitted',
          currency: 'EUR',
          bands: [
            { upTo: 4, priceMinor: 1 },
            { upTo: 3, priceMinor: 2 },
          ],
        },
      },
      /must be larger than the one before/,
      '/sheet/charging/bands/1',
    ],
    [
      'no bands at all',
      { seatTypes: [], charging: { rule: 'banded', counts: 'admitted', currency: 'EUR' } },
      /needs at least one size/,
      '/sheet/charging/bands',
    ],
  ])('with %s are refused, by path', async (_what, more, sentence, path) => {
    const { problems } = await importing(more)
    expect(problems[0]).toMatchObject({ sentence: expect.stringMatching(sentence), path })
  })

  test.each([-1, 100_000_001, 1.5])('with the price %s are refused, by path', async (priceMinor) => {
    const [type] = sheetOf(smallBook(house.domain)).seatTypes
    const { problems } = await importing({ seatTypes: [{ ...type, priceMinor }] })
    expect(problems[0]!.path).toBe('/sheet/seatTypes/0/priceMinor')
  })
})

describe('fetching a sheet', () => {
  let server: http.Server
  let origin: string
  beforeAll(async () => {
    server = http.createServer((request, response) => {
      if (request.url === '/sheet.json') return response.end('{"code":"rill"}')
      if (request.url === '/text') return response.end('hello')
      if (request.url === '/away') return response.writeHead(302, { Location: 'http://10.0.0.1/sheet.json' }).end()
      if (request.url === '/round') return response.writeHead(302, { Location: '/round' }).end()
      if (request.url === '/large') return response.end(Buffer.alloc(1_100_000, 32))
      if (request.url === '/never') return response.write('{')
      return response.writeHead(404).end()
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterAll(() => {
    server.closeAllConnections()
    server.close()
  })

  test('takes JSON from an allowed address', async () => {
    expect(await fetchSheet(`${origin}/sheet.json`, [origin])).toEqual({ code: 'rill' })
  })

  test.each([
    ['not allowed', '/sheet.json', [], 'address-not-allowed'],
    ['that leads elsewhere', '/away', undefined, 'address-not-allowed'],
    ['that leads round in a circle', '/round', undefined, 'too-many-redirects'],
    ['that sends too much', '/large', undefined, 'too-large'],
    ['that never ends', '/never', undefined, 'too-slow'],
    ['with nothing there', '/none', undefined, 'no-sheet'],
    ['with no JSON there', '/text', undefined, 'not-json'],
  ])('refuses an address %s', async (_what, path, allowed, code) => {
    await expect(fetchSheet(origin + path, allowed ?? [origin])).rejects.toMatchObject({ status: 422, code })
  })

  test('does not follow a name into a private network', async () => {
    const named = origin.replace('127.0.0.1', 'localhost')
    await expect(fetchSheet(`${named}/sheet.json`, [named])).rejects.toMatchObject({ code: 'unreachable' })
  })
})
