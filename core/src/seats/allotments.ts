import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import type { AllotmentRow, HoldingRow } from '../account/product-rows.ts'
import { grantsOf } from '../access/walk.ts'
import { liesIn } from '../places/tree.ts'
import type { Instant } from '../time/instants.ts'
import { holdingUntil } from './holdings.ts'
import { isInForce, isOpen } from '../time/lasting.ts'

/** Where a person has keys that hold now: anyone who runs seats at all of these may hand them one (model S10). */
export function placesOfPerson(account: Account, personId: Id, now: Instant): Id[] {
  const person = account.get('person', personId)
  if (!person) return []
  const grants = grantsOf(account, person).map(({ grant }) => grant)
  const held = grants.filter((grant) => isInForce(grant, now))
  return [...new Set(held.map((grant) => grant.placeId))]
}

/**
 * The seats of a type that count against a place's number: held now or to be held, by people whose keys all lie there
 * or beneath, which are those a steward there may hand one (model S10).
 */
export function handedOutAt(
  account: Account,
  { placeId, product, seatType }: AllotmentRow,
  now: Instant,
): HoldingRow[] {
  const within = (id: Id) => liesIn(account, id, placeId)
  return account.by('holding', 'type', `${product}/${seatType}`).filter((holding) => {
    const until = holdingUntil(account, holding)
    if (holding.own || !isOpen(until, now)) return false
    const places = placesOfPerson(account, holding.personId, now)
    return places.length > 0 && places.every(within)
  })
}
