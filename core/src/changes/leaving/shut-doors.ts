import { replaceApprover, rowNaming } from '../../account/approver-rows.ts'
import { mayNameApprovers } from '../access/name-approvers.ts'
import type { Account } from '../../account/account.ts'
import type { DepartureRow, Ended, Id, RowEdit, StepRow, Taker } from '../../account/rows.ts'
import type { HangKind } from '../../departures/hangs.ts'
import { passingOn } from '../../departures/pass-on.ts'
import { Sight } from '../../access/sight.ts'
import { connectedProducts, takerWhenDue, thingsToPass, type PlannedThing } from '../../departures/plan.ts'
import { isPresent } from '../../people/presence.ts'
import { taskOf } from '../../products/keeping.ts'
import { whenText, type Instant } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import type { Decision } from '../engine/decide.ts'
import type { Nested } from '../engine/nested.ts'
import type { Change } from '../kinds.ts'
import { shut } from './leave.ts'
import { idFrom } from '../engine/shapes.ts'
import { entryAt, must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

/**
 * The doors shut, whatever else (model X4): what can be handed over is, by the rights of the person who planned it,
 * before
 * their own end; what cannot waits as a step, and rests with nobody meanwhile that acts.
 */
export function shutDoors(draft: Draft, departureId: Id): void {
  const row = must(draft.account.get('departure', departureId), 'departure')
  const { personId } = row
  const things = thingsToPass(draft.account, personId, row.handovers, draft.now)
  const steps: Omit<StepRow, 'id' | 'departureId' | 'position'>[] = []
  for (const thing of things.filter(({ what }) => what !== 'things' && what !== 'line')) {
    const taker = takerWhenDue(thing, row)
    const note = taker === null ? null : passWithin(draft, thing, row, taker)
    const state = taker === null ? 'let-go' : note === null ? 'done' : 'blocked'
    const about = { kind: 'handover' as const, what: thing.what, subject: thing.id, taker }
    steps.push({ ...about, state, note, doneAt: state === 'blocked' ? null : draft.now })
  }
  const ended = endedBy(draft.account, personId, row, draft.now)
  shut(draft, personId, departureId)
  const nothing = { taker: null, note: null, doneAt: null }
  const doors = { kind: 'doors' as const, what: 'doors', subject: personId, ...nothing, state: 'done' as const }
  steps.unshift({ ...doors, doneAt: draft.now })
  for (const { product, things: hasThings } of connectedProducts(draft.account)) {
    const found = things.find(({ what, id }) => what === 'things' && id === product)
    const taker = found ? takerWhenDue(found, row) : null
    const about = { what: 'things', subject: product, ...nothing, state: 'waiting' as const }
    if (hasThings) steps.push({ ...about, kind: 'things', taker })
    steps.push({ ...about, kind: 'close', what: 'close' })
  }
  for (const { product } of draft.account.all('keeping')) {
    if (taskOf(draft.account, product, personId, draft.now)?.kind !== 'close') continue
    steps.push({ kind: 'task', what: 'close-by-hand', subject: product, ...nothing, state: 'waiting' })
  }
  for (const line of things.filter(({ what }) => what === 'line')) {
    steps.push({ kind: 'line', what: 'line', subject: line.id, ...nothing, taker: line.taker, state: 'waiting' })
  }
  steps.push({ kind: 'record', what: 'record', subject: personId, ...nothing, state: 'waiting' })
  draft.insertAll(
    'step',
    steps.map((step, position) => ({ ...step, id: idFrom(departureId, position + 1), departureId, position })),
  )
  draft.update('departure', departureId, { state: 'running', at: Math.min(row.at, draft.now), ended })
  draft.effects.push({ kind: 'go-on-leaving', departureId })
}

/** Hands one thing over inside the departure; why it could not be, or null once it is. */
function passWithin(draft: Draft, thing: PlannedThing, row: DepartureRow, taker: Taker): string | null {
  if (thing.what === 'approver') return passApproval(draft, thing.id, row, taker)
  // Ids count on from the departure's, so that preview and commit make the same rows and two departures never do.
  const first = AFTER_STEPS + draft.edits.length * MOST_CHANGES
  const makeId = (at: number) => idFrom(row.id, first + at)
  const passed = tryPassing(
    draft.nested,
    draft.account,
    thing,
    row.personId,
    taker,
    plannerOf(row, draft.actor),
    draft.now,
    makeId,
  )
  if (passed.decision) draft.takeOver({ ...passed.decision, marks: [...passed.decision.marks] })
  return passed.note
}

/** By whose rights things pass on: the planner's, even where time itself shuts the doors (model X4). */
function plannerOf(row: DepartureRow, actor: Draft['actor']): Draft['actor'] {
  const personId = row.plannerId ?? (actor.kind === 'person' ? actor.personId : null)
  return personId === null ? actor : { kind: 'person', personId }
}

/**
 * What handing one thing over would do by the actor's rights: a decision, or why it would have to wait. Neither where
 * there is nothing to change.
 * @param makeId ids of what is made, by the number of the change.
 * @param from when what is given begins; left out, now.
 */
export function tryPassing(
  nested: Pick<Nested, 'read' | 'decide'>,
  account: Account,
  thing: Pick<PlannedThing, 'what' | 'id'>,
  personId: Id,
  taker: Taker,
  actor: Draft['actor'],
  now: Instant,
  makeId: (at: number) => Id,
  from?: Instant,
): { decision: Decision | null; note: string | null } {
  const person = account.get('person', taker.id)
  if (taker.kind === 'person' && !(person && isPresent(person, now)))
    return { decision: null, note: blockedText('not-in') }
  const changes: Change[] = []
  const hang = { kind: thing.what as HangKind, id: thing.id }
  const dated = from === undefined ? {} : { from: whenText(from, account.zone, 'beginning') }
  for (const [at, one] of passingOn(account, hang, personId, taker, now).entries()) {
    const read = nested.read({ ...dated, ...one }, () => makeId(at))
    if (read.problems) return { decision: null, note: entryAt(read.problems, 0).sentence }
    changes.push(read.value)
  }
  const decision = nested.decide(account, changes, actor, now)
  const [problem] = decision.problems.filter(({ code }) => code !== 'given-already')
  if (problem) return { decision: null, note: blockedText(problem.code) }
  return { decision: decision.problems.length === 0 ? decision : null, note: null }
}

/** The keys that those who take over will be given on the day of a planned departure, from its instant on: shown with the plan (S8, X3). */
export function givenOnItsDay(nested: Nested, account: Account, row: DepartureRow, now: Instant): RowEdit[] {
  const actor = plannerOf(row, { kind: 'schedule' })
  const edits: RowEdit[] = []
  let current = account
  for (const thing of thingsToPass(account, row.personId, row.handovers, now)) {
    if (thing.what !== 'steward' || !thing.taker) continue
    const makeId = (at: number) => idFrom(row.id, AFTER_STEPS + edits.length * MOST_CHANGES + at)
    const { decision } = tryPassing(nested, current, thing, row.personId, thing.taker, actor, now, makeId, row.at)
    if (!decision) continue
    edits.push(...decision.edits)
    current = decision.after
  }
  return edits
}

/** Ids of steps count on from the departure's first; further rows from here. */
export const AFTER_STEPS = 100_000
/** One thing passes on by fewer changes than this. */
const MOST_CHANGES = 500

/** Why a step is blocked, in words that name nobody: anyone who looks may not see who it is about (model D5). */
export function blockedText(code: string): string {
  if (code === 'not-in') return say('leaving.the-person-who-was-to-take-it-over')
  if (code === 'not-active') return say('leaving.the-person-who-planned-it-is-no-longer')
  return say('leaving.the-person-who-planned-it-no-longer-has')
}

/** Naming an approver is changing the role or place: by the rights of its planner, and no actor names themselves (model V5, D2). */
function passApproval(draft: Draft, id: Id, row: DepartureRow, taker: Taker): string | null {
  const { personId } = row
  const named = rowNaming(draft.account, personId, id)
  const person = draft.account.get('person', taker.id)
  if (!named) return null
  if (!person || !isPresent(person, draft.now)) return blockedText('not-in')
  const planner = plannerOf(row, draft.actor)
  if (planner.kind === 'person') {
    const mayName = mayNameApprovers(new Sight(draft.account, planner.personId, draft.now), named)
    const isOwner = draft.account.get('person', planner.personId)?.standing === 'owner'
    if (!mayName || (taker.id === planner.personId && !isOwner)) return blockedText('other')
  }
  draft.update(named.table, id, {
    approvers: replaceApprover(must(named.row.approvers, 'approvers'), personId, taker.id),
  })
  return null
}

/** What ends with it, as offered back on return (model X6). */
function endedBy(account: Account, personId: Id, row: DepartureRow, now: Instant): Ended {
  const person = must(account.get('person', personId), 'person')
  const holds = (until: Instant | null) => isOpen(until, now)
  return {
    standing: person.standing,
    managerId: person.managerId,
    engagementUntil: row.engagementBefore,
    groupIds: account.by('membership', 'person', personId).map(({ groupId }) => groupId),
    seats: account
      .by('holding', 'person', personId)
      .filter((one) => one.origin === 'given' && holds(one.until))
      .map(({ product, seatType, own, until }) => ({ product, seatType, own, until })),
    grants: account
      .by('grant', 'subject', `person ${personId}`)
      .filter((one) => holds(one.until))
      .map(({ roleId, placeId, until }) => ({ roleId, placeId, until })),
  }
}

/** What those who take over get on the day of a departure that is planned, or planned anew. */
export function givenLater(
  nested: Nested,
  account: Account,
  { departureId }: { departureId: Id },
  now: Instant,
): RowEdit[] {
  const row = account.get('departure', departureId)
  return row?.state === 'planned' ? givenOnItsDay(nested, account, row, now) : []
}
