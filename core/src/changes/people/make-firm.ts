import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { CHANGES_FIRMS, isNameFree } from './firms.ts'
import { say } from '../../words/say.ts'

export class MakeFirm {
  @Equals('make-firm') type!: 'make-firm'
  @RowId() firmId!: MadeId
  @Line(120) name!: string
}

/** Adds a firm where it is typed, by anyone who may invite (model P11). */
export const makeFirm: ChangeKind<MakeFirm> = {
  type: 'make-firm',
  confirm: 'confirm.make-firm',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: (draft) =>
    draft.sight.canSomewhere('people', 'add') ? [] : atRoot('people', 'add', 'people.add-a-firm')(draft),
  undo: { needs: CHANGES_FIRMS },
  preview: 'plain',
  shape: MakeFirm,
  fill: (change, newId) => ({ ...change, firmId: newId(change.firmId) }),
  decide(draft, { firmId, name }) {
    if (isNameFree(draft, name)) draft.insert('employer', { id: firmId, name: name.trim(), archived: false })
  },
  sentence: ({ name }, _sight, tense) => say('people.added-the-firm', { tense, name }),
  record: (change) => change,
}
