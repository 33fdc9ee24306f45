import { ArrayMaxSize, Equals, IsArray, IsInt, Min } from 'class-validator'
import type {
  AbsenceRow,
  DepartureRow,
  GrantRow,
  HoldingRow,
  KnownRow,
  Id,
  OfferRow,
  PersonRow,
  PlaceRow,
  PlannedRow,
  RoleRow,
  RowEdit,
  StockRow,
  TableName,
} from '../account/rows.ts'
import { tryUse } from './invite.ts'
import { sameRow, netEdits } from '../account/edits.ts'
import { productAt } from '../products/catalogue.ts'
import type { Draft } from './draft.ts'
import { judgeNaming } from './approver-choices.ts'
import { rolesAround } from './name-approvers.ts'
import { judgeLead } from './groups.ts'
import { endGrant } from './grants.ts'
import type { ChangeKind } from './kind.ts'
import { followKnown } from './hand-steps.ts'
import { mayConfirm } from './keeping.ts'
import { idFrom, RowId } from './shapes.ts'

export class Undo {
  @Equals('undo') type!: 'undo'
  /** The version whose docket is undone. */
  @IsInt() @Min(1) version!: number
  /** What it altered, as the ledger has it; put in by the server, never by anyone who asks. */
  @IsArray() @ArrayMaxSize(20_000) edits!: RowEdit[]
  /** From which the ids of rows made are counted on. */
  @RowId() seedId!: Id
}

/**
 * Puts back, from now on, what a docket altered, by the undoer's own rights, while every row is as that docket left it
 * (model C4). What has taken effect meanwhile stays as it was: a key that was taken is given again from now.
 */
export const undo: ChangeKind<Undo> = {
  type: 'undo',
  category: 'planned',
  shape: Undo,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    const edits = withoutFollowing(netEdits(change.edits.map(inPresentLayout)))
    if (edits.length === 0) return draft.refuse('nothing-to-undo', 'There is nothing to undo in that docket.')
    for (const edit of edits) {
      if (sameRow(draft.account.get(edit.table, edit.key) ?? null, edit.after)) continue
      return draft.refuse(
        'moved-on',
        `What that docket altered (${WORDS[edit.table]}) was changed again since then. Undo the later change first.`,
      )
    }
    if (!edits.every((edit) => mayPutBack(draft, edit))) return
    // Rows that others name are put back first and taken away last.
    // What was made goes last, and of it first what was made last: a place before the one around it.
    const made = edits.filter((edit) => edit.before === null).reverse()
    const ordered = [...edits.filter((edit) => edit.before !== null), ...made]
    ordered.forEach((edit, at) => putBack(draft, edit, idFrom(change.seedId, at)))
    followKnown(
      draft,
      edits.flatMap((edit) => (edit.table === 'known' ? [(edit.after ?? edit.before) as KnownRow] : [])),
    )
  },
  sentence: (change, _sight, verb) => `${verb('undid', 'undo')} what was done in entry ${change.version}`,
  record: ({ edits: _edits, ...rest }) => rest,
}

/** Rows of entries made before a field was there, as they are kept now. */
function inPresentLayout(edit: RowEdit): RowEdit {
  const present = (row: object | null): object | null => {
    if (row === null) return null
    if (edit.table === 'offer') return { revision: 0, ...row }
    if (edit.table === 'place') return { approvers: null, ...row }
    if (edit.table === 'link') return { employerId: null, ...row }
    if (edit.table === 'group') return { leads: false, ...row }
    if (edit.table !== 'grant') return row
    const { approverIds: personIds, ...rest } = row as Partial<GrantRow> & { approverIds?: Id[] | null }
    const named = personIds?.length ? { kind: 'named' as const, personIds } : null
    return { ...rest, approvers: rest.approvers ?? named, madeRoleId: rest.madeRoleId ?? null }
  }
  return { ...edit, before: present(edit.before), after: present(edit.after) } as RowEdit
}

/** What followed from what is known of accounts follows it again once that is put back. */
function withoutFollowing(edits: RowEdit[]): RowEdit[] {
  if (!edits.some(({ table }) => table === 'known')) return edits
  return edits.filter(({ table }) => table !== 'step' && table !== 'departure')
}

const WORDS: Record<TableName, string> = {
  settings: 'the settings',
  employer: 'a firm',
  place: 'a place',
  role: 'a role',
  person: 'a person',
  field: 'a field',
  group: 'a group',
  membership: 'a membership',
  grant: 'a key',
  offer: 'an invitation',
  holding: 'a seat',
  product: 'a product',
  sheet: 'a product sheet',
  subscription: 'a plan',
  stock: 'a number of seats',
  fitting: 'a place’s products',
  use: 'reported use',
  closedMonth: 'a closed month',
  request: 'a request',
  share: 'a shared access report',
  separation: 'what is kept apart',
  link: 'a link',
  allotment: 'a place’s number of seats',
  packet: 'a packet',
  planned: 'what was planned',
  departure: 'a departure',
  step: 'a departure’s step',
  absence: 'a time away',
  connection: 'a product’s connection',
  keeping: 'who looks after a product',
  known: 'what is known of an account in a product',
  memberList: 'a member list',
  sharedLogin: 'a shared login',
  recordRequest: 'a request to record someone',
}

/** The right that the first docket needed is needed to put it back. */
function mayPutBack(draft: Draft, edit: RowEdit): boolean {
  const root = draft.account.root.id
  const row = (edit.after ?? edit.before) as { placeId?: Id; id: Id }
  switch (edit.table) {
    case 'grant':
      return draft.need('access', 'change', row.placeId!, 'undo what was given or taken there')
    case 'place':
      return mayPutBackPlace(draft, edit)
    case 'role':
      return draft.need('roles', retires(edit) ? 'run' : 'change', root, 'undo what was done to roles')
    case 'group':
      // Making one again, or taking one away, is what removing needs.
      if (!draft.need('groups', edit.before && edit.after ? 'change' : 'run', root, 'undo what was done to groups')) {
        return false
      }
      return mayPutBackLead(draft, edit as RowEdit<'group'>)
    case 'employer':
      return draft.need('people', 'change', root, 'undo what was done to firms')
    case 'keeping':
      return draft.need('connections', 'run', root, 'undo who looks after a product')
    case 'known':
    case 'memberList':
    case 'sharedLogin':
    case 'recordRequest':
      return mayConfirm(draft, (edit.after ?? edit.before) as KnownRow)
    case 'membership':
      return draft.need('groups', 'change', root, 'undo what was done to groups')
    case 'packet':
      return draft.need('people', 'change', root, 'undo what was done to welcome packets')
    case 'departure':
    case 'absence':
      return draft.need('people', 'change', root, 'undo what was planned about people') && isAhead(draft, edit)
    case 'person':
    case 'offer':
      return draft.need('people', 'change', root, 'undo what was done to people') && isReversible(draft, edit)
    case 'holding':
      return draft.need('billing', 'change', root, 'undo what was done to seats')
    case 'fitting':
      return draft.need('billing', 'change', root, 'undo what was switched on or off at a place')
    case 'sheet':
    case 'product':
      return draft.need('connections', 'run', root, 'undo what was done to products')
    case 'subscription':
    case 'stock':
      return draft.need('billing', 'run', root, 'undo what was done to plans and numbers of seats')
    case 'allotment':
      return draft.need('seats', 'change', root, 'undo what was done to a place’s number of seats')
    case 'planned':
      return isOwnPlan(draft, edit)
    case 'settings':
    case 'separation':
    case 'field':
      return draft.need('settings', 'change', root, 'undo what was done to fields and standing checks')
    default:
      draft.refuse('cannot-undo', `What was done to ${WORDS[edit.table]} cannot be undone. Change it again instead.`)
      return false
  }
}

/** What was planned is cancelled by undoing it; what was done on its day is put back without the plan. */
function isOwnPlan(draft: Draft, edit: RowEdit): boolean {
  const row = (edit.after ?? edit.before) as PlannedRow
  if (draft.sight.seesPlanned(row)) return true
  draft.refuse('not-allowed', 'Only the person who planned this, or an owner, can undo it.')
  return false
}

function retires({ before, after }: RowEdit): boolean {
  const [was, is] = [before, after] as (RoleRow | null)[]
  return (was?.retired ?? false) !== (is?.retired ?? false)
}

/** Putting a move back needs the right to run places at both its ends, as the move itself does (model T4). */
function mayPutBackPlace(draft: Draft, edit: RowEdit): boolean {
  const [was, is] = [edit.before, edit.after] as (PlaceRow | null)[]
  const todo = 'undo what was done to this place'
  if (was && is && sameRow({ ...was, approvers: null }, { ...is, approvers: null })) {
    if (!draft.need('access', 'change', edit.key, 'undo who approves there')) return false
    judgeNaming(draft, was.approvers, rolesAround(draft, edit.key), edit.key)
    return draft.problems.length === 0
  }
  if (onlyRenames(edit)) return draft.need('places', 'change', edit.key, todo)
  const ends = new Set([edit.key, was?.parentId, is?.parentId].filter((id) => id != null))
  return [...ends].every((id) => draft.need('places', 'run', id, todo))
}

/** Whoever leads again by it is named anew (model P8, D1). */
function mayPutBackLead(draft: Draft, { before, after }: RowEdit<'group'>): boolean {
  if (before && (before.leadId !== after?.leadId || before.leads !== after.leads)) judgeLead(draft, before)
  return draft.problems.length === 0
}

function onlyRenames(edit: RowEdit): boolean {
  const [was, is] = [edit.before, edit.after] as (PlaceRow | null)[]
  if (!was || !is) return !(was ?? is)!.walled
  return was.walled === is.walled && was.parentId === is.parentId && was.archived === is.archived
}

/** What was planned can be put back while it is ahead; a departure whose doors are shut is not undone (model C4). */
function isAhead(draft: Draft, edit: RowEdit): boolean {
  const { state } = (edit.after ?? edit.before) as DepartureRow | AbsenceRow
  if (
    ['planned', 'put-down', 'asked', 'set', 'running'].includes(state) &&
    !(edit.table === 'departure' && state === 'running')
  ) {
    return true
  }
  draft.refuse('cannot-undo', 'This has already happened. Record that they came back instead.')
  return false
}

/** State goes only along its arrows: an invitation is undone by withdrawing, an admission or a departure not at all (C4, P3). */
function isReversible(draft: Draft, edit: RowEdit): boolean {
  if (edit.table === 'offer') return true
  const [was, is] = [edit.before, edit.after] as (PersonRow | null)[]
  const touchesOwner = was?.standing === 'owner' || is?.standing === 'owner'
  if (touchesOwner && draft.actor.kind === 'person' && draft.actorPerson?.standing !== 'owner') {
    draft.refuse('owners-only', 'Only an owner can undo what was done to owners.')
    return false
  }
  if (!is || is.state === (was?.state ?? '') || is.state === 'invited') return true
  // Someone who was recorded and has no login is as if they had left (P12).
  if (!was && is.state === 'active' && is.recorded) return true
  // Anyone who was set away is back (P3).
  if (is.state === 'away' && was?.state === 'active') return true
  const how = is.joinedInto
    ? 'Two records that were joined stay one.'
    : is.state === 'left'
      ? 'A departure cannot be undone. Invite them again.'
      : 'An admission cannot be undone. End their access instead.'
  draft.refuse('cannot-undo', how)
  return false
}

function putBack(draft: Draft, edit: RowEdit, id: Id): void {
  switch (edit.table) {
    case 'grant':
      return putBackGrant(draft, edit as RowEdit<'grant'>, id)
    case 'holding':
      return putBackHolding(draft, edit as RowEdit<'holding'>, id)
    case 'offer':
      return putBackOffer(draft, edit as RowEdit<'offer'>)
    case 'person':
      return putBackPerson(draft, edit as RowEdit<'person'>)
    case 'departure':
    case 'absence':
      return edit.before
        ? draft.update(edit.table, edit.key, edit.before as never)
        : draft.update(edit.table, edit.key, { state: 'put-down' })
    case 'planned':
      return edit.before ? undefined : draft.update('planned', edit.key, { state: 'put-down' })
    case 'fitting':
      return putBackFitting(draft, edit as RowEdit<'fitting'>, id)
    case 'sheet':
    case 'subscription':
    case 'stock':
      return putBackDated(draft, edit as RowEdit<DatedTable>, id)
  }
  if (edit.before && edit.after) draft.update(edit.table, edit.key, edit.before)
  else if (edit.before) draft.insert(edit.table, edit.before as never)
  else if (isUnused(draft, edit)) draft.remove(edit.table, edit.key)
}

/** A grant made ends now; one that was ended or taken away is given again, from now on (model Z3). */
function putBackGrant(draft: Draft, { before, after, key }: RowEdit<'grant'>, id: Id): void {
  if (!before) return endGrant(draft, key)
  if (after && sameRow({ ...before, until: null }, { ...after, until: null })) {
    const later = [before.until, after.until].every((until) => until === null || until > draft.now)
    if (later) return draft.update('grant', key, { until: before.until })
  }
  if (after && sameRow({ ...before, approvers: null }, { ...after, approvers: null })) {
    judgeNaming(draft, before.approvers, [before.roleId], before.placeId)
    return draft.update('grant', key, { approvers: before.approvers })
  }
  const row: GrantRow = { ...before, id: after ? id : key, from: Math.max(before.from, draft.now) }
  if (row.until !== null && row.until <= row.from) return
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
    const later = [before.until, after.until].every((until) => until === null || until > draft.now)
    if (later) return draft.update('holding', key, { until: before.until, endedById: before.endedById })
  }
  const from = Math.max(before.givenFrom, draft.now)
  if (before.until !== null && before.until <= from) return
  const countedFrom = before.countedFrom === null ? null : Math.max(before.countedFrom, from)
  draft.insert('holding', { ...before, id: after ? id : key, givenFrom: from, countedFrom })
}

function putBackFitting(draft: Draft, { before, after, key }: RowEdit<'fitting'>, id: Id): void {
  if (!before) {
    if (after!.from >= draft.now) draft.remove('fitting', key)
    else draft.update('fitting', key, { until: draft.now })
    return
  }
  const from = Math.max(before.from, draft.now)
  if (before.until === null || before.until > from) draft.insert('fitting', { ...before, id: after ? id : key, from })
}

type DatedTable = 'sheet' | 'subscription' | 'stock'

/** A row in force from an instant on: one that has not begun is taken away, another is followed by the one before it. */
function putBackDated(draft: Draft, { table, before, after, key }: RowEdit<DatedTable>, id: Id): void {
  if (before || !after) return
  if (after.from > draft.now) return draft.remove(table, key)
  const concerns = (row: object) => ['productId', 'product', 'seatType'].every((field) => same(row, after, field))
  const earlier = [...draft.account.all(table)]
    .filter((row) => row.id !== key && row.from <= after.from && concerns(row))
    .sort((one, other) => one.from - other.from)
    .at(-1)
  // A ceiling nobody entered before is none again; a number bought for a term has been charged.
  const product = table === 'stock' ? productAt(draft.account, (after as StockRow).product, draft.now) : undefined
  if (earlier) draft.insert(table, { ...earlier, id, from: draft.now } as never)
  else if (product && product.sheet.charging.rule !== 'term') draft.remove(table, key)
  else draft.refuse('cannot-undo', `There was nothing before ${WORDS[table]}. Switch the product off instead.`)
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
 * An invitation gives again what it gave before it was changed: as a further change, by whoever undoes it, who must be
 * able to give all of it (model I10).
 */
function putBackContent(draft: Draft, offer: OfferRow, { grants, seats, groupIds }: OfferRow): void {
  const isReserved = [...offer.seats, ...seats].some(({ holdingId }) => draft.start.get('holding', holdingId))
  if (isReserved && !sameRow(offer.seats, seats)) {
    return draft.refuse('cannot-undo', 'Its seats were reserved anew. Change the invitation instead of undoing it.')
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
    const state = after!.state === 'away' && before.state === 'active' ? 'active' : after!.state
    draft.update('person', key, { ...before, state, loginId: after!.loginId })
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
  if (count > 0) draft.refuse('in-use', `Something uses ${WORDS[edit.table]} made then. Undo that first.`)
  return count === 0
}
