import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_FIRMS, firmIn, isNameFree } from './firms.ts'
import { say } from '../../words/say.ts'

export class RenameFirm {
  @Equals('rename-firm') type!: 'rename-firm'
  @RowId() firmId!: Id
  @Line(120) name!: string
}

export const renameFirm: ChangeKind<RenameFirm> = {
  type: 'rename-firm',
  confirm: 'confirm.rename-firm',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_FIRMS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: RenameFirm,
  fill: (change) => change,
  decide(draft, { firmId, name }) {
    const firm = firmIn(draft, firmId)
    if (firm && isNameFree(draft, name, firmId)) draft.update('employer', firmId, { name: name.trim() })
  },
  sentence({ firmId, name }, sight, tense) {
    // Once it is done its earlier name is nowhere but in the entry's rows.
    const employer = sight.account.get('employer', firmId)?.name ?? ''
    const known = employer === '' || employer === name ? 'no' : 'yes'
    return say('people.renamed-the-firm-to', { tense, known, employer, name })
  },
  record: (change) => change,
}
