import fc from 'fast-check'
import {
  addDays,
  billOf,
  countSeats,
  fromDate,
  moneyText,
  readInstant,
  untilDate,
  type AccountBook,
  type Account,
} from '../src/index.ts'
import { House } from './house.ts'

const ZONE = 'Europe/Dublin'

/** An account in which Rafe alone holds seats, as given. */
function withSeats(
  seats: { seat: string; from: string; until?: string; own?: boolean; counted?: string }[],
  more: (book: AccountBook) => void = () => undefined,
): Account {
  return House.open((book) => {
    for (const person of book.people) person.seats = []
    book.people[3]!.seats = seats.map((seat) => ({ counted: seat.from, ...seat }))
    more(book)
  }).account
}

describe('whole-month charging (model S6, examples 4 and 5)', () => {
  test('held to 19 February, back 6 June: February and June whole, nothing between', () => {
    const account = withSeats([
      { seat: 'log/field', from: '2026-01-10', until: '2026-02-19' },
      { seat: 'log/field', from: '2026-06-06' },
    ])
    const totals = ['01', '02', '03', '04', '05', '06', '07'].map(
      (month) => billOf(account, `2026-${month}`).totalMinor,
    )
    expect(totals).toEqual([1400, 1400, 0, 0, 0, 1400, 1400])
  })

  test('ended 23:30 local on 30 September, taken by another on 1 October: once each', () => {
    const account = withSeats(
      [{ seat: 'log/field', from: '2026-01-01', until: '2026-09-30T23:30:00+01:00' }],
      (book) => {
        book.people[4]!.seats = [{ seat: 'log/field', from: '2026-10-01', counted: '2026-10-01' }]
      },
    )
    expect(billOf(account, '2026-09').lines).toMatchObject([{ quantity: 1, amountMinor: 1400 }])
    expect(billOf(account, '2026-10').lines).toMatchObject([{ quantity: 1, amountMinor: 1400 }])
  })

  test('two types in a month: the dearest, once', () => {
    const account = withSeats([
      { seat: 'log/field', from: '2026-06-03', until: '2026-06-09' },
      { seat: 'log/lead', from: '2026-06-09' },
    ])
    expect(billOf(account, '2026-06')).toMatchObject({ totalMinor: 3200, lines: [{ code: 'lead', quantity: 1 }] })
  })

  test('a price change charges by the price of the type’s first counted day', () => {
    const dearer = (book: AccountBook) => {
      const [first] = book.products[0]!.sheets
      const sheet = first!.sheet as { seatTypes: { code: string; priceMinor: number }[] }
      const seatTypes = sheet.seatTypes.map((type) => ({
        ...type,
        priceMinor: type.priceMinor && type.priceMinor + 100,
      }))
      book.products[0]!.sheets.push({ from: '2026-06-10', sheet: { ...sheet, seatTypes } })
    }
    expect(billOf(withSeats([{ seat: 'log/field', from: '2026-06-09' }], dearer), '2026-06').totalMinor).toBe(1400)
    expect(billOf(withSeats([{ seat: 'log/field', from: '2026-06-10' }], dearer), '2026-06').totalMinor).toBe(1500)
    expect(billOf(withSeats([{ seat: 'log/field', from: '2026-06-09' }], dearer), '2026-07').totalMinor).toBe(1500)
  })

  test('own and no-charge seats never count, and an engagement bounds what does (model S1, Z3)', () => {
    expect(billOf(withSeats([{ seat: 'log/field', from: '2026-06-01', own: true }]), '2026-06').totalMinor).toBe(0)
    expect(billOf(withSeats([{ seat: 'log/reader', from: '2026-06-01' }]), '2026-06').totalMinor).toBe(0)
    const bounded = withSeats([{ seat: 'log/field', from: '2026-01-01' }], (book) => {
      book.people[3]!.engagement = { from: '2026-03-05', until: '2026-04-30' }
    })
    const months = ['02', '03', '04', '05'].map((month) => billOf(bounded, `2026-${month}`).totalMinor)
    expect(months).toEqual([0, 1400, 1400, 0])
  })

  test('the bill so far leaves out who counts only later', () => {
    const account = withSeats([{ seat: 'log/field', from: '2026-06-20' }])
    expect(billOf(account, '2026-06', readInstant('2026-06-16T12:00:00Z')).totalMinor).toBe(0)
    expect(billOf(account, '2026-06').totalMinor).toBe(1400)
  })

  test('equals a count day by day, for random histories over two years', () => {
    const day = fc.integer({ min: 0, max: 729 })
    const period = fc.tuple(day, day, fc.constantFrom('log/field', 'log/lead', 'log/reader'))
    const prices: Record<string, number> = { 'log/field': 1400, 'log/lead': 3200, 'log/reader': 0 }
    fc.assert(
      fc.property(fc.array(period, { maxLength: 6 }), fc.integer({ min: 0, max: 23 }), (periods, offset) => {
        const date = (at: number) => addDays('2025-01-01', at)
        const seats = periods.map(([one, other, seat]) => {
          return { seat, from: date(Math.min(one, other)), until: date(Math.max(one, other)) }
        })
        const account = withSeats(seats, (book) => (book.people[3]!.engagement = {}))
        const month = `${2025 + Math.floor(offset / 12)}-${String((offset % 12) + 1).padStart(2, '0')}`
        let dearest = 0
        for (let at = `${month}-01`; at.startsWith(month); at = addDays(at, 1)) {
          for (const seat of seats)
            if (seat.from <= at && at <= seat.until) dearest = Math.max(dearest, prices[seat.seat]!)
        }
        expect(billOf(account, month).totalMinor).toBe(dearest)
      }),
    )
  })
})

describe('counting seats (model S2, S4)', () => {
  test('taken, empty and over against the ceiling of the day', () => {
    const house = House.open((book) =>
      book.products[0]!.stock.push({ seatType: 'field', number: 1, from: '2026-07-01' }),
    )
    const count = (date: string) => countSeats(house.account, 'log', 'field', fromDate(date, ZONE))
    expect(count('2026-06-20')).toMatchObject({ taken: 2, empty: 1, ceiling: 3, over: 0 })
    expect(count('2026-07-01')).toMatchObject({ taken: 2, empty: 0, ceiling: 1, over: 1 })
  })

  test('a seat is empty the instant the engagement is over, with no write', () => {
    const house = House.open((book) => (book.people[3]!.engagement = { from: '2025-01-01', until: '2026-06-20' }))
    const end = untilDate('2026-06-20', ZONE)
    expect(countSeats(house.account, 'log', 'field', end - 1)).toMatchObject({ taken: 2 })
    expect(countSeats(house.account, 'log', 'field', end)).toMatchObject({ taken: 1, empty: 2 })
  })
})

test('money is written with as many digits as its currency has', () => {
  expect(moneyText(41200, 'EUR', 'en-IE')).toBe('€412.00')
  expect(moneyText(412, 'JPY', 'en-IE')).toMatch(/412$/)
  expect(moneyText(41234, 'KWD', 'en-IE')).toMatch(/41\.234$/)
})
