import { Equals, IsOptional, IsString, MaxLength } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CONNECTS, productName } from './connections.ts'
import { productAt } from '../../products/catalogue.ts'
import { say } from '../../words/say.ts'
import { settleTasks } from '../leaving/hand-steps.ts'

export class ConnectProduct {
  @Equals('connect-product') type!: 'connect-product'
  @RowId() connectionId!: MadeId
  @IsString() @MaxLength(60) product!: string
  /** Base address of the product's SCIM 2.0 service (RFC 7644 §1.3). */
  @Line(300) scimAddress!: string
  /** Base address of its handover service, if it has one. */
  @IsOptional() @Line(300) thingsAddress?: string | null
}

/** Has a product's accounts follow this account from now on; its secret is given to the server apart. */
export const connectProduct: ChangeKind<ConnectProduct> = {
  type: 'connect-product',
  confirm: 'confirm.connect-product',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CONNECTS,
  undo: { never: 'products.disconnect-the-product-instead' },
  preview: 'plain',
  shape: ConnectProduct,
  fill: (change, newId) => ({ ...change, connectionId: newId(change.connectionId) }),
  decide(draft, { connectionId, product, scimAddress, thingsAddress = null }) {
    if (!productAt(draft.account, product, draft.now)) {
      return draft.refuse('not-found', say('products.there-is-no-such-product-here-import-its'), '/product')
    }
    if (draft.account.by('connection', 'product', product).some((one) => one.on)) {
      return draft.refuse('connected', say('products.this-product-is-already-connected-disconnect'), '/product')
    }
    const addresses = [scimAddress, thingsAddress].filter((one) => one !== null)
    for (const address of addresses) {
      if (!isAddress(address))
        return draft.refuse(
          'bad-address',
          say('products.is-not-a-web-address-write-it-in', { address }),
          '/scimAddress',
        )
    }
    const row = { id: connectionId, product, scimAddress, thingsAddress: thingsAddress || null }
    draft.insert('connection', { ...row, on: true, since: draft.now, trouble: null, troubleSince: null })
    // What was to be closed by hand is closed by the connection from now on, and read back.
    settleTasks(draft, product, { kind: 'close', what: 'close' })
  },
  sentence: (change, sight, tense) => say('products.connected', { tense, what: productName(change.product, sight) }),
  record: (change) => change,
}

/** A whole web address, without a name or password in it. */
function isAddress(text: string): boolean {
  try {
    const { protocol, username, password, hash } = new URL(text)
    return /^https?:$/.test(protocol) && username === '' && password === '' && hash === ''
  } catch {
    return false
  }
}
