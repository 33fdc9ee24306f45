import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import type { Id, KnownRow, KnownState, RowEdit } from '../../account/rows.ts'
import { Code } from '../../checks/shape.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import { accountsToForget, knownOf, looksAfter, taskOf, wantedOf, wayOf } from '../../products/keeping.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { productName } from './connections.ts'
import { followKnown } from '../leaving/hand-steps.ts'
import { keeperOf } from './keeping.ts'
import { RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { say } from '../../words/say.ts'

// What is known of accounts in products: confirmed by their keepers, asked to be closed, forgotten in time.

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

/** A fact and what is personal about it. */
export function forgetKnown(draft: Draft, id: Id): void {
  for (const { field } of draft.account.personalOf(id)) draft.set(id, field, null)
  draft.remove(draft.account.get('known', id) ? 'known' : 'recordRequest', id)
}

/** Keeps a fact: one row for each account and source; an older fact than the one kept changes nothing. */
function noteKnown(draft: Draft, fact: Omit<KnownRow, 'byId'>): void {
  const edit = knownEdit(draft, fact, null)
  if (edit) draft.putAll([edit], [])
}

/** The row a fact writes, or nothing when what is kept is newer. */
export function knownEdit(
  draft: Draft,
  fact: Omit<KnownRow, 'byId'>,
  address: string | null,
): RowEdit<'known'> | undefined {
  const row = { ...fact, byId: draft.actorId }
  const before = sameAccount(draft, fact, address)
  if (!before) return { table: 'known', key: row.id, before: null, after: row }
  if (before.asOf > row.asOf) return undefined
  const closingSince = row.state === 'closed' ? null : before.closingSince
  const after = { ...row, id: before.id, remoteId: row.remoteId ?? before.remoteId, closingSince }
  return { table: 'known', key: before.id, before, after }
}

function sameAccount(
  { account }: Draft,
  { product, personId, remoteId, source }: Omit<KnownRow, 'byId'>,
  address: string | null,
): KnownRow | undefined {
  if (personId !== null) {
    return account.by('known', 'holder', `${product} ${personId}`).find((one) => one.source === source)
  }
  return account.by('known', 'nobody', product).find((one) => {
    if (one.source !== source) return false
    if (remoteId !== null && one.remoteId !== null) return one.remoteId === remoteId
    return address !== null && account.personal(one.id, 'accountAddress') === address
  })
}
