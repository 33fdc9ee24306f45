import type { Id, PlaceRow } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { productsAt } from '../products/catalogue.ts'
import { moneyText } from '../seats/money.ts'
import { dateOf, lastDateBefore, type LocalDate } from '../time/instants.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** A product that is charged by the place, at one place of the kind it charges for (model S6). */
export interface FittingView {
  product: string
  name: string
  /** `€45.00 a month`; null where sums are not the asker's to see. */
  price: string | null
  /** From when until when it is switched on there now or later; null where it is not. */
  on: { fittingId: Id; from: LocalDate; until: LocalDate | null; later: boolean } | null
  control: Control
}

/** The products that are switched on place by place at a place of this kind. */
export function fittingsAt(sight: Sight, place: PlaceRow): FittingView[] {
  const { account, now } = sight
  if (!sight.can('seats', 'see', place.id) && !sight.money) return []
  const here = account.by('fitting', 'place', place.id)
  const { zone } = account
  return productsAt(account, now).flatMap(({ on: isOn, sheet }): FittingView[] => {
    const { perPlace = [], currency } = sheet.charging
    const charges = perPlace.filter(({ placeKind }) => placeKind === place.kind)
    const fitting = here.find(({ product, until }) => product === sheet.code && isOpen(until, now))
    if (charges.length === 0 || (!isOn && !fitting)) return []
    const sum = charges.reduce((total, { priceMinor }) => total + priceMinor, 0)
    const until = fitting?.until ? lastDateBefore(fitting.until, zone) : null
    return [
      {
        ...{ product: sheet.code, name: sheet.name },
        price: sight.money ? say('views.a-month', { money: moneyText(sum, currency, account.settings.locale) }) : null,
        on: fitting
          ? { fittingId: fitting.id, from: dateOf(fitting.from, zone), until, later: fitting.from > now }
          : null,
        control: controlOf(sight, 'billing', 'change'),
      },
    ]
  })
}
