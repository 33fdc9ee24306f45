import fc from 'fast-check'
import {
  controlsOfPeople,
  controlsOfPerson,
  controlsOfPlace,
  decide,
  isPresent,
  preview,
  rank,
  readBook,
  Sight,
  walk,
  type Account,
  type Id,
  type Level,
} from '../src/index.ts'
import { attempt, changeOf } from './attempts.ts'
import { nextId } from './house.ts'
import { randomBook } from './random-book.ts'
import { checkOften } from './often-enough.ts'

/** A thousand triples of actor, control and filled form in `npm test`; as many times more in the soak. */
const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100) * 3
const FORMS = 4

test('a confirm button is enabled exactly when decide finds no problem (model D6)', () => {
  let [enabled, disabled] = [0, 0]
  checkOften(
    fc.property(randomBook, fc.array(attempt, { minLength: FORMS, maxLength: FORMS }), (book, forms) => {
      const { account, asOf: now } = readBook(book, nextId)
      for (const form of forms) {
        const made = changeOf(account!, form)
        if (!made) continue
        const actor = { kind: 'person', personId: made.actorId } as const
        const { problems } = decide(account!, [made.change], actor, now!)
        const shown = preview(account!, [made.change], actor, now!)
        // What the button goes by is the preview's list of problems, and nothing else (web, docket).
        expect(shown.problems).toEqual(problems)
        if (problems.length === 0) enabled += 1
        else disabled += 1
        for (const { sentence, code } of problems) {
          expect(sentence.length).toBeGreaterThan(15)
          expect(code).toMatch(/^[a-z-]+$/)
        }
      }
    }),
    RUNS,
    () => enabled > RUNS / 4 && disabled > RUNS / 4,
  )
})

/** Whether a right of Jolly Porter's own is held at a place, read by the literal walk. */
function holds(account: Account, personId: Id, area: string, level: Level, placeId: Id, now: number): boolean {
  return rank(walk.reach(account, personId, placeId, `porter/${area}`, now).level) >= rank(level)
}

test('an opening control is enabled exactly when the right it needs is held there (model D6)', () => {
  fc.assert(
    fc.property(randomBook, fc.nat(4), fc.nat(5), fc.nat(4), (book, who, where, about) => {
      const { account: read, asOf: now } = readBook(book, nextId)
      const account = read!
      const actor = [...account.all('person')][who]!
      const place = [...account.all('place')][where]!
      const person = [...account.all('person')][about]!
      const sight = new Sight(account, actor.id, now!)
      const right = (area: string, level: Level, at: Id = account.root.id) =>
        isPresent(actor, now!) && holds(account, actor.id, area, level, at, now!)
      const anywhere = (area: string, level: Level) =>
        [...account.all('place')].some(({ id }) => right(area, level, id))
      const isRoot = place.parentId === null
      const controls = controlsOfPlace(sight, place.id)
      const enabled = Object.fromEntries(Object.entries(controls).map(([name, one]) => [name, one.enabled]))
      expect(enabled).toEqual({
        make: right('places', 'change', place.id),
        rename: right('places', 'change', place.id),
        wall: !isRoot && right('places', 'run', place.id),
        move: !isRoot && right('places', 'run', place.id),
        archive: !isRoot && right('places', 'run', place.archived ? place.parentId! : place.id),
        give: right('access', 'change', place.id),
        invite: right('people', 'add', place.id),
        statement: right('access', 'see', place.id),
        apart: !isRoot && right('settings', 'change'),
        allot: !isRoot && right('seats', 'change'),
        clientEnds: place.parentId === account.root.id && right('people', 'change'),
      })
      expect(controlsOfPeople(sight).invite.enabled).toBe(anywhere('people', 'add'))
      const ofPerson = controlsOfPerson(sight, person.id)
      const isIn = person.state === 'active' || person.state === 'away'
      expect(ofPerson.leave.enabled).toBe(isIn && right('people', 'change'))
      expect(ofPerson.admit.enabled).toBe(person.state === 'waiting' && right('people', 'change'))
      expect(ofPerson.change.enabled).toBe(right('people', 'change'))
      expect(ofPerson.give.enabled).toBe(anywhere('access', 'change'))
      expect(ofPerson.seeAs.enabled).toBe(sight.depthOf(person.id) === 'record')
      for (const one of [...Object.values(controls), ...Object.values(ofPerson)]) {
        if (!one.enabled) expect(one.reason).toMatch(/\.$/)
      }
    }),
    { numRuns: RUNS },
  )
})
