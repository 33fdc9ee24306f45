import { Equals, IsBoolean } from 'class-validator'
import type { EmployerRow, Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { firmKey, isFirmInUse } from '../../people/firms.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

// Firms: other businesses that people work for (model P11).

const CHANGES_FIRMS = atRoot('people', 'change', 'people.change-firms')

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
  sentence: ({ firmId, name }, sight, tense) =>
    say('people.renamed-the-firm-to', { tense, employer: sight.named.get('employer', firmId)?.name ?? '', name }),
  record: (change) => change,
}

export class MergeFirms {
  @Equals('merge-firms') type!: 'merge-firms'
  /** The one that goes. */
  @RowId() firmId!: Id
  @RowId() intoId!: Id
}

/** Two entries of one firm become one: people and rules follow; judged where a rule reads the firm (model P11, D1). */
export const mergeFirms: ChangeKind<MergeFirms> = {
  type: 'merge-firms',
  confirm: 'confirm.merge-firms',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_FIRMS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: MergeFirms,
  fill: (change) => change,
  decide(draft, { firmId, intoId }) {
    const firm = firmIn(draft, firmId)
    const into = draft.account.get('employer', intoId)
    if (!firm) return
    if (!into || firmId === intoId)
      return draft.refuse('not-found', say('people.choose-another-firm-to-merge-it-into'), '/intoId')
    for (const { id } of draft.account.by('person', 'employer', firmId))
      draft.update('person', id, { employerId: intoId })
    for (const group of draft.account.by('group', 'ruled', 'yes')) {
      const anyOf = must(group.rule, 'rule').anyOf.map((line) =>
        line.map((one) => (one.field === 'employer' && one.value === firmId ? { ...one, value: intoId } : one)),
      )
      if (JSON.stringify(anyOf) !== JSON.stringify(must(group.rule, 'rule').anyOf))
        draft.update('group', group.id, { rule: { anyOf } })
    }
    draft.remove('employer', firmId)
  },
  sentence: ({ firmId, intoId }, sight, tense) =>
    say('people.merged-the-firm-into', {
      tense,
      employer: sight.named.get('employer', firmId)?.name ?? '',
      employer2: sight.named.get('employer', intoId)?.name ?? '',
    }),
  record: (change) => change,
}

export class ArchiveFirm {
  @Equals('archive-firm') type!: 'archive-firm'
  @RowId() firmId!: Id
  /** False: it can be chosen again. */
  @IsBoolean() archived!: boolean
}

/** An empty firm is offered nowhere any more (model P11). */
export const archiveFirm: ChangeKind<ArchiveFirm> = {
  type: 'archive-firm',
  confirm: 'confirm.archive-firm',
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

function firmIn(draft: Draft, firmId: Id): EmployerRow | undefined {
  const firm = draft.account.get('employer', firmId)
  if (!firm) draft.refuse('not-found', say('people.there-is-no-such-firm-here-it-may'))
  return firm
}

/** Two spellings of one name are one firm. */
function isNameFree(draft: Draft, name: string, ownId?: Id): boolean {
  const twin = [...draft.account.all('employer')].find((one) => one.id !== ownId && firmKey(one.name) === firmKey(name))
  if (!twin) return true
  const state = twin.archived ? say('people.is-archived-restore-it') : say('people.is-here-already-choose-it')
  draft.refuse('name-taken', say('people.the-firm', { twin: twin.name, state }), '/name')
  return false
}
