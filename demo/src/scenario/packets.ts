import type { AccountBook } from '@lodge/core'

/** Named starts for the usual newcomers: seats, groups and keys in one pick. */
export const packets: NonNullable<AccountBook['packets']> = [
  {
    name: 'Gardener',
    kind: 'staff',
    standing: 'member',
    seats: ['bedding-log/field', 'rill-control/alarm-reader', 'quote-trellis/auditor'],
    groups: ['Gardeners'],
    grants: [],
  },
  {
    name: 'Rope climber',
    kind: 'contractor',
    standing: 'guest',
    seats: ['bedding-log/reader'],
    groups: [],
    grants: [{ role: 'Rope access', place: 'Corvane Hotels/Corvane Harbour' }],
  },
  {
    name: 'Client’s contact',
    kind: 'client',
    standing: 'guest',
    seats: ['bedding-log/reader'],
    groups: [],
    grants: [{ role: 'Client view', place: 'Hollin Museum' }],
  },
]
