import type { Draft } from '../engine/draft.ts'
import type { KnownRow } from '../../account/rows.ts'
import { productAt } from '../../products/catalogue.ts'
import { looksAfter } from '../../products/keeping.ts'
import { say } from '../../words/say.ts'
import { productName } from './connections.ts'
import type { Need } from '../engine/needs.ts'

/** Confirming needs that one looks after the product (model B1). */
export function mayConfirm(draft: Draft, { product }: Pick<KnownRow, 'product'>): boolean {
  if (draft.actor.kind !== 'person') return true
  if (!productAt(draft.account, product, draft.now)) {
    refuseProduct(draft)
    return false
  }
  if (looksAfter(draft.sight, product)) return true
  draft.refuse(
    'not-allowed',
    say('products.only-someone-who-looks-after-can-say-what', { productName: productName(product, draft.sight) }),
  )
  return false
}

/** The same as what a change needs. */
export function keeperOf(draft: Draft, { product }: { product: string }): readonly Need[] {
  mayConfirm(draft, { product })
  return []
}

export function refuseProduct(draft: Draft): void {
  draft.refuse('not-found', say('products.there-is-no-such-product-here-describe-it'), '/product')
}
