import { approversView, type ApproversView } from './approvers.ts'
import type { AreaKey, GrantRow, Id, RoleArea, RoleRow, Scope, SubjectKind } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Level } from '../account/level.ts'
import { actionsOf, givenBy } from '../access/powers.ts'
import { entryOf } from '../access/roles.ts'
import type { Sight } from '../access/sight.ts'
import { areasAt, isOwnArea } from '../products/catalogue.ts'
import { dateOf, lastDateBefore, type LocalDate } from '../time/instants.ts'
import { roleByProduct, roleChoice } from './choices.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** An area as roles name it: the levels it knows and its further actions. */
export interface RoleAreaView {
  key: AreaKey
  name: string
  product: string
  sensitive: boolean
  /** Given at the root only (model L4). */
  account: boolean
  own: boolean
  levels: Level[]
  actions: { code: string; name: string; needs: Level }[]
}

/** What a role says of one area (model R1). */
export interface RoleEntryView {
  level: Level
  /** What can be done freely, and what with someone's approval (model A3). */
  free: Level
  approval: Level
  withheld: readonly string[]
  needsApproval: readonly string[]
  scope: Scope
  /** It flows from the role that is followed. */
  fromBase: boolean
}

export interface RoleColumn {
  id: Id
  name: string
  baseId: Id | null
  base: string | null
  wallPassing: boolean
  retired: boolean
  /** How many times it is given now, as far as the asker sees. */
  given: number
  entries: Record<AreaKey, RoleEntryView>
}

/** Roles side by side: areas as rows (model R1). */
export interface RolesView {
  areas: RoleAreaView[]
  roles: RoleColumn[]
  controls: Record<'make', Control>
}

/** A role given to someone, as its sheet lists it. */
export interface RoleGrantView {
  grantId: Id
  subjectKind: SubjectKind
  subjectId: Id
  name: string
  placeId: Id
  place: string
  path: string[]
  from: LocalDate
  until: LocalDate | null
  take: Control
}

export interface RoleSheetView extends RoleColumn {
  can: string[]
  cannot: string[]
  /** The same, product by product. */
  byProduct: { product: string; can: string[]; cannot: string[] }[]
  /** What of it counts only where the role is given at the root, and the root's name (model L4). */
  atRoot: string[]
  root: string
  /** The first of those it is given to; {@link RoleColumn.given} counts all. */
  grants: RoleGrantView[]
  followers: { id: Id; name: string }[]
  /** Areas in which it says something else than the role it follows. */
  differs: AreaKey[]
  approvers: ApproversView
  controls: Record<'change' | 'retire' | 'give', Control>
}

const MAXIMUM_GRANTS = 500

export function rolesView(sight: Sight): RolesView {
  const { account, now } = sight
  const collator = new Intl.Collator('en')
  const roles = [...account.all('role')].sort(
    (one, other) => Number(one.retired) - Number(other.retired) || collator.compare(one.name, other.name),
  )
  return {
    areas: areasAt(account, now).map((area) => ({
      key: area.key,
      name: area.area.name,
      product: area.productName,
      sensitive: area.area.sensitive,
      account: area.area.scope === 'account',
      own: isOwnArea(area.key),
      levels: area.area.levels.map((one) => one.level),
      actions: actionsOf(area)
        .filter((action) => !area.area.levels.some((one) => one.level === action.code))
        .map(({ code, needs }) => ({
          code,
          needs,
          name: area.area.actions.find((one) => one.code === code)?.name ?? code,
        })),
    })),
    roles: roles.map((role) => columnOf(sight, role)),
    controls: { make: controlOf(sight, 'roles', 'change') },
  }
}

function columnOf(sight: Sight, role: RoleRow): RoleColumn {
  const { account } = sight
  const entries: Record<AreaKey, RoleEntryView> = {}
  for (const area of areasAt(account, sight.now)) {
    const entry = entryOf(account, role, area)
    if (entry) entries[area.key] = entryView(entry, role.areas[area.key] === undefined)
  }
  return {
    id: role.id,
    name: role.name,
    baseId: role.baseId,
    base: account.get('role', role.baseId)?.name ?? null,
    wallPassing: role.wallPassing,
    retired: role.retired,
    given: openGrants(sight, role.id).length,
    entries,
  }
}

function entryView(entry: RoleArea, fromBase: boolean): RoleEntryView {
  const { free, approval } = givenBy(entry)
  const { level, withheld = [], approval: needsApproval = [], scope = 'all' } = entry
  return { level, free, approval, withheld, needsApproval, scope, fromBase }
}

/** Grants of a role that have not ended, as far as the asker sees them (model D5). */
function openGrants(sight: Sight, roleId: Id): GrantRow[] {
  return sight.account
    .by('grant', 'role', roleId)
    .filter((grant) => isOpen(grant.until, sight.now) && (sight.seesAllKeys || sight.seesGrant(grant)))
}

/** A role's sheet; undefined for none. */
export function roleSheetView(sight: Sight, roleId: Id): RoleSheetView | undefined {
  const { account } = sight
  const role = account.get('role', roleId)
  if (!role) return undefined
  const base = account.get('role', role.baseId)
  const { can, cannot, atRoot } = roleChoice(sight, role)
  const grants = openGrants(sight, roleId).slice(0, MAXIMUM_GRANTS)
  const change = controlOf(sight, 'roles', 'change')
  const retire: Control = role.retired
    ? { enabled: false, reason: say('views.is-already-retired', { role: role.name }) }
    : controlOf(sight, 'roles', 'run')
  const give: Control = role.retired
    ? { enabled: false, reason: say('views.is-retired-choose-another-role', { role: role.name }) }
    : sight.canSomewhere('access', 'change')
      ? { enabled: true }
      : controlOf(sight, 'access', 'change')
  return {
    ...columnOf(sight, role),
    can,
    cannot,
    byProduct: roleByProduct(sight, role),
    atRoot,
    root: account.root.name,
    grants: grants.map((grant) => grantView(sight, grant)),
    followers: account.by('role', 'base', roleId).map(({ id, name }) => ({ id, name })),
    differs: base
      ? areasAt(account, sight.now).flatMap(({ key }) => {
          const differs = role.areas[key] && JSON.stringify(role.areas[key]) !== JSON.stringify(base.areas[key])
          return differs ? [key] : []
        })
      : [],
    approvers: approversView(sight, role.approvers),
    controls: { change, retire, give },
  }
}

export function grantView(sight: Sight, grant: GrantRow): RoleGrantView {
  const { account } = sight
  return {
    grantId: grant.id,
    subjectKind: grant.subjectKind,
    subjectId: grant.subjectId,
    name: subjectName(sight, grant),
    placeId: grant.placeId,
    place: grant.placeId === account.root.id ? account.root.name : sight.placeName(grant.placeId),
    path: sight.pathNames(grant.placeId),
    from: dateOf(grant.from, account.zone),
    until: grant.until === null ? null : lastDateBefore(grant.until, account.zone),
    take: controlOf(sight, 'access', 'change', grant.placeId),
  }
}

/** Whom a grant names: a person, a group, or everyone of a standing. */
export function subjectName(sight: Sight, { subjectKind, subjectId }: GrantRow): string {
  if (subjectKind === 'person') return sight.personName(subjectId)
  if (subjectKind === 'group') return sight.account.get('group', subjectId)?.name ?? say('views.a-group')
  return say('views.every', { subjectId })
}
