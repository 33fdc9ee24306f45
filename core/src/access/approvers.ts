import type { Account } from '../account/account.ts'
import type { Approver, Approvers, AreaKey, Id, RoleArea } from '../account/rows.ts'
import { activeOwners, isAway, isPresent } from '../people/presence.ts'
import { upwards } from '../places/tree.ts'
import { areaAt } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { stepsOf } from '../account/approver-rows.ts'
import { holdersAlong } from './holders.ts'
import { answerBy, concerns, givenBy, levelNeeded, type Whose } from './powers.ts'
import { groupMembers, reach } from './reach.ts'
import { answeredAt, countsIn, entryBy, routesTo } from './walk.ts'

/** One step of an approval: any one of these people decides it. */
export interface ApprovalStep {
  personIds: Id[]
  /** Nobody who was to decide it is left: the owners do, which deserves a standing warning (model R4, V5). */
  ownersStandIn: boolean
}

/** How an action is approved: every step, one after the other or in any order (model V5). */
export interface Approval {
  order: 'in-order' | 'all'
  steps: ApprovalStep[]
}

/** What is asked about: someone's action with an item of whose it is. */
type Asked = [account: Account, personId: Id, placeId: Id, key: AreaKey, action: string, whose: Whose, instant: Instant]

/**
 * How an action of someone's that needs approval at a place is approved, for each way that gives it: by those whom the
 * first of the grant, the nearest place above, and the role names; else by those who freely reach `run` there. They
 * need only `see` there; nobody approves their own; a step with nobody left is the owners' (model R4, V5).
 */
export function approvalsOf(...asked: Asked): Approval[] {
  const [account, personId, , , , , instant] = asked
  const found = new Map<string, Approval>()
  for (const approvers of waysOf(...asked)) {
    const key = JSON.stringify(approvers)
    if (found.has(key)) continue
    const steps = (approvers ? stepsOf(approvers) : [BY_AREA]).map((step): ApprovalStep => {
      const able = [...new Set(ableTo(step, ...asked))]
      if (able.length > 0) return { personIds: able, ownersStandIn: false }
      const owners = activeOwners(account, instant).flatMap((owner) => (owner.id === personId ? [] : [owner.id]))
      return { personIds: owners, ownersStandIn: true }
    })
    found.set(key, { order: approvers?.kind === 'steps' ? approvers.order : 'in-order', steps })
  }
  return [...found.values()]
}

/** Everyone who could decide now: the first step of each way, or all of its steps where their order does not matter. */
export function approversOf(...asked: Asked): ApprovalStep {
  const now = approvalsOf(...asked).flatMap(({ order, steps }) => (order === 'all' ? steps : steps.slice(0, 1)))
  const able = now.filter(({ ownersStandIn }) => !ownersStandIn)
  const deciding = able.length > 0 ? able : now
  return { personIds: [...new Set(deciding.flatMap((one) => one.personIds))], ownersStandIn: able.length === 0 }
}

/** Whether every way has a step that nobody but the owners is left for: the first who could settles it (model R4, S8). */
export function isWithoutApprover(...asked: Asked): boolean {
  for (const approvers of waysOf(...asked)) {
    const steps = approvers ? stepsOf(approvers) : [BY_AREA]
    if (steps.every((step) => ableTo(step, ...asked).next().done !== true)) return false
  }
  return true
}

const BY_AREA: Approver = { kind: 'area' }

/** Who approves by each route that gives the action with approval; null: anyone who manages the area there. */
function* waysOf(...[account, personId, placeId, key, action, whose, instant]: Asked): Generator<Approvers | null> {
  const person = account.get('person', personId)
  const area = areaAt(account, key, instant)
  const needs = area && levelNeeded(area, action)
  if (!person || !needs) return
  const atPlace = upwards(account, placeId).find(({ approvers }) => approvers !== null)?.approvers
  for (const route of routesTo(account, person, answeredAt(account, area, placeId), instant)) {
    const entry = countsIn(route, area) ? entryBy(account, route, area) : undefined
    if (!entry || !concerns(entry, whose) || answerBy(entry, action, needs) !== 'with-approval') continue
    yield route.grant?.approvers ?? atPlace ?? route.role?.approvers ?? null
  }
}

/** People who could decide a step, one after the other, some more than once. */
function* ableTo(step: Approver, ...[account, personId, placeId, key, , , instant]: Asked): Generator<Id> {
  for (const approver of candidates(step, account, personId, placeId, key, instant)) {
    const id = standInFor(account, approver, instant)
    if (id !== personId && maySee(account, id, placeId, key, instant)) yield id
  }
}

function* candidates(
  step: Approver,
  account: Account,
  personId: Id,
  placeId: Id,
  key: AreaKey,
  instant: Instant,
): Generator<Id> {
  if (step.kind === 'named') yield* step.personIds
  else if (step.kind === 'manager') {
    const managerId = account.get('person', personId)?.managerId
    if (managerId) yield managerId
  } else if (step.kind === 'group') {
    const group = account.get('group', step.groupId)
    for (const { id } of group ? groupMembers(account, group, instant) : []) yield id
  } else yield* whoRun(account, placeId, key, instant)
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
