import { ArrayMaxSize, ArrayMinSize, Equals, IsArray, IsDefined } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { NeededWhen } from '../../checks/dates.ts'
import { type ChangeKind, ForeignId, type NewId } from '../engine/kind.ts'
import { costOf, plannedInstant, withPlanned } from '../engine/planning.ts'
import type { Change } from '../kinds.ts'
import { dateInWords, dateOf, isDate, isInstantText } from '../../time/instants.ts'
import { say } from '../../words/say.ts'
import type { Nested } from '../engine/nested.ts'
import type { Draft } from '../engine/draft.ts'

/** How many changes wait for one day together. */
const MAXIMUM_PLANNED = 500

export class PlanDocket {
  @Equals('plan-docket') type!: 'plan-docket'
  @RowId() plannedId!: MadeId
  /** The day, whose first instant it waits for, or an instant. */
  @IsDefined() @NeededWhen() at!: string
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MAXIMUM_PLANNED) changes!: object[]
}

/** Lets changes wait for a day as one; checked now as if it were that day, against all that is planned (model Z4). */
export const planDocket: ChangeKind<PlanDocket> = {
  type: 'plan-docket',
  confirm: 'confirm.plan-docket',
  category: 'planned',
  effect: 'other',
  // What it does is judged change by change, as on its day.
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  // Whether it may be done on its day, each change says.
  needs: 'own',
  undo: 'by-its-right',
  preview: {
    later: {
      kind: 'as-of',
      at: (account, { at }) => plannedInstant(at, account),
      changes: ({ changes }) => changes as Change[],
    },
  },
  shape: PlanDocket,
  fill: (change, newId, nested) => ({
    ...change,
    plannedId: newId(change.plannedId),
    changes: Array.isArray(change.changes)
      ? change.changes.map((one) => readOrLeave(one, newId, nested))
      : change.changes,
  }),
  decide(draft, { plannedId, at: text, changes: plain }) {
    if (!isDate(text) && !isInstantText(text)) {
      return draft.refuse('bad-date', say('engine.is-not-a-date-write-it-as-2026', { text }), '/at')
    }
    const at = plannedInstant(text, draft.account)
    if (at <= draft.now)
      return draft.refuse('date-past', say('engine.is-not-in-the-future-choose-a-later', { text }), '/at')
    const changes = readAll(draft, plain)
    if (!changes) return
    const before = withPlanned(draft.nested, draft.account, at)
    const decision = draft.nested.decide(before, changes, draft.actor, at)
    draft.problems.push(...decision.problems)
    if (decision.problems.length > 0) return
    draft.isGrave ||= decision.isGrave
    const costMinor = costOf(before, decision.after, at)
    const plannerId = draft.actorId
    if (plannerId === null) return draft.refuse('nobody', say('engine.only-a-person-can-plan-for-a-day'))
    // What is only planned to be theirs, or to be there, is no authority yet (model Z4).
    const authorityHeld =
      draft.nested.endsOnly(changes) &&
      draft.nested.decide(draft.account, changes, draft.actor, draft.now).problems.length === 0
    const what = { plannerId, plannedAt: draft.now, authorityHeld, at, changes, costMinor }
    const row = { id: plannedId, ...what, state: 'waiting' as const }
    draft.insert('planned', row)
    draft.effects.push({ kind: 'due', at })
  },
  sentence({ at: text, changes }, sight, tense, nested) {
    const at = plannedInstant(text, sight.named)
    const day = dateInWords(dateOf(at, sight.named.zone), dateOf(sight.now, sight.named.zone))
    return say('engine.planned-for', {
      tense,
      day,
      list: (changes as Change[]).map((one) => nested.toDo(one, sight)).join('; '),
    })
  },
  record: (change) => change,
}

/** One of the changes that wait, with ids; what cannot be read is left to be refused in its place. */
function readOrLeave(plain: object, newId: NewId, nested: Nested): object {
  const read = nested.readWith(plain, newId)
  if (read.problems?.some((one) => one.code === 'foreign-id')) throw new ForeignId()
  return read.value ?? plain
}

function readAll(draft: Draft, plain: readonly object[]): Change[] | undefined {
  const changes: Change[] = []
  for (const [at, one] of plain.entries()) {
    // Ids were given when it was read; a change without one makes no row.
    const read = draft.nested.read(one, () => '')
    if (read.problems) draft.problems.push(...read.problems)
    else if (draft.nested.mayWait(read.value)) changes.push(read.value)
    else
      draft.refuse(
        'cannot-wait',
        say('engine.leave-it-out-or-apply-everything-now', { noWaiting: noWaiting() }),
        `/changes/${at}`,
      )
  }
  return draft.problems.length > 0 ? undefined : changes
}

const noWaiting = () => say('engine.what-holds-someones-name-or-address-undoes')
