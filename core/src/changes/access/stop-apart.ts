import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class StopApart {
  @Equals('stop-apart') type!: 'stop-apart'
  @RowId() separationId!: Id
}

export const stopApart: ChangeKind<StopApart> = {
  type: 'stop-apart',
  confirm: 'confirm.stop-apart',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'access.change-what-is-kept-apart'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: StopApart,
  fill: (change) => change,
  decide(draft, { separationId }) {
    const row = draft.account.get('separation', separationId)
    if (!row) return draft.refuse('not-found', say('access.they-are-no-longer-kept-apart'))
    draft.remove('separation', row.id)
  },
  sentence(change, sight, tense) {
    const row = sight.account.get('separation', change.separationId)
    const names = row
      ? say('access.and', { place: sight.placeName(row.oneId), place2: sight.placeName(row.otherId) })
      : say('access.two-places')
    return say('access.stopped-keeping-apart', { tense, names })
  },
  record: (change) => change,
}
