import fc from 'fast-check'
import {
  AccountBook,
  billOf,
  countSeats,
  forecastOf,
  isHeldAt,
  MAXIMUM_PROBLEMS,
  readBook,
  readInstant,
  schemaOf,
  writeBook,
  type Problem,
} from '../src/index.ts'
import { House, nextId } from './house.ts'
import { allowedBy } from './random-json.ts'
import { smallBook } from './small-book.ts'
import { checkOften } from './often-enough.ts'

// Two properties of fifty thousand books each in `npm run soak`; with few of them none at random may be whole.
const RUNS = Math.max(300, Math.round(Number(process.env.LODGE_PROPERTY_RUNS ?? 100) * 2.5))

type Loose = Record<string, unknown>
/** The small book as plain as JSON, so that it can be spoilt. */
const plainBook = () => JSON.parse(JSON.stringify(smallBook('house.example'))) as Loose & ReturnType<typeof smallBook>

/** What a book is refused for, as `path code`. */
function refusals(spoil: (book: ReturnType<typeof plainBook>) => void): string[] {
  const book = plainBook()
  spoil(book)
  return (readBook(book, nextId).problems as Problem[]).map(({ path, code }) => `${path} ${code}`)
}

const rafe = (book: ReturnType<typeof plainBook>) => book.people[3]! as unknown as Loose

describe('a book that cannot be meant is refused with its path', () => {
  test.each<[string, (book: ReturnType<typeof plainBook>) => void, string]>([
    ['a day there is not', (book) => (book.asOf = '2026-06-31'), '/asOf bad-value'],
    ['an hour there is not', (book) => (book.asOf = '2026-06-16T25:00Z'), '/asOf bad-value'],
    ['no instant it stands for', (book) => delete (book as Loose).asOf, '/asOf bad-value'],
    ['a year nobody means', (book) => (book.asOf = '9999-01-01'), '/asOf bad-value'],
    ['a grant without a beginning', (book) => (rafe(book).grants = [{ role: 'Gardener', place: '/' }]), '/people/3/grants/0/from bad-value'], // prettier-ignore
    ['a currency there is not', (book) => (book.account.currency = 'EUX'), '/account/currency unknown-currency'],
    ['a way of writing there is not', (book) => (book.account.locale = 'x'), '/account/locale unknown-locale'],
    ['two products of one code', (book) => book.products.push(structuredClone(book.products[0]!)), '/products/1/code repeated-code'], // prettier-ignore
    ['another currency', (book) => ((book.products[0]!.sheets[0]!.sheet as Loose & { charging: Loose }).charging.currency = 'CHF'), '/products/0/sheets/0/sheet/charging/currency another-currency'], // prettier-ignore
    ['an unknown plan', (book) => (book.products[0]!.subscriptions[0]!.plan = 'gold'), '/products/0/subscriptions/0/plan unknown-plan'], // prettier-ignore
    ['a number of an unknown type', (book) => (book.products[0]!.stock = [{ seatType: 'gold', number: 1, from: '2026-01-01' }]), '/products/0/stock/0/seatType unknown-seat'], // prettier-ignore
    ['use of an unknown allowance', (book) => (book.products[0]!.use = [{ allowance: 'air', at: '2026-01-01', amount: 1 }]), '/products/0/use/0/allowance unknown-allowance'], // prettier-ignore
    ['a rule over an unknown field', (book) => (book.groups = [{ name: 'G', rule: [{ Sesaon: 'Winter' }] }]), '/groups/0/rule/0/Sesaon unknown-field'], // prettier-ignore
    ['somebody away since nobody knows when', (book) => (rafe(book).state = 'away'), '/people/3/away no-dates'],
    ['a time away that ends before it begins', (book) => (rafe(book).away = { from: '2026-08-01', until: '2026-07-01' }), '/people/3/away/until dates-backwards'], // prettier-ignore
    ['a time away without its first day', (book) => (rafe(book).away = { until: '2026-07-01' }), '/people/3/away/from no-dates'], // prettier-ignore
    ['a seat that counts before it is given', (book) => (rafe(book).seats = [{ seat: 'log/field', from: '2026-03-01', counted: '2026-02-01' }]), '/people/3/seats/0/counted counted-outside'], // prettier-ignore
    ['a seat that counts after it has ended', (book) => (rafe(book).seats = [{ seat: 'log/field', from: '2026-03-01', until: '2026-03-31', counted: '2026-05-01' }]), '/people/3/seats/0/counted counted-outside'], // prettier-ignore
    ['an offer of an unknown seat', (book) => book.offers.push({ to: 'rafe@house.example', sponsor: 'oriel@house.example', state: 'live', sent: '2026-06-01', expires: '2026-07-01', grants: [], seats: ['log/gold'] }), '/offers/0/seats/0 unknown-seat'], // prettier-ignore
    ['no owner from a day on', (book) => ((book.people[0]! as unknown as Loose).away = { from: '2026-08-01' }), ' no-owner'], // prettier-ignore
    ['the same person twice', (book) => book.people.push(structuredClone(book.people[3]!)), '/people/5 person-twice'],
    ['the same month twice', (book) => ((book as Loose).months = [1, 2].map(() => ({ month: '2026-05', closed: '2026-06-06', lines: [] }))), '/months/1/month month-twice'], // prettier-ignore
  ])('%s', (_what, spoil, expected) => {
    expect(refusals(spoil)).toContain(expected)
  })

  test('a name that would reach every object, and places nested without end', () => {
    const text = JSON.stringify(plainBook()).replace('"employers":[]', '"employers":[],"__proto__":{"x":1}')
    const found = readBook(JSON.parse(text.includes('__proto__') ? text : `{"__proto__":{},${text.slice(1)}`), nextId)
    expect(found.problems).toMatchObject([{ code: 'unknown-field', path: '/__proto__' }])
    let place: Loose = { name: 'Deepest', kind: 'site' }
    for (let depth = 0; depth < 5000; depth += 1) place = { name: `Depth ${depth}`, kind: 'site', places: [place] }
    const deep = readBook({ ...plainBook(), places: [place] }, nextId)
    expect(deep.problems).toMatchObject([{ code: 'too-deep', path: expect.stringMatching(/^\/places\/0\/places\/0/) }])
  })

  test('of a hundred thousand mistakes the first thousand are told', () => {
    const book = plainBook()
    const stuff = (n: number) => ({ ...book.people[3]!, email: `p${n}@house.example`, kind: 'stuff' })
    const people = [...book.people, ...Array.from({ length: 100_000 }, (_, n) => stuff(n))]
    const { problems } = readBook({ ...book, people }, nextId)
    expect(problems).toHaveLength(MAXIMUM_PROBLEMS)
    expect(problems![0]).toMatchObject({ path: '/people/5/kind', sentence: expect.stringMatching(/staff/) })
  })
})

describe('what is set for an instant holds from then, written or not (model Z3)', () => {
  const held = (house: House, who: string, at: string) =>
    house.account
      .by('holding', 'person', house.person(who))
      .filter((one) => isHeldAt(house.account, one, readInstant(at))).length

  test('a leaving that is planned ends what somebody has at its instant', () => {
    const house = House.open((book) => (rafe(book as never).leaves = { at: '2026-07-31' }))
    expect([held(house, 'Rafe', '2026-07-31T12:00:00Z'), held(house, 'Rafe', '2026-08-01T12:00:00Z')]).toEqual([1, 0])
    expect(house.account.by('departure', 'person', house.person('Rafe'))[0]!.engagementBefore).toBeNull()
  })

  test('seats end with the first day away unless they are kept', () => {
    const away = (more: object) => House.open((book) => (rafe(book as never).away = { from: '2026-08-01', ...more }))
    const [without, kept] = [away({}), away({ keepSeats: true })]
    expect([held(without, 'Rafe', '2026-09-01T12:00:00Z'), held(kept, 'Rafe', '2026-09-01T12:00:00Z')]).toEqual([0, 1])
    const [absence] = without.account.by('absence', 'person', without.person('Rafe'))
    expect(absence!.seats).toMatchObject([{ product: 'log', seatType: 'field' }])
    expect(billOf(without.account, '2026-09').totalMinor).toBe(billOf(kept.account, '2026-09').totalMinor - 1400)
  })

  test('a seat to be given back on a set day stands in the forecast from then, marked as expected (model X1)', () => {
    const house = House.open((book) => (rafe(book as never).away = { from: '2026-07-01', until: '2026-08-31' }))
    const forecast = forecastOf(house.account, '2026-07', 3)
    expect(forecast.map(({ totalMinor, expectedMinor }) => [totalMinor, expectedMinor])).toEqual([
      [1400, 0],
      [1400, 0],
      [2800, 1400],
    ])
  })

  test('a live offer has its seat where whoever is invited counts', () => {
    const offered = (counts: string) =>
      House.open((book) => {
        ;(book.products[0]!.sheets[0]!.sheet as { charging: Loose }).charging.counts = counts
        book.people.push({ ...book.people[3]!, email: 'new@house.example', name: 'New', state: 'invited', seats: [] })
        book.offers.push({
          ...{ to: 'new@house.example', sponsor: 'oriel@house.example', state: 'live', sent: '2026-06-10' },
          ...{ expires: '2026-07-10', grants: [], seats: ['log/field'] },
        })
      })
    const reserved = (house: House) => countSeats(house.account, 'log', 'field', house.now)!.reserved
    expect([reserved(offered('invited')), reserved(offered('admitted'))]).toEqual([1, 0])
  })

  test('months that have closed are carried: an exported account bills the same past', () => {
    const house = House.open()
    const at = (text: string) => readInstant(text)
    house.bySchedule(at('2026-07-07T00:00:00Z'), { type: 'close-month', month: '2026-06' })
    const book = writeBook(house.account, at('2026-07-08T00:00:00Z'))
    expect(book.months).toMatchObject([{ month: '2026-06' }])
    // What is read again and no longer says who was there bills what was billed.
    for (const person of book.people) if (person.standing !== 'owner') person.seats = []
    const again = readBook(JSON.parse(JSON.stringify(book)), nextId)
    expect(again.problems).toEqual([])
    expect(billOf(again.account!, '2026-06')).toEqual(billOf(house.account, '2026-06'))
  })
})

const TEXTS = [
  ...smallBook('house.example').people.map(({ email }) => email!),
  ...smallBook('house.example').roles.map(({ name }) => name),
  ...['log', 'log/field', 'log/photos', 'Pellworth', 'Pellworth/Main', '/', 'field', 'EUR', 'en-IE', 'Europe/Dublin'],
  ...['', ' ', '__proto__', 'constructor', 'x'.repeat(90), '/~0~1', '\u202egnp', '2026-06', 'toString', 'manager'],
]
const DATES = ['2026-01-01', '2026-06-16', '2026-02-30', '2026-06-16T08:00:00Z', '2026-12-31T25:00Z', '1066-10-14']

/** A book is read whole or refused with paths; what was read can be asked. @returns whether it was read. */
function isReadOrRefused(plain: object): boolean {
  const found = readBook(JSON.parse(JSON.stringify(plain)), nextId)
  for (const { path, sentence } of (found.problems ?? []) as Problem[]) {
    expect(path).toMatch(/^(\/|$)/)
    expect(sentence).toMatch(/[.?]$/)
  }
  expect(found.account === undefined).toBe((found.problems ?? []).length > 0)
  if (!found.account) return false
  expect(billOf(found.account, '2026-06').totalMinor).toEqual(expect.any(Number))
  const again = readBook(JSON.parse(JSON.stringify(writeBook(found.account, found.asOf))), nextId)
  expect(again.problems).toEqual([])
  return true
}

test('what the schema allows is read, or refused with a path, and nothing else', () => {
  const schema = schemaOf(AccountBook) as Loose
  const whole = allowedBy(schema, { texts: TEXTS, dates: DATES }) as fc.Arbitrary<Loose>
  const names = Object.keys((schema.properties ?? {}) as Loose)
  const one = fc.option(fc.subarray(names, { minLength: 1, maxLength: 2 }))
  let read = 0
  checkOften(
    // The parts at random beside some of the small book's; or one or two at random in place of its own.
    fc.property(whole, fc.subarray(Object.keys(plainBook())), one, (random, kept, replaced) => {
      const small = plainBook() as Loose
      const pick = (from: Loose, names: readonly string[]) =>
        Object.fromEntries(names.flatMap((name) => (name in from ? [[name, from[name]]] : [])))
      const book = replaced ? { ...small, ...pick(random, replaced) } : { ...random, ...pick(small, kept) }
      if (isReadOrRefused(book)) read += 1
    }),
    RUNS,
    () => read > 0,
  )
})

/** Everything in a value, by the way to it. */
function placesIn(value: unknown, way: readonly (string | number)[] = []): (readonly (string | number)[])[] {
  if (typeof value !== 'object' || value === null) return [way]
  const inside = Object.entries(value).flatMap(([key, one]) => placesIn(one, [...way, key]))
  return way.length > 0 ? [way, ...inside] : inside
}

test('a book in which a few things are put wrong is read, or refused with a path', () => {
  const full = () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    house.do('Oriel', { type: 'go-away', personId: house.person('Rafe'), from: '2026-07-01', until: '2026-07-31' })
    house.do('Oriel', { type: 'plan-departure', personId: house.person('Corin'), at: '2026-08-31T17:00' })
    return JSON.parse(JSON.stringify(writeBook(house.account, house.now))) as Loose
  }
  const text = JSON.stringify(full())
  const places = placesIn(JSON.parse(text))
  const value = fc.oneof(fc.constantFrom<unknown>(...TEXTS, ...DATES, null, true, -1, 0, 1e9, [], {}, [{}], ['x']))
  const wrong = fc.record({ way: fc.constantFrom(...places), value, gone: fc.boolean() })
  let read = 0
  checkOften(
    fc.property(fc.array(wrong, { minLength: 1, maxLength: 3 }), (all) => {
      const book = JSON.parse(text) as Loose
      for (const { way, value: put, gone } of all) {
        let at: Loose | undefined = book
        for (const key of way.slice(0, -1)) at = at?.[key] as Loose | undefined
        if (typeof at !== 'object' || at === null) continue
        if (gone) delete at[way.at(-1)!]
        else at[way.at(-1)!] = put
      }
      if (isReadOrRefused(book)) read += 1
    }),
    RUNS,
    () => read > 0,
  )
})
