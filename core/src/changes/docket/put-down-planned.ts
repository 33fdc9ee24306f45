import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'

export class PutDownPlanned {
  @Equals('put-down-planned') type!: 'put-down-planned'
  @RowId() plannedId!: Id
}

/** Cancels what waits for a day, or what could not be done on it. */
export const putDownPlanned: ChangeKind<PutDownPlanned> = {
  type: 'put-down-planned',
  confirm: 'confirm.put-down-planned',
  category: 'planned',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: PutDownPlanned,
  fill: (change) => change,
  decide(draft, { plannedId }) {
    const row = draft.account.get('planned', plannedId)
    const isOpen = row && (row.state === 'waiting' || row.state === 'refused')
    if (!isOpen || !draft.sight.seesPlanned(row)) {
      return draft.refuse('not-found', say('engine.this-plan-is-no-longer-there-it-may'))
    }
    draft.update('planned', plannedId, { state: 'put-down' })
  },
  sentence: (_change, _sight, tense) => say('engine.cancelled-what-was-planned', { tense }),
  record: (change) => change,
}
