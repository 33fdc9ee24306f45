import { ArrayMaxSize, ArrayMinSize, Equals, IsArray, IsDefined } from 'class-validator'
import type { Account } from '../account/account.ts'
import type { Id, PlannedRow } from '../account/rows.ts'
import { sameRow } from '../account/edits.ts'
import { impactOf } from '../access/impact.ts'
import { Sight } from '../access/sight.ts'
import { isPresent } from '../people/presence.ts'
import { billOf } from '../seats/bill.ts'
import {
  addMonths,
  dateInWords,
  dateOf,
  monthOf,
  isDate,
  isInstantText,
  readMoment,
  type Instant,
} from '../time/instants.ts'
import type { Actor, Draft } from './draft.ts'
import { decide, endsOnly, readChange, readChangeWith, recordOf, toDoOf, type Change, type Decision } from './index.ts'
import { ForeignId, type ChangeKind, type NewId } from './kind.ts'
import { kindOf } from './kinds.ts'
import { NeededWhen, RowId } from './shapes.ts'

/** How many changes wait for one day together. */
const MAXIMUM_PLANNED = 500

export class PlanDocket {
  @Equals('plan-docket') type!: 'plan-docket'
  @RowId() plannedId!: Id
  /** The day, whose first instant it waits for, or an instant. */
  @IsDefined() @NeededWhen() at!: string
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MAXIMUM_PLANNED) changes!: object[]
}

export class RunPlanned {
  @Equals('run-planned') type!: 'run-planned'
  @RowId() plannedId!: Id
}

export class PutDownPlanned {
  @Equals('put-down-planned') type!: 'put-down-planned'
  @RowId() plannedId!: Id
}

/** Lets changes wait for a day as one; checked now as if it were that day, against all that is planned (model Z4). */
export const planDocket: ChangeKind<PlanDocket> = {
  type: 'plan-docket',
  category: 'planned',
  effect: 'other',
  // What it does is judged change by change, as on its day.
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  shape: PlanDocket,
  fill: (change, newId) => ({
    ...change,
    plannedId: newId(change.plannedId),
    changes: Array.isArray(change.changes) ? change.changes.map((one) => readOrLeave(one, newId)) : change.changes,
  }),
  decide(draft, { plannedId, at: text, changes: plain }) {
    if (!isDate(text) && !isInstantText(text)) {
      return draft.refuse('bad-date', `“${text}” is not a date. Write it as 2026-06-30.`, '/at')
    }
    const at = plannedInstant(text, draft.account)
    if (at <= draft.now) return draft.refuse('date-past', `${text} is not in the future. Choose a later day.`, '/at')
    const changes = readAll(draft, plain)
    if (!changes) return
    const before = withPlanned(draft.account, at)
    const decision = decide(before, changes, draft.actor, at)
    draft.problems.push(...decision.problems)
    if (decision.problems.length > 0) return
    draft.isGrave ||= decision.isGrave
    const costMinor = costOf(before, decision.after, at)
    const plannerId = draft.actorId
    if (plannerId === null) return draft.refuse('nobody', 'Only a person can plan for a day.')
    // What is only planned to be theirs, or to be there, is no authority yet (model Z4).
    const authorityHeld =
      endsOnly(changes) && decide(draft.account, changes, draft.actor, draft.now).problems.length === 0
    const what = { plannerId, plannedAt: draft.now, authorityHeld, at, changes, costMinor }
    const row = { id: plannedId, ...what, state: 'waiting' as const }
    draft.insert('planned', row)
    draft.effects.push({ kind: 'due', at })
  },
  sentence({ at: text, changes }, sight, verb) {
    const at = plannedInstant(text, sight.named)
    const day = dateInWords(dateOf(at, sight.named.zone), dateOf(sight.now, sight.named.zone))
    return `${verb('planned', 'plan')} for ${day}: ${sentencesOf(changes as Change[], sight).join('; ')}`
  },
  record: (change) => change,
}

/**
 * Does what waited, on its day: with the planner's rights then and at most the cost shown at planning, or with those it
 * was planned with if it only ends or lowers. Failing that none of it happens, and the Desk asks (model Z4).
 */
export const runPlanned: ChangeKind<RunPlanned> = {
  type: 'run-planned',
  category: 'planned',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'never',
  shape: RunPlanned,
  fill: (change) => change,
  decide(draft, { plannedId }) {
    const row = draft.account.get('planned', plannedId)
    if (draft.actor.kind !== 'schedule' || row?.state !== 'waiting' || row.at > draft.now) {
      return draft.refuse('not-due', 'This is still waiting for its day, or was done already.')
    }
    const decision = whenDue(draft.account, row, draft.now)
    if (decision.problems.length > 0) return draft.update('planned', plannedId, { state: 'refused' })
    draft.takeOver(decision)
    draft.update('planned', plannedId, { state: 'done' })
  },
  sentence: (_change, _sight, verb) => verb('did what was planned for the day', 'do what is planned for the day'),
  record: (change) => change,
}

/** Cancels what waits for a day, or what could not be done on it. */
export const putDownPlanned: ChangeKind<PutDownPlanned> = {
  type: 'put-down-planned',
  category: 'planned',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  shape: PutDownPlanned,
  fill: (change) => change,
  decide(draft, { plannedId }) {
    const row = draft.account.get('planned', plannedId)
    const isOpen = row && (row.state === 'waiting' || row.state === 'refused')
    if (!isOpen || !draft.sight.seesPlanned(row)) {
      return draft.refuse(
        'not-found',
        'This plan is no longer there; it may have been done or cancelled in the meantime.',
      )
    }
    draft.update('planned', plannedId, { state: 'put-down' })
  },
  sentence: (_change, _sight, verb) => verb('cancelled what was planned', 'cancel what is planned'),
  record: (change) => change,
}

/** What a planned docket would do now, or why it cannot. */
export function whenDue(account: Account, row: PlannedRow, now: Instant): Decision {
  const changes = row.changes as Change[]
  const planner: Actor = { kind: 'person', personId: row.plannerId }
  const asPlanned = decide(account, changes, planner, now)
  const decision = asPlanned.problems.length > 0 ? (byAuthorityThen(account, row, now) ?? asPlanned) : asPlanned
  if (decision.problems.length > 0) return asPlanned
  if (costOf(account, decision.after, now) <= row.costMinor) return decision
  const sentence = 'It would cost more now than was shown when it was planned.'
  return { ...decision, problems: [{ code: 'dearer', sentence }] }
}

/**
 * What only ends, decided by the authority it was planned with: as long as its planner is active and sees everyone it
 * concerns, and ends no owner without being one (model Z4); undefined otherwise.
 */
function byAuthorityThen(account: Account, row: PlannedRow, now: Instant): Decision | undefined {
  const changes = row.changes as Change[]
  const planner = account.get('person', row.plannerId)
  if (!row.authorityHeld || !endsOnly(changes) || !planner || !isPresent(planner, now)) return undefined
  const decision = decide(account, changes, { kind: 'schedule' }, now)
  const sight = new Sight(account, planner.id, now)
  const concerned = [...impactOf(account, decision.after, decision.edits).keys()]
  const mayEnd = (id: Id) => {
    const standing = account.get('person', id)?.standing
    return sight.seesPerson(id) && (standing !== 'owner' || planner.standing === 'owner')
  }
  return decision.problems.length > 0 || concerned.every(mayEnd) ? decision : undefined
}

/** The account as what is planned up to an instant would leave it; what could not be done is left out. */
export function withPlanned(account: Account, until: Instant): Account {
  const waiting = [...account.all('planned')].filter((row) => row.state === 'waiting' && row.at <= until)
  return waiting
    .sort((one, other) => one.at - other.at)
    .reduce((then, row) => {
      const decision = whenDue(then, row, row.at)
      return decision.problems.length > 0 ? then : decision.after
    }, account)
}

/** The instant a plan waits for: a day's first; the beginning of time for what is no date, which is refused. */
export function plannedInstant(text: string, account: Account): Instant {
  return readMoment(text, account.zone, 'beginning') ?? 0
}

export function sentencesOf(changes: readonly Change[], sight: Parameters<typeof toDoOf>[1]): string[] {
  return changes.map((change) => toDoOf(change, sight))
}

/** What it adds to the bill of the month after, in minor units. */
function costOf(before: Account, after: Account, at: Instant): number {
  const month = addMonths(monthOf(at, after.zone), 1)
  return billOf(after, month).totalMinor - billOf(before, month).totalMinor
}

/** One of the changes that wait, with ids; what cannot be read is left to be refused in its place. */
function readOrLeave(plain: object, newId: NewId): object {
  const read = readChangeWith(plain, newId)
  if (read.problems?.some((one) => one.code === 'foreign-id')) throw new ForeignId()
  return read.value ?? plain
}

function readAll(draft: Draft, plain: readonly object[]): Change[] | undefined {
  const changes: Change[] = []
  for (const [at, one] of plain.entries()) {
    // Ids were given when it was read; a change without one makes no row.
    const read = readChange(one, () => '')
    if (read.problems) draft.problems.push(...read.problems)
    else if (mayWait(read.value)) changes.push(read.value)
    else draft.refuse('cannot-wait', `${NO_WAITING} Leave it out, or apply everything now.`, `/changes/${at}`)
  }
  return draft.problems.length > 0 ? undefined : changes
}

const NO_WAITING = 'What holds someone’s name or address, undoes something or is planned itself cannot wait for a day.'
/** Whether a change can wait: it is kept in a row meanwhile, where nothing personal may be (model C6). */
export function mayWait(change: Change): boolean {
  return kindOf(change).day !== 'never' && sameRow(recordOf(change), { ...change })
}
