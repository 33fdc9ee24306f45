import fc from 'fast-check'
import { decide, impactOf, readBook, readChange, type Change } from '../src/index.ts'
import { attempt, tryOut } from './attempts.ts'
import { nextId } from './house.ts'
import { randomBook } from './random-book.ts'
import { checkOften } from './often-enough.ts'

/** Four hundred dockets in `npm test`; as many times more in the soak. */
const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100) * 4

/** Refusals by a right that is held or not; what D1 compares is compared anew by the undoing itself. */
const RIGHTS = new Set(['not-allowed', 'owners-only', 'administrators-only'])

test('whoever may not do a thing may not undo it either (model C4)', () => {
  const met = new Map<string, number>()
  let refused = 0
  checkOften(
    fc.property(randomBook, attempt, (book, one) => {
      const { account: read, asOf: now } = readBook(book, nextId)
      const before = read!
      const done = tryOut(before, one, now!, true)
      if (!done || done.decision.problems.length > 0 || done.decision.edits.length === 0) return
      const { after, edits } = done.decision
      const undo = readChange({ type: 'undo', version: 1, edits, changes: [done.change] }, nextId).value as Change
      // Whom it moves have other rights by now.
      const moved = impactOf(before, after, edits)
      for (const person of before.all('person')) {
        if (moved.has(person.id)) continue
        const actor = { kind: 'person', personId: person.id } as const
        const undone = decide(after, [undo], actor, now! + 1)
        if (undone.problems.length > 0) {
          refused += 1
          continue
        }
        const own = decide(before, [done.change], actor, now!).problems.filter(({ code }) => RIGHTS.has(code))
        expect([done.change.type, own]).toEqual([done.change.type, []])
        met.set(done.change.type, (met.get(done.change.type) ?? 0) + 1)
      }
    }),
    RUNS,
    () => refused > RUNS / 10 && met.size > 8,
  )
})
