import { SHEET_FORMAT, type ProductSheet } from '@lodge/core'
import { area } from './bedding-log.ts'

const approve = { code: 'send', name: 'Send to the client', needs: 'change' as const }
const areas = [
  area(
    'quotes',
    'Quotes',
    { see: 'read quotes', add: 'draft quotes', change: 'change quotes' },
    { actions: [approve] },
  ),
  area('invoices', 'Invoices', { see: 'read invoices', add: 'draft invoices', change: 'change invoices' }),
  area('payments', 'Payments', { see: 'see payments', change: 'book payments' }, { scope: 'account' }),
  area('payroll', 'Payroll', { see: 'see payroll', change: 'run payroll' }, { scope: 'account', sensitive: true }),
]
const amount = { kind: 'amount', monthly: false } as const

/** The demo's third product: quotes and invoices, one price for the team by bands, and a pool of documents. */
export const quoteTrellis: ProductSheet = {
  format: SHEET_FORMAT,
  code: 'quote-trellis',
  name: 'Quote Trellis',
  about: 'Quotes, invoices and what was paid.',
  areas,
  seatTypes: [
    {
      code: 'estimator',
      name: 'Estimator',
      use: 'named',
      priceMinor: 0,
      inBand: true,
      quota: null,
      capElsewhere: 'run',
      caps: {},
      extras: [],
    },
    {
      code: 'auditor',
      name: 'Auditor',
      use: 'named',
      priceMinor: 0,
      quota: null,
      capElsewhere: 'see',
      caps: { payroll: 'none' },
      extras: [],
    },
  ],
  plans: [],
  charging: {
    rule: 'banded',
    counts: 'admitted',
    currency: 'EUR',
    bands: [
      { upTo: 4, priceMinor: 4500 },
      { upTo: 9, priceMinor: 9500 },
      { upTo: 20, priceMinor: 19_000 },
    ],
    perPlace: [],
    allowances: [{ code: 'documents', name: 'Documents', included: 500, priceMinorBeyond: 15 }],
    trialDays: null,
  },
  limits: [
    { code: 'hours-written-off', name: 'Hours written off', ...amount, unit: 'hours', default: 10 },
    {
      code: 'written-off-planting',
      name: 'Written off on planting',
      ...amount,
      unit: 'hours',
      wider: 'hours-written-off',
    },
    {
      code: 'written-off-irrigation',
      name: 'Written off on irrigation',
      ...amount,
      unit: 'hours',
      wider: 'hours-written-off',
    },
    { code: 'order-alone', name: 'Planting order without a second signature', ...amount, unit: 'EUR', default: 500 },
    { code: 'lifting-gear', name: 'Hire of lifting gear', ...amount, unit: 'EUR', default: 0 },
    { code: 'monthly-spend', name: 'Monthly spend', kind: 'amount', unit: 'EUR', monthly: true, default: 'unlimited' },
    {
      code: 'work-categories',
      name: 'Work categories',
      kind: 'choices',
      unit: '',
      monthly: false,
      choices: ['planting', 'irrigation', 'surveys', 'lifting'],
      default: ['planting'],
    },
  ],
  settings: [{ code: 'reminders', name: 'Payment reminders', choices: ['weekly', 'never'], default: 'weekly' }],
  comesAlong: [],
  thingsWhenSeatEnds: 'kept',
}
