import { SHEET_FORMAT, type Level, type ProductSheet, type SheetArea } from '@lodge/core'

/** An area with export and delete among its actions, unless said otherwise. */
export function area(
  code: string,
  name: string,
  sentences: Partial<Record<Level, string>>,
  more: Partial<SheetArea> = {},
): SheetArea {
  const levels = Object.entries(sentences).map(([level, sentence]) => ({ level: level as Level, sentence }))
  const actions = [
    { code: 'export', name: 'Export', needs: 'change' as Level },
    { code: 'delete', name: 'Delete', needs: 'run' as Level },
  ]
  return { code, name, scope: 'place', sensitive: false, levels, actions, heldOn: ['computer', 'phone'], ...more }
}

const publish = { code: 'publish', name: 'Publish', needs: 'change' as Level }

const areas = [
  area('site-notes', 'Site notes', {
    see: 'read site notes',
    add: 'write site notes',
    change: 'change anyone’s site notes',
    run: 'delete site notes and pass them on',
  }),
  area('plant-list', 'Plant list', {
    see: 'look at the plant list',
    change: 'change the plant list',
    run: 'set up plant lists',
  }),
  area('photos', 'Photos', {
    see: 'look at photos',
    add: 'add photos',
    change: 'change anyone’s photos',
    run: 'delete photos and pass them on',
  }),
  area('drawings', 'Drawings', { see: 'look at drawings', change: 'change drawings', run: 'set up drawings' }),
  area(
    'reports',
    'Reports',
    { see: 'read reports', add: 'draft reports', change: 'change reports', run: 'delete reports' },
    { actions: [publish, { code: 'export', name: 'Export', needs: 'change' }] },
  ),
  area(
    'client-messages',
    'Client messages',
    {
      see: 'read messages with the client',
      add: 'draft messages',
      change: 'write to the client',
      run: 'set up messages',
    },
    { actions: [publish] },
  ),
  area(
    'labour-rates',
    'Labour rates',
    { see: 'see what an hour costs', change: 'set what an hour costs' },
    { sensitive: true, actions: [], heldOn: ['computer'] },
  ),
]

/** The demo's first product: records of what was planted, seen and done on each roof. */
export const beddingLog: ProductSheet = {
  format: SHEET_FORMAT,
  code: 'bedding-log',
  name: 'Bedding Log',
  about: 'Site records for gardens: notes, plants, photos, drawings and reports.',
  areas,
  seatTypes: [
    {
      code: 'crew-lead',
      name: 'Crew lead',
      use: 'named',
      priceMinor: 3200,
      quota: null,
      capElsewhere: 'run',
      caps: {},
      extras: ['20 GB of photos'],
    },
    {
      code: 'field',
      name: 'Field',
      use: 'named',
      priceMinor: 1400,
      quota: null,
      capElsewhere: 'see',
      caps: { photos: 'change', 'site-notes': 'change', 'plant-list': 'change', 'labour-rates': 'none' },
      extras: ['5 GB of photos'],
    },
    {
      code: 'reader',
      name: 'Reader',
      use: 'named',
      priceMinor: 0,
      quota: null,
      capElsewhere: 'see',
      caps: { 'labour-rates': 'none' },
      extras: [],
    },
    {
      code: 'soil-adviser',
      name: 'Soil adviser',
      use: 'named',
      priceMinor: 0,
      quota: 3,
      capElsewhere: 'see',
      caps: { 'site-notes': 'change', 'plant-list': 'change', 'labour-rates': 'none' },
      extras: [],
    },
  ],
  plans: [
    {
      code: 'bud',
      name: 'Bud',
      areas: ['site-notes', 'plant-list', 'photos', 'reports', 'client-messages', 'labour-rates'],
      seatTypes: ['crew-lead', 'field', 'reader'],
    },
    {
      code: 'bloom',
      name: 'Bloom',
      areas: areas.map((one) => one.code),
      seatTypes: ['crew-lead', 'field', 'reader', 'soil-adviser'],
    },
  ],
  charging: { rule: 'whole-month', counts: 'admitted', currency: 'EUR', perPlace: [], allowances: [], trialDays: null },
  limits: [],
  settings: [{ code: 'digest', name: 'Daily digest', choices: ['on', 'off'], default: 'on' }],
  comesAlong: [],
  thingsWhenSeatEnds: 'kept-read-only',
}
