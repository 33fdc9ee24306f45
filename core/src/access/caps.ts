import type { Account } from '../account/account.ts'
import type { PersonRow } from '../account/rows.ts'
import { type Area, seatTypeInForce } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { higher } from './levels.ts'
import { type Level } from '../account/level.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { isHeldAt } from '../seats/holdings.ts'

/** What the seats a person holds allow in an area; our own areas have no cap (model A1, L6). */
export function capOf(account: Account, person: PersonRow, area: Area, instant: Instant): Level {
  if (area.product === OWN_PRODUCT) return 'run'
  let cap: Level = 'none'
  for (const holding of holdingsAt(account, person, area.product, instant)) {
    const type = seatTypeInForce(account, holding.product, holding.seatType, instant)
    if (type) cap = higher(cap, type.caps[area.area.code] ?? type.capElsewhere)
  }
  return cap
}

function holdingsAt(account: Account, person: PersonRow, product: string, instant: Instant): HoldingRow[] {
  const isHeld = (one: HoldingRow) => one.product === product && isHeldAt(account, one, instant)
  return account.by('holding', 'person', person.id).filter(isHeld)
}
