import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { billOf, deskView, readBook, Sight, stateAt, type AccountBook } from '@lodge/core'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { beddingLog } from '../src/scenario/bedding-log.ts'
import { SCHEMAS } from '../src/write-schemas.ts'
import { workbook } from '@lodge/standins/workbook'
import { seatMarks } from '../src/who-has-what.ts'
import { demoBook } from '../src/book.ts'
import { DEMO_OWNER_EMAIL } from '../src/sign-in.ts'

let count = 0
const nextId = () => `00000000-0000-7000-8000-${String(++count).padStart(12, '0')}`
const read = (today: string) => {
  const found = readBook(JSON.parse(JSON.stringify(demoBook(today))), nextId)
  expect(found.problems).toEqual([])
  return { account: found.account!, asOf: found.asOf! }
}

test('the committed book is the demo of 16 June 2026', () => {
  const kept = JSON.parse(readFileSync(join(import.meta.dirname, '../thistlewick.book.json'), 'utf8')) as AccountBook
  expect(kept).toEqual(JSON.parse(JSON.stringify(demoBook('2026-06-16'))))
})

test.each(['2026-06-16', '2026-01-02', '2026-02-28', '2028-02-29', '2026-12-31'])(
  'made on %s it has no problem and the same people',
  (today) => {
    const { account, asOf } = read(today)
    const people = [...account.all('person')]
    const states = people.map((person) => stateAt(account, person, asOf))
    const count = (state: string) => states.filter((one) => one === state).length
    expect(people.filter((person) => person.kind === 'staff')).toHaveLength(25)
    expect(people.filter((person) => person.kind === 'contractor')).toHaveLength(14)
    expect(people.filter((person) => person.kind === 'client')).toHaveLength(18)
    expect([count('invited'), count('waiting'), count('away'), count('left'), count('erased')]).toEqual([3, 2, 1, 2, 1])
  },
)

test('has the scenario’s twelve clients, sites and locations', () => {
  const { account } = read('2026-06-16')
  const kinds = [...account.all('place')].map((place) => place.kind)
  const number = (kind: string) => kinds.filter((one) => one === kind).length
  expect(number('client')).toBe(12)
  expect(number('site')).toBeGreaterThanOrEqual(43)
  expect(number('location')).toBeGreaterThanOrEqual(130)
})

test('the Desk’s sentence and the bill are the core’s', () => {
  const { account, asOf } = read('2026-06-16')
  const owner = account.peopleByEmail(DEMO_OWNER_EMAIL)[0]!
  const desk = deskView(new Sight(account, owner, asOf + 9 * 3_600_000_000))
  expect(desk.phrases.map((one) => one.text)).toEqual([
    'Three people start by 30 June',
    'two people are waiting to be admitted',
    'three people have their last day by 30 June',
  ])
  expect(desk.bill).toMatchObject({ month: 'June', totalMinor: billOf(account, '2026-06').totalMinor })
  expect(desk.needs.map((one) => one.kind)).toEqual([
    'engagement-over',
    'waiting',
    'waiting',
    'invitation-expiring',
    'invitation-bounced',
    // Nothing is connected in the book itself.
    'nobody-keeps',
    'nobody-keeps',
    'nobody-keeps',
    'ends-soon',
    'ends-soon',
    'ends-soon',
  ])
  const guest = account.peopleByEmail('alba.renfrew@pellworth.example')[0]!
  expect(deskView(new Sight(account, guest, asOf)).bill).toBeNull()
})

test('the committed spreadsheet is the one made from the demo, and holds the mess such sheets have', () => {
  const kept = readFileSync(join(import.meta.dirname, '../who-has-what.xlsx'))
  const rows = seatMarks(demoBook('2026-06-16'))
  expect(Buffer.compare(kept, Buffer.from(workbook(rows)))).toBe(0)
  const people = rows.slice(3).filter((row) => row.some(Boolean))
  expect(people).toHaveLength(24)
  expect(new Set(people.map((row) => row[3])).size).toBeGreaterThan(6)
})

test('the published JSON Schemas are those of the code, and take the demo but not a slip in it', () => {
  for (const [name, schema] of Object.entries(SCHEMAS)) {
    const kept = readFileSync(join(import.meta.dirname, `../../docs/schema/${name}.schema.json`), 'utf8')
    expect(JSON.parse(kept)).toEqual(JSON.parse(JSON.stringify(schema)))
  }
  const ajv = new Ajv2020({ strict: false })
  const isBook = ajv.compile(SCHEMAS['account-book'])
  const book = JSON.parse(JSON.stringify(demoBook('2026-06-16'))) as AccountBook
  expect(isBook(book)).toBe(true)
  expect(isBook({ ...book, peopel: [] })).toBe(false)
  const isSheet = ajv.compile(SCHEMAS['product-sheet'])
  expect(isSheet(beddingLog)).toBe(true)
  expect(isSheet({ ...beddingLog, areas: 'all' })).toBe(false)
})
