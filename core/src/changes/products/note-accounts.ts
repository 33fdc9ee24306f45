import { ArrayMaxSize, Equals, IsArray, IsIn, ValidateNested, IsOptional, IsString, MaxLength } from 'class-validator'
import { Code, Line } from '../../checks/shape.ts'
import { eachOf, type MadeId, RowId } from '../engine/shapes.ts'
import { NeededWhen } from '../../checks/dates.ts'
import type { Id, KnownSource, PersonalValue, RowEdit, KnownState } from '../../account/rows.ts'
import { Type } from 'class-transformer'
import { asOfList } from './member-lists.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { keeperOf } from './keeping.ts'
import { say } from '../../words/say.ts'
import { isWhen, readWhen } from '../../time/instants.ts'
import { knownEdit } from './known-accounts.ts'
import { followKnown } from '../leaving/hand-steps.ts'
import { productName } from './connections.ts'

export class ListedAccount {
  @RowId() knownId!: MadeId
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
  @RowId() listId!: MadeId
  @NeededWhen() asOf!: string
  @IsIn(['list', 'spreadsheet']) source!: Exclude<KnownSource, 'confirmed'>
  @IsArray() @ArrayMaxSize(500) @ValidateNested({ each: true }) @Type(() => ListedAccount) accounts!: ListedAccount[]
}

/** What a member list says of accounts, as facts; it gives nobody access (model B1, B3). */
export const noteAccounts: ChangeKind<NoteAccounts> = {
  type: 'note-accounts',
  confirm: 'confirm.note-accounts',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: keeperOf,
  undo: 'by-its-right',
  preview: 'plain',
  shape: NoteAccounts,
  fill: (change, newId) => ({
    ...change,
    listId: newId(change.listId),
    accounts: eachOf(change.accounts, (one) => ({ ...one, knownId: newId(one?.knownId) })),
  }),
  decide(draft, { product, listId, asOf, source, accounts }) {
    const at = asOfList(draft, asOf)
    const { zone } = draft.account
    const edits = new Map<Id, RowEdit<'known'>>()
    const values: PersonalValue[] = []
    const nobodys = new Set<string>()
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
      const isHere = draft.account.get('person', personId) ?? draft.account.get('sharedLogin', personId)
      if (personId !== null && !isHere) {
        return draft.refuse('not-found', say('products.someone-named-in-the-list-is-no-longer'))
      }
      const row = { id, product, personId, remoteId, state, seatType, asOf: at, source, listId }
      const lastUsedAt = lastUsed && isWhen(lastUsed) ? readWhen(lastUsed, zone, 'beginning') : null
      // Of two rows of one account that is nobody's the first counts.
      const names = personId === null ? [remoteId, address].filter((one) => one != null) : []
      if (names.some((one) => nobodys.has(one))) continue
      names.forEach((one) => nobodys.add(one))
      const edit = knownEdit(draft, { ...row, lastUsedAt, closingSince: null }, address ?? null)
      if (!edit) continue
      edits.set(edit.key, edit)
      if (personId !== null) continue
      values.push({ personId: edit.key, field: 'accountAddress', value: address ?? null })
      values.push({ personId: edit.key, field: 'accountName', value: name ?? null })
    }
    draft.putAll([...edits.values()], values)
    followKnown(
      draft,
      accounts.map(({ personId = null }) => ({ product, personId })),
    )
  },
  sentence: ({ product, accounts }, sight, tense) =>
    say('products.noted-1-account-in-from-its-member-list', {
      tense,
      count: accounts.length,
      productName: productName(product, sight),
    }),
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

// What a member list of a product says, and that it was applied.
