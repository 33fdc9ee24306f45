import type { Account } from '../account/account.ts'
import type { RoleArea, RoleRow, Standing } from '../account/rows.ts'
import type { Area } from '../products/catalogue.ts'
import { OWN_PRODUCT } from '../products/own.ts'

/**
 * What a role says of an area, wherever it is given. A follower's own entry replaces its base's whole; what it does
 * not name flows from the base, sensitive areas never (model R3, L5).
 */
export function entryOf(account: Account, role: RoleRow, area: Area): RoleArea | undefined {
  const own = role.areas[area.key]
  if (own || role.baseId === null || area.area.sensitive) return own
  return account.get('role', role.baseId)?.areas[area.key]
}

const OWNER: RoleArea = { level: 'run' }
const BELOW_RUN: RoleArea = { level: 'change' }

/** What a standing gives in an area: a route at the root (model P4). */
export function entryOfStanding(standing: Standing, area: Area): RoleArea | undefined {
  if (standing === 'owner') return OWNER
  if (standing !== 'administrator' || area.area.sensitive) return undefined
  return area.key === `${OWN_PRODUCT}/billing` ? BELOW_RUN : OWNER
}
