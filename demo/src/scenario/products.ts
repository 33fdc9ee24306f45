import { addDays, type BookFitting, type BookProduct, type BookUse, type LocalDate } from '@lodge/core'
import { beddingLog } from './bedding-log.ts'
import { quoteTrellis } from './quote-trellis.ts'
import { rillControl } from './rill-control.ts'
import { entryAt } from '@lodge/core/must'

/** Sites whose sensors are on, and since how many days. */
const SENSORS: readonly (readonly [string, number])[] = [
  ['Pellworth Hospital Trust/Pellworth Main', -600],
  ['Pellworth Hospital Trust/Pellworth Hospice', -600],
  ['Corvane Hotels/Corvane Harbour', -540],
  ['Corvane Hotels/Corvane Lakeside', -540],
  ['Hollin Museum/Hollin New Wing', -480],
  ['Wexcombe Council/Wexcombe Baths', -300],
  ['Elderkin Care Homes/Elderkin Grove', -210],
  ['Elderkin Care Homes/Elderkin Mill', -210],
  ['Quillon Wharf Owners/Quillon Tower', -75],
]

/** Documents by week over the year: more in spring, when quotes go out. */
const WEEKLY_DOCUMENTS = [88, 94, 90, 86, 92, 101, 97, 89, 84, 80, 78, 85, 99, 118, 131, 140, 136, 129, 122, 117]

/** The three products as they are on a day, with what was bought, switched on and used by then. */
export function products(today: LocalDate): BookProduct[] {
  const day = (offset: number) => addDays(today, offset)
  const march = springOf(today)
  return [
    {
      code: beddingLog.code,
      subscriptions: [{ from: day(-2200), on: true, plan: 'bloom' }],
      sheets: [
        // The Field seat went dear in March; what was billed before keeps its price.
        { from: day(-2200), sheet: withFieldPrice(1200) },
        { from: march, sheet: beddingLog },
      ],
      stock: [
        { seatType: 'crew-lead', number: 6, from: day(-2200), source: 'order of the first year' },
        { seatType: 'field', number: 21, from: day(-2200), source: 'order of the first year' },
      ],
    },
    {
      code: rillControl.code,
      subscriptions: [{ from: day(-640), on: true }],
      sheets: [{ from: day(-640), sheet: rillControl }],
      stock: [
        { seatType: 'controller', number: 3, from: day(-640), source: 'order W-118' },
        { seatType: 'controller', number: 4, from: day(-80), source: 'order W-140' },
      ],
      fittings: SENSORS.map(([place, from]): BookFitting => ({ place, from: day(from) })),
    },
    {
      code: quoteTrellis.code,
      subscriptions: [{ from: day(-900), on: true }],
      sheets: [{ from: day(-900), sheet: quoteTrellis }],
      stock: [],
      use: documents(today),
    },
  ]
}

/** The latest first of March by a day. */
export function springOf(today: LocalDate): LocalDate {
  const year = Number(today.slice(0, 4))
  return today >= `${year}-03-01` ? `${year}-03-01` : `${year - 1}-03-01`
}

/** A report each Monday evening or so, for a year back. */
function documents(today: LocalDate): BookUse[] {
  return Array.from({ length: 52 }, (_, week) => {
    const date = addDays(today, -360 + week * 7)
    const amount = entryAt(WEEKLY_DOCUMENTS, (Number(date.slice(5, 7)) * 4 + (week % 3)) % WEEKLY_DOCUMENTS.length)
    return { allowance: 'documents', at: `${date}T18:00:00Z`, amount }
  })
}

function withFieldPrice(priceMinor: number) {
  const seatTypes = beddingLog.seatTypes.map((type) => (type.code === 'field' ? { ...type, priceMinor } : type))
  return { ...beddingLog, seatTypes }
}

/** Who holds what in the second and third product, and since how many days: `name: [seat, from]`. */
export const FURTHER_SEATS: Readonly<Record<string, readonly (readonly [string, number])[]>> = {
  'Oriel Thistlewick': [['quote-trellis/estimator', -900]],
  'Tamsin Roake': [['quote-trellis/estimator', -900]],
  'Bevis Amory': [['quote-trellis/estimator', -330]],
  'Odalys Penrose': [
    ['quote-trellis/estimator', -110],
    ['rill-control/controller', -390],
  ],
  'Yannick Stroud': [['quote-trellis/auditor', -900]],
  'Mirren Halloway': [['rill-control/controller', -390]],
  'Cormac Eddery': [['rill-control/controller', -390]],
  'Nolan Pryce': [['rill-control/controller', -300]],
  'Merle Tandy': [['rill-control/controller', -80]],
  'Osric Pell': [['rill-control/alarm-reader', -100]],
  'Rafe Underhay': [['rill-control/alarm-reader', -200]],
}
