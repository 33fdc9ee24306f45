import type { Id } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { priceOfOneMore } from '../changes/rules/seat-rules.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { enablesType, productsAt, type Product } from '../products/catalogue.ts'
import type { SheetBand, SheetSeatType } from '../account/sheet-shape.ts'
import { ceilingAt, countSeats, isHeldAt, isReserved } from '../seats/holdings.ts'
import { seatWords, type SeatWords } from '../seats/seat-words.ts'
import { tallyOf } from '../seats/tally.ts'
import { monthAt, termsOf } from '../seats/terms.ts'
import { dateOf, monthOf, type LocalDate } from '../time/instants.ts'
import { must } from '../checks/must.ts'

/** One pigeonhole of a rack that is not empty. */
export interface SeatSlot {
  holdingId: Id
  personId: Id
  /** Null for someone the asker does not see (model D5). */
  name: string | null
  /** `over`: beyond the number there is (model S2). */
  kind: 'taken' | 'reserved' | 'own' | 'over'
  since: LocalDate
  until: LocalDate | null
}

/** A seat type as a rack of pigeonholes. */
export interface SeatRack {
  product: string
  seatType: string
  name: string
  use: SheetSeatType['use']
  /** What it costs and how many are empty, as every form says it (model S12). */
  words: SeatWords
  /** Minor units; null if sums are not the asker's to see. */
  priceMinor: number | null
  noCharge: boolean
  inBand: boolean
  taken: number
  reserved: number
  ceiling: number | null
  empty: number | null
  over: number
  slots: SeatSlot[]
  /** How many more are held than are listed. */
  more: number
  /** Where the number comes from. */
  source: { text: string; from: LocalDate } | null
  /** The plan that has the type, where the present one lacks it. */
  inPlan: string | null
  /** What one more person would add a month; null where one waits, or sums are not the asker's to see. */
  oneMoreMinor: number | null
  extras: string[]
}

export interface ProductSeats {
  code: string
  name: string
  about: string
  on: boolean
  plan: string | null
  plans: { code: string; name: string }[]
  rule: string
  termMonths: number | null
  racks: SeatRack[]
  /** For a team's price: its bands, and how many counted this month. */
  bands: (SheetBand & { here: boolean })[]
  counted: number
}

export interface SeatsView {
  month: string
  currency: string
  money: boolean
  products: ProductSeats[]
  controls: Record<'importSheet' | 'subscribe' | 'stock' | 'give', Control>
}

/** So many pigeonholes of one rack are sent; the numbers are of all. */
const MAXIMUM_SLOTS = 120

/** The racks of all products, cut to whom and what the asker sees (model S1, S2, D5). */
export function seatsView(sight: Sight): SeatsView | undefined {
  const { account, now } = sight
  if (!sight.canSomewhere('seats', 'see')) return undefined
  return {
    month: monthOf(now, account.zone),
    currency: account.settings.currency,
    money: sight.money,
    products: productsAt(account, now).map((product) => productSeats(sight, product)),
    controls: {
      importSheet: controlOf(sight, 'connections', 'run'),
      subscribe: controlOf(sight, 'billing', 'run'),
      stock: controlOf(sight, 'billing', 'change'),
      give: sight.canSomewhere('seats', 'add') ? { enabled: true } : controlOf(sight, 'seats', 'add'),
    },
  }
}

function productSeats(sight: Sight, product: Product): ProductSeats {
  const { account, now } = sight
  const { sheet, on, plan } = product
  const terms = must(termsOf(account, sheet.code), 'termsOf')
  const month = monthAt(monthOf(now, account.zone), account.zone)
  const counted = sheet.charging.rule === 'banded' ? tallyOf(account, terms, month).peak : 0
  const bands = sight.money && sheet.charging.rule === 'banded' ? (sheet.charging.bands ?? []) : []
  const here = bands.find((band) => counted > 0 && counted <= band.upTo)
  return {
    code: sheet.code,
    name: sheet.name,
    about: sheet.about,
    on,
    plan,
    plans: sheet.plans.map(({ code, name }) => ({ code, name })),
    rule: sheet.charging.rule,
    termMonths: sheet.charging.rule === 'term' ? (sheet.charging.termMonths ?? 12) : null,
    racks: sheet.seatTypes.map((type) => rackOf(sight, product, type)),
    bands: bands.map((band) => ({ ...band, here: band === here })),
    counted,
  }
}

function rackOf(sight: Sight, product: Product, type: SheetSeatType): SeatRack {
  const { account, now } = sight
  const { sheet } = product
  const key = `${sheet.code}/${type.code}`
  const held = account.by('holding', 'type', key).filter((holding) => isHeldAt(account, holding, now))
  const { taken, reserved, empty, over } = must(countSeats(account, sheet.code, type.code, now), 'countSeats')
  const stock = [...account.by('stock', 'type', key)].filter((row) => row.from <= now).sort((a, b) => a.from - b.from)
  const last = stock.at(-1)
  return {
    product: sheet.code,
    seatType: type.code,
    name: type.name,
    use: type.use,
    words: seatWords(account, sheet, type, now, sight.money),
    priceMinor: sight.money ? type.priceMinor : null,
    noCharge: type.priceMinor === 0 && !type.inBand,
    inBand: type.inBand === true,
    taken,
    reserved,
    ceiling: ceilingAt(account, sheet.code, type.code, now),
    empty,
    over,
    slots: slotsOf(sight, held, over).slice(0, MAXIMUM_SLOTS),
    more: Math.max(0, held.length - MAXIMUM_SLOTS),
    source: last?.source ? { text: last.source, from: dateOf(last.from, account.zone) } : null,
    inPlan: enablesType(product, type.code)
      ? null
      : (sheet.plans.find((plan) => plan.seatTypes.includes(type.code))?.name ?? null),
    oneMoreMinor: sight.money ? priceOfOneMore(account, sheet.code, type.code, now) : null,
    extras: type.extras,
  }
}

/** In the order they were given; the last ones stand outside the frame where there are more than there should be. */
function slotsOf(sight: Sight, held: readonly HoldingRow[], over: number): SeatSlot[] {
  const { account } = sight
  const all = sight.can('seats', 'see')
  // Who holds what is part of a record: the directory does not tell it (model D5).
  const seesHolder = (id: Id) => sight.seesPerson(id) && (all || sight.depthOf(id) === 'record')
  const counted = held.filter((one) => !one.own).sort((one, other) => one.givenFrom - other.givenFrom)
  const inside = counted.length - over
  const slot = (holding: HoldingRow, kind: SeatSlot['kind']): SeatSlot => ({
    holdingId: holding.id,
    personId: holding.personId,
    name: seesHolder(holding.personId) ? account.nameOf(holding.personId) : null,
    kind,
    since: dateOf(holding.givenFrom, account.zone),
    until: holding.until === null ? null : dateOf(holding.until - 1, account.zone),
  })
  return [
    ...counted.map((one, at) => slot(one, at >= inside ? 'over' : isReserved(account, one) ? 'reserved' : 'taken')),
    ...held.filter((one) => one.own).map((one) => slot(one, 'own')),
  ].map((one) => (one.name === null ? { ...one, personId: '', holdingId: '' } : one))
}
