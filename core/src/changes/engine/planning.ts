import type { Account } from '../../account/account.ts'
import type { Id, PlannedRow } from '../../account/rows.ts'
import { impactOf } from '../../access/impact.ts'
import { Sight } from '../../access/sight.ts'
import { isPresent } from '../../people/presence.ts'
import { billOf } from '../../seats/bill.ts'
import { addMonths, monthOf, readMoment, type Instant } from '../../time/instants.ts'
import type { Change } from '../kinds.ts'
import type { Decision } from './decide.ts'
import type { Actor } from './draft.ts'
import type { Nested } from './nested.ts'
import { say } from '../../words/say.ts'

// What waits for a day, as it would be then (model Z4).

/** What a planned docket would do now, or why it cannot. */
export function whenDue(nested: Nested, account: Account, row: PlannedRow, now: Instant): Decision {
  const changes = row.changes as Change[]
  const planner: Actor = { kind: 'person', personId: row.plannerId }
  const asPlanned = nested.decide(account, changes, planner, now)
  const decision = asPlanned.problems.length > 0 ? (byAuthorityThen(nested, account, row, now) ?? asPlanned) : asPlanned
  if (decision.problems.length > 0) return asPlanned
  if (costOf(account, decision.after, now) <= row.costMinor) return decision
  const sentence = say('engine.it-would-cost-more-now-than-was-shown')
  return { ...decision, problems: [{ code: 'dearer', sentence }] }
}

/**
 * What only ends, decided by the authority it was planned with: as long as its planner is active and sees everyone it
 * concerns, and ends no owner without being one (model Z4); undefined otherwise.
 */
function byAuthorityThen(nested: Nested, account: Account, row: PlannedRow, now: Instant): Decision | undefined {
  const changes = row.changes as Change[]
  const planner = account.get('person', row.plannerId)
  if (!row.authorityHeld || !nested.endsOnly(changes) || !planner || !isPresent(planner, now)) return undefined
  const decision = nested.decide(account, changes, { kind: 'schedule' }, now)
  const sight = new Sight(account, planner.id, now)
  const concerned = [...impactOf(account, decision.after, decision.edits).keys()]
  const mayEnd = (id: Id) => {
    const standing = account.get('person', id)?.standing
    return sight.seesPerson(id) && (standing !== 'owner' || planner.standing === 'owner')
  }
  return decision.problems.length > 0 || concerned.every(mayEnd) ? decision : undefined
}

/** The account as what is planned up to an instant would leave it; what could not be done is left out. */
export function withPlanned(nested: Nested, account: Account, until: Instant): Account {
  const waiting = [...account.all('planned')].filter((row) => row.state === 'waiting' && row.at <= until)
  return waiting
    .sort((one, other) => one.at - other.at)
    .reduce((then, row) => {
      const decision = whenDue(nested, then, row, row.at)
      return decision.problems.length > 0 ? then : decision.after
    }, account)
}

/** The instant a plan waits for: a day's first; the beginning of time for what is no date, which is refused. */
export function plannedInstant(text: string, account: Account): Instant {
  return readMoment(text, account.zone, 'beginning') ?? 0
}

/** What it adds to the bill of the month after, in minor units. */
export function costOf(before: Account, after: Account, at: Instant): number {
  const month = addMonths(monthOf(at, after.zone), 1)
  return billOf(after, month).totalMinor - billOf(before, month).totalMinor
}
