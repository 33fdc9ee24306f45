import fc from 'fast-check'
import {
  activeOwners,
  answerTo,
  areasAt,
  belongsTo,
  checkAccount,
  compare,
  decide,
  entitlement,
  foundingEdits,
  impactOf,
  lastInstantOf,
  placeByPath,
  rank,
  reach,
  readBook,
  readChange,
  readInstant,
  walk,
  Account,
  Sight,
  peopleView,
  placesView,
  placeSheetView,
  personSheetView,
  type AccountBook,
  type Id,
} from '../src/index.ts'
import { attempt, changeOf, tryOut } from './attempts.ts'
import { nextId } from './house.ts'
import { PATHS, randomBook } from './random-book.ts'
import { readingOn, type Reading } from './reading.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)

function open(book: AccountBook) {
  const read = readBook(book, nextId)
  if (!read.account) throw new Error(JSON.stringify(read.problems))
  return { account: read.account, now: read.asOf }
}

const idOf = (account: Account, email: string) => account.peopleByEmail(email)[0]!

test('reach is what a second, literal reading of the model says, for random accounts and days', () => {
  fc.assert(
    fc.property(randomBook, fc.constantFrom('2026-06-16', '2026-06-17', '2026-06-30', '2026-07-16'), (book, date) => {
      const { account } = open(book)
      const instant = lastInstantOf(date, account.zone)
      for (const person of book.people) {
        const personId = idOf(account, person.email!)
        for (const path of PATHS) {
          const placeId = placeByPath(account, path)!.id
          for (const code of ['photos', 'drawings']) {
            const area = `log/${code}`
            const answer = reach(account, personId, placeId, area, instant)
            const expected = readingOn(book, person, path, code, date)
            const found: Reading = {
              free: answer.level,
              approval: answer.approval,
              ownFree: answer.own.free,
              ownApproval: answer.own.approval,
              actions: {},
            }
            for (const action of Object.keys(expected.actions)) {
              const to = (whose: 'any' | 'own') => answerTo(account, personId, placeId, area, action, whose, instant)
              found.actions[action] = { any: to('any'), own: to('own') }
            }
            expect({ path, area, ...found }).toEqual({ path, area, ...expected })
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
        const tried = tryOut(seen, one, now, true)
        if (tried?.decision.problems.length === 0) seen = tried.decision.after
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
        const tried = tryOut(account, one, now)
        if (!tried || tried.decision.problems.length > 0) continue
        const actor = account.get('person', tried.actorId)!
        const { decision } = tried
        if (actor.standing !== 'owner') {
          for (const person of decision.after.all('person')) {
            for (const place of account.all('place')) {
              for (const area of ['log/photos', 'log/drawings', 'porter/access', 'porter/people']) {
                const [was, is, own] = [
                  [account, person.id],
                  [decision.after, person.id],
                  [account, actor.id],
                ].map(([one, id]) => entitlement(one as Account, id as Id, place.id, area, now))
                const rose = rank(is!.own.approval) > rank(was!.own.approval)
                if (!rose || !account.get('person', person.id)) continue
                expect(person.id).not.toBe(actor.id)
                const isAdministrator = actor.standing === 'administrator'
                if (!isAdministrator) expect(rank(own!.own.approval)).toBeGreaterThanOrEqual(rank(is!.own.approval))
              }
            }
          }
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

/** Everything a person can do at a place and instant, by the literal walk, to be compared as text. */
function abilities(account: Account, personId: Id, placeId: Id, instant: number): Map<string, string> {
  const found = new Map<string, string>()
  for (const one of areasAt(account, instant)) {
    const { key, area } = one
    // What moves in an area of the whole account is told once, at the root (model L4).
    if (!belongsTo(account, one, placeId)) continue
    const { level, approval, own } = walk.reach(account, personId, placeId, key, instant)
    const actions = [...area.levels.map((one) => one.level as string), ...area.actions.map((one) => one.code)]
    const answers = actions.map((action) =>
      (['any', 'people', 'own'] as const).map((whose) =>
        walk.answerTo(account, personId, placeId, key, action, whose, instant),
      ),
    )
    // An area that is gone and one in which nothing can be done are the same to the person who would use it.
    const nothing = own.approval === 'none' && answers.flat().every((answer) => answer === 'no')
    if (!nothing) found.set(key, JSON.stringify([level, approval, own, answers]))
  }
  return found
}

test('a preview tells exactly what its commit does: who moves where, now and later (model A7, C1)', () => {
  const later = ['2026-06-18T12:00:00Z', '2026-07-15T12:00:00Z', '2026-10-26T12:00:00Z'].map(readInstant)
  fc.assert(
    fc.property(randomBook, attempt, (book, one) => {
      const { account, now } = open(book)
      const tried = tryOut(account, one, now, true)
      if (!tried || tried.decision.problems.length > 0 || one.kind === 'invite') return
      const { after, edits } = tried.decision
      const moves = compare(account, after, impactOf(account, after, edits), now, 'ability')
      for (const instant of [now, ...later]) {
        const told = new Set<string>()
        for (const move of moves) {
          if (instant < move.from || (move.until !== null && instant >= move.until)) continue
          for (const { area } of move.areas) told.add(`${move.personId} ${move.placeId} ${area.key}`)
        }
        const happened = new Set<string>()
        for (const person of account.all('person')) {
          for (const place of account.all('place')) {
            const was = abilities(account, person.id, place.id, instant)
            const is = abilities(after, person.id, place.id, instant)
            for (const key of new Set([...was.keys(), ...is.keys()])) {
              if (is.get(key) !== was.get(key)) happened.add(`${person.id} ${place.id} ${key}`)
            }
          }
        }
        expect([...told].sort()).toEqual([...happened].sort())
      }
    }),
    { numRuns: RUNS },
  )
})

test('what is undone is as it was before, for everybody (model C4)', () => {
  fc.assert(
    fc.property(randomBook, attempt, (book, one) => {
      const { account, now } = open(book)
      const owner = [...account.all('person')][0]!
      const actor = { kind: 'person', personId: owner.id } as const
      const made = changeOf(account, one)
      if (!made || one.kind === 'invite' || one.kind === 'leave') return
      const done = decide(account, [made.change], actor, now)
      if (done.problems.length > 0) return
      const undo = readChange({ type: 'undo', version: 1, edits: done.edits, changes: [made.change] }, nextId)
      const undone = decide(done.after, [undo.value!], actor, now + 1)
      if (undone.problems.length > 0) throw new Error(JSON.stringify([made.change, undone.problems]))
      for (const person of account.all('person')) {
        for (const place of account.all('place')) {
          const [was, is] = [account, undone.after].map((a) => abilities(a, person.id, place.id, now + 2))
          expect([...is!]).toEqual([...was!])
        }
      }
      expect(checkAccount(undone.after, now + 2)).toEqual([])
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
