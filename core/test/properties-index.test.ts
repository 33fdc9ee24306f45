import fc from 'fast-check'
import {
  AccessIndex,
  Account,
  areasAt,
  belongsTo,
  countSeats,
  countsOf,
  downwards,
  filteredBy,
  highestInside,
  insidersFrom,
  isOwnArea,
  peopleAt,
  placesOf,
  productAt,
  rank,
  readBook,
  readInstant,
  Sight,
  TABLE_NAMES,
  walk,
  type Instant,
  type Level,
  DERIVED_FROM_SEATS,
} from '../src/index.ts'
import { attempt, tryOut } from './attempts.ts'
import { nextId } from './house.ts'
import { randomBook } from './random-book.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)
const WHOSE = ['any', 'people', 'own'] as const

/** A change is made, or time passes: to a day's edge, across the clock change of 25 October, or a microsecond. */
const step = fc.oneof(
  { weight: 3, arbitrary: attempt.map((change) => ({ change })) },
  {
    weight: 1,
    arbitrary: fc
      .constantFrom(
        '2026-06-16T23:00:00Z',
        '2026-06-30T23:00:00Z',
        '2026-07-20T22:59:59.999999Z',
        '2026-10-25T23:59:00Z',
        '2026-10-26T00:00:00Z',
      )
      .map((text) => ({ passTo: readInstant(text) })),
  },
)

function open(book: Parameters<typeof readBook>[0]) {
  const read = readBook(book, nextId)
  if (!read.account) throw new Error(JSON.stringify(read.problems))
  return { account: read.account, now: read.asOf }
}

/** The index must say word for word what the walk says, of everyone, everywhere, in every area. */
function expectSame(index: AccessIndex, account: Account, now: Instant): void {
  expect(index.standsFor(account, now)).toBe(true)
  const everyone = [...account.all('person')]
  const everywhere = [...account.all('place')]
  const areas = areasAt(account, now).filter(
    ({ key }) => ['porter/access', 'porter/ledger'].includes(key) || !isOwnArea(key),
  )
  const insiders = new Map<string, Map<string, Level>>()
  for (const person of everyone) {
    for (const place of everywhere) {
      let best: Level = 'none'
      for (const one of areas) {
        const { key, area } = one
        const expected = walk.reach(account, person.id, place.id, key, now)
        expect(index.reach(person.id, place.id, key)).toEqual(expected)
        const isInside = !isOwnArea(key) && belongsTo(account, one, place.id)
        if (isInside && rank(expected.own.free) > rank(best)) best = expected.own.free
        for (const action of [...area.levels.map((one) => one.level), ...area.actions.map((one) => one.code)]) {
          for (const whose of WHOSE) {
            const [is, should] = [
              index.answer(person.id, place.id, key, action, whose),
              walk.answerTo(account, person.id, place.id, key, action, whose, now),
            ]
            if (is !== should) throw new Error(`${action} ${whose} ${key}: ${is}, not ${should}`)
          }
        }
      }
      const routes = (find: typeof walk.routesTo) =>
        find(account, person, place.id, now)
          .map(({ grant, role, groupId, placeId, obstacle, wall }) =>
            [grant?.id, role?.id, groupId, placeId, obstacle, wall?.id].join(),
          )
          .sort()
      expect(routes((of, who, at, when) => walk.routesUp(of, who, index.groupsOf(who.id), at, when))).toEqual(
        routes(walk.routesTo),
      )
      if (best === 'none') continue
      if (!insiders.has(place.id)) insiders.set(place.id, new Map())
      insiders.get(place.id)!.set(person.id, best)
    }
  }
  for (const { key } of areas) expectLists(index, account, key, now)
  const counts = countsOf(index)
  for (const place of everywhere) {
    const expected = insiders.get(place.id) ?? new Map<string, Level>()
    expect(new Map(peopleAt(index, place.id).map((one) => [one.personId, one.level]))).toEqual(expected)
    expect(counts.peopleAt(place.id)).toBe(expected.size)
    const above = insiders.get(place.parentId ?? '')
    const comesIn = insidersFrom(account, place.id, now).map(({ personId }) => personId)
    const missed = [...expected.keys()].filter((id) => !above?.has(id) && !comesIn.includes(id))
    expect([missed, comesIn.filter((id) => !expected.has(id))]).toEqual([[], []])
  }
  for (const person of everyone) {
    const reached = everywhere.filter((place) => insiders.get(place.id)?.has(person.id))
    const found = placesOf(index, person.id)
    expect(found.map((one) => one.placeId).sort()).toEqual(reached.map((place) => place.id).sort())
    expect(found.every((one) => insiders.get(one.placeId)!.get(person.id) === one.level)).toBe(true)
    expect(counts.placesOf(person.id)).toBe(reached.length)
  }
}

/** Asked about one area, lists and counts are those of the walk's answers: at every place, walled or asleep (model A6, L4). */
function expectLists(index: AccessIndex, account: Account, area: string, now: Instant): void {
  const [everyone, everywhere] = [[...account.all('person')], [...account.all('place')]]
  const counts = countsOf(index, { area })
  const isIn = (personId: string, placeId: string) =>
    walk.reach(account, personId, placeId, area, now).own.free !== 'none'
  for (const { id } of everywhere) {
    const expected = everyone.filter((person) => isIn(person.id, id)).map((person) => person.id)
    const found = peopleAt(index, id, { area }).map((one) => one.personId)
    expect([area, found.sort(), counts.peopleAt(id)]).toEqual([area, expected.sort(), expected.length])
  }
  for (const { id } of everyone) {
    const expected = everywhere.filter((place) => isIn(id, place.id)).map((place) => place.id)
    const found = placesOf(index, id, { area }).map((one) => one.placeId)
    expect([area, found.sort(), counts.placesOf(id)]).toEqual([area, expected.sort(), expected.length])
  }
}

test('the index answers what the literal walk answers, after any changes and as time passes', () => {
  fc.assert(
    fc.property(randomBook, fc.array(step, { maxLength: 6 }), (book, steps) => {
      let { account, now } = open(book)
      const index = AccessIndex.of(account, now)
      account.attach(index)
      expectSame(index, account, now)
      for (const one of steps) {
        if ('passTo' in one) now = Math.max(now, one.passTo)
        else {
          const tried = tryOut(account, one.change, now, true)
          if (!tried || tried.decision.problems.length > 0) continue
          const { edits, values } = tried.decision
          account = account.absorb(edits, values, account.version + 1, now, DERIVED_FROM_SEATS)
        }
        now += 1
        index.advance(now)
        expectSame(index, account, now)
      }
    }),
    { numRuns: RUNS },
  )
})

test('people by place get in there or beneath where whoever asks sees it, and filters find the same without an index', () => {
  fc.assert(
    fc.property(randomBook, (book) => {
      const { account, now } = open(book)
      const rows = Object.fromEntries(TABLE_NAMES.map((name) => [name, [...account.all(name)]]))
      const literal = Account.of(account.id, account.version, rows)
      account.attach(AccessIndex.of(account, now))
      for (const asker of account.all('person')) {
        const sight = new Sight(account, asker.id, now)
        const bare = new Sight(literal, asker.id, now)
        for (const place of account.all('place')) {
          const passes = filteredBy(sight, { place: place.id })
          const beneath = sight.seesPlace(place.id) ? downwards(account, place.id) : []
          for (const person of account.all('person')) {
            const isIn = beneath.some(({ id }) => {
              return sight.seesKeys(person.id, id) && highestInside(literal, person.id, id, now) !== 'none'
            })
            expect([asker.id, place.id, person.id, passes(person)]).toEqual([asker.id, place.id, person.id, isIn])
          }
        }
        const others = [
          ...[...account.all('role')].map(({ id }) => ({ role: id })),
          ...[...account.all('group')].map(({ id }) => ({ group: id })),
        ]
        for (const filters of others) {
          const found = (of: Sight) => [...account.all('person')].filter(filteredBy(of, filters)).map(({ id }) => id)
          expect([filters, found(sight)]).toEqual([filters, found(bare)])
        }
      }
    }),
    { numRuns: RUNS },
  )
})

test('an index that followed equals one made anew', () => {
  fc.assert(
    fc.property(randomBook, fc.array(attempt, { maxLength: 8 }), (book, attempts) => {
      let { account, now } = open(book)
      const index = AccessIndex.of(account, now)
      account.attach(index)
      for (const one of attempts) {
        const tried = tryOut(account, one, now, true)
        if (!tried || tried.decision.problems.length > 0) continue
        account = account.absorb(
          tried.decision.edits,
          tried.decision.values,
          account.version + 1,
          now,
          DERIVED_FROM_SEATS,
        )
        now += 86_400_000_000
        index.advance(now)
      }
      const fresh = AccessIndex.of(account, now)
      for (const area of ['log/photos', 'log/drawings', undefined]) {
        const [one, other] = [countsOf(index, area ? { area } : {}), countsOf(fresh, area ? { area } : {})]
        for (const place of account.all('place')) expect(one.peopleAt(place.id)).toBe(other.peopleAt(place.id))
        for (const person of account.all('person')) expect(one.placesOf(person.id)).toBe(other.placesOf(person.id))
      }
    }),
    { numRuns: RUNS },
  )
})

test('seats counted once, and moved with each commit, are those counted anew', () => {
  fc.assert(
    fc.property(randomBook, fc.array(step, { maxLength: 8 }), (book, steps) => {
      let { account, now } = open(book)
      account.attach(AccessIndex.of(account, now))
      const types = [...account.all('product')].flatMap(({ code }) =>
        (productAt(account, code, now)?.sheet.seatTypes ?? []).map((type) => [code, type.code] as const),
      )
      const expectCounted = () => {
        const rows = Object.fromEntries(TABLE_NAMES.map((name) => [name, [...account.all(name)]]))
        const anew = Account.of(account.id, account.version, rows)
        for (const [product, type] of types) {
          for (const instant of [now, now, now + 40 * 86_400_000_000]) {
            expect(countSeats(account, product, type, instant)).toEqual(countSeats(anew, product, type, instant))
          }
        }
      }
      expectCounted()
      for (const one of steps) {
        if ('passTo' in one) now = Math.max(now, one.passTo)
        else {
          const tried = tryOut(account, one.change, now, true)
          if (!tried || tried.decision.problems.length > 0) continue
          account = account.absorb(
            tried.decision.edits,
            tried.decision.values,
            account.version + 1,
            now,
            DERIVED_FROM_SEATS,
          )
        }
        account.attached!.advance(now)
        expectCounted()
        now += 1
        account.attached!.advance(now)
        expectCounted()
      }
    }),
    { numRuns: RUNS },
  )
})
