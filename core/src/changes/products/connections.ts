import { Equals, IsOptional, IsRFC3339, IsString, MaxLength } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { productAt } from '../../products/catalogue.ts'
import { readInstant } from '../../time/instants.ts'
import type { Sight } from '../../access/sight.ts'
import { settleTasks } from '../leaving/hand-steps.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

const CONNECTS = atRoot('connections', 'run', 'products.connect-products')

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

export class NoteConnection {
  @Equals('note-connection') type!: 'note-connection'
  @RowId() connectionId!: Id
  /** Why the product has not been read for an hour or longer, in words that name nobody; null: it answers again. */
  @IsOptional() @Line(300) trouble?: string | null
  /** Since when, RFC 3339. */
  @IsOptional() @IsRFC3339() since?: string | null
}

/** A product could not be read for an hour, or was read again: noted by time itself, so that the Desk says it (model B1). */
export const noteConnection: ChangeKind<NoteConnection> = {
  type: 'note-connection',
  confirm: 'confirm.apply',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'products.it-says-what-a-product-answered-and-stays' },
  preview: 'plain',
  shape: NoteConnection,
  fill: (change) => change,
  decide(draft, { connectionId, trouble = null, since = null }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('products.only-what-a-product-answers-is-noted-so'))
    const row = draft.account.get('connection', connectionId)
    if (!row?.on || (row.trouble === null) === (trouble === null)) {
      return draft.refuse('not-found', say('products.this-is-noted-already-or-the-connection-is'))
    }
    const troubleSince = trouble === null ? null : since === null ? draft.now : readInstant(since)
    draft.update('connection', connectionId, { trouble, troubleSince })
  },
  sentence({ connectionId, trouble }, sight) {
    const name = productName(sight.named.get('connection', connectionId)?.product ?? '', sight)
    return trouble
      ? say('products.noted-that-could-not-be-read-for-an', { name })
      : say('products.noted-that-was-read-again', { name })
  },
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

/** A product's name as its sheet has it. */
export function productName(code: string, sight: Sight): string {
  return productAt(sight.named, code, sight.now)?.sheet.name ?? code
}
