import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import type { Change } from '../kinds.ts'
import { say } from '../../words/say.ts'
import { whenDue } from '../engine/planning.ts'

export class RunPlanned {
  @Equals('run-planned') type!: 'run-planned'
  @RowId() plannedId!: Id
}

/**
 * Does what waited, on its day: with the planner's rights then and at most the cost shown at planning, or with those it
 * was planned with if it only ends or lowers. Failing that none of it happens, and the Desk asks (model Z4).
 */
export const runPlanned: ChangeKind<RunPlanned> = {
  type: 'run-planned',
  confirm: 'confirm.apply',
  category: 'planned',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'machine',
  day: 'never',
  needs: 'own',
  undo: { as: (account, { plannedId }) => (account.get('planned', plannedId)?.changes ?? []) as Change[] },
  preview: 'plain',
  shape: RunPlanned,
  fill: (change) => change,
  decide(draft, { plannedId }) {
    const row = draft.account.get('planned', plannedId)
    if (draft.actor.kind !== 'schedule' || row?.state !== 'waiting' || row.at > draft.now) {
      return draft.refuse('not-due', say('engine.this-is-still-waiting-for-its-day-or'))
    }
    const decision = whenDue(draft.nested, draft.account, row, draft.now)
    if (decision.problems.length > 0) return draft.update('planned', plannedId, { state: 'refused' })
    draft.takeOver(decision)
    draft.update('planned', plannedId, { state: 'done' })
  },
  sentence: (_change, _sight, tense) => say('engine.did-what-was-planned-for-the-day', { tense }),
  record: (change) => change,
}
