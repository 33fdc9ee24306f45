import { ArrayMaxSize, Equals, IsArray, IsOptional, Matches } from 'class-validator'
import type { Id, SharedLoginRow } from '../../account/rows.ts'
import { Code, Line } from '../../checks/shape.ts'
import { keepersOf, looksAfter } from '../../products/keeping.ts'
import { isDate, readWhen } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { productName } from './connections.ts'
import { keeperOf } from './keeping.ts'
import { checkMoney, holdSeat } from '../rules/seat-rules.ts'
import { endHolding } from '../seats/seats.ts'
import { RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

// Logins that several people use: one row each, with someone responsible, its users, a seat and dates (model B4).

class SharedLoginFields {
  @Line(120) name!: string
  /** Under which it signs in there. */
  @IsOptional() @Line(200, 0) address?: string | null
  @RowId() responsibleId!: Id
  @IsArray() @ArrayMaxSize(200) @RowIds() userIds!: Id[]
  /** Left out: it takes no seat. */
  @IsOptional() @Code() seatType?: string | null
  @When() until?: string | null
  /** On which day someone looks at it again. */
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) reviewOn?: string | null
}

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
      name: sight.account.nameOf(sharedId),
      productName: productName(product, sight),
      count: userIds.length,
    }),
  record: ({ name: _name, address, ...rest }) => ({
    ...rest,
    personal: ['name', ...(address ? ['accountAddress'] : [])],
  }),
}

export class ChangeSharedLogin extends SharedLoginFields {
  @Equals('change-shared-login') type!: 'change-shared-login'
  @RowId() sharedId!: Id
  /** The seat that takes the place of the one it had. */
  @RowId() holdingId!: MadeId
}

/** Changes who is responsible for a shared login, who uses it, its seat and dates (model B4). */
export const changeSharedLogin: ChangeKind<ChangeSharedLogin> = {
  type: 'change-shared-login',
  confirm: 'confirm.change-shared-login',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeSharedLogin,
  fill: (change, newId) => ({ ...change, holdingId: newId(change.holdingId) }),
  decide(draft, change) {
    const row = sharedToChange(draft, change.sharedId)
    const fields = row && fieldsOf(draft, change)
    if (!row || !fields) return
    const gone = row.userIds.some((id) => !fields.userIds.includes(id))
    // Anyone who used it knows its password.
    const passwordDueSince = gone ? (row.passwordDueSince ?? draft.now) : row.passwordDueSince
    draft.update('sharedLogin', row.id, { ...fields, passwordDueSince })
    nameIt(draft, row.id, change)
    if (fields.seatType === row.seatType) {
      const before = draft.account
      const moved = heldBy(draft, row.id).filter(({ until }) => until !== fields.until)
      if (moved.length === 0) return
      for (const one of moved) draft.update('holding', one.id, { until: fields.until })
      // A seat that lasts longer costs longer (model S10).
      return checkMoney(draft, before, draft.sight, [], say('products.hand-out-a-seat'))
    }
    for (const one of heldBy(draft, row.id)) endHolding(draft, one, draft.now)
    if (fields.seatType) takeSeat(draft, { ...row, ...fields }, change.holdingId)
  },
  sentence: ({ sharedId }, sight, tense) =>
    say('products.changed-the-shared-login', { tense, name: sight.account.nameOf(sharedId) }),
  record: ({ name: _name, address: _address, ...rest }) => ({ ...rest, personal: ['name', 'accountAddress'] }),
}

export class EndSharedLogin {
  @Equals('end-shared-login') type!: 'end-shared-login'
  @RowId() sharedId!: Id
}

/** A shared login is used no more: its seat ends, and its account is to be closed there (model B4). */
export const endSharedLogin: ChangeKind<EndSharedLogin> = {
  type: 'end-shared-login',
  confirm: 'confirm.end-shared-login',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: EndSharedLogin,
  fill: (change) => change,
  decide(draft, { sharedId }) {
    const row = sharedToChange(draft, sharedId)
    if (!row) return
    draft.update('sharedLogin', row.id, { until: draft.now, passwordDueSince: null })
    for (const one of heldBy(draft, row.id)) endHolding(draft, one, draft.now)
  },
  sentence: ({ sharedId }, sight, tense) =>
    say('products.ended-the-shared-login', { tense, name: sight.account.nameOf(sharedId) }),
  record: (change) => change,
}

export class ConfirmPassword {
  @Equals('confirm-password') type!: 'confirm-password'
  @RowId() sharedId!: Id
}

/** Someone who looks after the product says that a shared login has another password (model B4). */
export const confirmPassword: ChangeKind<ConfirmPassword> = {
  type: 'confirm-password',
  confirm: 'confirm.confirm-password',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: ConfirmPassword,
  fill: (change) => change,
  decide(draft, { sharedId }) {
    const row = sharedToChange(draft, sharedId)
    if (!row) return
    if (row.passwordDueSince === null) return draft.refuse('no-change', say('products.this-has-been-done-already'))
    draft.update('sharedLogin', row.id, { passwordDueSince: null })
  },
  sentence: ({ sharedId }, sight, tense) =>
    say('products.changed-the-password-of-the-shared-login', { tense, name: sight.account.nameOf(sharedId) }),
  record: (change) => change,
}

/** Someone left: they use no shared login any more, and each they used needs another password (model B4, X2). */
export function leaveSharedLogins(draft: Draft, personId: Id): void {
  for (const row of [...draft.account.all('sharedLogin')]) {
    const isUser = row.userIds.includes(personId)
    if (!isUser && row.responsibleId !== personId) continue
    const isOver = !isOpen(row.until, draft.now)
    // Someone is always responsible: the person who looks after the product, where nobody took it over.
    const [keeperId = row.responsibleId] = keepersOf(draft.account, row.product, draft.now)
    draft.update('sharedLogin', row.id, {
      responsibleId: row.responsibleId === personId ? keeperId : row.responsibleId,
      userIds: row.userIds.filter((id) => id !== personId),
      passwordDueSince: isOver ? row.passwordDueSince : (row.passwordDueSince ?? draft.now),
    })
  }
}

/** A login nobody sees answers as one that does not exist (model D5). */
function sharedToChange(draft: Draft, sharedId: Id): SharedLoginRow | undefined {
  const row = draft.account.get('sharedLogin', sharedId)
  if (row && (draft.actor.kind !== 'person' || looksAfter(draft.sight, row.product))) return row
  draft.refuse('not-found', say('products.there-is-no-such-shared-login-here-it'))
  return undefined
}

type Fields = Pick<SharedLoginRow, 'responsibleId' | 'userIds' | 'seatType' | 'until' | 'reviewAt'>

function fieldsOf(draft: Draft, change: SharedLoginFields): Fields | undefined {
  const { responsibleId, userIds, seatType = null, reviewOn = null } = change
  for (const id of [responsibleId, ...userIds]) {
    const person = draft.seen('person', id, 'person')
    if (!person) return undefined
    if (person.state !== 'active' && person.state !== 'away') {
      draft.refuse('not-here', say('products.is-not-here-choose-someone-who-is', { name: draft.account.nameOf(id) }))
      return undefined
    }
  }
  const { until } = draft.period(null, change.until)
  if (reviewOn !== null && !isDate(reviewOn))
    draft.refuse('bad-date', say('products.there-is-no-such-day-as', { reviewOn }), '/reviewOn')
  if (draft.problems.length > 0) return undefined
  const reviewAt = reviewOn === null ? null : readWhen(reviewOn, draft.account.zone, 'beginning')
  return { responsibleId, userIds: [...new Set(userIds)], seatType, until, reviewAt }
}

function nameIt(draft: Draft, sharedId: Id, { name, address }: SharedLoginFields): void {
  draft.set(sharedId, 'name', name.trim())
  draft.set(sharedId, 'accountAddress', address?.trim() || null)
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

function takeSeat(draft: Draft, { id, product, seatType, until }: SharedLoginRow, holdingId: Id): void {
  const before = draft.account
  holdSeat(draft, { holdingId, personId: id, product, seatType: must(seatType, 'seatType'), from: draft.now, until })
  if (draft.problems.length === 0) checkMoney(draft, before, draft.sight, [], say('products.hand-out-a-seat'))
}

function heldBy(draft: Draft, sharedId: Id) {
  const { now } = draft
  return draft.account.by('holding', 'person', sharedId).filter(({ until }) => isOpen(until, now))
}
