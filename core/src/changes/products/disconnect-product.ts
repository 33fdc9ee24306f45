import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CONNECTS, productName } from './connections.ts'
import { say } from '../../words/say.ts'

export class DisconnectProduct {
  @Equals('disconnect-product') type!: 'disconnect-product'
  @RowId() connectionId!: Id
}

/** Accounts in the product stay as they are and follow nothing any more. */
export const disconnectProduct: ChangeKind<DisconnectProduct> = {
  type: 'disconnect-product',
  confirm: 'confirm.disconnect-product',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CONNECTS,
  undo: { never: 'products.connect-the-product-again-instead' },
  preview: 'plain',
  shape: DisconnectProduct,
  fill: (change) => change,
  decide(draft, { connectionId }) {
    const row = draft.account.get('connection', connectionId)
    if (!row?.on) return draft.refuse('not-found', say('products.this-connection-is-no-longer-there-it-may'))
    draft.update('connection', connectionId, { on: false })
  },
  sentence(change, sight, tense) {
    const product = sight.named.get('connection', change.connectionId)?.product ?? ''
    return say('products.disconnected', { tense, what: productName(product, sight) })
  },
  record: (change) => change,
}
