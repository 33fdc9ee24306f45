import fc from 'fast-check'
import { addDays, dateOf, readInstant } from '../../src/index.ts'
import { House } from '../house.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)

/** Zones that change their clocks by an hour or half of one, at midnight, the other way round, or never. */
const ZONES = [
  ...['Europe/Dublin', 'Australia/Lord_Howe', 'America/Havana', 'America/Santiago', 'Africa/Cairo'],
  ...['Asia/Kolkata', 'Pacific/Apia', 'UTC'],
]
// Beside the nights on which some of those clocks change, and on any other day.
const NIGHTS = ['2026-03-29', '2026-04-05', '2026-10-25', '2026-03-08', '2026-04-24', '2026-09-06', '2026-07-15']
const instant = fc
  .tuple(fc.constantFrom(...NIGHTS), fc.integer({ min: -36 * 3600, max: 36 * 3600 }))
  .map(([date, seconds]) => readInstant(`${date}T00:00:00Z`) + seconds * 1_000_000)

/** Everything that takes a last day, and everything that takes a first one, as the same office would ask for it. */
function asked(house: House, { from, until }: { from?: string; until?: string }): Record<string, object> {
  const dated = { ...(from ? { from } : {}), ...(until ? { until } : {}) }
  const [rafe, mirren] = [house.person('Rafe'), house.person('Mirren')]
  const key = { roleId: house.role('Gardener'), placeId: house.place('Harbour') }
  const ended = until ? { engagementUntil: until } : {}
  const begun = from ? { engagementFrom: from } : {}
  return {
    give: { type: 'give', subjectKind: 'person', subjectId: rafe, ...key, ...dated },
    'give-seat': { type: 'give-seat', personId: mirren, product: 'log', seatType: 'reader', ...dated },
    'go-away': { type: 'go-away', personId: rafe, ...dated },
    invite: house.invitation({ engagementUntil: null, seats: [], ...begun, ...ended }),
    ...(until
      ? {
          'change-person': { type: 'change-person', personId: rafe, ...ended },
          'plan-departure': { type: 'plan-departure', personId: rafe, at: until },
          'make-link': {
            type: 'make-link',
            ...{ name: 'Spring', kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [] },
            ...{ maximumUses: 3, waits: true, until: addDays(until, 5), engagementUntil: until },
          },
        }
      : {}),
  }
}

/** How a day that has passed is refused. */
const PAST = new Set(['date-past', 'dates-backwards'])

test('whatever takes a day agrees on which is today and which is past, in every zone and as clocks change (model Z1)', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ZONES), instant, (zone, now) => {
      const house = House.open((book) => {
        book.account.zone = zone
      })
      house.now = now
      const today = dateOf(now, zone)
      const told = (dates: { from?: string; until?: string }) =>
        Object.fromEntries(
          Object.entries(asked(house, dates)).map(([kind, change]) => [kind, house.refusals('Oriel', change)]),
        )
      for (const dates of [{ until: today }, { from: today }, { from: addDays(today, 1), until: addDays(today, 1) }]) {
        expect(told(dates)).toEqual(Object.fromEntries(Object.keys(asked(house, dates)).map((kind) => [kind, []])))
      }
      for (const dates of [{ until: addDays(today, -1) }, { from: addDays(today, -1) }]) {
        for (const [kind, codes] of Object.entries(told(dates))) {
          expect([kind, codes.some((code) => PAST.has(code))]).toEqual([kind, true])
        }
      }
    }),
    { numRuns: RUNS },
  )
})
