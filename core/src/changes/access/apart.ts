import { Equals } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { upwards } from '../../places/tree.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { entryAt } from '../../checks/must.ts'

export class KeepApart {
  @Equals('keep-apart') type!: 'keep-apart'
  @RowId() separationId!: Id
  @RowId() oneId!: Id
  @RowId() otherId!: Id
}

/** A standing check: two places share no outsider. It forbids nothing; it is said of every change that breaks it. */
export const keepApart: ChangeKind<KeepApart> = {
  type: 'keep-apart',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'keep places apart'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: KeepApart,
  fill: (change, newId) => ({ ...change, separationId: newId(change.separationId) }),
  decide(draft, { separationId, oneId, otherId }) {
    const [one, other] = [draft.seen('place', oneId, 'place'), draft.seen('place', otherId, 'place')]
    if (!one || !other) return
    const nested = [one, other].some((place, at) => {
      return upwards(draft.account, place.id).some((above) => above.id === entryAt([other, one], at).id)
    })
    if (nested) return draft.refuse('one-within', 'One of them is inside the other. Choose two that are side by side.')
    const known = [...draft.account.all('separation')].some((row) => {
      return [row.oneId, row.otherId].includes(oneId) && [row.oneId, row.otherId].includes(otherId)
    })
    if (known) return draft.refuse('no-change', `${one.name} and ${other.name} are already kept apart.`)
    draft.insert('separation', { id: separationId, oneId, otherId })
  },
  sentence: (change, sight, verb) =>
    `${verb('kept', 'keep')} ${sight.placeName(change.oneId)} and ${sight.placeName(change.otherId)} apart`,
  record: (change) => change,
}

export class StopApart {
  @Equals('stop-apart') type!: 'stop-apart'
  @RowId() separationId!: Id
}

export const stopApart: ChangeKind<StopApart> = {
  type: 'stop-apart',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'change what is kept apart'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: StopApart,
  fill: (change) => change,
  decide(draft, { separationId }) {
    const row = draft.account.get('separation', separationId)
    if (!row) return draft.refuse('not-found', 'They are no longer kept apart.')
    draft.remove('separation', row.id)
  },
  sentence(change, sight, verb) {
    const row = sight.account.get('separation', change.separationId)
    const names = row ? `${sight.placeName(row.oneId)} and ${sight.placeName(row.otherId)}` : 'two places'
    return `${verb('stopped', 'stop')} keeping ${names} apart`
  },
  record: (change) => change,
}
