import { fieldsOf, nameIt, SharedLoginFields, takeSeat } from './shared-logins.ts'
import { Equals, IsOptional } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code } from '../../checks/shape.ts'
import type { Id, SharedLoginRow } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { keeperOf } from './keeping.ts'
import { say } from '../../words/say.ts'
import { productName } from './connections.ts'
import type { Draft } from '../engine/draft.ts'

export class MakeSharedLogin extends SharedLoginFields {
  @Equals('make-shared-login') type!: 'make-shared-login'
  @RowId() sharedId!: MadeId
  @RowId() holdingId!: MadeId
  @Code() product!: string
  /** The account there that was nobody's until now. */
  @IsOptional() @RowId() knownId?: Id | null
}

/** Notes a login of a product that several people use (model B4). */
export const makeSharedLogin: ChangeKind<MakeSharedLogin> = {
  type: 'make-shared-login',
  confirm: 'confirm.make-shared-login',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: keeperOf,
  undo: 'by-its-right',
  preview: 'plain',
  shape: MakeSharedLogin,
  fill: (change, newId) => ({
    ...change,
    sharedId: newId(change.sharedId),
    holdingId: newId(change.holdingId),
  }),
  decide(draft, change) {
    const { sharedId, product, knownId = null } = change
    const fields = fieldsOf(draft, change)
    if (!fields) return
    const { until, ...rest } = fields
    const row = { id: sharedId, product, ...rest, from: draft.now, until, passwordDueSince: null }
    draft.insert('sharedLogin', row)
    nameIt(draft, sharedId, change)
    if (knownId !== null && !takeNobodys(draft, knownId, row)) return
    if (row.seatType) takeSeat(draft, row, change.holdingId)
  },
  sentence: ({ product, sharedId, userIds }, sight, tense) =>
    say('products.noted-the-shared-login-of-used-by-1', {
      tense,
      name: sight.named.nameOf(sharedId),
      productName: productName(product, sight),
      count: userIds.length,
    }),
  record: ({ name: _name, address, ...rest }) => ({
    ...rest,
    personal: ['name', ...(address ? ['accountAddress'] : [])],
  }),
}

/** What was known of an account of nobody is known of the shared login from now on. */
function takeNobodys(draft: Draft, knownId: Id, { id, product }: SharedLoginRow): boolean {
  const known = draft.account.get('known', knownId)
  if (!known || known.personId !== null || known.product !== product) {
    draft.refuse('not-found', say('products.there-is-no-such-account-here-it-may'), '/knownId')
    return false
  }
  draft.update('known', knownId, { personId: id, closingSince: null })
  for (const { field } of draft.account.personalOf(knownId)) draft.set(knownId, field, null)
  return true
}
