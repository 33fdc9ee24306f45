import type { BookRole, Level } from '@lodge/core'

const BL = 'bedding-log'

function role(name: string, areas: Record<string, Level>): BookRole {
  return { name, areas: Object.fromEntries(Object.entries(areas).map(([key, level]) => [key, { level }])) }
}

function log(areas: Record<string, Level>): Record<string, Level> {
  return Object.fromEntries(Object.entries(areas).map(([code, level]) => [`${BL}/${code}`, level]))
}

export const roles: BookRole[] = [
  role(
    'Gardener',
    log({ 'site-notes': 'change', 'plant-list': 'change', photos: 'change', drawings: 'see', reports: 'add' }),
  ),
  {
    // Follows Gardener; what it publishes, its manager approves.
    name: 'Trainee',
    areas: { [`${BL}/reports`]: { level: 'change', approval: ['publish'] } },
    follows: 'Gardener',
    approvers: 'manager',
  },
  role('Site lead', {
    ...log({
      'site-notes': 'run',
      'plant-list': 'run',
      photos: 'run',
      drawings: 'change',
      reports: 'run',
      'client-messages': 'run',
    }),
    'rill-control/schedules': 'change',
    'rill-control/valves': 'change',
    'rill-control/alarms': 'change',
    'rill-control/sensor-data': 'see',
    'quote-trellis/quotes': 'add',
    'porter/people': 'add',
    'porter/access': 'change',
    'porter/places': 'change',
    'porter/seats': 'add',
  }),
  role(
    'Planner',
    log({ 'site-notes': 'see', 'plant-list': 'change', photos: 'see', drawings: 'change', reports: 'see' }),
  ),
  role('Rope access', log({ photos: 'add', 'site-notes': 'add', drawings: 'see' })),
  role('Irrigation fitter', {
    ...log({ photos: 'add', 'site-notes': 'add', drawings: 'see', 'plant-list': 'see' }),
    'rill-control/valves': 'change',
    'rill-control/alarms': 'add',
    'rill-control/sensor-data': 'see',
  }),
  role('Client view', log({ photos: 'see', reports: 'see', 'client-messages': 'add' })),
  { name: 'Photographer', areas: { [`${BL}/photos`]: { level: 'add', scope: 'own' } } },
  role('Bookkeeping', {
    [`${BL}/labour-rates`]: 'see',
    'quote-trellis/quotes': 'see',
    'quote-trellis/invoices': 'change',
    'quote-trellis/payments': 'change',
    'porter/billing': 'see',
    'porter/seats': 'see',
    'porter/people': 'see',
  }),
  {
    name: 'Soil laboratory',
    areas: {
      [`${BL}/site-notes`]: { level: 'change', withheld: ['export'] },
      [`${BL}/plant-list`]: { level: 'change', withheld: ['export'] },
    },
  },
  role('Office', {
    'quote-trellis/quotes': 'change',
    'quote-trellis/invoices': 'add',
    'porter/people': 'change',
    'porter/access': 'see',
    'porter/places': 'change',
    'porter/seats': 'change',
    'porter/ledger': 'see',
    'porter/billing': 'see',
  }),
]
