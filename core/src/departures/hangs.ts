import { rowsNaming } from '../account/approver-rows.ts'
import type { Account } from '../account/account.ts'
import type { Id, PlaceRow } from '../account/rows.ts'
import { givesAccess, stewardsAt } from '../access/holders.ts'
import type { Sight } from '../access/sight.ts'
import { isPresent } from '../people/presence.ts'
import { productAt, seatTypeAt } from '../products/catalogue.ts'
import { costsOf } from '../seats/bill.ts'
import { seatsOf } from '../seats/holdings.ts'
import { monthOf, type Instant } from '../time/instants.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** The kinds of things that depend on someone, in the order they are looked at (model X2). */
export const HANG_KINDS = [
  'report',
  'steward',
  'group-led',
  'invitation',
  'link',
  'plan',
  'shared-login',
  'approver',
  'request',
  'statement',
  'key',
  'group',
  'seat',
] as const
export type HangKind = (typeof HANG_KINDS)[number]

/** What passes to someone else when they go; the rest ends with them. */
export const PASSED_ON: ReadonlySet<HangKind> = new Set([
  'report',
  'steward',
  'group-led',
  'invitation',
  'link',
  'plan',
  'shared-login',
])

/** One thing that depends on a person. */
export interface Hang {
  kind: HangKind
  /** The row it is about: a person, place, group, offer, link, plan, role, request, share, grant or holding. */
  id: Id
  /** What it is, as the asker may read it. */
  text: string
  /** What its end saves this month, minor units; null if sums are not the asker's to see. */
  monthMinor?: number | null
}

/**
 * Everything of an account that depends on someone: what would be left without them, and what would end with them (model
 * X2). Cut to what the asker sees; undefined for anyone who does not see their record.
 */
export function hangsOn(sight: Sight, personId: Id, kinds: readonly HangKind[] = HANG_KINDS): Hang[] | undefined {
  if (sight.depthOf(personId) !== 'record' || !sight.account.get('person', personId)) return undefined
  const finders: Record<HangKind, (sight: Sight, personId: Id) => Omit<Hang, 'kind'>[]> = {
    report: reports,
    steward: stewardships,
    'group-led': groupsLed,
    invitation: invitations,
    link: links,
    plan: plans,
    'shared-login': sharedLogins,
    approver: approvals,
    request: requests,
    statement: statements,
    key: keys,
    group: groups,
    seat: seats,
  }
  return kinds.flatMap((kind) => finders[kind](sight, personId).map((one) => ({ kind, ...one })))
}

function reports(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return sight.account
    .by('person', 'manager', personId)
    .filter((one) => ['active', 'away', 'invited', 'waiting'].includes(one.state) && sight.seesPerson(one.id))
    .map((one) => ({ id: one.id, text: sight.personName(one.id) }))
}

/** The places at which they alone give and take access by a key of their own (model D4). */
export function soleStewardships(account: Account, personId: Id, now: Instant): PlaceRow[] {
  // Only where a key of their own gives access at all: most keys of most people do not.
  const grants = account.by('grant', 'person', personId).filter(({ roleId }) => givesAccess(account, roleId))
  const places = new Set(grants.map((grant) => grant.placeId))
  return [...places].flatMap((placeId) => {
    const stewards = stewardsAt(account, placeId, now)
    const place = account.get('place', placeId)
    return place && stewards.length === 1 && entryAt(stewards, 0).id === personId ? [place] : []
  })
}

function stewardships(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return soleStewardships(sight.account, personId, sight.now)
    .filter((place) => sight.seesPlace(place.id))
    .map(({ id }) => ({ id, text: sight.placeName(id) }))
}

function groupsLed({ account }: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return [...account.all('group')].filter((one) => one.leadId === personId).map(({ id, name }) => ({ id, text: name }))
}

function invitations(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return sight.account
    .by('offer', 'sponsor', personId)
    .filter((offer) => offer.state === 'live' && offer.expiresAt > sight.now && sight.seesPerson(offer.personId))
    .map((offer) => ({ id: offer.id, text: sight.personName(offer.personId) }))
}

function links({ account, now }: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return account
    .by('link', 'maker', personId)
    .filter((link) => !link.cut && link.expiresAt > now)
    .map(({ id, name }) => ({ id, text: name }))
}

function plans({ account }: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return account
    .by('planned', 'planner', personId)
    .filter((plan) => plan.state === 'waiting' || plan.state === 'refused')
    .map((plan) => ({
      id: plan.id,
      text: say('leaving.changes', { count: plan.changes.length }),
    }))
}

/** Shared logins they are responsible for (model B4). */
function sharedLogins({ account, now }: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return account
    .by('sharedLogin', 'responsible', personId)
    .filter(({ until }) => isOpen(until, now))
    .map(({ id }) => ({ id, text: account.nameOf(id) }))
}

/** Roles, places and keys that name them among those who approve (model R4, V5). */
function approvals({ account }: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return rowsNaming(account, personId).flatMap(({ table, row }) => {
    if (table !== 'grant') return [{ id: row.id, text: row.name }]
    const [role, place] = [account.get('role', row.roleId), account.get('place', row.placeId)]
    return [
      {
        id: row.id,
        text: say('leaving.at', {
          role: role?.name ?? say('leaving.a-role'),
          place: place?.name ?? say('leaving.a-place'),
        }),
      },
    ]
  })
}

function requests(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return sight.account
    .by('request', 'asker', personId)
    .filter((one) => one.state === 'open' && one.expiresAt > sight.now && sight.seesPlace(one.placeId))
    .map((one) => ({ id: one.id, text: `${one.area.split('/')[1]}: ${one.level}, ${sight.placeName(one.placeId)}` }))
}

function statements(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return [...sight.account.all('share')]
    .filter((one) => one.makerId === personId && !one.cut && one.expiresAt > sight.now && sight.seesPlace(one.placeId))
    .map((one) => ({ id: one.id, text: sight.placeName(one.placeId) }))
}

function keys(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  const { account, now } = sight
  return account
    .by('grant', 'person', personId)
    .filter((grant) => isOpen(grant.until, now) && sight.seesGrant(grant))
    .map((grant) => {
      const role = account.get('role', grant.roleId)?.name ?? ''
      return { id: grant.id, text: `${role}, ${sight.placeName(grant.placeId)}` }
    })
}

function groups({ account }: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  return account
    .by('membership', 'person', personId)
    .map((one) => ({ id: one.id, text: account.get('group', one.groupId)?.name ?? '' }))
}

function seats(sight: Sight, personId: Id): Omit<Hang, 'kind'>[] {
  const { account, now } = sight
  const held = seatsOf(account, personId, now)
  const month = sight.money ? (costsOf(account, monthOf(now, account.zone)).get(personId) ?? 0) : null
  return held.map((seat, at) => {
    const product = productAt(account, seat.product, now)?.sheet.name ?? seat.product
    const type = seatTypeAt(account, seat.product, seat.seatType, now)?.name ?? seat.seatType
    // What they cost this month is known of them, not of each seat: the first seat shows it.
    return { id: seat.id, text: `${product}, ${type}`, monthMinor: at === 0 ? month : month === null ? null : 0 }
  })
}

/** Who would take over: their manager, else the first owner who is in and is not them (model X3). */
export function proposedTaker(account: Account, personId: Id, now: Instant): Id | null {
  const person = account.get('person', personId)
  const manager = account.get('person', person?.managerId)
  if (manager && isPresent(manager, now)) return manager.id
  const owners = account.by('person', 'standing', 'owner').filter((one) => one.id !== personId && isPresent(one, now))
  return owners[0]?.id ?? null
}
