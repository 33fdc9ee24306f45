import fc from 'fast-check'
import {
  compare,
  decide,
  impactOf,
  isPresent,
  readBook,
  readChange,
  stepsOf,
  thingsToPass,
  type Account,
  type Change,
  type Id,
} from '../src/index.ts'
import { actsFor } from './acting.ts'
import { nextId } from './house.ts'
import { randomBook } from './random-book.ts'
import { checkOften } from './often-enough.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)

function owners(account: Account, now: number): Id[] {
  return account
    .by('person', 'standing', 'owner')
    .filter((one) => isPresent(one, now))
    .map(({ id }) => id)
}

test('after a departure nothing acts for the leaver, each thing has one taker, and nobody else loses anything (X2–X4)', () => {
  let left = 0
  checkOften(
    fc.property(randomBook, fc.nat(4), (book, who) => {
      const { account: read, asOf } = readBook(book, nextId)
      const [account, now] = [read!, asOf!]
      const leaver = [...account.all('person')][who]!
      const actorId = owners(account, now).find((id) => id !== leaver.id)
      if (!actorId || leaver.signatory || !isPresent(leaver, now)) return
      const plain = { type: 'plan-departure', personId: leaver.id }
      const change = readChange(plain, nextId).value as Change & { departureId: Id }
      const things = thingsToPass(account, leaver.id, [], now)
      const decision = decide(account, [change], { kind: 'person', personId: actorId }, now)
      expect(decision.problems).toEqual([])
      left += 1
      const { after } = decision
      expect(after.get('person', leaver.id)!.state).toBe('left')
      expect(actsFor(after, leaver.id, now)).toEqual([])

      // One step for each thing, and no more.
      const handed = stepsOf(after, change.departureId).filter(({ kind }) => kind === 'handover')
      const named = (one: { what: string; subject?: string; id?: string }) => `${one.what} ${one.subject ?? one.id}`
      expect(handed.map(named).sort()).toEqual(things.map(named).sort())
      for (const step of handed) {
        if (step.what !== 'report' || step.state !== 'done' || step.subject === step.taker!.id) continue
        expect(after.get('person', step.subject)!.managerId).toBe(step.taker!.id)
      }

      // Anyone who gains is a taker; nobody but the leaver loses.
      const takers = new Set(handed.map(({ taker }) => taker?.id))
      const moves = compare(account, after, impactOf(account, after, decision.edits), now, 'entitlement')
      for (const move of moves) if (move.personId !== leaver.id) expect(takers).toContain(move.personId)
      for (const move of moves) {
        if (move.personId === leaver.id) continue
        for (const area of move.areas) expect(area.after).toBeGreaterThanOrEqual(area.before)
      }
    }),
    RUNS,
    () => left > RUNS / 4,
  )
})
