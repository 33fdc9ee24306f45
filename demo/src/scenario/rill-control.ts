import { SHEET_FORMAT, type ProductSheet } from '@lodge/core'
import { area } from './bedding-log.ts'

const areas = [
  area('schedules', 'Schedules', {
    see: 'see when it waters',
    change: 'change when it waters',
    run: 'set up circuits',
  }),
  area('valves', 'Valves', { see: 'see valves', change: 'open and close valves', run: 'replace valves' }),
  area('alarms', 'Alarms', { see: 'see alarms', add: 'note what was done about an alarm', change: 'close alarms' }),
  area('sensor-data', 'Sensor data', { see: 'read sensors', change: 'correct readings' }),
]

/** The demo's second product: watering, with a pool of seats bought by the year and a charge for each site's sensors. */
export const rillControl: ProductSheet = {
  format: SHEET_FORMAT,
  code: 'rill-control',
  name: 'Rill Control',
  about: 'Watering by schedule, valve and sensor.',
  areas,
  seatTypes: [
    {
      code: 'controller',
      name: 'Controller',
      use: 'floating',
      priceMinor: 2500,
      quota: null,
      capElsewhere: 'run',
      caps: {},
      extras: [],
    },
    {
      code: 'alarm-reader',
      name: 'Alarm reader',
      use: 'named',
      priceMinor: 0,
      quota: null,
      capElsewhere: 'none',
      caps: { alarms: 'add', 'sensor-data': 'see' },
      extras: [],
    },
  ],
  plans: [],
  charging: {
    rule: 'term',
    counts: 'admitted',
    currency: 'EUR',
    termMonths: 12,
    perPlace: [{ name: 'Sensors', placeKind: 'site', priceMinor: 600 }],
    allowances: [],
    trialDays: null,
  },
  limits: [],
  settings: [],
  comesAlong: [],
  thingsWhenSeatEnds: 'kept',
}
