import { Equals, IsBoolean } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_FIRMS, firmIn } from './firms.ts'
import { say } from '../../words/say.ts'
import { isFirmInUse } from '../../people/firms.ts'

export class ArchiveFirm {
  @Equals('archive-firm') type!: 'archive-firm'
  @RowId() firmId!: Id
  /** False: it can be chosen again. */
  @IsBoolean() archived!: boolean
}

/** An empty firm is offered nowhere any more (model P11). */
export const archiveFirm: ChangeKind<ArchiveFirm> = {
  type: 'archive-firm',
  confirm: ({ archived }) => (archived ? 'confirm.archive-firm' : 'confirm.restore-firm'),
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_FIRMS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ArchiveFirm,
  fill: (change) => change,
  decide(draft, { firmId, archived }) {
    const firm = firmIn(draft, firmId)
    if (!firm) return
    if (firm.archived === archived) return draft.refuse('no-change', say('people.this-has-been-done-already'))
    if (archived && isFirmInUse(draft.account, firmId)) {
      return draft.refuse('in-use', say('people.still-has-people-or-a-groups-rule-names', { firm: firm.name }))
    }
    draft.update('employer', firmId, { archived })
  },
  sentence: ({ firmId, archived }, sight, tense) => {
    const name = sight.named.get('employer', firmId)?.name ?? ''
    return archived
      ? say('people.archived-the-firm', { tense, name })
      : say('people.restored-the-firm', { tense, name })
  },
  record: (change) => change,
}
