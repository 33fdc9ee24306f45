import fc from 'fast-check'
import {
  addDays,
  boundsOfMonth,
  dateOf,
  fromDate,
  instantOfLocal,
  instantText,
  lastInstantOf,
  readInstant,
  readWhen,
  untilDate,
  whenText,
} from '../src/index.ts'

const zones = ['Europe/Dublin', 'America/Havana', 'Africa/Cairo', 'Asia/Kolkata', 'Pacific/Apia', 'America/St_Johns']

describe('dates as instants (model Z1)', () => {
  test('a from date is its first instant, an until date the first of the day after', () => {
    expect(fromDate('2026-06-16', 'Europe/Dublin')).toBe(readInstant('2026-06-15T23:00:00Z'))
    expect(untilDate('2026-06-16', 'Europe/Dublin')).toBe(readInstant('2026-06-16T23:00:00Z'))
    expect(lastInstantOf('2026-06-16', 'Europe/Dublin')).toBe(readInstant('2026-06-16T22:59:59.999999Z'))
  })

  test('days join without gap or overlap, also across clock changes, but for a doubled midnight', () => {
    fc.assert(
      fc.property(fc.constantFrom(...zones), fc.integer({ min: 0, max: 4000 }), (zone, offset) => {
        const date = addDays('2020-01-01', offset)
        const ends = untilDate(date, zone)
        const begins = fromDate(addDays(date, 1), zone)
        expect(begins - ends).toBeGreaterThanOrEqual(0)
        expect(dateOf(ends - 1, zone) <= date).toBe(true)
        expect(dateOf(begins, zone) >= addDays(date, 1)).toBe(true)
      }),
    )
  })

  test('what is written as a date or an instant reads back the same', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: 1_500_000_000_000_000, max: 1_900_000_000_000_000 }),
        fc.constantFrom('beginning' as const, 'end' as const),
        (zone, instant, edge) => {
          expect(readWhen(whenText(instant, zone, edge), zone, edge)).toBe(instant)
          expect(readInstant(instantText(instant))).toBe(instant)
        },
      ),
    )
  })
})

describe('local times that come twice or never (model Z2)', () => {
  test('a doubled time is the first for an end and the second for a beginning', () => {
    // Dublin, 25 October 2026: 01:30 comes at 00:30Z and again at 01:30Z.
    expect(instantOfLocal('2026-10-25T01:30:00', 'Europe/Dublin', 'end')).toBe(readInstant('2026-10-25T00:30:00Z'))
    expect(instantOfLocal('2026-10-25T01:30:00', 'Europe/Dublin', 'beginning')).toBe(
      readInstant('2026-10-25T01:30:00Z'),
    )
  })

  test('a time that never comes is the instant of the jump', () => {
    // Dublin, 29 March 2026: from 01:00 to 02:00 at 01:00Z.
    for (const edge of ['beginning', 'end'] as const) {
      expect(instantOfLocal('2026-03-29T01:30:00', 'Europe/Dublin', edge)).toBe(readInstant('2026-03-29T01:00:00Z'))
    }
  })

  test('a day whose midnight is skipped begins at the jump', () => {
    // Cairo, 24 April 2026: midnight jumps to 01:00.
    expect(fromDate('2026-04-24', 'Africa/Cairo')).toBe(readInstant('2026-04-23T22:00:00Z'))
  })

  test('months join without gap or overlap', () => {
    for (const zone of zones) {
      for (const [month, next] of [
        ['2026-03', '2026-04'],
        ['2026-10', '2026-11'],
        ['2026-12', '2027-01'],
      ] as const) {
        expect(boundsOfMonth(month, zone).until).toBe(boundsOfMonth(next, zone).from)
      }
    }
  })
})
