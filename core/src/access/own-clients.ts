import type { Account } from '../account/account.ts'
import type { GrantRow, Id, RoleRow } from '../account/rows.ts'
import { areaAt } from '../products/catalogue.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { Instant } from '../time/instants.ts'
import { atLeast } from './levels.ts'
import { givenBy } from './powers.ts'
import { entryOf } from './roles.ts'
import { grantsOf } from './walk.ts'
import { isInForce } from '../time/lasting.ts'

/** The area in which places are made. */
export const PLACES = `${OWN_PRODUCT}/places`

/** Whether a role lets its holder make clients of their own: `places: add` with items of one's own (model T8). */
export function makesClients(account: Account, role: RoleRow, now: Instant): boolean {
  const area = areaAt(account, PLACES, now)
  const entry = area && entryOf(account, role, area)
  return entry?.scope === 'own' && atLeast(givenBy(entry).free, 'add')
}

/** By which key someone makes clients right beneath a place, and the role they get at each (model T8). */
export function clientMaking(
  account: Account,
  personId: Id,
  parentId: Id,
  now: Instant,
): { grant: GrantRow; role: RoleRow } | undefined {
  const person = account.get('person', personId)
  for (const { grant } of person ? grantsOf(account, person) : []) {
    const counts = isInForce(grant, now)
    const [by, role] = [account.get('role', grant.roleId), account.get('role', grant.madeRoleId)]
    if (grant.placeId !== parentId || !counts || !by || !role || !makesClients(account, by, now)) continue
    return { grant, role }
  }
  return undefined
}
