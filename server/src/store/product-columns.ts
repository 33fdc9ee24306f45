import { boolean, json, plain, type Layout } from './column-kinds.ts'

type ProductTable =
  'holding' | 'product' | 'subscription' | 'sheet' | 'stock' | 'fitting' | 'use' | 'closedMonth' | 'allotment'

/** Products, their seats, who holds them, and what was billed. */
export const PRODUCT_LAYOUT: Layout<ProductTable> = {
  holding: {
    table: 'holding',
    columns: [
      plain('personId', 'person_id'),
      plain('product', 'product'),
      plain('seatType', 'seat_type'),
      boolean('own', 'own'),
      plain('givenFrom', 'given_from_us'),
      plain('countedFrom', 'counted_from_us'),
      plain('until', 'until_us'),
      plain('origin', 'origin'),
      plain('givenById', 'given_by_id'),
      plain('endedById', 'ended_by_id'),
    ],
  },
  product: { table: 'product', columns: [plain('code', 'code')] },
  subscription: {
    table: 'product_subscription',
    columns: [
      plain('productId', 'product_id'),
      plain('from', 'from_us'),
      boolean('on', 'is_on'),
      plain('plan', 'plan'),
    ],
  },
  sheet: {
    table: 'product_sheet',
    columns: [plain('productId', 'product_id'), plain('from', 'from_us'), json('sheet', 'sheet')],
  },
  stock: {
    table: 'seat_stock',
    columns: [
      plain('product', 'product'),
      plain('seatType', 'seat_type'),
      plain('number', 'seat_count'),
      plain('from', 'from_us'),
      plain('source', 'source'),
    ],
  },
  fitting: {
    table: 'product_fitting',
    columns: [
      plain('product', 'product'),
      plain('placeId', 'place_id'),
      plain('from', 'from_us'),
      plain('until', 'until_us'),
    ],
  },
  use: {
    table: 'reported_use',
    columns: [
      plain('product', 'product'),
      plain('allowance', 'allowance'),
      plain('personId', 'person_id'),
      plain('at', 'at_us'),
      plain('amount', 'amount'),
      plain('reportedAt', 'reported_at_us'),
    ],
  },
  closedMonth: {
    table: 'closed_month',
    columns: [plain('month', 'month'), plain('closedAt', 'closed_at_us'), json('bill', 'bill')],
  },
  allotment: {
    table: 'allotment',
    columns: [
      plain('placeId', 'place_id'),
      plain('product', 'product'),
      plain('seatType', 'seat_type'),
      plain('number', 'number'),
    ],
  },
}
