import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { liesIn } from '../../places/tree.ts'
import { say } from '../../words/say.ts'

export class KeepApart {
  @Equals('keep-apart') type!: 'keep-apart'
  @RowId() separationId!: MadeId
  @RowId() oneId!: Id
  @RowId() otherId!: Id
}

/** A standing check: two places share no outsider. It forbids nothing; it is said of every change that breaks it. */
export const keepApart: ChangeKind<KeepApart> = {
  type: 'keep-apart',
  confirm: 'confirm.keep-apart',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'access.keep-places-apart'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: KeepApart,
  fill: (change, newId) => ({ ...change, separationId: newId(change.separationId) }),
  decide(draft, { separationId, oneId, otherId }) {
    const [one, other] = [draft.seen('place', oneId, 'place'), draft.seen('place', otherId, 'place')]
    if (!one || !other) return
    if (liesIn(draft.account, one.id, other.id) || liesIn(draft.account, other.id, one.id))
      return draft.refuse('one-within', say('access.one-of-them-is-inside-the-other-choose'))
    const known = [...draft.account.all('separation')].some((row) => {
      return [row.oneId, row.otherId].includes(oneId) && [row.oneId, row.otherId].includes(otherId)
    })
    if (known)
      return draft.refuse('no-change', say('access.and-are-already-kept-apart', { name: one.name, other: other.name }))
    draft.insert('separation', { id: separationId, oneId, otherId })
  },
  sentence: (change, sight, tense) =>
    say('access.kept-and-apart', {
      tense,
      place: sight.placeName(change.oneId),
      place2: sight.placeName(change.otherId),
    }),
  record: (change) => change,
}
