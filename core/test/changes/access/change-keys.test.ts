import fc from 'fast-check'
import {
  decide,
  reach,
  readBook,
  readChange,
  readInstant,
  toDoOf,
  Sight,
  sentenceOf,
  type Account,
  type Change,
} from '../../../src/index.ts'
import { attempt } from '../../attempts.ts'
import { House, nextId } from '../../house.ts'
import { randomBook } from '../../random-book.ts'
import { checkOften } from '../../often-enough.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)

const keysOf = (house: House, who: string) =>
  house.account
    .by('grant', 'subject', `person ${house.person(who)}`)
    .filter(({ until }) => until === null || until > house.now)
    .map((grant) => {
      const [role, place] = [house.account.get('role', grant.roleId)!, house.account.get('place', grant.placeId)!]
      return `${role.name} at ${place.name}`
    })
    .sort()
const keyOf = (house: House, who: string) => house.account.by('grant', 'subject', `person ${house.person(who)}`)[0]!.id
const sentence = (house: House, plain: object) => {
  const change = readChange(plain, nextId).value!
  return toDoOf(change, new Sight(house.account, house.person('Oriel'), house.now))
}

describe('a key is changed in place (model I13)', () => {
  test('another role, other places, another last day: told as one, undone as one', () => {
    const house = House.open()
    const [main, harbour] = [house.place('Main'), house.place('Harbour')]
    house.give('Rafe', 'Rope access', 'Main', { until: '2026-06-28' })
    const grantId = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`).at(-1)!.id
    const longer = { type: 'change-keys', grantIds: [grantId], until: '2026-09-30', wasUntil: '2026-06-28' }
    expect(sentence(house, longer)).toBe(
      'Change Rafe Gardener’s key, Rope access at Main: until 30 September instead of 28 June',
    )
    house.do('Oriel', longer)
    expect(house.account.get('grant', grantId)).toMatchObject({ givenById: house.person('Oriel') })
    const other = { type: 'change-keys', grantIds: [grantId], roleId: house.role('Gardener') }
    expect(sentence(house, other)).toBe('Change Rafe Gardener’s key, at Main: Gardener instead of Rope access')
    house.do('Oriel', { type: 'change-keys', grantIds: [grantId], placeIds: [main, harbour], until: null })
    expect(keysOf(house, 'Rafe')).toEqual(['Gardener at Pellworth', 'Rope access at Harbour', 'Rope access at Main'])
    house.do('Oriel', house.undoing())
    expect(keysOf(house, 'Rafe')).toEqual(['Gardener at Pellworth', 'Rope access at Main'])
    house.do('Oriel', other)
    expect(keysOf(house, 'Rafe')).toEqual(['Gardener at Main', 'Gardener at Pellworth'])
    const told = sentenceOf(
      readChange(other, nextId).value!,
      new Sight(house.account, house.person('Oriel'), house.now),
    )
    expect(told).toBe('changed Rafe Gardener’s key, at Main: Gardener instead of Rope access')
  })

  test('what has not begun is undone as the row it was, whatever was changed of it', () => {
    for (const what of [{ until: '2026-09-30' }, { from: '2026-07-10' }, { from: '2026-07-10', until: null }]) {
      const house = House.open()
      house.give('Rafe', 'Rope access', 'Main', { from: '2026-07-01', until: '2026-07-15' })
      // As it stood in a book: nobody here gave it.
      const given = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`).at(-1)!
      house.account = house.account.with([
        { table: 'grant', key: given.id, before: given, after: { ...given, givenById: null } },
      ])
      house.do('Oriel', { type: 'change-keys', grantIds: [given.id], ...what })
      house.do('Oriel', house.undoing())
      const { from, until } = given
      expect(house.account.get('grant', given.id)).toMatchObject({ from, until })
      expect(keysOf(house, 'Rafe')).toEqual(['Gardener at Pellworth', 'Rope access at Main'])
    }
  })

  test('does not become what another key says already', () => {
    const house = House.open()
    house.give('Rafe', 'Rope access', 'Main', { until: '2026-06-28' })
    const first = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`).at(-1)!
    house.give('Rafe', 'Rope access', 'Harbour')
    const change = (what: object) => ({ type: 'change-keys', grantIds: [first.id], ...what })
    expect(house.refusals('Oriel', change({ placeIds: [house.place('Harbour')] }))).toEqual(['given-already'])
    // A book may hold two that overlap: the one is not made longer beside the other, but may end earlier.
    const twin = { ...first, id: nextId(), until: null }
    house.account = house.account.with([{ table: 'grant', key: twin.id, before: null, after: twin }])
    expect(house.refusals('Oriel', change({ until: '2026-09-30' }))).toEqual(['given-already'])
    expect(house.refusals('Oriel', change({ until: '2026-06-20' }))).toEqual([])
  })

  test('many at once are one line; a later day leaves them as they are until then', () => {
    const house = House.open()
    for (const who of ['Rafe', 'Corin', 'Mirren']) house.give(who, 'Rope access', 'Harbour')
    const grants = house.account.by('grant', 'place', house.place('Harbour')).map(({ id }) => id)
    const many = { type: 'change-keys', grantIds: grants, roleId: house.role('Gardener'), from: '2026-07-01' }
    expect(sentence(house, many)).toMatch(
      /^Change the keys of .+, .+ and .+, at Harbour: Gardener instead of Rope access, from 1 July$/,
    )
    house.do('Oriel', many)
    const at = (day: string) =>
      reach(house.account, house.person('Rafe'), house.place('Harbour'), 'log/photos', readInstant(`${day}T12:00:00Z`))
    expect([at('2026-06-30').level, at('2026-07-01').level]).toEqual(['add', 'change'])
  })

  test('needs what taking and giving need; an earlier end only what taking needs', () => {
    const house = House.open()
    house.give('Rafe', 'Rope access', 'Main', { until: '2026-09-30' })
    const grantId = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`).at(-1)!.id
    const change = (more: object) => ({ type: 'change-keys', grantIds: [grantId], ...more })
    // Mirren is steward at Pellworth and sees nothing of Corvane.
    expect(house.refusals('Mirren', change({ placeIds: [house.place('Harbour')] }))).toEqual(['not-found'])
    expect(house.refusals('Rafe', change({ until: '2026-10-30' }))).toContain('not-allowed')
    expect(house.refusals('Mirren', change({ until: '2026-08-30' }))).toEqual([])
  })

  test('what was changed meanwhile, or changes nothing, is said', () => {
    const house = House.open()
    const grantIds = [keyOf(house, 'Rafe')]
    const wrong = { type: 'change-keys', grantIds, until: '2026-09-30', wasUntil: '2026-07-01' }
    expect(house.refusals('Oriel', wrong)).toEqual(['changed-meanwhile'])
    expect(house.refusals('Oriel', { type: 'change-keys', grantIds })).toEqual(['nothing-changed'])
    expect(house.refusals('Oriel', { type: 'change-keys', grantIds, until: '2026-06-01' })).toEqual(['date-past'])
    expect(house.refusals('Oriel', { type: 'change-keys', grantIds: [nextId()] })).toEqual(['not-found'])
  })

  test('one change makes no more keys than a docket holds changes', () => {
    const house = House.open()
    const names = Array.from({ length: 170 }, (_, at) => `Yard ${at}`)
    for (const name of names)
      house.do('Oriel', { type: 'make-place', parentId: house.place('Pellworth'), name, kind: 'site' })
    for (const who of ['Rafe', 'Corin', 'Mirren']) house.give(who, 'Rope access', 'Harbour')
    const grantIds = house.account.by('grant', 'place', house.place('Harbour')).map(({ id }) => id)
    const placeIds = names.map((name) => house.place(name))
    expect(house.refusals('Oriel', { type: 'change-keys', grantIds, placeIds })).toEqual(['too-many'])
    expect(house.refusals('Oriel', { type: 'change-keys', grantIds, placeIds: placeIds.slice(0, 160) })).toEqual([])
  })
})

/** What everyone can do everywhere, now and later. */
function everyReach(account: Account, now: number): string {
  const instants = [now, ...['2026-06-20', '2026-07-15', '2026-11-01'].map((day) => readInstant(`${day}T12:00:00Z`))]
  return [...account.all('person')]
    .flatMap((person) =>
      [...account.all('place')].flatMap((place) =>
        instants.map((instant) => {
          const { level, approval } = reach(account, person.id, place.id, 'log/photos', instant)
          return `${person.id} ${place.id} ${instant} ${level} ${approval}`
        }),
      ),
    )
    .join('\n')
}

test('changing in place is what taking and giving is, and is allowed where both are (property)', () => {
  let compared = 0
  checkOften(
    fc.property(randomBook, attempt, (book, one) => {
      const { account, asOf: now } = readBook(book, nextId)
      if (!account) return
      const grants = [...account.all('grant')]
      const grant = grants[(one.person + one.place) % Math.max(1, grants.length)]
      if (!grant) return
      const [roles, places] = [[...account.all('role')], [...account.all('place')]]
      const roleId = one.other % 2 ? roles[one.role % roles.length]!.id : grant.roleId
      const placeId = one.other % 3 ? places[one.place % places.length]!.id : grant.placeId
      const people = [...account.all('person')]
      const person = people[one.actor % people.length]!
      const actor = { kind: 'person', personId: person.id } as const
      const read = (plain: object) => readChange(plain, nextId).value!
      const from = one.from ? { from: one.from } : {}
      const until = one.until ?? null
      const changed = read({ type: 'change-keys', grantIds: [grant.id], roleId, placeIds: [placeId], ...from, until })
      const { subjectKind, subjectId } = grant
      const begin = one.from ?? (grant.from > now ? new Date(grant.from / 1000).toISOString() : undefined)
      // A key that has not begun and stays where it is, as it is, begins later: nothing of it is left before that.
      const stays = roleId === grant.roleId && placeId === grant.placeId
      const over = stays && grant.from > now ? undefined : begin
      const both: Change[] = [
        read({ type: 'take', grantId: grant.id, on: over }),
        read({ type: 'give', subjectKind, subjectId, roleId, placeId, from: begin, until }),
      ]
      const inPlace = decide(account, [changed], actor, now)
      const byBoth = decide(account, both, actor, now)
      const codes = new Set(inPlace.problems.map(({ code }) => code))
      if (codes.has('nothing-changed')) return
      if (byBoth.problems.length === 0) {
        compared += 1
        expect([inPlace.problems, everyReach(inPlace.after, now)]).toEqual([[], everyReach(byBoth.after, now)])
      }
      const shortens = stays && until !== null
      if (inPlace.problems.length === 0 && !shortens && !one.from) expect(byBoth.problems).toEqual([])
    }),
    RUNS * 3,
    () => compared > RUNS / 2,
  )
})
