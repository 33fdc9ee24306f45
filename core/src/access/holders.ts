import type { Account } from '../account/account.ts'
import type { AreaKey, Id, PersonRow, RoleArea } from '../account/rows.ts'
import { isPresent } from '../people/presence.ts'
import { isAsleep, upwards, wallBetween } from '../places/tree.ts'
import { areaAt } from '../products/catalogue.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { Instant } from '../time/instants.ts'
import { subjectsOf } from './impact.ts'
import { atLeast } from './levels.ts'
import { concerns, givenBy } from './powers.ts'
import { answeredAt, entryBy, type Route } from './walk.ts'
import { isInForce } from '../time/lasting.ts'

/**
 * Everyone whom a counting role gives something at a place: going up from there over what was given, rather than over
 * the people. Owners and administrators by their standing are not among them.
 */
export function holdersAt(
  account: Account,
  placeId: Id,
  key: AreaKey,
  instant: Instant,
  gives: (entry: RoleArea) => boolean,
): Map<Id, PersonRow> {
  const found = new Map<Id, PersonRow>()
  for (const person of holdersAlong(account, placeId, key, instant, gives)) found.set(person.id, person)
  return found
}

/** The same one after the other, some more than once: for anyone who needs only to know whether there is one. */
export function* holdersAlong(
  account: Account,
  placeId: Id,
  key: AreaKey,
  instant: Instant,
  gives: (entry: RoleArea) => boolean,
): Generator<PersonRow> {
  const area = areaAt(account, key, instant)
  const path = area ? upwards(account, answeredAt(account, area, placeId)) : []
  if (!area || isAsleep(path)) return
  for (const place of path) {
    const wall = wallBetween(path, place.id)
    for (const grant of account.by('grant', 'place', place.id)) {
      const role = account.get('role', grant.roleId)
      const inForce = isInForce(grant, instant)
      if (!role || !inForce || (wall && !role.wallPassing)) continue
      const entry = entryBy(account, { grant, role, placeId: place.id } as Route, area)
      if (!entry || !gives(entry)) continue
      yield* subjectsOf(account, grant)
    }
  }
}

/** Those who give and take access at a place by a key of their own, not by standing (model D4). */
export function stewardsAt(account: Account, placeId: Id, instant: Instant): PersonRow[] {
  return keyHoldersAt(account, placeId, instant).filter(({ standing }) => standing === 'member' || standing === 'guest')
}

/** The same with owners and administrators who hold such a key as well. */
export function keyHoldersAt(account: Account, placeId: Id, instant: Instant): PersonRow[] {
  const gives = (entry: RoleArea) => concerns(entry, 'any') && atLeast(givenBy(entry).free, 'change')
  const holders = holdersAt(account, placeId, `${OWN_PRODUCT}/access`, instant, gives)
  return [...holders.values()].filter((person) => isPresent(person, instant))
}

/** Whether a role, by itself or by the one it follows, says anything of giving access: few do, which is told at once. */
export function givesAccess(account: Account, roleId: Id): boolean {
  const role = account.get('role', roleId)
  const base = account.get('role', role?.baseId)
  return [role, base].some((one) => one !== undefined && `${OWN_PRODUCT}/access` in one.areas)
}
