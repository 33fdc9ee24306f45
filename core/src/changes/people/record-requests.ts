import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, PersonKind, RecordRequestRow } from '../../account/rows.ts'
import { Code, Line } from '../../checks/shape.ts'
import { Email } from '../../checks/email.ts'
import { emailKey } from '../../people/email.ts'
import { firmNamed } from '../../people/firms.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { productName } from '../products/connections.ts'
import { keeperOf } from '../products/keeping.ts'
import { forgetKnown } from '../products/known-accounts.ts'
import { recordPerson } from './record-person.ts'
import { giveSeat } from '../seats/seats.ts'
import { eachOf, idFrom, RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

// People in a product whom the person who looks after it may not record: the office is asked to (model B3).

export class AskedRecord {
  @RowId() requestId!: MadeId
  @Line(120) name!: string
  @IsOptional() @Email() email?: string | null
  /** Left out: no seat. */
  @IsOptional() @Code() seatType?: string | null
  @IsOptional() @Line(120, 0) firm?: string | null
}

export class AskToRecord {
  @Equals('ask-to-record') type!: 'ask-to-record'
  @Code() product!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => AskedRecord)
  rows!: AskedRecord[]
}

/** Asks the office to record people who are in a product (model B3). Someone who is asked about already is left out. */
export const askToRecord: ChangeKind<AskToRecord> = {
  type: 'ask-to-record',
  confirm: 'confirm.ask-to-record',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: keeperOf,
  undo: 'by-its-right',
  preview: 'plain',
  shape: AskToRecord,
  fill: (change, newId) => ({
    ...change,
    rows: eachOf(change.rows, (one) => ({ ...one, requestId: newId(one?.requestId) })),
  }),
  decide(draft, { product, kind, rows }) {
    const { actorId } = draft
    if (actorId === null) return
    const asked = new Set(
      draft.account
        .by('recordRequest', 'product', product)
        .map(({ id }) => draft.account.personal(id, 'accountAddress') ?? draft.account.personal(id, 'accountName')),
    )
    for (const { requestId: id, name, email, seatType = null, firm } of rows) {
      const address = email ? emailKey(email) : null
      if (asked.has(address ?? name)) continue
      if (seatType !== null && !seatTypeAt(draft.account, product, seatType, draft.now)) {
        return draft.refuse('not-found', say('people.this-product-has-no-such-seat-type'), '/seatType')
      }
      const row = { id, product, askedById: actorId, askedAt: draft.now, kind, seatType, firm: firm?.trim() ?? '' }
      draft.insert('recordRequest', row)
      draft.set(id, 'accountName', name.trim())
      if (address) draft.set(id, 'accountAddress', address)
    }
  },
  sentence: ({ product, rows }, sight, tense) =>
    say('people.asked-the-office-to-record-from', {
      tense,
      count: countText(rows.length),
      productName: productName(product, sight),
    }),
  record: ({ rows, ...rest }) => ({
    ...rest,
    rows: rows.map(({ name: _name, email: _email, ...row }) => ({
      ...row,
      personal: ['accountName', 'accountAddress'],
    })),
  }),
}

export class SettleRecords {
  @Equals('settle-records') type!: 'settle-records'
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(500) @RowIds() requestIds!: Id[]
  /** Whether they are recorded; else nothing of them is kept. */
  @IsBoolean() recorded!: boolean
}

/** Records the people who were asked about, by the rights of the person who does it, or declines (model B3, P12). */
export const settleRecords: ChangeKind<SettleRecords> = {
  type: 'settle-records',
  confirm: 'confirm.settle-records',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'add', 'people.record-people'),
  undo: { never: 'people.the-names-that-were-asked-about-are-no' },
  preview: 'plain',
  shape: SettleRecords,
  fill: (change) => change,
  decide(draft, { requestIds, recorded }) {
    for (const id of requestIds) {
      const row = draft.account.get('recordRequest', id)
      if (!row) return draft.refuse('not-found', say('people.one-of-these-was-answered-already-look-at'))
      if (recorded) recordAsked(draft, row)
      if (draft.problems.length > 0) return
      forgetRequest(draft, id)
    }
  },
  sentence: ({ requestIds, recorded }, _sight, tense) =>
    recorded
      ? say('people.recorded-as-asked', { tense, count: countText(requestIds.length) })
      : say('people.declined-to-record', { tense, count: countText(requestIds.length) }),
  record: (change) => change,
}

const countText = (count: number) => say('people.people', { count })

function recordAsked(draft: Draft, { id, product, kind, seatType, firm }: RecordRequestRow): void {
  const { account } = draft
  const address = account.personal(id, 'accountAddress') ?? null
  // Ids count on from the request's, so that preview and commit make the same rows.
  const present =
    address === null ? undefined : account.peopleByEmail(address).find((one) => draft.sight.seesPerson(one))
  const personId = present ?? idFrom(id, 1)
  const holdingId = idFrom(id, 2)
  if (present !== undefined || account.get('person', personId)) {
    // Asked about in two products, or recorded meanwhile: there is one record, which gets this seat too.
    if (seatType !== null) giveSeat.decide(draft, { type: 'give-seat', holdingId, personId, product, seatType })
    return claimNobodys(draft, product, address, personId)
  }
  recordPerson.decide(draft, {
    ...{
      type: 'record-person',
      personId,
      name: account.personal(id, 'accountName') ?? address ?? '',
      email: address,
      kind,
    },
    standing: kind === 'staff' ? 'member' : 'guest',
    employerId: kind === 'staff' ? null : firmId(draft, firm, idFrom(id, 3)),
    seats: seatType === null ? [] : [{ holdingId, product, seatType }],
  })
  claimNobodys(draft, product, address, personId)
}

/** What was known of the account as nobody's is theirs from now on. */
function claimNobodys(draft: Draft, product: string, address: string | null, personId: Id): void {
  if (draft.problems.length > 0) return
  for (const known of [...draft.account.by('known', 'nobody', product)]) {
    const other = draft.account.personal(known.id, 'accountAddress')
    if (address === null || other === undefined || emailKey(other) !== address) continue
    forgetKnown(draft, known.id)
    draft.insert('known', { ...known, personId, closingSince: null })
  }
}

function firmId(draft: Draft, name: string, newId: Id): Id | null {
  if (name === '') return null
  const found = firmNamed(draft.account, name)
  if (found) return found.id
  draft.insert('employer', { id: newId, name, archived: false })
  return newId
}

/** A request and what is personal about it. */
export function forgetRequest(draft: Draft, id: Id): void {
  for (const { field } of draft.account.personalOf(id)) draft.set(id, field, null)
  draft.remove('recordRequest', id)
}
