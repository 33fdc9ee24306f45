import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { DECIDES, mayDecide, noAbsence } from './absences.ts'
import { say } from '../../words/say.ts'

export class PutDownAway {
  @Equals('put-down-away') type!: 'put-down-away'
  @RowId() absenceId!: Id
}

/** A time away is declined, taken back by the person who asked, or cancelled before it begins. */
export const putDownAway: ChangeKind<PutDownAway> = {
  type: 'put-down-away',
  confirm: 'confirm.put-down-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: (draft, { absenceId }) => mayDecide(draft, absenceId),
  undo: { needs: DECIDES },
  preview: 'plain',
  shape: PutDownAway,
  fill: (change) => change,
  decide(draft, { absenceId }) {
    const row = draft.account.get('absence', absenceId)
    const isOpen = row?.state === 'asked' || (row?.state === 'set' && row.from > draft.now)
    if (!row || !isOpen) return draft.refuse('not-found', noAbsence())
    const takesBack = row.personId === draft.actorId && row.state === 'asked'
    draft.update('absence', row.id, {
      state: takesBack || row.state === 'set' ? 'put-down' : 'declined',
      decidedById: draft.actorId,
    })
    if (row.state !== 'set') return
    draft.update('person', row.personId, { awayFrom: null, awayUntil: null })
    for (const holding of draft.account.by('holding', 'person', row.personId)) {
      if (holding.until === row.from && row.seats.some((seat) => seat.product === holding.product)) {
        draft.update('holding', holding.id, { until: null, endedById: null })
      }
    }
  },
  sentence: (_change, _sight, tense) => say('leaving.cancel-a-time-away', { tense }),
  record: (change) => change,
}
