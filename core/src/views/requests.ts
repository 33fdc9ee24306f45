import type { AreaKey, Id, PersonKind, RequestRow, RoleRow } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import { atLeast } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import { givenBy } from '../access/powers.ts'
import { entryOf } from '../access/roles.ts'
import type { Sight } from '../access/sight.ts'
import { isOpenRequest, reasonField } from '../changes/access/requests.ts'
import { areaAt, areasAt, isOwnArea, productAt, type Area } from '../products/catalogue.ts'
import { dateOf, lastDateBefore, type LocalDate } from '../time/instants.ts'
import { say } from '../words/say.ts'

/** Something asked for, as the person who decides it or asked for it reads it. */
export interface RequestView {
  id: Id
  askerId: Id
  asker: string
  personId: Id
  person: string
  area: AreaKey
  areaName: string
  level: Level
  placeId: Id
  place: string
  path: string[]
  until: LocalDate | null
  asked: LocalDate
  expires: LocalDate
  reason: string | null
  state: RequestRow['state'] | 'expired'
  decidedBy: string | null
  /** Roles that would give it, the narrowest first. */
  roles: { id: Id; name: string }[]
  grant: Control
}

/** What can be asked for: the areas of the products with their levels. */
export interface Askable {
  area: AreaKey
  name: string
  product: string
  levels: Level[]
}

export interface RequestsView {
  toDecide: RequestView[]
  mine: RequestView[]
  askable: Askable[]
  /** People in products whom the office is asked to record, by who asks (model B3). */
  records: AskedRecords[]
}

/** People of one product whom someone asks to record. */
export interface AskedRecords {
  product: string
  productName: string
  askedById: Id
  askedBy: string
  asked: LocalDate
  kind: PersonKind
  rows: { requestId: Id; name: string; address: string; firm: string }[]
}

/** What the office is asked to record, for those who may record people. */
export function askedRecords(sight: Sight): AskedRecords[] {
  const { account, now } = sight
  if (!sight.can('people', 'add')) return []
  const found = new Map<string, AskedRecords>()
  for (const { id, product, askedById, askedAt, kind, firm } of account.all('recordRequest')) {
    const key = `${product} ${askedById} ${kind}`
    const productName = productAt(account, product, now)?.sheet.name ?? product
    const about = { product, productName, askedById, askedBy: sight.personName(askedById), kind }
    const group = found.get(key) ?? { ...about, asked: dateOf(askedAt, account.zone), rows: [] }
    const address = account.personal(id, 'accountAddress') ?? ''
    group.rows.push({ requestId: id, name: account.personal(id, 'accountName') ?? address, address, firm })
    found.set(key, group)
  }
  return [...found.values()]
}

/** So many roles are offered for a request. */
const MAXIMUM_ROLES = 6

export function requestsView(sight: Sight): RequestsView {
  const { account, now } = sight
  const byAge = (one: RequestRow, other: RequestRow) => one.askedAt - other.askedAt
  const mine = [...account.by('request', 'asker', sight.personId)].sort((one, other) => byAge(other, one))
  return {
    toDecide: requestsToDecide(sight)
      .sort(byAge)
      .map((request) => requestView(sight, request)),
    records: askedRecords(sight),
    mine: mine.slice(0, 30).map((request) => requestView(sight, request)),
    askable: areasAt(account, now)
      .filter((area) => !isOwnArea(area.key))
      .map(({ key, area, productName }) => ({
        area: key,
        name: area.name,
        product: productName,
        levels: area.levels.map((one) => one.level),
      })),
  }
}

/** Open requests at places where the asker gives access: they follow anyone who may, and need no list of deciders. */
export function requestsToDecide(sight: Sight): RequestRow[] {
  return sight.account
    .by('request', 'state', 'open')
    .filter(
      (request) =>
        isOpenRequest(request, sight.now) &&
        request.askerId !== sight.personId &&
        sight.can('access', 'change', request.placeId) &&
        sight.seesPerson(request.askerId),
    )
}

export function requestText(sight: Sight, request: RequestRow): string {
  const area = areaAt(sight.account, request.area, sight.now)?.area.name ?? request.area
  return say('views.at-2', { area, level: request.level, place: sight.placeName(request.placeId) })
}

function requestView(sight: Sight, request: RequestRow): RequestView {
  const { account, now } = sight
  const { zone } = account
  const area = areaAt(account, request.area, now)
  const own = request.personId === sight.personId
  return {
    id: request.id,
    askerId: request.askerId,
    asker: sight.personName(request.askerId),
    personId: request.personId,
    person: sight.personName(request.personId),
    area: request.area,
    areaName: area?.area.name ?? request.area,
    level: request.level,
    placeId: request.placeId,
    place: sight.placeName(request.placeId),
    path: sight.pathNames(request.placeId),
    until: request.until === null ? null : lastDateBefore(request.until, zone),
    asked: dateOf(request.askedAt, zone),
    expires: lastDateBefore(request.expiresAt, zone),
    reason: readsReason(sight, request) ? (account.personal(request.askerId, reasonField(request.id)) ?? null) : null,
    state: request.state === 'open' && !isOpenRequest(request, now) ? 'expired' : request.state,
    decidedBy: request.decidedById ? sight.personName(request.decidedById) : null,
    roles: area && sight.can('access', 'change', request.placeId) ? fittingRoles(sight, request, area) : [],
    grant: own
      ? { enabled: false, reason: say('views.you-cannot-grant-your-own-request') }
      : controlOf(sight, 'access', 'change', request.placeId),
  }
}

/** A reason is shown to the requester and to those who decide. */
function readsReason(sight: Sight, { askerId, placeId }: RequestRow): boolean {
  return sight.isAsker(askerId) || (askerId !== sight.personId && sight.can('access', 'change', placeId))
}

/** Roles that give at least what is asked for, those that give least besides first. */
function fittingRoles(sight: Sight, { level }: RequestRow, area: Area): { id: Id; name: string }[] {
  const { account } = sight
  const size = (role: RoleRow) => areasAt(account, sight.now).filter((one) => entryOf(account, role, one)).length
  return [...account.all('role')]
    .filter((role) => {
      const entry = entryOf(account, role, area)
      return !role.retired && !role.wallPassing && entry !== undefined && atLeast(givenBy(entry).free, level)
    })
    .map((role) => ({ id: role.id, name: role.name, size: size(role) }))
    .sort((one, other) => one.size - other.size || one.name.localeCompare(other.name, 'en'))
    .slice(0, MAXIMUM_ROLES)
    .map(({ id, name }) => ({ id, name }))
}
