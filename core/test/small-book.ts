import { BOOK_FORMAT, SHEET_FORMAT, type AccountBook, type ProductSheet } from '../src/index.ts'

/** A sheet with two areas and three seat types, enough for every rule the tests ask about. */
export const sheet: ProductSheet = {
  format: SHEET_FORMAT,
  code: 'log',
  name: 'Garden Log',
  about: '',
  areas: ['photos', 'drawings'].map((code) => ({
    code,
    name: code === 'photos' ? 'Photos' : 'Drawings',
    scope: 'place',
    sensitive: false,
    levels: [
      { level: 'see', sentence: `look at ${code}` },
      { level: 'add', sentence: `add ${code}` },
      { level: 'change', sentence: `change ${code}` },
      { level: 'run', sentence: `delete ${code}` },
    ],
    actions: [{ code: 'export', name: 'Export', needs: 'change' }],
    heldOn: ['computer'],
  })),
  seatTypes: [
    {
      code: 'field',
      name: 'Field',
      use: 'named',
      priceMinor: 1400,
      quota: null,
      caps: { photos: 'change' },
      capElsewhere: 'see',
      extras: [],
    },
    {
      code: 'lead',
      name: 'Lead',
      use: 'named',
      priceMinor: 3200,
      quota: null,
      caps: {},
      capElsewhere: 'run',
      extras: [],
    },
    {
      code: 'reader',
      name: 'Reader',
      use: 'named',
      priceMinor: 0,
      quota: null,
      caps: {},
      capElsewhere: 'see',
      extras: [],
    },
  ],
  plans: [],
  charging: { rule: 'whole-month', counts: 'admitted', currency: 'EUR' },
  limits: [],
  settings: [],
  comesAlong: [],
  thingsWhenSeatEnds: 'kept',
}

export const AS_OF = '2026-06-16T08:00:00Z'

/** A small account: an owner, an administrator, a steward of the client Pellworth, two gardeners. */
export function smallBook(domain: string): AccountBook {
  const person = (name: string, more: object) => ({
    email: `${name.split(' ')[0]!.toLowerCase()}@${domain}`,
    name,
    kind: 'staff' as const,
    standing: 'member' as const,
    state: 'active' as const,
    engagement: { from: '2025-01-01' },
    ...more,
  })
  const field = { seat: 'log/field', from: '2026-01-01', counted: '2026-01-01' }
  return {
    format: BOOK_FORMAT,
    asOf: AS_OF,
    account: { name: `Gardens of ${domain}`, zone: 'Europe/Dublin', currency: 'EUR', locale: 'en-IE' },
    employers: ['Highfast'],
    places: [
      {
        name: 'Pellworth',
        kind: 'client',
        reference: 'PEL',
        places: [
          { name: 'Main', kind: 'site', reference: 'PEL-1' },
          { name: 'Helipad', kind: 'site', reference: 'PEL-2', walled: true },
        ],
      },
      {
        name: 'Corvane',
        kind: 'client',
        reference: 'COR',
        places: [{ name: 'Harbour', kind: 'site', reference: 'COR-1' }],
      },
    ],
    products: [
      {
        code: 'log',
        subscriptions: [{ from: '2025-01-01', on: true }],
        sheets: [{ from: '2025-01-01', sheet: structuredClone(sheet) }],
        stock: [{ seatType: 'field', number: 3, from: '2025-01-01' }],
      },
    ],
    roles: [
      { name: 'Gardener', areas: { 'log/photos': { level: 'change' }, 'log/drawings': { level: 'see' } } },
      { name: 'Rope access', areas: { 'log/photos': { level: 'add' }, 'log/drawings': { level: 'see' } } },
      {
        name: 'Steward',
        areas: {
          'log/photos': { level: 'change' },
          'log/drawings': { level: 'see' },
          'porter/access': { level: 'change' },
          'porter/people': { level: 'add' },
        },
      },
    ],
    groups: [],
    standings: {},
    people: [
      person('Oriel Owner', { standing: 'owner', signatory: true }),
      person('Tamsin Admin', { standing: 'administrator' }),
      person('Mirren Steward', {
        seats: [field],
        grants: [{ role: 'Steward', place: 'Pellworth', from: '2026-01-01' }],
      }),
      person('Rafe Gardener', {
        seats: [field],
        grants: [{ role: 'Gardener', place: 'Pellworth', from: '2026-01-01' }],
      }),
      person('Corin Client', {
        kind: 'client',
        standing: 'guest',
        grants: [{ role: 'Gardener', place: 'Corvane', from: '2026-01-01' }],
      }),
    ],
    offers: [],
    keepings: [{ product: 'log', way: 'none', since: '2025-01-01' }],
  }
}
