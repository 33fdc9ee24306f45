import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_FIRMS, firmIn } from './firms.ts'
import { say } from '../../words/say.ts'
import { must } from '../../checks/must.ts'

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
  sentence({ firmId, intoId }, sight, tense) {
    const employer = sight.account.get('employer', firmId)?.name
    const employer2 = sight.named.get('employer', intoId)?.name ?? say('people.a-firm')
    return say('people.merged-the-firm-into', {
      tense,
      known: employer === undefined ? 'no' : 'yes',
      employer: employer ?? '',
      employer2,
    })
  },
  record: (change) => change,
}
