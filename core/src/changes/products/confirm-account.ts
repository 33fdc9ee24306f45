import { Equals, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code } from '../../checks/shape.ts'
import type { Id, KnownState } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { keeperOf } from './keeping.ts'
import { knownOf, taskOf, wantedOf, wayOf } from '../../products/keeping.ts'
import { say } from '../../words/say.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import { noteKnown } from './known-accounts.ts'
import { followKnown } from '../leaving/hand-steps.ts'
import { productName } from './connections.ts'

export class ConfirmAccount {
  @Equals('confirm-account') type!: 'confirm-account'
  @RowId() knownId!: MadeId
  @Code() product!: string
  @RowId() personId!: Id
  /** What their account there is, now that it was looked at. */
  @IsIn(['open', 'suspended', 'closed']) state!: KnownState
  /** Left out: the one they are to have. */
  @IsOptional() @IsString() @MaxLength(60) seatType?: string | null
}

/** Someone who looks after a product says that an account there is open, suspended or closed (model B1). */
export const confirmAccount: ChangeKind<ConfirmAccount> = {
  type: 'confirm-account',
  confirm: 'confirm.confirm-account',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: keeperOf,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ConfirmAccount,
  fill: (change, newId) => ({ ...change, knownId: newId(change.knownId) }),
  decide(draft, { knownId, product, personId, state, seatType = null }) {
    const { account, now } = draft
    if (wayOf(account, product) !== 'hand') {
      return draft.refuse('not-by-hand', say('products.this-product-is-not-kept-by-hand-so'), '/product')
    }
    const isConcerned = taskOf(account, product, personId, now) ?? knownOf(account, product, personId).row
    const isHere = account.get('person', personId) ?? account.get('sharedLogin', personId)
    if (!isHere || !(isConcerned || draft.sight.seesPerson(personId))) {
      return draft.refuse('not-found', say('products.there-is-no-such-person-here-they-may'))
    }
    if (seatType !== null && !seatTypeAt(account, product, seatType, now)) {
      return draft.refuse('not-found', say('products.this-product-has-no-such-seat-type'), '/seatType')
    }
    const type =
      seatType ??
      wantedOf(account, product, personId, now).seats[0] ??
      knownOf(account, product, personId).row?.seatType
    noteKnown(draft, {
      ...{ id: knownId, product, personId, state, seatType: state === 'closed' ? null : (type ?? null) },
      ...{ remoteId: null, asOf: now, source: 'confirmed', listId: null, lastUsedAt: null, closingSince: null },
    })
    followKnown(draft, [{ product, personId }])
  },
  sentence: ({ product, personId, state }, sight, tense) =>
    say('products.confirmed-that-s-account-in-is', {
      tense,
      person: sight.personName(personId),
      productName: productName(product, sight),
      state,
    }),
  record: (change) => change,
}
