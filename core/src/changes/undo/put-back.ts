import type { GrantRow, Id, OfferRow, RowEdit, TableName } from '../../account/rows.ts'
import type { HoldingRow, StockRow } from '../../account/product-rows.ts'
import { sameRow } from '../../account/edits.ts'
import { tryUse } from '../offers/invite.ts'
import { productAt } from '../../products/catalogue.ts'
import type { Draft } from '../engine/draft.ts'
import { judgeNaming } from '../access/approver-choices.ts'
import { endGrant } from '../access/grants.ts'
import { WORDS } from './row-words.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

/** Puts one row back from now on, under a new id where it begins again (model C4). */
export function putBack(draft: Draft, edit: RowEdit, id: Id): void {
  switch (edit.table) {
    case 'grant':
      return putBackGrant(draft, edit, id)
    case 'holding':
      return putBackHolding(draft, edit, id)
    case 'offer':
      return putBackOffer(draft, edit)
    case 'person':
      return putBackPerson(draft, edit)
    case 'departure':
      return draft.update('departure', edit.key, edit.before ?? { state: 'put-down' })
    case 'absence':
      return draft.update('absence', edit.key, edit.before ?? { state: 'put-down' })
    case 'planned':
      return edit.before ? undefined : draft.update('planned', edit.key, { state: 'put-down' })
    case 'fitting':
      return putBackFitting(draft, edit, id)
    case 'sheet':
    case 'subscription':
    case 'stock':
      return putBackDated(draft, edit, id)
    default:
      return putBackAsItWas(draft, edit)
  }
}

function putBackAsItWas(draft: Draft, edit: RowEdit): void {
  if (edit.before && edit.after) draft.update(edit.table, edit.key, edit.before)
  else if (edit.before) draft.insert<TableName>(edit.table, edit.before)
  else if (isUnused(draft, edit)) draft.remove(edit.table, edit.key)
}

/** A grant made ends now; one that was ended or taken away is given again, from now on (model Z3). */
function putBackGrant(draft: Draft, { before, after, key }: RowEdit<'grant'>, id: Id): void {
  if (!before) return endGrant(draft, key)
  if (after && sameRow({ ...before, until: null }, { ...after, until: null })) {
    const later = [before.until, after.until].every((until) => isOpen(until, draft.now))
    if (later) return draft.update('grant', key, { until: before.until })
  }
  if (after && sameRow({ ...before, approvers: null }, { ...after, approvers: null })) {
    judgeNaming(draft, before.approvers, [before.roleId], before.placeId)
    return draft.update('grant', key, { approvers: before.approvers })
  }
  // One that has not begun was never in force: it comes back as the row it was.
  const hasBegun = after !== null && after.from <= draft.now
  const row: GrantRow = { ...before, id: hasBegun ? id : key, from: Math.max(before.from, draft.now) }
  if (!isOpen(row.until, row.from)) return
  if (after) endGrant(draft, key)
  draft.insert('grant', { ...row, givenById: draft.actorId })
}

function putBackHolding(draft: Draft, { before, after, key }: RowEdit<'holding'>, id: Id): void {
  if (!before) {
    const holding = draft.account.get('holding', key) as HoldingRow
    if (holding.givenFrom >= draft.now) draft.remove('holding', key)
    else draft.update('holding', key, { until: draft.now })
    return
  }
  if (after && sameRow({ ...before, until: null, endedById: null }, { ...after, until: null, endedById: null })) {
    const later = [before.until, after.until].every((until) => isOpen(until, draft.now))
    if (later) return draft.update('holding', key, { until: before.until, endedById: before.endedById })
  }
  const from = Math.max(before.givenFrom, draft.now)
  if (!isOpen(before.until, from)) return
  const countedFrom = before.countedFrom === null ? null : Math.max(before.countedFrom, from)
  draft.insert('holding', { ...before, id: after ? id : key, givenFrom: from, countedFrom })
}

function putBackFitting(draft: Draft, { before, after, key }: RowEdit<'fitting'>, id: Id): void {
  if (!before) {
    if (must(after, 'after').from >= draft.now) draft.remove('fitting', key)
    else draft.update('fitting', key, { until: draft.now })
    return
  }
  const from = Math.max(before.from, draft.now)
  if (isOpen(before.until, from)) draft.insert('fitting', { ...before, id: after ? id : key, from })
}

type DatedTable = 'sheet' | 'subscription' | 'stock'

/** A row in force from an instant on: one that has not begun is taken away, another is followed by the one before it. */
function putBackDated<T extends DatedTable>(draft: Draft, { table, before, after, key }: RowEdit<T>, id: Id): void {
  if (before || !after) return
  if (after.from > draft.now) return draft.remove(table, key)
  const concerns = (row: object) => ['productId', 'product', 'seatType'].every((field) => same(row, after, field))
  const earlier = [...draft.account.all(table)]
    .filter((row) => row.id !== key && row.from <= after.from && concerns(row))
    .sort((one, other) => one.from - other.from)
    .at(-1)
  // A ceiling nobody entered before is none again; a number bought for a term has been charged.
  const product = table === 'stock' ? productAt(draft.account, (after as StockRow).product, draft.now) : undefined
  if (earlier) draft.insert(table, { ...earlier, id, from: draft.now })
  else if (product && product.sheet.charging.rule !== 'term') draft.remove(table, key)
  else
    draft.refuse('cannot-undo', say('undo.there-was-nothing-before-switch-the-product', { table: say(WORDS[table]) }))
}

function same(one: object, other: object, field: string): boolean {
  return (one as Record<string, unknown>)[field] === (other as Record<string, unknown>)[field]
}

function putBackOffer(draft: Draft, { before, after, key }: RowEdit<'offer'>): void {
  const offer = draft.account.get('offer', key) as OfferRow
  if (before && after && before.revision !== after.revision) return putBackContent(draft, offer, before)
  if (!before && offer.state === 'live') draft.update('offer', key, { state: 'withdrawn' })
  else if (before) draft.update('offer', key, { state: before.state })
}

/**
 * An invitation gives again what it gave before it was changed: as a further change by the person who undoes it, who must be
 * able to give all of it (model I10).
 */
function putBackContent(draft: Draft, offer: OfferRow, { grants, seats, groupIds }: OfferRow): void {
  const isReserved = [...offer.seats, ...seats].some(({ holdingId }) => draft.start.get('holding', holdingId))
  if (isReserved && !sameRow(offer.seats, seats)) {
    return draft.refuse('cannot-undo', say('undo.its-seats-were-reserved-anew-change-the'))
  }
  const sponsorId = draft.actorId ?? offer.sponsorId
  const restored = { ...offer, grants, seats, groupIds, sponsorId, revision: draft.now }
  tryUse(draft, restored)
  if (draft.problems.length === 0) draft.update('offer', offer.id, restored)
}

/** An invitation made is withdrawn; anything else of a record is put back, its state left alone. */
function putBackPerson(draft: Draft, { before, after, key }: RowEdit<'person'>): void {
  if (after?.state === 'invited' && before?.state !== 'invited') draft.update('person', key, { state: 'withdrawn' })
  else if (!before && after?.state === 'active') draft.update('person', key, { state: 'left' })
  else if (before) {
    const state =
      must(after, 'after').state === 'away' && before.state === 'active' ? 'active' : must(after, 'after').state
    draft.update('person', key, { ...before, state, loginId: must(after, 'after').loginId })
  }
}

/** What was made can be taken away again only while nothing names it. */
function isUnused(draft: Draft, edit: RowEdit): boolean {
  const { account } = draft
  const users: Partial<Record<TableName, () => number>> = {
    place: () => account.by('place', 'parent', edit.key).length + account.by('grant', 'place', edit.key).length,
    role: () => account.by('grant', 'role', edit.key).length + account.by('role', 'base', edit.key).length,
    employer: () => account.by('person', 'employer', edit.key).length,
    group: () =>
      account.by('grant', 'subject', `group ${edit.key}`).length + account.by('membership', 'group', edit.key).length,
  }
  const count = users[edit.table]?.() ?? 0
  if (count > 0)
    draft.refuse('in-use', say('undo.something-uses-made-then-undo-that-first', { words: say(WORDS[edit.table]) }))
  return count === 0
}
