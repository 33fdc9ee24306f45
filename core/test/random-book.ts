import fc from 'fast-check'
import type { AccountBook, BookGrant, BookPerson, BookRole, Level, RoleArea } from '../src/index.ts'
import { smallBook } from './small-book.ts'

export const PATHS = ['/', 'Pellworth', 'Pellworth/Main', 'Pellworth/Helipad', 'Corvane', 'Corvane/Harbour'] as const
const DATES = ['2026-05-01', '2026-06-10', '2026-06-16', '2026-06-17', '2026-06-30', '2026-07-15']
const ROLES = ['Gardener', 'Rope access', 'Steward', 'Random', 'Follower']
const ACTIONS = ['see', 'add', 'change', 'run', 'export']

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

/** An area of a role with actions withheld or to be approved, never both, and of any scope. */
const entry: fc.Arbitrary<RoleArea> = fc
  .record({
    level,
    touched: fc.dictionary(fc.constantFrom(...ACTIONS), fc.boolean(), { maxKeys: 2, noNullPrototype: true }),
    scope: fc.constantFrom('all', 'all', 'own', 'people'),
  })
  .map(({ level: one, touched, scope }) => {
    const codes = (withheld: boolean) => Object.keys(touched).filter((code) => touched[code] === withheld)
    return {
      level: one,
      ...(codes(true).length > 0 ? { withheld: codes(true) } : {}),
      ...(codes(false).length > 0 ? { approval: codes(false) } : {}),
      ...(scope === 'all' ? {} : { scope }),
    } as RoleArea
  })

interface Shape {
  kind: BookPerson['kind']
  standing: BookPerson['standing']
  state: BookPerson['state']
  engagement: { from?: string; until?: string }
  grants: BookGrant[]
  seats: ReturnType<typeof seat.map> extends never ? never : { seat: string; from: string; until?: string }[]
  crew: boolean
}

const person = fc.record({
  kind: fc.constantFrom('staff', 'contractor'),
  choices: fc.constantFrom({}, { Season: 'Winter' }, { Season: 'Summer' }),
  standing: fc.constantFrom('owner', 'administrator', 'member', 'member', 'guest', 'guest'),
  state: fc.constantFrom('active', 'active', 'active', 'away', 'left'),
  engagement: fc.oneof(fc.constant({ from: '2025-01-01' }), period),
  grants: fc.array(grant, { maxLength: 4 }),
  seats: fc.array(seat, { maxLength: 2 }),
  crew: fc.boolean(),
}) as unknown as fc.Arbitrary<Shape>

const RULES: Record<string, string>[][] = [
  [{ kind: 'contractor' }],
  [{ Season: 'Winter', kind: 'staff' }, { Season: 'Summer' }],
  [{ standing: 'guest' }],
  [{ employer: 'Highfast' }],
]

/** Random accounts on the small one's places and sheet: walls, roles, groups, standings, dates and seats at random. */
export const randomBook: fc.Arbitrary<AccountBook> = fc
  .record({
    walls: fc.array(fc.boolean(), { minLength: 5, maxLength: 5 }),
    sensitive: fc.boolean(),
    accountWide: fc.constantFrom(false, false, true),
    archived: fc.constantFrom(-1, -1, 1, 2, 3, 4),
    role: fc.record({ photos: fc.option(entry), drawings: fc.option(entry), own: fc.boolean() }),
    follower: fc.record({ photos: fc.option(fc.oneof(entry, fc.constant({ level: 'none' as const }))) }),
    rule: fc.constantFrom(...RULES),
    people: fc.tuple(person, person, person),
    passing: fc.boolean(),
    crew: fc.array(grant, { maxLength: 2 }),
    ruled: fc.array(grant, { maxLength: 1 }),
    members: fc.array(grant, { maxLength: 1 }),
    guests: fc.array(grant, { maxLength: 1 }),
  })
  .map(
    ({
      walls,
      archived,
      sensitive,
      accountWide,
      role,
      follower,
      rule,
      passing,
      people,
      crew,
      ruled,
      members,
      guests,
    }) => {
      const book = JSON.parse(JSON.stringify(smallBook('house.example'))) as AccountBook
      const places = [book.places[0]!, ...book.places[0]!.places!, book.places[1]!, ...book.places[1]!.places!]
      places.forEach((place, at) => (place.walled = walls[at]))
      if (archived >= 0) places[archived]!.archived = true
      const sheet = book.products[0]!.sheets[0]!.sheet as {
        areas: { code: string; sensitive: boolean; scope: string }[]
      }
      sheet.areas[1]!.sensitive = sensitive
      if (accountWide) sheet.areas[1]!.scope = 'account'
      book.products[0]!.stock = []
      const areasOf = (entries: Record<string, RoleArea | null>): BookRole['areas'] =>
        Object.fromEntries(Object.entries(entries).flatMap(([code, one]) => (one ? [[`log/${code}`, one]] : [])))
      const { own, ...areas } = role
      const stewarding: BookRole['areas'] = own ? { 'porter/access': { level: 'change' } } : {}
      book.roles.push({ name: 'Random', areas: { ...areasOf(areas), ...stewarding } })
      book.roles.push({ name: 'Follower', areas: areasOf(follower), follows: 'Random' })
      book.roles.push({ name: 'Climber', areas: { 'log/photos': { level: 'add' } }, wallPassing: true })
      book.fields = [{ name: 'Season', values: ['Winter', 'Summer'] }]
      book.groups = [
        { name: 'Crew', grants: crew },
        { name: 'Ruled', rule, grants: ruled },
      ]
      book.standings = { member: members, guest: guests }
      people.forEach(({ crew: inCrew, ...more }, at) => {
        const seats = passing && at === 0 ? [...more.seats, { seat: 'log/field', from: '2026-01-01' }] : more.seats
        const climber = { role: 'Climber', place: 'Pellworth', from: '2026-05-01' }
        const grants = passing && at === 0 ? [...more.grants, climber] : more.grants
        const manager = at === 2 ? { manager: book.people[3]!.email } : {}
        const away = more.state === 'away' ? { away: { from: '2026-06-01', keepSeats: at !== 1 } } : {}
        Object.assign(book.people[at + 2]!, more, {
          groups: inCrew ? ['Crew'] : [],
          seats,
          grants,
          ...manager,
          ...away,
        })
      })
      return book
    },
  )
