import {
  chargingWords,
  codeOf,
  describedSheet,
  descriptionOf,
  readInstant,
  readSheet,
  workedExample,
  type Description,
} from '../../../src/index.ts'
import { House } from '../../house.ts'

const team: Description = {
  name: 'Quote Trellis',
  address: 'https://quotes.trellis.example',
  pattern: 'team',
  counts: 'admitted',
  bands: [
    { upTo: 4, priceMinor: 4500 },
    { upTo: 9, priceMinor: 9500 },
  ],
  types: [
    { name: 'Estimator', priceMinor: 0, counts: true },
    { name: 'Reader', priceMinor: 0, counts: false, looksOnly: true },
  ],
}
const month: Description = {
  ...{ name: 'Bed Plans', pattern: 'month', counts: 'admitted', bands: [] },
  types: [
    { name: 'Planner', priceMinor: 1400, number: 5 },
    { name: 'Looker', priceMinor: 0, looksOnly: true },
  ],
}
const ACCOUNT = { zone: 'Europe/Dublin', currency: 'EUR', locale: 'en-IE' }
const NOW = readInstant('2026-06-16T08:00:00Z')
const read = (description: Description) =>
  readSheet(JSON.parse(JSON.stringify(describedSheet(description, 'trellis', 'EUR'))))

describe('a product is described without a file (model B5)', () => {
  test('what arises is an ordinary product sheet, by each of the six patterns', () => {
    const patterns = ['month', 'day', 'team', 'term', 'place', 'nothing'] as const
    for (const pattern of patterns) {
      const about = {
        ...(pattern === 'team' ? team : month),
        pattern,
        termMonths: 12,
        placeKind: 'site',
        placePriceMinor: 600,
      }
      expect([pattern, read(about).problems]).toEqual([pattern, undefined])
    }
  })

  test('it reads as a sentence, and its example is worked out by the charging', () => {
    const sheet = describedSheet(team, 'trellis', 'EUR')
    expect(chargingWords(sheet, 'EUR', 'en-IE')).toBe(
      'The team of Quote Trellis costs €45.00 a month for up to 4 people, €95.00 for up to 9. A person counts from the day they come in.',
    )
    expect(workedExample(sheet, ACCOUNT, NOW)).toEqual([
      { text: '4 × Estimator, 2 × Reader', minor: 4500 },
      { text: 'one more from the 20th of June', minor: 9500 },
      { text: 'one leaves on the 10th, another comes on the 11th', minor: 4500 },
    ])
    // Whatever the sizes are, the example has one that is full, and what the next person makes of it.
    const larger = {
      ...team,
      bands: [
        { upTo: 7, priceMinor: 4500 },
        { upTo: 20, priceMinor: 9500 },
      ],
    }
    const both = { ...larger, types: team.types.map((type) => ({ ...type, counts: true })) }
    for (const [described, first] of [
      [larger, '7 × Estimator, 2 × Reader'],
      [both, '5 × Estimator, 2 × Reader'],
    ] as const) {
      const [full, more] = workedExample(describedSheet(described, 'trellis', 'EUR'), ACCOUNT, NOW)
      expect([full, more!.minor]).toEqual([{ text: first, minor: 4500 }, 9500])
    }
    const monthly = describedSheet(month, 'beds', 'EUR')
    expect(workedExample(monthly, ACCOUNT, NOW).map(({ minor }) => minor)).toEqual([5600, 7000, 7000])
    expect(chargingWords(monthly, 'EUR', 'en-IE')).toBe(
      'Bed Plans costs €14.00 for Planner a month and person. A month begun is a month paid. A person counts from the day they come in.',
    )
    const byPlace = describedSheet(
      { ...month, pattern: 'place', placeKind: 'site', placePriceMinor: 600 },
      'beds',
      'EUR',
    )
    expect(workedExample(byPlace, ACCOUNT, NOW)).toEqual([{ text: 'on at 3 places (site)', minor: 1800 }])
    const term = describedSheet({ ...month, pattern: 'term', termMonths: 12 }, 'beds', 'EUR')
    expect(workedExample(term, ACCOUNT, NOW)).toEqual([{ text: '4 × Planner, 2 × Looker', minor: 5600 }])
  })

  test('where people open it is a web address and nothing else', () => {
    const address = (text: string) => read({ ...month, address: text })
    expect(address('beds.example/start').value?.address).toBe('https://beds.example/start')
    for (const text of ['javascript:alert(1)', 'data:text/html,x', 'https://two words.example']) {
      expect([text, address(text).problems?.[0]?.path]).toEqual([text, '/address'])
    }
  })

  test('edited, it keeps what the description says nothing of', () => {
    const first = describedSheet(team, 'trellis', 'EUR')
    const present = { ...first, areas: [...first.areas, { ...first.areas[0]!, code: 'quotes', name: 'Quotes' }] }
    const about = descriptionOf(present)
    expect(about.types.map(({ code, counts }) => [code, counts])).toEqual([
      ['estimator', true],
      ['reader', false],
    ])
    const next = describedSheet(
      { ...about, types: [...about.types, { name: 'Guest', priceMinor: 0, counts: false }] },
      'trellis',
      'EUR',
      present,
    )
    expect([next.areas.length, next.seatTypes.map(({ code }) => code)]).toEqual([2, ['estimator', 'reader', 'guest']])
    expect(next.seatTypes[1]!.capElsewhere).toBe('see')
    expect(readSheet(next).problems).toBeUndefined()
  })

  test('a code is made of any name, and never one that is taken', () => {
    expect([
      codeOf('Quote Trellis'),
      codeOf('Büro & Söhne 2'),
      codeOf('報告'),
      codeOf('42'),
      codeOf('Log', new Set(['log'])),
    ]).toEqual(['quote-trellis', 'buro-sohne-2', 'product', 'product', 'log-2'])
  })

  test('it is added in one docket: the sheet, switched on, numbers, and who looks after it', () => {
    const house = House.open()
    const sheet = describedSheet(month, 'bed-plans', 'EUR')
    const changes = [
      { type: 'import-sheet', sheet },
      { type: 'subscribe', product: 'bed-plans', on: true },
      {
        type: 'keep-product',
        product: 'bed-plans',
        way: 'hand',
        keeperKind: 'person',
        keeperId: house.person('Mirren'),
      },
      { type: 'give-seat', personId: house.person('Rafe'), product: 'bed-plans', seatType: 'planner' },
    ]
    const shown = house.show('Oriel', ...changes)
    expect(shown.problems).toEqual([])
    expect(shown.money.sums!.thisMonth.after - shown.money.sums!.thisMonth.before).toBe(1400)
    house.do('Oriel', ...changes)
  })
})
