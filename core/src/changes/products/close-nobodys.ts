import { Equals, IsIn } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { looksAfter } from '../../products/keeping.ts'
import { say } from '../../words/say.ts'
import { productName } from './connections.ts'

export class CloseNobodys {
  @Equals('close-nobodys') type!: 'close-nobodys'
  @RowId() knownId!: Id
  /** `ask`: it is to be closed there; `keep`: it is not, after all; `closed`: it has been. */
  @IsIn(['ask', 'keep', 'closed']) how!: 'ask' | 'keep' | 'closed'
}

/** An account that is nobody's here is to be closed in the product, or has been (model B3). */
export const closeNobodys: ChangeKind<CloseNobodys> = {
  type: 'close-nobodys',
  confirm: 'confirm.close-nobodys',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: CloseNobodys,
  fill: (change) => change,
  decide(draft, { knownId, how }) {
    const row = draft.account.get('known', knownId)
    if (!row || row.personId !== null || !looksAfter(draft.sight, row.product)) {
      return draft.refuse('not-found', say('products.there-is-no-such-account-here-it-may'))
    }
    const isClosing = row.closingSince !== null
    if (row.state === 'closed' || (how === 'ask' && isClosing) || (how === 'keep' && !isClosing)) {
      return draft.refuse('no-change', say('products.this-has-been-done-already'))
    }
    const closed = { state: 'closed', asOf: draft.now, source: 'confirmed', byId: draft.actorId } as const
    draft.update('known', knownId, {
      ...(how === 'closed' ? closed : {}),
      closingSince: how === 'ask' ? draft.now : null,
    })
  },
  sentence({ knownId, how }, sight, tense) {
    const row = sight.named.get('known', knownId)
    const name = sight.account.personal(knownId, 'accountName') ?? sight.account.personal(knownId, 'accountAddress')
    const what = say('products.the-account-of-in', {
      name: name ?? say('products.someone-unknown'),
      productName: productName(row?.product ?? '', sight),
    })
    if (how === 'closed') return say('products.confirmed-that-is-closed', { tense, what })
    return how === 'ask'
      ? say('products.asked-for-to-be-closed', { tense, what })
      : say('products.kept', { tense, what })
  },
  record: (change) => change,
}
