import fc from 'fast-check'
import {
  deskView,
  judgeMembers,
  personSheetView,
  reach,
  readBook,
  Sight,
  writeBook,
  type Id,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const sight = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const record = (house: House, who: string, name: string, email: string, more: object = {}): Id => {
  const personId = nextId()
  house.do(who, { type: 'record-person', personId, name, email, kind: 'contractor', standing: 'guest', ...more })
  return personId
}
const join = (personId: Id, otherId: Id) => ({ type: 'join-people', personId, otherId })
const roleId = (house: House, name: string) => [...house.account.all('role')].find((one) => one.name === name)!.id
const placeId = (house: House, name: string) => [...house.account.all('place')].find((one) => one.name === name)!.id

describe('joining two records of one human (model P14)', () => {
  test('the older one stays and takes what both hold; the other id leads to it', () => {
    const house = House.open()
    const one = record(house, 'Oriel', 'Ada Marsh', 'ada@marsh.example')
    const seats = [{ product: 'log', seatType: 'reader' }]
    const two = record(house, 'Oriel', 'Marsh, Ada', 'a.marsh@marsh.example', { seats })
    expect(deskView(sight(house, 'Oriel')).needs.filter(({ kind }) => kind === 'twin')).toMatchObject([
      { personId: one, otherId: two, detail: 'ada@marsh.example and a.marsh@marsh.example' },
    ])
    house.do('Oriel', join(two, one))
    const { account } = house
    expect(account.get('person', two)).toMatchObject({ state: 'erased', joinedInto: one })
    expect(account.by('holding', 'person', one).map(({ seatType }) => seatType)).toEqual(['reader'])
    expect(account.personalOf(two)).toEqual([])
    expect(account.nameOf(two)).toBe('Ada Marsh')
    expect(personSheetView(sight(house, 'Oriel'), two)).toMatchObject({ id: one, name: 'Ada Marsh' })
    expect(deskView(sight(house, 'Oriel')).needs.filter(({ kind }) => kind === 'twin')).toEqual([])
    // A later list that has the second address finds the one who stayed.
    const listed = { line: 2, email: 'a.marsh@marsh.example', name: 'A Marsh', id: null, seatType: 'reader' }
    const rest = { unknownSeat: null, state: 'open' as const, lastUsedAt: null, firm: '', problem: null }
    expect(judgeMembers(sight(house, 'Oriel'), 'log', [{ ...listed, ...rest }])[0]).toMatchObject({
      verdict: 'agrees',
      personId: one,
    })
    // The account book has one person, and the second address.
    const again = readBook(writeBook(account, house.now), nextId)
    const named = [...again.account!.all('person')].filter(({ id }) => again.account!.nameOf(id) === 'Ada Marsh')
    expect(named.map(({ id }) => again.account!.personal(id, 'otherEmail'))).toEqual(['a.marsh@marsh.example'])
    expect(house.refusals('Oriel', house.undoing())).toEqual(['cannot-undo'])
  })

  test('it is judged by what it gives, and refused where both sign in, one is erased or leaving', () => {
    const house = House.open((book) => {
      book.roles.push({ name: 'Clerk', areas: { 'porter/people': { level: 'run' } } })
      book.people
        .find(({ name }) => name?.startsWith('Mirren'))!
        .grants!.push({
          ...{ role: 'Clerk', place: '/', from: '2026-01-01' },
        })
    })
    const steward = roleId(house, 'Steward')
    const grants = [{ roleId: steward, placeId: placeId(house, 'Corvane') }]
    const one = record(house, 'Oriel', 'Ada Marsh', 'ada@marsh.example')
    const two = record(house, 'Oriel', 'Ada Marsh', 'a@marsh.example', { grants })
    // An administrator's record is none of hers.
    expect(house.refusals('Mirren', join(one, house.person('Tamsin')))).toContain('office-only')
    // Mirren may change people, but holds nothing at Corvane.
    expect(house.refusals('Mirren', join(one, two))).toContain('beyond-own')
    expect(house.refusals('Rafe', join(one, two))).not.toEqual([])
    expect(house.refusals('Oriel', join(one, one))).toEqual(['same'])
    house.do('Oriel', { type: 'plan-departure', personId: two, at: '2026-06-20' })
    expect(house.refusals('Oriel', join(one, two))).toEqual(['leaving'])
  })

  test('records said to be of two people are not proposed again', () => {
    const house = House.open()
    const one = record(house, 'Oriel', 'Ada Marsh', 'ada@marsh.example')
    const two = record(house, 'Oriel', 'Ada Marsh', 'a@marsh.example')
    house.do('Oriel', { type: 'tell-apart', personId: two, otherId: one })
    expect(deskView(sight(house, 'Oriel')).needs.filter(({ kind }) => kind === 'twin')).toEqual([])
    house.do('Oriel', house.undoing())
    expect(deskView(sight(house, 'Oriel')).needs.filter(({ kind }) => kind === 'twin')).toHaveLength(1)
  })

  test('whatever the two hold, afterwards one reaches the higher of both and nobody else moves', () => {
    const levels = ['see', 'add', 'change'] as const
    const places = ['Pellworth', 'Main', 'Corvane']
    const held = fc.array(fc.tuple(fc.constantFrom(...levels), fc.constantFrom(...places)), { maxLength: 4 })
    fc.assert(
      fc.property(held, held, fc.boolean(), (first, second, swap) => {
        const house = House.open()
        for (const level of levels) {
          house.do('Oriel', { type: 'make-role', name: `Own ${level}`, areas: [{ area: 'log/photos', level }] })
        }
        const grantsOf = (all: typeof first) =>
          all.map(([level, place]) => ({ roleId: roleId(house, `Own ${level}`), placeId: placeId(house, place) }))
        const seats = [{ product: 'log', seatType: 'reader' }]
        const one = record(house, 'Oriel', 'Ada Marsh', 'ada@marsh.example', { grants: grantsOf(first), seats })
        const two = record(house, 'Oriel', 'Ada Marsh', 'a@marsh.example', { grants: grantsOf(second), seats })
        const order = ['none', 'see', 'add', 'change', 'run']
        const level = (id: Id, place: string) =>
          reach(house.account, id, placeId(house, place), 'log/photos', house.now).granted
        const others = [...house.account.all('person')].map(({ id }) => id).filter((id) => id !== one && id !== two)
        const before = places.map((place) => [level(one, place), level(two, place)].sort(by(order)).at(-1))
        const rest = others.map((id) => places.map((place) => level(id, place)))
        house.do('Oriel', swap ? join(two, one) : join(one, two))
        expect(places.map((place) => level(one, place))).toEqual(before)
        expect(places.map((place) => level(two, place))).toEqual(places.map(() => 'none'))
        expect(others.map((id) => places.map((place) => level(id, place)))).toEqual(rest)
        const open = house.account.by('holding', 'person', one).filter(({ until }) => until === null)
        expect(open).toHaveLength(1)
      }),
      { numRuns: 40 },
    )
  })
})

const by = (order: readonly string[]) => (one: string, other: string) => order.indexOf(one) - order.indexOf(other)
