import { ArrayMaxSize, Equals, IsArray } from 'class-validator'
import { RowIds } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { accountsToForget } from '../../products/keeping.ts'
import { forgetKnown } from './known-accounts.ts'

export class ForgetAccounts {
  @Equals('forget-accounts') type!: 'forget-accounts'
  @IsArray() @ArrayMaxSize(500) @RowIds() knownIds!: Id[]
}

/** What is known of accounts that are nobody's here goes after ninety days, by time itself (model B1). */
export const forgetAccounts: ChangeKind<ForgetAccounts> = {
  type: 'forget-accounts',
  confirm: 'confirm.forget-accounts',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'products.what-was-forgotten-is-gone-for-good' },
  preview: 'plain',
  shape: ForgetAccounts,
  fill: (change) => change,
  decide(draft, { knownIds }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('products.these-are-forgotten-by-themselves'))
    const old = new Set(accountsToForget(draft.account, draft.now).map(({ id }) => id))
    if (!knownIds.every((id) => old.has(id)))
      return draft.refuse('not-due', say('products.none-of-these-is-due-to-be-forgotten'))
    for (const id of knownIds) forgetKnown(draft, id)
  },
  sentence: ({ knownIds }, _sight, tense) =>
    say('products.forgot-1-account-in-products-that-are-nobodys', { tense, count: knownIds.length }),
  record: (change) => change,
}
