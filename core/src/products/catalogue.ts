import type { Account } from '../account/account.ts'
import { Remembered } from '../account/remembered.ts'
import type { AreaKey } from '../account/rows.ts'
import type { ProductRow, SheetRow, SubscriptionRow } from '../account/product-rows.ts'
import type { Instant } from '../time/instants.ts'
import { OWN_AREAS, OWN_PRODUCT } from './own.ts'
import type { ProductSheet, SheetArea, SheetSeatType } from '../account/sheet-shape.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** A product as it is at an instant: its row, the sheet in force, whether it is on, and by which plan. */
export interface Product {
  row: ProductRow
  sheet: ProductSheet
  on: boolean
  plan: string | null
}

/** An area with the product it belongs to. */
export interface Area {
  key: AreaKey
  product: string
  productName: string
  area: SheetArea
}

const OWN: readonly Area[] = OWN_AREAS.map((area) => ({
  key: `${OWN_PRODUCT}/${area.code}`,
  product: OWN_PRODUCT,
  get productName() {
    return say('products.jolly-porter')
  },
  area,
}))
const OWN_BY_KEY = new Map(OWN.map((area) => [area.key, area]))

/** The sheet in force at an instant: the latest that began by then, or the first one before any did (model L2). */
export function sheetAt(account: Account, productId: string, instant: Instant): SheetRow | undefined {
  let best: SheetRow | undefined
  for (const row of account.by('sheet', 'product', productId)) {
    const better =
      !best ||
      (row.from <= instant ? row.from > best.from || best.from > instant : row.from < best.from && best.from > instant)
    if (better) best = row
  }
  return best
}

export function productAt(account: Account, code: string, instant: Instant): Product | undefined {
  const row = account.by('product', 'code', code)[0]
  const sheet = row && sheetAt(account, row.id, instant)?.sheet
  if (!row || !sheet) return undefined
  const { on, plan } = subscriptionAt(account, row.id, instant) ?? { on: false, plan: null }
  return { row, sheet, on, plan }
}

/** The subscription in force at an instant: the latest that began by then; none before the first (model S11). */
export function subscriptionAt(account: Account, productId: string, instant: Instant): SubscriptionRow | undefined {
  let best: SubscriptionRow | undefined
  for (const row of account.by('subscription', 'product', productId)) {
    if (row.from <= instant && (!best || row.from >= best.from)) best = row
  }
  return best
}

/** Whether a seat type can be held and counts: the product is on and its plan has the type (model S11). */
export function enablesType({ on, plan, sheet }: Omit<Product, 'row'>, code: string): boolean {
  if (!on) return false
  const found = sheet.plans.find((one) => one.code === plan)
  return !found || found.seatTypes.includes(code)
}

/** All products at an instant, in the order of their names. */
export function productsAt(account: Account, instant: Instant): Product[] {
  const products = [...account.all('product')].flatMap((row) => productAt(account, row.code, instant) ?? [])
  return products.sort((one, other) => one.sheet.name.localeCompare(other.sheet.name, 'en'))
}

/** What the product's plan enables; without a plan, all its areas (model S11). */
function enabled(product: Product, area: SheetArea): boolean {
  if (!product.on) return false
  const plan = product.sheet.plans.find((one) => one.code === product.plan)
  return !plan || plan.areas.includes(area.code)
}

/** Every area there is between two instants at which a sheet begins. */
export interface Catalogue {
  areas: readonly Area[]
  byKey: ReadonlyMap<AreaKey, Area>
}

/** Sheets and subscriptions begin at known instants, between which nothing moves. */
const gathered = new Remembered({
  from: ['sheet', 'product', 'subscription'],
  init: (account) => {
    const rows = [...account.all('sheet'), ...account.all('subscription')]
    const starts = [...new Set(rows.map((row) => row.from))].sort((one, other) => one - other)
    return { starts, catalogues: new Map<number, Catalogue>() }
  },
})

/** The instants at which a sheet or a subscription begins, in order: before and after each the areas may differ (model L2). */
export function sheetStarts(account: Account): readonly Instant[] {
  return gathered.of(account).starts
}

/** All areas at an instant; the same object for every instant between two beginnings of sheets. */
export function catalogueAt(account: Account, instant: Instant): Catalogue {
  const { starts, catalogues } = gathered.of(account)
  let epoch = starts.length
  while (epoch > 0 && entryAt(starts, epoch - 1) > instant) epoch -= 1
  let catalogue = catalogues.get(epoch)
  if (!catalogue) {
    const areas = gatherAreas(account, instant)
    catalogue = { areas, byKey: new Map(areas.map((area) => [area.key, area])) }
    catalogues.set(epoch, catalogue)
  }
  return catalogue
}

/** Every area that can be reached at an instant: the products' that are on and in their plan, and our own. */
export function areasAt(account: Account, instant: Instant): readonly Area[] {
  return catalogueAt(account, instant).areas
}

function gatherAreas(account: Account, instant: Instant): Area[] {
  const ofProducts = productsAt(account, instant).flatMap((product) =>
    product.sheet.areas
      .filter((area) => enabled(product, area))
      .map((area) => ({
        key: `${product.sheet.code}/${area.code}`,
        product: product.sheet.code,
        productName: product.sheet.name,
        area,
      })),
  )
  return [...ofProducts, ...OWN]
}

export function areaAt(account: Account, key: AreaKey, instant: Instant): Area | undefined {
  return OWN_BY_KEY.get(key) ?? catalogueAt(account, instant).byKey.get(key)
}

export function seatTypeAt(
  account: Account,
  product: string,
  code: string,
  instant: Instant,
): SheetSeatType | undefined {
  return productAt(account, product, instant)?.sheet.seatTypes.find((type) => type.code === code)
}

export function isOwnArea(key: AreaKey): boolean {
  return OWN_BY_KEY.has(key)
}

/** A seat type while it allows anything: its product is on and the plan has it (model A1, S11). */
export function seatTypeInForce(
  account: Account,
  product: string,
  code: string,
  instant: Instant,
): SheetSeatType | undefined {
  const found = productAt(account, product, instant)
  return found && enablesType(found, code) ? found.sheet.seatTypes.find((type) => type.code === code) : undefined
}
