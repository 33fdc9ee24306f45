import type { Account } from '../account/account.ts'
import type { AbsenceRow, RowEdit } from '../account/rows.ts'
import { addMonths, type LocalMonth } from '../time/instants.ts'
import { billOf } from './bill.ts'
import { must } from '../checks/must.ts'

/** One month of a forecast, net of tax, in minor units. */
export interface ForecastMonth {
  month: LocalMonth
  totalMinor: number
  /** Of that, what is expected alone: seats of people away who are to be back by then (model X1). */
  expectedMinor: number
  products: { product: string; productName: string; amountMinor: number }[]
}

export const FORECAST_MONTHS = 12

/**
 * Twelve months from known dates: what is held, planned and priced by now, the seats of people away from the day on which
 * they are to be back, and nothing guessed (model S8, X1).
 */
export function forecastOf(account: Account, from: LocalMonth, months: number = FORECAST_MONTHS): ForecastMonth[] {
  const withReturns = withSeatsOf(account, returnsOf(account))
  return Array.from({ length: months }, (_, at) => {
    const { month, lines, totalMinor } = billOf(withReturns, addMonths(from, at))
    const products = new Map<string, ForecastMonth['products'][number]>()
    for (const { product, productName, amountMinor } of lines) {
      const sum = products.get(product)
      if (sum) sum.amountMinor += amountMinor
      else products.set(product, { product, productName, amountMinor })
    }
    const expectedMinor = withReturns === account ? 0 : totalMinor - billOf(account, month).totalMinor
    return { month, totalMinor, expectedMinor, products: [...products.values()] }
  })
}

/** Times away that end on a day that is set, with the seats to be given back then. */
function returnsOf(account: Account): AbsenceRow[] {
  const open = [...account.by('absence', 'state', 'set'), ...account.by('absence', 'state', 'running')]
  return open.filter(({ until, seats }) => until !== null && seats.length > 0)
}

/** The account as if those seats were held again from then on. */
function withSeatsOf(account: Account, absences: readonly AbsenceRow[]): Account {
  const edits = absences.flatMap(({ personId, until, seats }) =>
    seats.flatMap(({ holdingId }): RowEdit<'holding'>[] => {
      const before = account.get('holding', holdingId)
      if (!before) return []
      const key = `${holdingId} expected`
      const again = {
        ...before,
        id: key,
        personId,
        givenFrom: must(until, 'until'),
        countedFrom: null,
        until: null,
        endedById: null,
      }
      return [{ table: 'holding', key, before: null, after: again }]
    }),
  )
  return edits.length > 0 ? account.with(edits) : account
}
