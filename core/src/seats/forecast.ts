import type { Account } from '../account/account.ts'
import { addMonths, type LocalMonth } from '../time/instants.ts'
import { billOf } from './bill.ts'

/** One month of a forecast, net of tax, in minor units. */
export interface ForecastMonth {
  month: LocalMonth
  totalMinor: number
  products: { product: string; productName: string; amountMinor: number }[]
}

export const FORECAST_MONTHS = 12

/** Twelve months from known dates: what is held, planned and priced by now, and nothing guessed (model S8). */
export function forecastOf(account: Account, from: LocalMonth, months: number = FORECAST_MONTHS): ForecastMonth[] {
  return Array.from({ length: months }, (_, at) => {
    const { month, lines, totalMinor } = billOf(account, addMonths(from, at))
    const products = new Map<string, ForecastMonth['products'][number]>()
    for (const { product, productName, amountMinor } of lines) {
      const sum = products.get(product)
      if (sum) sum.amountMinor += amountMinor
      else products.set(product, { product, productName, amountMinor })
    }
    return { month, totalMinor, products: [...products.values()] }
  })
}
