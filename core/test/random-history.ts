import fc from 'fast-check'
import {
  Account,
  startOfDate,
  addDays,
  type HoldingRow,
  type Instant,
  type PersonRow,
  type ProductSheet,
  type RowLists,
  type SheetCharging,
} from '../src/index.ts'

const ZONES = ['Europe/Dublin', 'America/Havana', 'Australia/Lord_Howe', 'America/Santiago', 'Pacific/Auckland']
const FIRST = '2024-01-01'
const DAYS = 430

/** A whole local day or an odd instant within one, from January 2024 (a leap year) on. */
const when = fc.record({
  day: fc.integer({ min: 0, max: DAYS }),
  seconds: fc.option(fc.integer({ min: 0, max: 86_399 }), { freq: 2, nil: 0 }),
})
const early = fc.record({ day: fc.integer({ min: 0, max: 120 }), seconds: fc.constantFrom(0, 0, 36_000) })
const price = fc.constantFrom(0, 700, 1400, 1400, 1433, 3200, 3200)
const type = fc.constantFrom('plain', 'plain', 'dear', 'dear', 'pool')

const charging = fc.record({
  rule: fc.constantFrom('whole-month' as const, 'daily' as const, 'term' as const, 'banded' as const),
  counts: fc.constantFrom('admitted' as const, 'invited' as const, 'first-use' as const),
  trialDays: fc.constantFrom(null, null, 14),
  termMonths: fc.constantFrom(1, 3, 12),
  perPlace: fc.constantFrom(0, 250),
  beyond: fc.constantFrom(0, 30),
})

export const history = fc.record({
  zone: fc.constantFrom(...ZONES),
  charging,
  prices: fc.array(fc.record({ from: fc.oneof(early, when), plain: price, dear: price }), {
    minLength: 1,
    maxLength: 3,
  }),
  subscriptions: fc.array(
    fc.record({ from: when, on: fc.constantFrom(true, true, false), plan: fc.constantFrom(null, 'small') }),
    {
      maxLength: 3,
    },
  ),
  people: fc.array(
    fc.record({
      from: fc.option(early),
      until: fc.option(when, { freq: 1 }),
      state: fc.constantFrom('active' as const, 'active' as const, 'invited' as const, 'withdrawn' as const),
    }),
    {
      minLength: 1,
      maxLength: 5,
    },
  ),
  seats: fc.array(
    fc.record({
      person: fc.nat(),
      type,
      from: fc.oneof(early, when),
      until: fc.option(when, { freq: 1 }),
      own: fc.constantFrom(false, false, false, false, true),
    }),
    { minLength: 2, maxLength: 9 },
  ),
  stock: fc.array(fc.record({ from: when, number: fc.integer({ min: 0, max: 7 }) }), { maxLength: 4 }),
  fittings: fc.array(fc.record({ place: fc.nat(2), from: when, until: fc.option(when) }), { maxLength: 4 }),
  uses: fc.array(fc.record({ person: fc.option(fc.nat()), at: when, amount: fc.integer({ min: 1, max: 400 }) }), {
    maxLength: 6,
  }),
})

export type History = typeof history extends fc.Arbitrary<infer T> ? T : never

export function accountOf(given: History): Account {
  let made = 0
  const id = () => `00000000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`
  const instant = ({ day, seconds }: { day: number; seconds: number }): Instant =>
    startOfDate(addDays(FIRST, day), given.zone, 'end') + seconds * 1_000_000
  const productId = id()
  const sheetOf = ({ plain, dear }: { plain: number; dear: number }) => sheetWith(given.charging, plain, dear)
  const root = {
    id: id(),
    parentId: null,
    name: 'Root',
    kind: 'account',
    reference: null,
    walled: false,
    archived: false,
    approvers: null,
  }
  const sites = [0, 1, 2].map((at) => ({ ...root, id: id(), parentId: root.id, name: `Site ${at}`, kind: 'site' }))
  const people = given.people.map((one) => {
    return { ...person(id(), one.from && instant(one.from), one.until && instant(one.until)), state: one.state }
  })
  const holdings = given.seats.map((seat): HoldingRow => {
    const from = instant(seat.from)
    const until = seat.until ? instant(seat.until) : null
    return {
      id: id(),
      personId: people[seat.person % people.length]!.id,
      product: 'tool',
      seatType: seat.type,
      own: seat.own,
      givenFrom: from,
      countedFrom: null,
      until,
      origin: 'given',
      givenById: null,
      endedById: null,
    }
  })
  const rows: RowLists = {
    settings: [
      {
        id: id(),
        name: 'House',
        zone: given.zone,
        currency: 'EUR',
        locale: 'en-IE',
        pathLabelDepth: 1,
        secondMeansFor: [],
        outsidersNeedEnd: false,
        terms: null,
        leaverLines: [],
        erasedAfterDays: null,
        erasedByItself: false,
        guestsSeePeopleMet: true,
        openedAt: 0,
      },
    ],
    place: [root, ...sites],
    person: people,
    holding: holdings,
    product: [{ id: productId, code: 'tool' }],
    sheet: distinct(given.prices.map((one) => ({ id: id(), productId, from: instant(one.from), sheet: sheetOf(one) }))),
    subscription: distinct([
      { id: id(), productId, from: instant({ day: 3, seconds: 0 }), on: true, plan: null },
      ...given.subscriptions.map(({ from, on, plan }) => ({ id: id(), productId, from: instant(from), on, plan })),
    ]),
    stock: distinct(
      given.stock.map(({ from, number }) => {
        return { id: id(), product: 'tool', seatType: 'plain', number, from: instant(from), source: 'random' }
      }),
    ),
    fitting: given.fittings.map(({ place, from, until }) => ({
      id: id(),
      product: 'tool',
      placeId: sites[place]!.id,
      from: instant(from),
      until: until ? instant(until) : null,
    })),
    use: given.uses.map(({ person: who, at, amount }) => ({
      id: id(),
      product: 'tool',
      allowance: who === null ? 'documents' : null,
      personId: who === null ? null : people[who % people.length]!.id,
      at: instant(at),
      amount,
      reportedAt: instant(at),
    })),
  }
  return Account.of(id(), 1, rows)
}

/** Two rows in force from the very same instant would leave open which holds. */
function distinct<R extends { from: Instant }>(rows: R[]): R[] {
  return rows.filter((row, at) => rows.findIndex((other) => other.from === row.from) === at)
}

function person(id: string, from: Instant | null, until: Instant | null): PersonRow {
  return {
    id,
    kind: 'staff',
    standing: 'member',
    state: 'active',
    managerId: null,
    employerId: null,
    signatory: false,
    engagementFrom: from,
    engagementUntil: until,
    loginId: null,
    recorded: false,
    joinedInto: null,
    apartFrom: [],
    reference: null,
    awayFrom: null,
    awayUntil: null,
    choices: {},
  }
}

export function sheetWith(rule: History['charging'], plain: number, dear: number): ProductSheet {
  const banded = rule.rule === 'banded'
  const type = (code: string, priceMinor: number, use: 'named' | 'floating' = 'named') => ({
    code,
    name: code,
    use,
    priceMinor: banded ? 0 : priceMinor,
    ...(banded ? { inBand: priceMinor > 0 } : {}),
    quota: null,
    capElsewhere: 'run' as const,
    caps: {},
    extras: [],
  })
  const bands = [
    { upTo: 1, priceMinor: 4500 },
    { upTo: 3, priceMinor: 9500 },
  ]
  const charge: SheetCharging = {
    rule: rule.rule,
    counts: rule.counts,
    currency: 'EUR',
    termMonths: rule.termMonths,
    trialDays: rule.trialDays,
    ...(banded ? { bands } : {}),
    perPlace: rule.perPlace ? [{ name: 'Sites', placeKind: 'site', priceMinor: rule.perPlace }] : [],
    allowances: rule.beyond
      ? [{ code: 'documents', name: 'Documents', included: 300, priceMinorBeyond: rule.beyond }]
      : [],
  }
  return {
    format: 'jolly-porter/product-sheet@1',
    code: 'tool',
    name: 'Tool',
    about: '',
    areas: [],
    seatTypes: [type('plain', plain), type('dear', dear), type('pool', 0, 'floating')],
    plans: [{ code: 'small', name: 'Small', areas: [], seatTypes: ['plain'] }],
    charging: charge,
    limits: [],
    settings: [],
    comesAlong: [],
    thingsWhenSeatEnds: 'kept',
  }
}
