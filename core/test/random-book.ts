import fc from 'fast-check'
import type { AccountBook, BookGrant, BookPerson, Level } from '../src/index.ts'
import { smallBook } from './small-book.ts'

export const PATHS = ['/', 'Pellworth', 'Pellworth/Main', 'Pellworth/Helipad', 'Corvane', 'Corvane/Harbour'] as const
const DATES = ['2026-05-01', '2026-06-10', '2026-06-16', '2026-06-17', '2026-06-30', '2026-07-15']
const ROLES = ['Gardener', 'Rope access', 'Steward', 'Random']

const level = fc.constantFrom<Level>('see', 'add', 'change', 'run')
const dated = fc.record({
  from: fc.constantFrom(...DATES),
  until: fc.option(fc.constantFrom(...DATES), { nil: undefined }),
})
/** A period that ends no earlier than it begins. */
const period = dated.map(({ from, until }) =>
  until !== undefined && until < from ? { from: until, until: from } : { from, until },
)

const grant: fc.Arbitrary<BookGrant> = fc
  .tuple(fc.constantFrom(...ROLES), fc.constantFrom(...PATHS), period)
  .map(([role, place, dates]) => ({ role, place, ...dates }))

const seat = fc
  .tuple(fc.constantFrom('log/field', 'log/lead', 'log/reader'), period)
  .map(([type, dates]) => ({ seat: type, counted: dates.from, ...dates }))

interface Shape {
  standing: BookPerson['standing']
  state: BookPerson['state']
  engagement: { from?: string; until?: string }
  grants: BookGrant[]
  seats: ReturnType<typeof seat.map> extends never ? never : { seat: string; from: string; until?: string }[]
  crew: boolean
}

const person = fc.record({
  standing: fc.constantFrom('owner', 'administrator', 'member', 'member', 'guest', 'guest'),
  state: fc.constantFrom('active', 'active', 'active', 'away', 'left'),
  engagement: fc.oneof(fc.constant({ from: '2025-01-01' }), period),
  grants: fc.array(grant, { maxLength: 4 }),
  seats: fc.array(seat, { maxLength: 2 }),
  crew: fc.boolean(),
}) as unknown as fc.Arbitrary<Shape>

/** Random accounts on the small one's places and sheet: walls, roles, groups, standings, dates and seats at random. */
export const randomBook: fc.Arbitrary<AccountBook> = fc
  .record({
    walls: fc.array(fc.boolean(), { minLength: 5, maxLength: 5 }),
    sensitive: fc.boolean(),
    role: fc.record({ photos: fc.option(level), drawings: fc.option(level) }),
    people: fc.tuple(person, person, person),
    crew: fc.array(grant, { maxLength: 2 }),
    members: fc.array(grant, { maxLength: 1 }),
    guests: fc.array(grant, { maxLength: 1 }),
  })
  .map(({ walls, sensitive, role, people, crew, members, guests }) => {
    const book = JSON.parse(JSON.stringify(smallBook('house.example'))) as AccountBook
    const places = [book.places[0]!, ...book.places[0]!.places!, book.places[1]!, ...book.places[1]!.places!]
    places.forEach((place, at) => (place.walled = walls[at]))
    const sheet = book.products[0]!.sheets[0]!.sheet as { areas: { code: string; sensitive: boolean }[] }
    sheet.areas[1]!.sensitive = sensitive
    book.products[0]!.stock = []
    const areas = Object.entries(role).flatMap(([code, one]) => (one ? [[`log/${code}`, { level: one }]] : []))
    book.roles.push({ name: 'Random', areas: Object.fromEntries(areas) })
    book.groups = [{ name: 'Crew', grants: crew }]
    book.standings = { member: members, guest: guests }
    people.forEach(({ crew: inCrew, ...more }, at) => {
      Object.assign(book.people[at + 2]!, more, { groups: inCrew ? ['Crew'] : [] })
    })
    return book
  })
