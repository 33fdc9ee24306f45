import type { Account } from '../account/account.ts'
import type { AreaKey, Id, RoleArea } from '../account/rows.ts'
import { activeOwners, isAway, isPresent } from '../people/presence.ts'
import { areaAt } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { holdersAlong } from './holders.ts'
import { answerBy, concerns, givenBy, levelNeeded, type Whose } from './powers.ts'
import { reach } from './reach.ts'
import { answeredAt, countsIn, entryBy, routesTo } from './walk.ts'

/** Who may approve, and whether only the owners are left to do it, which deserves a standing warning (model R4). */
export interface ApproversFound {
  personIds: Id[]
  ownersStandIn: boolean
}

/**
 * Who approves an action of someone's that needs approval at a place: those the grant or role names, their manager, or
 * those who freely reach `run` there, as the routes that give it say. They need only `see` there; nobody approves
 * their own; if none is left, the owners do (model R4).
 */
export function approversOf(
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  action: string,
  whose: Whose,
  instant: Instant,
): ApproversFound {
  const able = new Set<Id>()
  for (const id of ableTo(account, personId, placeId, key, action, whose, instant)) able.add(id)
  if (able.size > 0) return { personIds: [...able], ownersStandIn: false }
  const owners = activeOwners(account, instant).flatMap((owner) => (owner.id === personId ? [] : [owner.id]))
  return { personIds: owners, ownersStandIn: true }
}

/** Whether nobody but the owners is left to approve it: the first who could settles it (model R4, S8). */
export function isWithoutApprover(...asked: Parameters<typeof approversOf>): boolean {
  return ableTo(...asked).next().done === true
}

/** People who could approve, one after the other, some more than once. */
function* ableTo(
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  action: string,
  whose: Whose,
  instant: Instant,
): Generator<Id> {
  const asked = new Set<Id>([personId])
  for (const approver of candidates(account, personId, placeId, key, action, whose, instant)) {
    const id = standInFor(account, approver, instant)
    if (asked.has(id)) continue
    asked.add(id)
    if (maySee(account, id, placeId, key, instant)) yield id
  }
}

/** A substitute stands in for an approver who is away (model R4, X1). */
function standInFor(account: Account, personId: Id, instant: Instant): Id {
  const person = account.get('person', personId)
  if (!person || !isAway(person, instant)) return personId
  const absence = account
    .by('absence', 'person', personId)
    .find((one) => (one.state === 'set' || one.state === 'running') && one.from <= instant)
  return absence?.substituteId ?? personId
}

function* candidates(
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  action: string,
  whose: Whose,
  instant: Instant,
): Generator<Id> {
  const person = account.get('person', personId)
  const area = areaAt(account, key, instant)
  const needs = area && levelNeeded(area, action)
  for (const route of person && needs ? routesTo(account, person, answeredAt(account, area, placeId), instant) : []) {
    const entry = countsIn(route, area!) ? entryBy(account, route, area!) : undefined
    if (!entry || !concerns(entry, whose) || answerBy(entry, action, needs!) !== 'with-approval') continue
    const named =
      route.grant?.approverIds ?? (route.role?.approvers?.kind === 'named' ? route.role.approvers.personIds : null)
    if (named) yield* named
    else if (route.role?.approvers?.kind === 'manager') {
      if (person!.managerId) yield person!.managerId
    } else yield* whoRun(account, placeId, key, instant)
  }
}

/** Those who freely reach `run` with any item there. */
function* whoRun(account: Account, placeId: Id, key: AreaKey, instant: Instant): Generator<Id> {
  const runs = (id: Id) => reach(account, id, placeId, key, instant).level === 'run'
  for (const standing of ['owner', 'administrator']) {
    for (const { id } of account.by('person', 'standing', standing)) if (runs(id)) yield id
  }
  const gives = (entry: RoleArea) => concerns(entry, 'any') && givenBy(entry).free === 'run'
  for (const { id } of holdersAlong(account, placeId, key, instant, gives)) if (runs(id)) yield id
}

function maySee(account: Account, personId: Id, placeId: Id, key: AreaKey, instant: Instant): boolean {
  const person = account.get('person', personId)
  return (
    person !== undefined &&
    isPresent(person, instant) &&
    reach(account, personId, placeId, key, instant).level !== 'none'
  )
}
