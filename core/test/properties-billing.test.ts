import fc from 'fast-check'
import {
  DERIVED_FROM_SEATS,
  addMonths,
  billOf,
  itemsOf,
  movementsOf,
  readBook,
  splitBill,
  type Account,
} from '../src/index.ts'
import { attempt, tryOut } from './attempts.ts'
import { nextId } from './house.ts'
import { literalBill } from './literal-billing.ts'
import { randomBook } from './random-book.ts'
import { accountOf, history } from './random-history.ts'

const runs = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)
const MONTHS = Array.from({ length: 15 }, (_, at) => addMonths('2024-01', at))

describe('bills of random histories (model S6)', () => {
  test('equal a reading instant by instant, to the cent, under every rule', () => {
    fc.assert(
      fc.property(history, fc.constantFrom(...MONTHS), (given, month) => {
        const account = accountOf(given)
        expect(billOf(account, month).totalMinor).toBe(literalBill(account, month))
      }),
      { numRuns: runs * 3 },
    )
  })

  test('are the sum of their lines, each the sum of its items, of its parts, and of what moved it', () => {
    fc.assert(
      fc.property(history, fc.constantFrom(...MONTHS.slice(1)), (given, month) => {
        const account = accountOf(given)
        const bill = billOf(account, month)
        for (const line of bill.lines) {
          const amounts = itemsOf(account, month, line).map((item) => item.amountMinor)
          if (amounts.includes(null)) continue
          expect(amounts.reduce<number>((sum, one) => sum + one!, 0)).toBe(line.amountMinor)
        }
        for (const by of ['place', 'code'] as const) {
          expect(splitBill(account, bill, by).reduce((sum, one) => sum + one.amountMinor, 0)).toBe(bill.totalMinor)
        }
        const moved = movementsOf(account, month).reduce((sum, one) => sum + one.deltaMinor, 0)
        expect(moved).toBe(bill.totalMinor - billOf(account, addMonths(month, -1)).totalMinor)
      }),
      { numRuns: runs },
    )
  })

  test('of months that have passed never move by what is changed later', () => {
    const past = ['2026-01', '2026-02', '2026-03', '2026-04', '2026-05']
    fc.assert(
      fc.property(randomBook, fc.array(attempt, { minLength: 1, maxLength: 6 }), (book, attempts) => {
        const read = readBook(book, nextId)
        let account = read.account!
        let now = read.asOf!
        const totals = past.map((month) => billOf(account, month).totalMinor)
        for (const one of attempts) {
          const tried = tryOut(account, one, (now += 86_400_000_000), true)
          if (!tried || tried.decision.problems.length > 0) continue
          account = tried.decision.after
          expect(past.map((month) => billOf(account, month).totalMinor)).toEqual(totals)
        }
      }),
      { numRuns: runs },
    )
  })

  test('of an account seen through edits are those of the account that has them', () => {
    fc.assert(
      fc.property(history, history, fc.constantFrom(...MONTHS), (given, other, month) => {
        const account = accountOf(given)
        const moved = accountOf({ ...given, seats: [...given.seats.slice(1), ...other.seats], people: given.people })
        billOf(account, month)
        expect(billOf(seenAs(account, moved), month).totalMinor).toBe(billOf(moved, month).totalMinor)
      }),
      { numRuns: runs },
    )
  })
})

test('a commit carries what is known of bills over, and what it carries is right', () => {
  fc.assert(
    fc.property(history, history, fc.constantFrom(...MONTHS), (given, other, month) => {
      const account = accountOf(given)
      const moved = accountOf({ ...given, seats: [...given.seats.slice(1), ...other.seats], people: given.people })
      billOf(account, month)
      const { edits } = editsBetween(account, moved)
      const after = account.absorb(edits, [], 2, undefined, DERIVED_FROM_SEATS)
      expect(billOf(after, month).totalMinor).toBe(billOf(moved, month).totalMinor)
    }),
    { numRuns: runs },
  )
})

/** The first account with exactly the holdings of the second, by edits. */
function seenAs(account: Account, other: Account): Account {
  const { gone, come } = editsBetween(account, other)
  return account.with(gone).with(come)
}

function editsBetween(account: Account, other: Account) {
  const people = [...account.all('person')].map((one) => one.id)
  const others = [...other.all('person')].map((one) => one.id)
  const gone = [...account.all('holding')].map((row) => {
    return { table: 'holding' as const, key: row.id, before: row, after: null }
  })
  const come = [...other.all('holding')].map((row, at) => {
    const id = `00000000-0000-7000-9000-${String(at).padStart(12, '0')}`
    const personId = people[others.indexOf(row.personId)]!
    return { table: 'holding' as const, key: id, before: null, after: { ...row, id, personId } }
  })
  return { gone, come, edits: [...gone, ...come] }
}
