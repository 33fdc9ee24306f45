import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { DECIDES, enter } from './absences.ts'
import { say } from '../../words/say.ts'

export class BeginAway {
  @Equals('begin-away') type!: 'begin-away'
  @RowId() absenceId!: Id
}

/** A time away that was set begins: what the dates have said since then is written, and every session ends (model Z3). */
export const beginAway: ChangeKind<BeginAway> = {
  type: 'begin-away',
  confirm: 'confirm.apply',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { needs: DECIDES },
  preview: 'plain',
  shape: BeginAway,
  fill: (change) => change,
  decide(draft, { absenceId }) {
    const row = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', row?.personId)
    if (draft.actor.kind === 'person' || row?.state !== 'set' || person?.state !== 'active' || row.from > draft.now) {
      return draft.refuse('not-due', say('leaving.no-time-away-begins-now'))
    }
    enter(draft, row)
    if (row.until !== null) draft.effects.push({ kind: 'due', at: row.until })
  },
  sentence: (change, sight, tense) =>
    say('leaving.began-the-time-away-of', {
      tense,
      person: sight.personName(sight.named.get('absence', change.absenceId)?.personId),
    }),
  record: (change) => change,
}
