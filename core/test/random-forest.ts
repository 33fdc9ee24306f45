import fc from 'fast-check'
import {
  Account,
  readBook,
  type GrantRow,
  type HoldingRow,
  type Id,
  type PersonRow,
  type PlaceRow,
  type RoleRow,
  type RowEdit,
} from '../src/index.ts'
import { NOW } from './house.ts'
import { smallBook } from './small-book.ts'

const DAY = 86_400_000_000

export const placeId = (at: number): Id => `10000000-0000-7000-8000-${String(at).padStart(12, '0')}`
export const personId = (at: number): Id => `20000000-0000-7000-8000-${String(at).padStart(12, '0')}`

/** A place by the number of the one around it (a lower one; none for the root), walled or asleep. */
interface Spot {
  around: number
  walled: boolean
  archived: boolean
}

export interface Forest {
  spots: Spot[]
  /** Who was given what where: subject by number (people first, then groups), role, place, days from and until. */
  grants: { subject: number; role: number; place: number; from: number; until: number | null }[]
  memberships: { person: number; group: number }[]
  standings: PersonRow['standing'][]
  seats: number[]
}

export const PLACES = 24
export const PEOPLE = 6
const GROUPS = 3

const spot = fc.record({
  around: fc.nat(),
  walled: fc.boolean().map((one) => one),
  archived: fc.integer({ min: 0, max: 9 }).map((one) => one === 0),
})
export const grant = fc.record({
  subject: fc.nat(PEOPLE + GROUPS - 1),
  role: fc.nat(3),
  place: fc.nat(PLACES),
  from: fc.integer({ min: -20, max: 5 }),
  until: fc.option(fc.integer({ min: -3, max: 20 }), { nil: null }),
})

/** Trees up to two dozen places deep and wide, with walls and sleep, people, groups, dated keys and seats. */
export const forest: fc.Arbitrary<Forest> = fc.record({
  spots: fc.array(spot, { minLength: 6, maxLength: PLACES }),
  grants: fc.array(grant, { minLength: 4, maxLength: 24 }),
  memberships: fc.array(fc.record({ person: fc.nat(PEOPLE - 1), group: fc.nat(GROUPS - 1) }), { maxLength: 8 }),
  standings: fc.array(fc.constantFrom<PersonRow['standing']>('member', 'guest', 'guest', 'administrator'), {
    minLength: PEOPLE,
    maxLength: PEOPLE,
  }),
  seats: fc.array(fc.nat(2), { minLength: PEOPLE, maxLength: PEOPLE }),
})

export function placeOf(forest: Forest, at: number): PlaceRow {
  const { around, walled, archived } = forest.spots[at - 1] ?? {
    around: 0,
    walled: false,
    archived: false,
    approvers: null,
  }
  const parentId = at === 0 ? null : placeId(around % at)
  return {
    id: placeId(at),
    parentId,
    name: `Place ${at}`,
    kind: 'site',
    reference: null,
    walled: at > 0 && walled,
    archived: at > 0 && archived,
    approvers: null,
  }
}

export function grantOf(
  roles: readonly RoleRow[],
  one: Forest['grants'][number],
  at: number,
  places: number,
): GrantRow {
  const from = NOW + one.from * DAY
  const isPerson = one.subject < PEOPLE
  return {
    id: `30000000-0000-7000-8000-${String(at).padStart(12, '0')}`,
    subjectKind: isPerson ? 'person' : 'group',
    subjectId: isPerson ? personId(one.subject) : groupId(one.subject - PEOPLE),
    roleId: roles[one.role % roles.length]!.id,
    placeId: placeId(one.place % places),
    from,
    until: one.until === null ? null : Math.max(from, NOW + one.until * DAY),
    givenById: null,
    offerId: null,
    approvers: null,
    madeRoleId: null,
  }
}

const groupId = (at: number): Id => `40000000-0000-7000-8000-${String(at).padStart(12, '0')}`
const SEATS = ['field', 'lead', 'reader']

/** The account a forest represents; its product and roles are those of the small book, one of them passing walls. */
export function accountOf(forest: Forest): { account: Account; roles: RoleRow[]; places: number } {
  let count = 0
  const base = readBook(
    smallBook('forest.example'),
    () => `50000000-0000-7000-8000-${String((count += 1)).padStart(12, '0')}`,
  )
  const from = base.account!
  const roles = [...from.all('role')]
  roles.push({ ...roles[1]!, id: '60000000-0000-7000-8000-000000000001', name: 'Climber', wallPassing: true })
  const places = forest.spots.length + 1
  const people = forest.standings.map((standing, at): PersonRow => ({
    id: personId(at),
    kind: at % 2 === 0 ? 'staff' : 'contractor',
    standing,
    state: at === 5 ? 'away' : 'active',
    managerId: null,
    employerId: null,
    signatory: false,
    engagementFrom: null,
    engagementUntil: at === 4 ? NOW + 3 * DAY : null,
    loginId: null,
    recorded: false,
    joinedInto: null,
    apartFrom: [],
    reference: null,
    awayFrom: null,
    awayUntil: null,
    choices: {},
  }))
  const holdings = forest.seats.map((seat, at): HoldingRow => ({
    id: `70000000-0000-7000-8000-${String(at).padStart(12, '0')}`,
    personId: personId(at),
    product: 'log',
    seatType: SEATS[seat]!,
    own: false,
    givenFrom: NOW - DAY,
    countedFrom: null,
    until: at === 3 ? NOW + 2 * DAY : null,
    origin: 'given',
    givenById: null,
    endedById: null,
  }))
  const account = Account.of('80000000-0000-7000-8000-000000000000', 1, {
    settings: from.all('settings'),
    product: from.all('product'),
    subscription: from.all('subscription'),
    sheet: from.all('sheet'),
    role: roles,
    place: Array.from({ length: places }, (_, at) => placeOf(forest, at)),
    person: people,
    group: Array.from({ length: GROUPS }, (_, at) => ({
      id: groupId(at),
      name: `Group ${at}`,
      leadId: null,
      leads: false,
      rule: null,
    })),
    membership: forest.memberships.map(({ person, group }, at) => {
      return {
        id: `90000000-0000-7000-8000-${String(at).padStart(12, '0')}`,
        groupId: groupId(group),
        personId: personId(person),
      }
    }),
    grant: forest.grants
      // A role that passes walls is given to people by name alone (model T3).
      .filter((one) => one.subject < PEOPLE || one.role % roles.length !== roles.length - 1)
      .map((one, at) => grantOf(roles, one, at, places)),
    holding: holdings,
  })
  return { account, roles, places }
}

export function edit(table: RowEdit['table'], before: { id: Id } | null, after: { id: Id } | null): RowEdit {
  return { table, key: (after ?? before)!.id, before, after } as RowEdit
}
