import type { Reach } from '../access/walk.ts'
import { theirProducts, type TheirProduct } from './client-products.ts'
import type { GrantRow, Id, PersonState, PlaceRow, RoleRow } from '../account/rows.ts'
import { sharedOutsiders } from '../access/apart.ts'
import { controlsOfPlace } from '../access/controls.ts'
import { rank } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import { insidersAt, type Insider } from '../access/inside.ts'
import type { Sight } from '../access/sight.ts'
import { stewardsAt } from '../access/holders.ts'
import { placesOf } from '../access/indexed/lists.ts'
import { indexAt, reachesAt, subjectsAt } from '../access/reach.ts'
import { isOutsider, stateAt } from '../people/presence.ts'
import { downwards, upwards, wallBetween } from '../places/tree.ts'
import { isOwnArea, productAt } from '../products/catalogue.ts'
import { handedOutAt } from '../seats/allotments.ts'
import { countsNow, keyViews, type KeyView } from './keys.ts'
import { approversView, type ApproversView } from './approvers.ts'
import { fittingsAt, type FittingView } from './fittings.ts'
import { grantView, type RoleGrantView } from './roles.ts'
import { must } from '../checks/must.ts'
import { isOpen } from '../time/lasting.ts'

/** One row of the tree of places. */
export interface PlaceView {
  id: Id
  parentId: Id | null
  name: string
  kind: string
  reference: string | null
  walled: boolean
  archived: boolean
  depth: number
  /** How many people seen get in here in any product. */
  people: number
}

/** Something given here or above that leads in here. */
export interface PlaceGrantView extends RoleGrantView {
  roleId: Id
  role: string
  /** Of a group or standing: how many people it holds. */
  people: number
  /** It has not begun. */
  later: boolean
  /** The role its holder gets at each client they make (model T8); null where it lets them make none. */
  made: string | null
  /** Who approves what the key's role makes need approval; null where it makes nothing need any. */
  approvers: ApproversView | null
}

/** Someone who gets in at a place. */
export interface InsiderView {
  personId: Id
  name: string
  outsider: boolean
  state: PersonState
  highest: Level
  keys: KeyView[]
}

export interface PlaceSheetView extends PlaceView {
  path: string[]
  insiders: InsiderView[]
  /** Which of them reach nothing anywhere else. */
  onlyHere: Id[]
  /** What was given here, and what comes from above and no wall stops. */
  given: PlaceGrantView[]
  above: PlaceGrantView[]
  /** Routes through what the asker does not see. */
  unseen: number
  /** Places with which it is to share no outsider, and who gets in at both. */
  apart: { separationId: Id; placeId: Id; place: string; shared: { personId: Id; name: string }[] }[]
  /** How many seats of a type its stewards may have handed out at a time, and how many are out (model S10). */
  allotments: { product: string; seatType: string; name: string; number: number; out: number }[]
  /** Invited people whose offer holds a key here (model I5). */
  onceIn: { personId: Id; name: string; role: string }[]
  stewards: { personId: Id; name: string }[]
  /** Who approves there and beneath, as the place says; null where nothing given around it needs approval. */
  approvers: ApproversView | null
  /** Products that are charged by the place, on or off here (model S6). */
  fittings: FittingView[]
  /** Its own products, with our people in them (model B6). */
  theirProducts: TheirProduct[]
  children: { id: Id; name: string; walled: boolean }[]
  controls: ReturnType<typeof controlsOfPlace>
}

/** The tree as the asker sees it: places they were let in to, the nearest seen place above each as its parent. */
export function placesView(sight: Sight): PlaceView[] {
  const { account } = sight
  const shown = new Map<Id, PlaceView>()
  for (const place of downwards(account, account.root.id)) {
    if (!sight.seesPlace(place.id)) continue
    let parent = account.get('place', place.parentId)
    while (parent && !shown.has(parent.id)) parent = account.get('place', parent.parentId)
    const depth = parent ? must(shown.get(parent.id), 'entry of shown').depth + 1 : 0
    const { id, name, kind, reference, walled, archived } = place
    shown.set(id, { id, parentId: parent?.id ?? null, name, kind, reference, walled, archived, depth, people: 0 })
  }
  const counts = sight.seesAllKeys ? countsNow(account, sight.now) : undefined
  for (const view of shown.values()) view.people = counts?.peopleAt(view.id) ?? insidersSeen(sight, view.id).length
  return [...shown.values()]
}

function insidersSeen(sight: Sight, placeId: Id): Insider[] {
  const mayLook = sight.can('people', 'see', placeId) || sight.can('access', 'change', placeId)
  return insidersAt(sight.account, placeId, sight.now).filter(
    ({ personId }) => personId === sight.personId || (mayLook && sight.seesPerson(personId)),
  )
}

/** A place's sheet; undefined for one not seen, exactly as for one that does not exist (model D5). */
export function placeSheetView(sight: Sight, placeId: Id): PlaceSheetView | undefined {
  const { account, now } = sight
  const place = account.get('place', placeId)
  if (!place || !sight.seesPlace(placeId)) return undefined
  const insiders = insidersSeen(sight, placeId).map(({ personId, highest }): InsiderView => {
    const reaches = sight.seesKeys(personId, placeId)
      ? reachesAt(account, personId, placeId, now)
      : new Map<string, Reach>()
    const keys = keyViews(sight, reaches).filter((key) => !isOwnArea(key.area))
    const person = must(account.get('person', personId), 'person')
    const state = stateAt(account, person, now)
    return { personId, name: account.nameOf(personId), outsider: isOutsider(person), state, highest, keys }
  })
  insiders.sort((one, other) => rank(other.highest) - rank(one.highest) || one.name.localeCompare(other.name, 'en'))
  const children = account.by('place', 'parent', placeId).filter((child) => sight.seesPlace(child.id))
  const { id, parentId, name, kind, reference, walled, archived } = place
  return {
    id,
    parentId,
    name,
    kind,
    reference,
    walled,
    archived,
    depth: 0,
    people: insiders.length,
    path: sight.pathNames(placeId),
    insiders,
    onlyHere: onlyHere(sight, placeId, insiders),
    ...grantsAt(sight, placeId),
    apart: keptApart(sight, placeId),
    allotments: allotmentsAt(sight, placeId),
    onceIn: onceIn(sight, placeId),
    stewards: stewards(sight, placeId),
    approvers: sight.can('access', 'see', placeId) ? approversAt(sight, place) : null,
    fittings: fittingsAt(sight, place),
    theirProducts: theirProducts(sight, placeId),
    children: children.map((child) => ({ id: child.id, name: child.name, walled: child.walled })),
    controls: controlsOfPlace(sight, placeId),
  }
}

/** So many insiders are looked at one by one for what else they reach. */
const MAXIMUM_LOOKED_AT = 400

function onlyHere(sight: Sight, placeId: Id, insiders: readonly InsiderView[]): Id[] {
  const index = indexAt(sight.account, sight.now)
  if (!index || insiders.length > MAXIMUM_LOOKED_AT || placeId === sight.account.root.id) return []
  const inside = new Set(downwards(sight.account, placeId).map((place) => place.id))
  return insiders.flatMap(({ personId }) => {
    const elsewhere = placesOf(index, personId).some((one) => !inside.has(one.placeId))
    return elsewhere || !sight.seesKeys(personId, placeId) ? [] : [personId]
  })
}

/** Grants that lead in here now or will, by where they were given; those the asker does not see are counted. */
function grantsAt(sight: Sight, placeId: Id): Pick<PlaceSheetView, 'given' | 'above' | 'unseen'> {
  const { account, now } = sight
  const path = upwards(account, placeId)
  const found = { given: [] as PlaceGrantView[], above: [] as PlaceGrantView[], unseen: 0 }
  for (const place of path) {
    const wall = wallBetween(path, place.id)
    for (const grant of account.by('grant', 'place', place.id)) {
      const role = account.get('role', grant.roleId)
      if (!role || !isOpen(grant.until, now) || (wall && !role.wallPassing)) continue
      // Of people the asker does not see nothing is told, not even that there is something (model D5).
      if (grant.subjectKind === 'person' && !sight.seesPerson(grant.subjectId)) continue
      if (!sight.seesGrant(grant)) found.unseen += grant.subjectKind === 'person' ? 1 : 0
      else (place.id === placeId ? found.given : found.above).push(placeGrantView(sight, grant, role))
    }
  }
  return found
}

export function placeGrantView(sight: Sight, grant: GrantRow, role: RoleRow): PlaceGrantView {
  const people = peopleOf(sight, grant)
  const approvers = needsApproval(sight, role) ? approversView(sight, grant.approvers) : null
  const later = grant.from > sight.now
  const made = sight.account.get('role', grant.madeRoleId)?.name ?? null
  return { ...grantView(sight, grant), roleId: role.id, role: role.name, people, later, approvers, made }
}

/** Whether anything a role gives needs someone's approval, by itself or by what flows from the role it follows. */
function needsApproval({ account }: Sight, role: RoleRow): boolean {
  const areas = [role, account.get('role', role.baseId)].flatMap((one) => Object.values(one?.areas ?? {}))
  return areas.some(({ approval = [] }) => approval.length > 0)
}

/**
 * Who approves at a place, where something given around it needs approval or someone is named there: of what is given,
 * what is given to people whom the asker sees (model D5).
 */
function approversAt(sight: Sight, place: PlaceRow): ApproversView | null {
  const { account } = sight
  const around = [...upwards(account, place.id), ...downwards(account, place.id)]
  const isAsked = around.some(({ id }) =>
    account.by('grant', 'place', id).some((grant) => {
      const role = account.get('role', grant.roleId)
      return role && needsApproval(sight, role) && (sight.seesGrant(grant) || isOfSeen(sight, grant))
    }),
  )
  return isAsked || place.approvers ? approversView(sight, place.approvers) : null
}

function isOfSeen(sight: Sight, grant: GrantRow): boolean {
  return grant.subjectKind === 'person' ? sight.seesPerson(grant.subjectId) : peopleOf(sight, grant) > 0
}

function keptApart(sight: Sight, placeId: Id): PlaceSheetView['apart'] {
  const { account, now } = sight
  return [...account.all('separation')].flatMap((row) => {
    const other = row.oneId === placeId ? row.otherId : row.otherId === placeId ? row.oneId : undefined
    if (!other || !sight.seesPlace(other) || !sight.can('access', 'see', placeId)) return []
    const shared = sharedOutsiders(account, row, now).filter((id) => sight.seesPerson(id))
    const people = shared.map((personId) => ({ personId, name: account.nameOf(personId) }))
    return [{ separationId: row.id, placeId: other, place: sight.placeName(other), shared: people }]
  })
}

function allotmentsAt(sight: Sight, placeId: Id): PlaceSheetView['allotments'] {
  const { account, now } = sight
  if (!sight.can('seats', 'see', placeId)) return []
  return account.by('allotment', 'place', placeId).map((row) => {
    const { product, seatType, number } = row
    const sheet = productAt(account, product, now)?.sheet
    const name = sheet?.seatTypes.find((one) => one.code === seatType)?.name ?? seatType
    const out = handedOutAt(account, row, now).filter((one) => sight.seesPerson(one.personId)).length
    return { product, seatType, name: `${name}, ${sheet?.name ?? product}`, number, out }
  })
}

/** How many of those a grant reaches the asker sees: of the others nothing is told (model D5). */
function peopleOf(sight: Sight, grant: GrantRow): number {
  if (grant.subjectKind === 'person') return 1
  const { account, now } = sight
  const people = subjectsAt(account, grant, now)
  return sight.seesAllKeys ? people.length : people.filter((person) => sight.seesPerson(person.id)).length
}

function onceIn(sight: Sight, placeId: Id): PlaceSheetView['onceIn'] {
  const { account, now } = sight
  return [...account.all('offer')].flatMap((offer) => {
    const grant = offer.grants.find((one) => one.placeId === placeId)
    const live = offer.state === 'live' && offer.expiresAt > now
    if (!grant || !live || !sight.seesPerson(offer.personId)) return []
    const role = account.get('role', grant.roleId)?.name ?? ''
    return [{ personId: offer.personId, name: account.nameOf(offer.personId), role }]
  })
}

/** People who give and take access here by a key of their own (model D4). */
function stewards(sight: Sight, placeId: Id): PlaceSheetView['stewards'] {
  return stewardsAt(sight.account, placeId, sight.now).flatMap((person) =>
    sight.seesPerson(person.id) ? [{ personId: person.id, name: sight.account.nameOf(person.id) }] : [],
  )
}
