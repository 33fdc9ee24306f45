import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, KnownRow, KnownSource, KnownState, PersonalValue, RowEdit } from '../account/rows.ts'
import { Code, Line } from '../checks/shape.ts'
import { productAt, seatTypeAt } from '../products/catalogue.ts'
import {
  accountsToForget,
  isClosingOpen,
  keepingOf,
  knownOf,
  looksAfter,
  taskOf,
  wantedOf,
  wayOf,
} from '../products/keeping.ts'
import { isWhen, readWhen, type Instant } from '../time/instants.ts'
import type { Draft } from './draft.ts'
import type { ChangeKind } from './kind.ts'
import { productName } from './connections.ts'
import { settleTasks } from './hand-steps.ts'
import { NeededWhen, RowId, RowIds } from './shapes.ts'

// Products whose accounts nothing here opens or closes: who looks after them, and what is known of the accounts there.

export class KeptWord {
  @RowId() id!: Id
  @Line(120) word!: string
}

export class KeepProduct {
  @Equals('keep-product') type!: 'keep-product'
  @RowId() keepingId!: Id
  @Code() product!: string
  /** `hand`: tasks say what to do there; `none`: it has no accounts. */
  @IsIn(['hand', 'none']) way!: 'hand' | 'none'
  /** Left out: the owners. */
  @IsOptional() @IsIn(['person', 'group']) keeperKind?: 'person' | 'group' | null
  @IsOptional() @RowId() keeperId?: Id | null
  /** What the product calls roles and places of ours; left out, as it was. */
  @IsOptional() @IsArray() @ArrayMaxSize(2000) @ValidateNested({ each: true }) @Type(() => KeptWord) words?: KeptWord[]
}

/** Says how a product's accounts are kept and who looks after them (model B1). */
export const keepProduct: ChangeKind<KeepProduct> = {
  type: 'keep-product',
  category: 'settings',
  shape: KeepProduct,
  onlyEnds: true,
  fill: (change, newId) => ({ ...change, keepingId: newId(change.keepingId) }),
  decide(draft, change) {
    if (!draft.need('connections', 'run', draft.account.root.id, 'say who looks after a product')) return
    const { product, way, keeperKind = null, keeperId = null, keepingId } = change
    if (!productAt(draft.account, product, draft.now)) return refuseProduct(draft)
    if (keeperKind !== null && !isKeeper(draft, keeperKind, keeperId)) {
      return draft.refuse('not-found', 'Choose a person or a group of this account to look after it.', '/keeperId')
    }
    const before = keepingOf(draft.account, product)
    const words = change.words ? Object.fromEntries(change.words.map(({ id, word }) => [id, word])) : before?.words
    const since = before?.way === way ? before.since : draft.now
    const row = { product, way, keeperKind, keeperId: keeperKind && keeperId, since, words: words ?? {} }
    if (before) draft.update('keeping', before.id, row)
    else draft.insert('keeping', { id: keepingId, ...row, columns: {} })
    if (way === 'none') settleTasks(draft, product, { state: 'done', note: NO_ACCOUNTS, doneAt: draft.now })
  },
  sentence({ product, way, keeperKind, keeperId }, sight, verb) {
    const name = productName(product, sight)
    if (way === 'none') return `${verb('noted', 'note')} that ${name} has no accounts`
    const keeper =
      keeperKind === 'person' && keeperId
        ? sight.personName(keeperId)
        : keeperKind === 'group' && keeperId
          ? (sight.named.get('group', keeperId)?.name ?? 'a group')
          : 'the owners'
    return `${verb('had', 'have')} ${keeper} look after the accounts in ${name} by hand`
  },
  record: (change) => change,
}

const NO_ACCOUNTS = 'The product was said to have no accounts.'

function isKeeper(draft: Draft, kind: 'person' | 'group', id: Id | null): boolean {
  if (kind === 'group') return draft.account.get('group', id) !== undefined
  const person = draft.account.get('person', id)
  return (
    person !== undefined && draft.sight.seesPerson(person.id) && person.state !== 'left' && person.state !== 'erased'
  )
}

export class ConfirmAccount {
  @Equals('confirm-account') type!: 'confirm-account'
  @RowId() knownId!: Id
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
  category: 'seats',
  shape: ConfirmAccount,
  onlyEnds: true,
  fill: (change, newId) => ({ ...change, knownId: newId(change.knownId) }),
  decide(draft, { knownId, product, personId, state, seatType = null }) {
    const { account, now } = draft
    if (!mayConfirm(draft, { product })) return
    if (wayOf(account, product) !== 'hand') {
      return draft.refuse(
        'not-by-hand',
        'This product is not kept by hand, so there is nothing to confirm.',
        '/product',
      )
    }
    const isConcerned = taskOf(account, product, personId, now) ?? knownOf(account, product, personId).row
    if (!account.get('person', personId) || !(isConcerned || draft.sight.seesPerson(personId))) {
      return draft.refuse('not-found', 'There is no such person here; they may have been removed in the meantime.')
    }
    if (seatType !== null && !seatTypeAt(account, product, seatType, now)) {
      return draft.refuse('not-found', 'This product has no such seat type.', '/seatType')
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
  sentence: ({ product, personId, state }, sight, verb) =>
    `${verb('confirmed', 'confirm')} that ${sight.personName(personId)}’s account in ${productName(product, sight)} is ${state}`,
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
  category: 'seats',
  shape: CloseNobodys,
  onlyEnds: true,
  fill: (change) => change,
  decide(draft, { knownId, how }) {
    const row = draft.account.get('known', knownId)
    if (!row || row.personId !== null || !looksAfter(draft.sight, row.product)) {
      return draft.refuse('not-found', 'There is no such account here; it may have been closed in the meantime.')
    }
    const isClosing = row.closingSince !== null
    if (row.state === 'closed' || (how === 'ask' && isClosing) || (how === 'keep' && !isClosing)) {
      return draft.refuse('no-change', 'This has been done already.')
    }
    const closed = { state: 'closed', asOf: draft.now, source: 'confirmed', byId: draft.actorId } as const
    draft.update('known', knownId, {
      ...(how === 'closed' ? closed : {}),
      closingSince: how === 'ask' ? draft.now : null,
    })
  },
  sentence({ knownId, how }, sight, verb) {
    const row = sight.named.get('known', knownId)
    const name = sight.account.personal(knownId, 'accountName') ?? sight.account.personal(knownId, 'accountAddress')
    const what = `the account of ${name ?? 'someone unknown'} in ${productName(row?.product ?? '', sight)}`
    if (how === 'closed') return `${verb('confirmed', 'confirm')} that ${what} is closed`
    return how === 'ask' ? `${verb('asked', 'ask')} for ${what} to be closed` : `${verb('kept', 'keep')} ${what}`
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
  category: 'seats',
  shape: ForgetAccounts,
  onlyEnds: true,
  fill: (change) => change,
  decide(draft, { knownIds }) {
    if (draft.actor.kind === 'person') return draft.refuse('not-yours', 'These are forgotten by themselves.')
    const old = new Set(accountsToForget(draft.account, draft.now).map(({ id }) => id))
    if (!knownIds.every((id) => old.has(id)))
      return draft.refuse('not-due', 'None of these is due to be forgotten now.')
    for (const id of knownIds) forgetKnown(draft, id)
  },
  sentence: ({ knownIds }, _sight, verb) =>
    `${verb('forgot', 'forget')} ${knownIds.length === 1 ? '1 account' : `${knownIds.length} accounts`} in products that are nobody’s here`,
  record: (change) => change,
}

/** A fact and what is personal about it. */
export function forgetKnown(draft: Draft, id: Id): void {
  for (const { field } of draft.account.personalOf(id)) draft.set(id, field, null)
  draft.remove('known', id)
}

export class ListedAccount {
  @RowId() knownId!: Id
  /** Whose it is here; null: nobody's. */
  @IsOptional() @RowId() personId?: Id | null
  @IsOptional() @Line(200) address?: string | null
  @IsOptional() @Line(200) name?: string | null
  @IsOptional() @Line(200) remoteId?: string | null
  @IsIn(['open', 'suspended', 'closed']) state!: KnownState
  @IsOptional() @IsString() @MaxLength(60) seatType?: string | null
  @IsOptional() @NeededWhen() lastUsed?: string | null
}

export class NoteAccounts {
  @Equals('note-accounts') type!: 'note-accounts'
  @Code() product!: string
  @RowId() listId!: Id
  @NeededWhen() asOf!: string
  @IsIn(['list', 'spreadsheet']) source!: Exclude<KnownSource, 'confirmed'>
  @IsArray() @ArrayMaxSize(500) @ValidateNested({ each: true }) @Type(() => ListedAccount) accounts!: ListedAccount[]
}

/** What a member list says of accounts, as facts; it gives nobody access (model B1, B3). */
export const noteAccounts: ChangeKind<NoteAccounts> = {
  type: 'note-accounts',
  category: 'seats',
  shape: NoteAccounts,
  onlyEnds: true,
  fill: (change, newId) => ({
    ...change,
    listId: newId(change.listId),
    accounts: change.accounts.map((one) => ({ ...one, knownId: newId(one.knownId) })),
  }),
  decide(draft, { product, listId, asOf, source, accounts }) {
    if (!mayConfirm(draft, { product })) return
    const at = asOfList(draft, asOf)
    const { zone } = draft.account
    const edits = new Map<Id, RowEdit<'known'>>()
    const values: PersonalValue[] = []
    for (const {
      knownId: id,
      personId = null,
      address,
      name,
      remoteId = null,
      state,
      seatType = null,
      lastUsed,
    } of accounts) {
      if (personId !== null && !draft.account.get('person', personId)) {
        return draft.refuse('not-found', 'Someone named in the list is no longer here. Read the list again.')
      }
      const row = { id, product, personId, remoteId, state, seatType, asOf: at, source, listId }
      const lastUsedAt = lastUsed && isWhen(lastUsed) ? readWhen(lastUsed, zone, 'beginning') : null
      const edit = knownEdit(draft, { ...row, lastUsedAt, closingSince: null }, address ?? null)
      if (!edit) continue
      edits.set(edit.key, edit)
      if (personId !== null) continue
      values.push({ personId: edit.key, field: 'accountAddress', value: address ?? null })
      values.push({ personId: edit.key, field: 'accountName', value: name ?? null })
    }
    draft.putAll([...edits.values()] as RowEdit[], values)
    followKnown(
      draft,
      accounts.map(({ personId = null }) => ({ product, personId })),
    )
  },
  sentence: ({ product, accounts }, sight, verb) =>
    `${verb('noted', 'note')} ${accounts.length === 1 ? '1 account' : `${accounts.length} accounts`} in ${productName(product, sight)} from its member list`,
  // Addresses and names are personal values; the ledger keeps ids (model C6).
  record: ({ accounts, ...rest }) => ({
    ...rest,
    accounts: accounts.map(({ address, name, ...one }) => ({
      ...one,
      ...(address ? { address: { field: 'accountAddress' } } : {}),
      ...(name ? { name: { field: 'accountName' } } : {}),
    })),
  }),
}

export class NoteList {
  @Equals('note-list') type!: 'note-list'
  @RowId() listId!: Id
  @Code() product!: string
  @NeededWhen() asOf!: string
  @Line(64) hash!: string
  @IsInt() @Min(0) @Max(2_000_000) count!: number
  /** Which heading says what, for the next list of this product. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => ListColumn)
  columns?: ListColumn[]
}

export class ListColumn {
  @Line(40) field!: string
  @Line(200) heading!: string
}

/** A member list was compared and applied: with its hash, so that the ledger vouches for what was read (model B1). */
export const noteList: ChangeKind<NoteList> = {
  type: 'note-list',
  category: 'seats',
  shape: NoteList,
  onlyEnds: true,
  fill: (change, newId) => ({ ...change, listId: newId(change.listId) }),
  decide(draft, { listId, product, asOf, hash, count, columns }) {
    if (!mayConfirm(draft, { product })) return
    const at = asOfList(draft, asOf)
    draft.insert('memberList', {
      id: listId,
      product,
      asOf: at,
      appliedAt: draft.now,
      byId: draft.actorId,
      hash,
      count,
    })
    const keeping = keepingOf(draft.account, product)
    if (!keeping || !columns) return
    draft.update('keeping', keeping.id, {
      columns: Object.fromEntries(columns.map(({ field, heading }) => [field, heading])),
    })
  },
  sentence: ({ product, count }, sight, verb) =>
    `${verb('applied', 'apply')} a member list of ${productName(product, sight)} with ${count === 1 ? '1 row' : `${count} rows`}`,
  record: (change) => change,
}

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
    `Only someone who looks after ${productName(product, draft.sight)} can say what accounts are there.`,
  )
  return false
}

function refuseProduct(draft: Draft): void {
  draft.refuse('not-found', 'There is no such product here. Describe it or import its product sheet first.', '/product')
}

/** What a list says holds as of its day's last instant, and at the latest now (model B1, Z1). */
function asOfList(draft: Draft, text: string): Instant {
  return isWhen(text) ? Math.min(readWhen(text, draft.account.zone, 'end'), draft.now) : draft.now
}

/** Keeps a fact: one row for each account and source; an older fact than the one kept changes nothing. */
function noteKnown(draft: Draft, fact: Omit<KnownRow, 'byId'>): void {
  const edit = knownEdit(draft, fact, null)
  if (edit) draft.putAll([edit as RowEdit], [])
}

function knownEdit(draft: Draft, fact: Omit<KnownRow, 'byId'>, address: string | null): RowEdit<'known'> | undefined {
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

/**
 * The steps of departures follow what is known: done once an account is known closed or nothing was to close, open again
 * when it is known open after that (model B2, X5).
 */
export function followKnown(draft: Draft, about: readonly Pick<KnownRow, 'product' | 'personId'>[]): void {
  for (const { product, personId } of about) {
    if (personId === null || draft.account.get('person', personId)?.state !== 'left') continue
    const [departure] = [...draft.account.by('departure', 'person', personId)]
      .filter(({ state }) => state === 'running' || state === 'done')
      .sort((one, other) => other.at - one.at)
    if (!departure) continue
    const steps = draft.account.by('step', 'departure', departure.id)
    const step = steps.find((one) => one.kind === 'task' && one.subject === product)
    if (!step || step.state === 'let-go') continue
    const isOpen = isClosingOpen(draft.account, product, personId, draft.now)
    if (!isOpen && step.state !== 'done') {
      draft.update('step', step.id, { state: 'done', note: null, doneAt: draft.now })
      draft.effects.push({ kind: 'go-on-leaving', departureId: departure.id })
    }
    if (!isOpen || step.state !== 'done') continue
    draft.update('step', step.id, { state: 'waiting', note: null, doneAt: null })
    for (const one of steps) {
      if (one.kind === 'record' && one.state === 'done')
        draft.update('step', one.id, { state: 'waiting', doneAt: null })
    }
    if (departure.state === 'done') draft.update('departure', departure.id, { state: 'running' })
  }
}
