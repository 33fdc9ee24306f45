import { Code, Line } from '../../checks/shape.ts'
import { ArrayMaxSize, IsArray, IsOptional, Matches } from 'class-validator'
import { RowId, RowIds } from '../engine/shapes.ts'
import type { Id, SharedLoginRow } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import type { Draft } from '../engine/draft.ts'
import { isOpen } from '../../time/lasting.ts'
import { keepersOf, looksAfter } from '../../products/keeping.ts'
import { say } from '../../words/say.ts'
import { isDate, readWhen } from '../../time/instants.ts'
import { checkMoney, holdSeat } from '../rules/seat-rules.ts'
import { must } from '../../checks/must.ts'

// Logins that several people use: one row each, with someone responsible, its users, a seat and dates (model B4).

export class SharedLoginFields {
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
export function sharedToChange(draft: Draft, sharedId: Id): SharedLoginRow | undefined {
  const row = draft.account.get('sharedLogin', sharedId)
  if (row && (draft.actor.kind !== 'person' || looksAfter(draft.sight, row.product))) return row
  draft.refuse('not-found', say('products.there-is-no-such-shared-login-here-it'))
  return undefined
}

type Fields = Pick<SharedLoginRow, 'responsibleId' | 'userIds' | 'seatType' | 'until' | 'reviewAt'>

export function fieldsOf(draft: Draft, change: SharedLoginFields): Fields | undefined {
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

export function nameIt(draft: Draft, sharedId: Id, { name, address }: SharedLoginFields): void {
  draft.set(sharedId, 'name', name.trim())
  draft.set(sharedId, 'accountAddress', address?.trim() || null)
}

export function takeSeat(draft: Draft, { id, product, seatType, until }: SharedLoginRow, holdingId: Id): void {
  const before = draft.account
  holdSeat(draft, { holdingId, personId: id, product, seatType: must(seatType, 'seatType'), from: draft.now, until })
  if (draft.problems.length === 0) checkMoney(draft, before, draft.sight, [], say('products.hand-out-a-seat'))
}

export function heldBy(draft: Draft, sharedId: Id) {
  const { now } = draft
  return draft.account.by('holding', 'person', sharedId).filter(({ until }) => isOpen(until, now))
}
