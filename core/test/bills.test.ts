import {
  billOf,
  billView,
  closingOf,
  countExplained,
  decide,
  forecastOf,
  instantText,
  itemsOf,
  monthsToClose,
  movementsOf,
  readChange,
  readInstant,
  readSheet,
  Sight,
  splitBill,
  type Account,
  type AccountBook,
  type Actor,
  type ProductSheet,
} from '../src/index.ts'
import { House, nextId } from './house.ts'

/** A second product with everything a sheet can charge for besides seats. */
function withRill(book: AccountBook): void {
  const log = book.products[0]!.sheets[0]!.sheet as ProductSheet
  const pool = { ...log.seatTypes[0]!, code: 'pool', name: 'Pool', use: 'floating' as const, priceMinor: 2500 }
  const charging = {
    ...log.charging,
    rule: 'term' as const,
    termMonths: 12,
    perPlace: [{ name: 'Sensors', placeKind: 'site', priceMinor: 600 }],
    allowances: [{ code: 'water', name: 'Water', included: 100, priceMinorBeyond: 2 }],
  }
  const sheet = { ...log, code: 'rill', name: 'Rill', seatTypes: [pool], charging }
  book.products.push({
    code: 'rill',
    subscriptions: [{ from: '2025-01-01', on: true }],
    sheets: [{ from: '2025-01-01', sheet }],
    stock: [
      { seatType: 'pool', number: 2, from: '2026-01-01', source: 'order 1' },
      { seatType: 'pool', number: 3, from: '2026-06-01', source: 'order 2' },
    ],
    fittings: [{ place: 'Pellworth/Main', from: '2026-05-20' }],
    use: [{ allowance: 'water', at: '2026-06-02T09:00:00Z', amount: 150 }],
  })
}

const linesOf = (account: Account, month: string) =>
  billOf(account, month).lines.map(
    (line) => `${line.product} ${line.kind} ${line.code} ${line.quantity} ${line.amountMinor}`,
  )

describe('a bill’s lines (model S6)', () => {
  test('name what was bought for a term, the places, and what was used beyond the allowance', () => {
    const { account } = House.open(withRill)
    expect(linesOf(account, '2026-01')).toEqual(['log seats field 2 2800', 'rill term pool 2 5000'])
    expect(linesOf(account, '2026-06')).toEqual([
      'log seats field 2 2800',
      'rill term pool 1 1466',
      'rill places site 1 600',
      'rill allowance water 50 100',
    ])
    const [, term, places, water] = billOf(account, '2026-06').lines
    expect(term).toMatchObject({ daysLeft: 214, daysOfTerm: 365 })
    expect(itemsOf(account, '2026-06', term!)).toMatchObject([{ firstDate: '2026-06-01', quantity: 1 }])
    expect(itemsOf(account, '2026-06', places!)).toMatchObject([{ firstDate: '2026-06-01', lastDate: '2026-06-30' }])
    expect(itemsOf(account, '2026-06', water!)).toMatchObject([{ quantity: 150, amountMinor: null }])
  })

  test('are forecast from known dates, the next term among them', () => {
    const { account } = House.open(withRill)
    const months = forecastOf(account, '2026-06')
    expect(months).toHaveLength(12)
    for (const one of months) expect(one.totalMinor).toBe(billOf(account, one.month).totalMinor)
    expect(months.find((one) => one.month === '2027-01')!.products).toMatchObject([
      { product: 'log' },
      { product: 'rill', amountMinor: 3 * 2500 + 600 },
    ])
  })

  test('fall to clients and cost codes, and what cannot be split says so', () => {
    const house = House.open(withRill)
    house.do('Oriel', { type: 'change-person', personId: house.person('Rafe'), reference: 'K-7' })
    const bill = billOf(house.account, '2026-06')
    const parts = (by: 'place' | 'code') =>
      splitBill(house.account, bill, by).map((one) => `${one.name} ${one.amountMinor}`)
    expect(parts('place')).toEqual([
      'Pellworth 3400',
      'Cannot be split: Rill, Pool 1466',
      'Cannot be split: Rill, Water 100',
    ])
    expect(parts('code')).toContain('K-7 1400')
    expect(parts('code')).toContain('PEL-1 600')
  })
})

describe('why a bill moved (model S8)', () => {
  test('names who came, who went, who moved and by whom, and adds up', () => {
    const house = House.open(withRill)
    const mirren = house.account.by('holding', 'person', house.person('Mirren'))[0]!
    house.do('Oriel', { type: 'change-seat', holdingId: mirren.id, seatType: 'lead' })
    house.do('Tamsin', { type: 'give-seat', personId: house.person('Corin'), product: 'log', seatType: 'field' })
    const view = billView(new Sight(house.account, house.person('Oriel'), house.now), '2026-06')!
    expect(view.since.map((one) => one.sentence)).toEqual([
      'Mirren Steward moved from Field to Lead of Garden Log (Oriel Owner, 16 June)',
      'Corin Client took a Field seat of Garden Log (Tamsin Admin, 16 June)',
      'Pool of Rill was bought',
      'More or less of Water of Rill was used beyond what is included',
    ])
    const july = movementsOf(house.account, '2026-07').map((one) => `${one.kind} ${one.deltaMinor}`)
    expect(july).toEqual(['term -1466', 'use -100'])
    expect(billView(new Sight(house.account, house.person('Rafe'), house.now), '2026-06')).toBeUndefined()
  })

  test('tells another price from another month’s days', () => {
    const house = House.open()
    const [row] = house.account.by('sheet', 'product', [...house.account.all('product')][0]!.id)
    const seatTypes = row!.sheet.seatTypes.map((type) => ({ ...type, priceMinor: type.priceMinor * 2 }))
    house.do('Oriel', { type: 'import-sheet', sheet: { ...row!.sheet, seatTypes }, from: '2026-07-01' })
    expect(movementsOf(house.account, '2026-07')).toMatchObject([{ kind: 'price', deltaMinor: 2800 }])
    expect(movementsOf(house.account, '2026-08')).toEqual([])
  })
})

describe('months close (model S6)', () => {
  const by = (account: Account, plain: object, actor: Actor, now: number) =>
    decide(account, [readChange(plain, nextId).value!], actor, now)

  test('one after the other, from the account’s first on, and by nobody’s hand', () => {
    const { account, now } = House.open()
    expect(monthsToClose(account, now)).toEqual([])
    const later = closingOf('2026-07', account.zone)
    expect(instantText(later)).toBe('2026-08-05T23:00:00Z')
    expect(monthsToClose(account, later)).toEqual(['2026-06', '2026-07'])
    const schedule: Actor = { kind: 'schedule' }
    expect(by(account, { type: 'close-month', month: '2026-07' }, schedule, later).problems[0]!.code).toBe('not-yet')
    const closed = by(account, { type: 'close-month', month: '2026-06' }, schedule, later).after
    expect(by(closed, { type: 'close-month', month: '2026-06' }, schedule, later).problems[0]!.code).toBe('so-already')
    expect(monthsToClose(closed, later)).toEqual(['2026-07'])
  })

  test('reported use is refused where it makes no sense', () => {
    const { account, now } = House.open(withRill)
    const report = (use: object, actor: Actor = { kind: 'product', product: 'rill' }) =>
      by(
        account,
        { type: 'report-use', uses: [{ amount: 1, at: '2026-06-01T09:00:00Z', ...use }] },
        actor,
        now,
      ).problems.map((one) => one.code)
    expect(report({ allowance: 'water' })).toEqual([])
    expect(report({ allowance: 'wine' })).toEqual(['no-such-allowance'])
    expect(report({ at: '2027-01-01T00:00:00Z' })).toEqual(['to-come'])
    expect(report({ at: '2026-06-01' })).toEqual(['bad-date'])
    expect(report({ personId: nextId() })).toEqual(['not-found'])
    expect(report({}, { kind: 'schedule' })).toEqual(['not-yours'])
  })
})

test('the count says of everybody whether they count, and why (model S8)', () => {
  const house = House.open(withRill)
  house.do('Oriel', house.invitation())
  const of = (who: string) =>
    countExplained(house.account, house.now)
      .filter((one) => one.personId === house.person(who) && one.product === 'log')
      .map((one) => `${one.counted} ${one.why}`)
  expect(of('Rafe')[0]).toMatch(/^true Field since /)
  expect(of('Oriel')).toEqual(['false has no seat of it'])
  expect(of('Sorrel')).toEqual(['false invited; counts after they accept'])
  const ended = readInstant('2026-05-01T00:00:00Z')
  expect(countExplained(house.account, ended).length).toBeGreaterThan(0)
})

test('a sheet that cannot be charged by is refused, each thing by its path', () => {
  const plain = [...House.open().account.all('sheet')][0]!.sheet
  const codes = (charging: object, type: object = {}) => {
    const read = readSheet({
      ...plain,
      seatTypes: [{ ...plain.seatTypes[0], ...type }],
      charging: { ...plain.charging, ...charging },
    })
    return (read.problems ?? []).map((one) => `${one.code} ${one.path}`)
  }
  const free = { priceMinor: 0 }
  expect(codes({})).toEqual([])
  expect(codes({ rule: 'term' })).toEqual(['no-term /charging/termMonths'])
  expect(codes({ rule: 'banded' }, free)).toEqual(['no-bands /charging/bands'])
  const bands = [
    { upTo: 2, priceMinor: 5 },
    { upTo: 4, priceMinor: 4 },
  ]
  expect(codes({ rule: 'banded', bands }, free)).toEqual(['band-cheaper /charging/bands/1'])
  expect(codes({ rule: 'banded', bands: [bands[0]] })).toEqual(['priced-in-band /seatTypes/0/priceMinor'])
  expect(codes({}, { inBand: true })).toEqual(['band-without /seatTypes/0/inBand'])
  expect(codes({}, { use: 'floating' })).toEqual(['floating-price /seatTypes/0/priceMinor'])
  const allowances = [{ code: 'a', name: 'A', included: 1, priceMinorBeyond: 1, perSeatType: 'none' }]
  expect(codes({ allowances })).toEqual(['unknown-code /charging/allowances/0/perSeatType'])
})
