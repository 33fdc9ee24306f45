import fc from 'fast-check'
import {
  activeOwners,
  checkAccount,
  compare,
  decide,
  entitlement,
  foundingEdits,
  impactOf,
  lastInstantOf,
  placeByPath,
  preview,
  rank,
  reach,
  readBook,
  readChange,
  Account,
  Sight,
  peopleView,
  placesView,
  placeSheetView,
  personSheetView,
  type AccountBook,
  type Change,
  type Id,
} from '../src/index.ts'
import { nextId } from './house.ts'
import { PATHS, randomBook } from './random-book.ts'
import { reachOn } from './reading.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 60)

function open(book: AccountBook) {
  const read = readBook(book, nextId)
  if (!read.account) throw new Error(JSON.stringify(read.problems))
  return { account: read.account, now: read.asOf }
}

const idOf = (account: Account, email: string) => account.peopleByEmail(email)[0]!

/** A handful of changes someone might try, in terms of indexes into what the account holds. */
const attempt = fc.record({
  kind: fc.constantFrom('give', 'take', 'wall', 'leave', 'invite', 'place'),
  actor: fc.nat(4),
  person: fc.nat(4),
  role: fc.nat(3),
  place: fc.nat(5),
  until: fc.option(fc.constantFrom('2026-06-20', '2026-08-01'), { nil: undefined }),
})
type Attempt = typeof attempt extends fc.Arbitrary<infer T> ? T : never

function changeOf(account: Account, one: Attempt): { change: Change; actorId: Id } | undefined {
  const people = [...account.all('person')]
  const places = [...account.all('place')]
  const roles = [...account.all('role')]
  const grants = [...account.all('grant')]
  const [person, place, role] = [people[one.person]!, places[one.place]!, roles[one.role]!]
  const plain: Record<string, object> = {
    give: {
      type: 'give',
      subjectKind: 'person',
      subjectId: person.id,
      roleId: role.id,
      placeId: place.id,
      until: one.until,
    },
    take: { type: 'take', grantId: grants[one.person + one.place]?.id ?? nextId() },
    wall: { type: 'wall-place', placeId: place.id, walled: !place.walled },
    leave: { type: 'leave', personId: person.id },
    place: { type: 'make-place', parentId: place.id, name: 'Yard', kind: 'site' },
    invite: {
      type: 'invite',
      name: 'New',
      email: 'new@house.example',
      kind: 'contractor',
      standing: 'guest',
      grants: [{ roleId: role.id, placeId: place.id }],
      seats: [],
    },
  }
  const read = readChange(plain[one.kind]!, nextId)
  return read.problems ? undefined : { change: read.value, actorId: people[one.actor]!.id }
}

test('reach is what a second, literal reading of the model says, for random accounts and days', () => {
  fc.assert(
    fc.property(randomBook, fc.constantFrom('2026-06-16', '2026-06-17', '2026-06-30', '2026-07-16'), (book, date) => {
      const { account } = open(book)
      const instant = lastInstantOf(date, account.zone)
      for (const person of book.people) {
        for (const path of PATHS) {
          for (const area of ['photos', 'drawings']) {
            const answer = reach(
              account,
              idOf(account, person.email!),
              placeByPath(account, path)!.id,
              `log/${area}`,
              instant,
            )
            expect(`${path} ${area} ${answer.level}`).toBe(`${path} ${area} ${reachOn(book, person, path, area, date)}`)
          }
        }
      }
    }),
    { numRuns: RUNS },
  )
})

test('an account seen through edits equals one made with them, in every table and index', () => {
  fc.assert(
    fc.property(randomBook, fc.array(attempt, { maxLength: 4 }), (book, attempts) => {
      const { account, now } = open(book)
      let seen = account
      for (const one of attempts) {
        const made = changeOf(seen, one)
        if (!made) continue
        const decision = decide(seen, [made.change], { kind: 'founding' }, now)
        if (decision.problems.length === 0) seen = decision.after
      }
      const { edits, values } = foundingEdits(seen)
      const fresh = Account.of(account.id, 0, {}).absorb(edits, values, 1)
      for (const person of seen.all('person')) {
        const ids = (one: Account) =>
          one
            .by('grant', 'subject', `person ${person.id}`)
            .map((grant) => grant.id)
            .sort()
        expect(ids(seen)).toEqual(ids(fresh))
        expect(seen.nameOf(person.id)).toBe(fresh.nameOf(person.id))
      }
      for (const place of seen.all('place')) {
        const ids = (one: Account) =>
          one
            .by('place', 'parent', place.id)
            .map((child) => child.id)
            .sort()
        expect(ids(seen)).toEqual(ids(fresh))
      }
      expect(seen.tables.grant.size).toBe(fresh.tables.grant.size)
      expect(seen.tables.place.size).toBe([...seen.all('place')].length)
    }),
    { numRuns: RUNS },
  )
})

test('nobody raises anyone above what they hold there and then, and an owner remains (model D1, D2, P5)', () => {
  fc.assert(
    fc.property(randomBook, fc.array(attempt, { minLength: 1, maxLength: 5 }), (book, attempts) => {
      let { account } = open(book)
      let now = open(book).now
      for (const one of attempts) {
        const made = changeOf(account, one)
        if (!made) continue
        const actor = account.get('person', made.actorId)!
        const decision = decide(account, [made.change], { kind: 'person', personId: actor.id }, now)
        if (decision.problems.length > 0) continue
        const moves = compare(
          account,
          decision.after,
          impactOf(account, decision.after, decision.edits),
          now,
          'granted',
        )
        for (const move of moves) {
          const raised = rank(move.after) > rank(move.before)
          if (!raised || actor.standing === 'owner') continue
          expect(move.personId).not.toBe(actor.id)
          if (actor.standing === 'administrator') continue
          const own = entitlement(account, actor.id, move.placeId, move.area, move.from)
          expect(rank(own)).toBeGreaterThanOrEqual(rank(move.after))
        }
        expect(activeOwners(decision.after, now).length).toBeGreaterThan(0)
        expect(checkAccount(decision.after, now)).toEqual([])
        account = decision.after
        now += 1
      }
    }),
    { numRuns: RUNS },
  )
})

test('a preview tells exactly what its commit does: who rises and falls, now (model A7, C1)', () => {
  fc.assert(
    fc.property(randomBook, attempt, (book, one) => {
      const { account, now } = open(book)
      const owner = [...account.all('person')][0]!
      const made = changeOf(account, one)
      if (!made || one.kind === 'invite') return
      const actor = { kind: 'person', personId: owner.id } as const
      const shown = preview(account, [made.change], actor, now)
      const decision = decide(account, [made.change], actor, now)
      if (decision.problems.length > 0) return expect(shown.problems).toEqual(decision.problems)
      const told = new Set(
        shown.access.effects
          .filter((effect) => !effect.from)
          .flatMap((effect) =>
            effect.areas.map((area) => `${effect.personId} ${effect.placeId} ${area.area} ${area.after}`),
          ),
      )
      // Every place named in the preview really moves so; places folded beneath a named one are counted.
      for (const line of told) {
        const [personId, placeId, area, after] = line.split(' ') as [string, string, string, string]
        expect(reach(decision.after, personId, placeId, area, now).level).toBe(after)
        expect(reach(account, personId, placeId, area, now).level).not.toBe(after)
      }
      const moved = new Set<string>()
      for (const person of decision.after.all('person')) {
        for (const place of account.all('place')) {
          for (const area of ['log/photos', 'log/drawings', 'porter/access', 'porter/people']) {
            const [was, is] = [account, decision.after].map((a) => reach(a, person.id, place.id, area, now).level)
            if (was !== is) moved.add(`${person.id} ${place.id}`)
          }
        }
      }
      const counted = Object.values(shown.access.places).reduce((sum, number) => sum + number, 0)
      if (moved.size > 0) expect(counted).toBeGreaterThanOrEqual(moved.size)
    }),
    { numRuns: RUNS },
  )
})

test('what one may not see changes nothing one is told: the same answers with and without it (model D5)', () => {
  const answers = (account: Account, personId: Id, now: number) => {
    const sight = new Sight(account, personId, now)
    const people = peopleView(sight)
    const places = placesView(sight)
    return JSON.stringify({
      people,
      places,
      sheets: people.people.map((person) => personSheetView(sight, person.id)),
      placeSheets: places.map((place) => placeSheetView(sight, place.id)),
      hidden: [personSheetView(sight, 'nobody'), placeSheetView(sight, 'nowhere')],
    })
  }
  fc.assert(
    fc.property(randomBook, fc.nat(2), (book, at) => {
      const { account, now } = open(book)
      const guest = [...account.all('person')][at + 2]!
      if (guest.standing !== 'guest') return
      const sight = new Sight(account, guest.id, now)
      const hidden = [...account.all('person')].filter((person) => !sight.seesPerson(person.id) && !person.signatory)
      const edits = hidden.flatMap((person) => [
        { table: 'person' as const, key: person.id, before: person, after: null },
        ...account
          .by('grant', 'subject', `person ${person.id}`)
          .map((row) => ({ table: 'grant' as const, key: row.id, before: row, after: null })),
        ...account
          .by('holding', 'person', person.id)
          .map((row) => ({ table: 'holding' as const, key: row.id, before: row, after: null })),
        ...account
          .by('membership', 'person', person.id)
          .map((row) => ({ table: 'membership' as const, key: row.id, before: row, after: null })),
      ])
      const without = account.with(edits as never)
      expect(answers(without, guest.id, now)).toBe(answers(account, guest.id, now))
    }),
    { numRuns: RUNS },
  )
})
