import {
  amountText,
  billOf,
  BOOK_FORMAT,
  forecastOf,
  readBook,
  type Account,
  type BookProduct,
  type BookSeat,
  type BookStock,
  type ProductSheet,
  type SheetCharging,
} from '@lodge/core'
import { beddingLog } from './scenario/bedding-log.ts'
import { entryAt, must } from '@lodge/core/must'

interface Case {
  charging: Partial<SheetCharging>
  /** Seat type to price in minor units; counted in the band where the rule is that. */
  prices: Record<string, number>
  people?: Record<string, BookSeat[]>
  more?: Partial<BookProduct>
}

let count = 0
const nextId = () => `00000000-0000-7000-8000-${String(++count).padStart(12, '0')}`

/** A house with one product, so that a rule can be seen at work alone. */
function accountOf({ charging, prices, people = {}, more = {} }: Case): Account {
  const banded = charging.rule === 'banded'
  const seatTypes = Object.entries(prices).map(([name, priceMinor]) => ({
    ...entryAt(beddingLog.seatTypes, 2),
    code: name.toLowerCase(),
    name,
    priceMinor: banded ? 0 : priceMinor,
    use: charging.rule === 'term' ? ('floating' as const) : ('named' as const),
    ...(banded ? { inBand: true } : {}),
  }))
  const sheet: ProductSheet = {
    ...beddingLog,
    code: 'tool',
    seatTypes,
    plans: [],
    charging: { rule: 'whole-month', counts: 'admitted', currency: 'EUR', ...charging },
  }
  const stock: BookStock[] = []
  const since = '2025-01-01'
  const product = { code: 'tool', subscriptions: [{ from: since, on: true }], sheets: [{ from: since, sheet }], stock }
  const someone = (name: string, seats: BookSeat[]) => ({
    email: `${name.toLowerCase()}@house.example`,
    name,
    kind: 'staff' as const,
    standing: name === 'Owner' ? ('owner' as const) : ('member' as const),
    state: 'active' as const,
    signatory: name === 'Owner',
    engagement: { from: since },
    groups: [],
    seats,
    grants: [],
  })
  const read = readBook(
    {
      format: BOOK_FORMAT,
      asOf: '2026-06-16T08:00:00Z',
      account: { name: 'House', zone: 'Europe/Dublin', currency: 'EUR', locale: 'en-IE' },
      employers: [],
      places: [{ name: 'Client', kind: 'client', places: [{ name: 'Site', kind: 'site' }] }],
      products: [{ ...product, ...more }],
      roles: [],
      groups: [],
      standings: { member: [], guest: [] },
      people: [someone('Owner', []), ...Object.entries(people).map(([name, seats]) => someone(name, seats))],
      offers: [],
    },
    nextId,
  )
  if (!read.account) throw new Error(JSON.stringify(read.problems))
  return read.account
}

const sum = (account: Account, month: string) => amountText(billOf(account, month).totalMinor, 'EUR', 'en-IE')
const field = (from: string, until?: string): BookSeat => ({ seat: 'tool/field', from, ...(until ? { until } : {}) })

/** Worked figures by rule: what is written and what the code makes of it. */
function figures(): Record<string, [string, string][]> {
  const monthly = (people: Record<string, BookSeat[]>) =>
    accountOf({ charging: {}, prices: { Field: 1400, Lead: 3200 }, people })
  const away = monthly({ Ann: [field('2026-01-01', '2026-02-19'), field('2026-06-06')] })
  const dearest = monthly({ Ann: [field('2026-06-03', '2026-06-09'), { seat: 'tool/lead', from: '2026-06-09' }] })
  const passed = monthly({ Ann: [field('2026-01-01', '2026-06-10')], Ben: [field('2026-06-11')] })
  const byDay = (people: Record<string, BookSeat[]>) =>
    accountOf({ charging: { rule: 'daily' }, prices: { Field: 1400, Lead: 3200 }, people })
  const days = byDay({ Ann: [field('2026-06-03', '2026-06-09')], Ben: [field('2026-06-20', '2026-06-20')] })
  const term = accountOf({
    charging: { rule: 'term', termMonths: 12 },
    prices: { Field: 2500 },
    more: {
      stock: [
        { seatType: 'field', number: 3, from: '2026-01-01' },
        { seatType: 'field', number: 4, from: '2026-07-01' },
        { seatType: 'field', number: 2, from: '2026-09-01' },
      ],
    },
  })
  const bands = [
    { upTo: 4, priceMinor: 4500 },
    { upTo: 9, priceMinor: 9500 },
  ]
  const team = (people: Record<string, BookSeat[]>) =>
    accountOf({ charging: { rule: 'banded', bands }, prices: { Field: 0 }, people })
  const four = { Ann: [field('2026-01-01')], Ben: [field('2026-01-01')], Cat: [field('2026-01-01')] }
  const swap = team({ ...four, Dan: [field('2026-01-01', '2026-06-15')], Eve: [field('2026-06-16')] })
  const five = team({ ...four, Dan: [field('2026-01-01')], Eve: [field('2026-06-16')] })
  const sites = accountOf({
    charging: { perPlace: [{ name: 'Sensors', placeKind: 'site', priceMinor: 600 }] },
    prices: { Field: 1400 },
    more: { fittings: [{ place: 'Client/Site', from: '2026-06-30' }] },
  })
  const pool = accountOf({
    charging: { allowances: [{ code: 'documents', name: 'Documents', included: 500, priceMinorBeyond: 15 }] },
    prices: { Field: 1400 },
    more: { use: [{ allowance: 'documents', at: '2026-06-10T09:00:00Z', amount: 509 }] },
  })
  const trial = accountOf({
    charging: { trialDays: 14 },
    prices: { Field: 1400 },
    people: { Ann: [field('2026-06-01')] },
    more: { subscriptions: [{ from: '2026-06-17', on: true }] },
  })
  const ahead = forecastOf(term, '2026-12', 2).map((one) => amountText(one.totalMinor, 'EUR', 'en-IE'))
  return {
    'whole-month': [
      ['Field at 14.00 held to 19 February and again from 6 June: February', sum(away, '2026-02')],
      ['the same, March', sum(away, '2026-03')],
      ['the same, June', sum(away, '2026-06')],
      ['Field at 14.00 on 3–9 June, Lead at 32.00 from the 9th: June', sum(dearest, '2026-06')],
      ['Ann to 10 June, Ben from 11 June, both Field: June', sum(passed, '2026-06')],
    ],
    daily: [['Ann seven days of June and Ben one, Field at 14.00: 8 × 14.00 ÷ 30, half up', sum(days, '2026-06')]],
    term: [
      ['three at 25.00 a year from 1 January 2026: January', sum(term, '2026-01')],
      ['one more from 1 July, 184 of 365 days left: July', sum(term, '2026-07')],
      ['two from 1 September: September', sum(term, '2026-09')],
      ['the next term, with two: January 2027', entryAt(ahead, 1)],
    ],
    banded: [
      ['four counted, then one leaves and another comes at the same instant: June', sum(swap, '2026-06')],
      ['four counted, and a fifth from 16 June: June', sum(five, '2026-06')],
      ['the same, May', sum(five, '2026-05')],
    ],
    besides: [
      ['sensors at 6.00 a site, switched on at one on 30 June: June', sum(sites, '2026-06')],
      ['509 documents used of 500 included, 0.15 beyond: June', sum(pool, '2026-06')],
      ['on from 17 June with 14 days of trial, Field at 14.00: June', sum(trial, '2026-06')],
      ['the same, July', sum(trial, '2026-07')],
    ],
  }
}

const RULES: Record<string, [string, string]> = {
  'whole-month': [
    'By the whole month',
    'A person who counted on any part of a local month is charged the full month, once per person and product, at the dearest type counted; each type at the price of its first counted instant in the month. A seat passed on within a month is charged for both, and the preview says so.',
  ],
  daily: [
    'By the day',
    'Each local day counts once per person, at the dearest type counted on it. Days are summed per type and price over everyone, times the price, divided by the days of the month. That sum is rounded once, half up; the parts of single people are the differences of the rounded sums in the order of their ids, so that they add up.',
  ],
  term: [
    'For a term',
    'The number bought is charged, no matter who holds seats, in the month the term starts. More within a term costs the days left of it, half up per order; less sets the number of the next term. Terms follow each other from the first number on.',
  ],
  banded: [
    'By bands',
    'The team has one price, by the largest number counted at any one instant of the month. A person who leaves at an instant makes room for one who comes at it. Nobody counted, nothing charged; beyond the last band one waits. The bands are those of the month’s first sheet.',
  ],
  besides: [
    'Besides',
    'A charge for each place of a kind at which the product is on, for any part of the month. A pooled allowance, with a price for what was used beyond it. A trial: until its end nothing counts.',
  ],
}

/** `docs/charging.md`: how each rule works, with figures as the code makes them. */
export function chargingGuide(): string {
  const worked = figures()
  const sections = Object.entries(RULES).map(([rule, [title, text]]) => {
    const rows = must(worked[rule], 'entry of worked').map(([what, euros]) => `| ${what} | ${euros} |`)
    return [`## ${title}`, text, ['| worked | EUR |', '| --- | --- |', ...rows].join('\n')].join('\n\n')
  })
  return `${[HEAD, ...sections, FOOT].join('\n\n')}\n`
}

const HEAD = `# How each charging rule works

A product’s sheet says by which rule it is charged ([product sheet](product-sheet.md)). All sums are net of tax, in whole minor
units of the account’s currency; the total of a bill is the sum of its lines. Months are local, in the account’s zone. The figures
below are worked out by the code (\`demo/src/charging-guide.ts\`); a test keeps them true.

A seat has three instants: given, counted, ended. It counts from its beginning, never before the engagement’s, while its
product is on, its plan has the type, and the type has a price or counts for a band. Own, floating and no-charge seats never
count. By the sheet, people count when invited (the seat is reserved until the invitation is taken up, withdrawn or expires),
when admitted, or from first use.`

const FOOT = `## Months close

Five days after its end a month closes: its bill is stored and does not move any more. What a product reports later becomes a
line of the month in which it is reported, and names the month it is for. Everything else cannot come late: earlier dates are
refused, and a new engagement or another end never alters what was counted before.

The rules are in [core/src/seats](../core/src/seats), one file each under \`rules/\`; \`core/test/literal-billing.ts\` reads the same
months instant by instant, and random histories compare the two in every test run.`
