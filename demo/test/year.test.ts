import {
  DERIVED_FROM_SEATS,
  addMonths,
  billOf,
  checkAccount,
  decide,
  readBook,
  readInstant,
  stateAt,
  type Account,
} from '@lodge/core'
import { demoBook } from '../src/book.ts'
import { liveTheYear, yearOldBook } from '../src/year.ts'

const TODAY = '2026-06-16'
let count = 0
const nextId = () => `00000000-0000-7000-8000-${String(++count).padStart(12, '0')}`
const open = (book: ReturnType<typeof demoBook>) => {
  const read = readBook(JSON.parse(JSON.stringify(book)), nextId)
  expect(read.problems).toEqual([])
  return read.account!
}

test('the year lived from the year-old book ends as the scenario, with its months closed', async () => {
  const now = readInstant('2026-06-16T09:00:00+01:00')
  const book = demoBook(TODAY)
  const scenario = open(book)
  let account: Account = open(yearOldBook(book, TODAY))
  const counts = new Map<string, number>()
  const world = {
    current: async () => account,
    commit: async (changes: Parameters<typeof decide>[1], actor: Parameters<typeof decide>[2], at: number) => {
      const { problems, edits, values } = decide(account, changes, actor, at)
      expect(problems).toEqual([])
      account = account.absorb(edits, values, account.version + 1, at, DERIVED_FROM_SEATS)
      for (const { type } of changes) counts.set(type, (counts.get(type) ?? 0) + 1)
    },
  }
  await liveTheYear(world, book, TODAY, now)
  expect(checkAccount(account, now)).toEqual([])
  for (const kind of [
    'import-sheet',
    'plan-departure',
    'move-place',
    'change-role',
    'invite',
    'withdraw',
    'fit-place',
  ]) {
    expect(counts.get(kind)).toBeGreaterThan(0)
  }
  expect([...account.all('closedMonth')].map((one) => one.month)).toEqual(
    Array.from({ length: 12 }, (_, at) => addMonths('2025-06', at)),
  )
  const states = (of: Account) =>
    [...of.all('person')]
      .map((person) => `${of.personal(person.id, 'email')} ${stateAt(of, person, now)} ${person.standing}`)
      .filter((text) => !text.startsWith('corin.vane@pellworth'))
      .sort()
  expect(states(account)).toEqual(states(scenario))
  const [may, june] = ['2026-05', '2026-06'].map((month) => billOf(account, month).totalMinor)
  expect(june).toBe(billOf(scenario, '2026-06').totalMinor)
  expect(may).toBe(billOf(scenario, '2026-05').totalMinor)
}, 60_000)
