import type {
  AbsenceRow,
  DepartureRow,
  Id,
  KnownRow,
  PersonRow,
  PlaceRow,
  PlannedRow,
  RoleRow,
  RowEdit,
} from '../../account/rows.ts'
import { sameRow } from '../../account/edits.ts'
import type { Draft } from './draft.ts'
import { judgeNaming } from '../access/approver-choices.ts'
import { rolesAround } from '../access/name-approvers.ts'
import { judgeLead } from '../people/groups.ts'
import { mayConfirm } from '../products/keeping.ts'
import { WORDS } from './undo-words.ts'

/** The right that the first docket needed is needed to put it back. */
export function mayPutBack(draft: Draft, edit: RowEdit): boolean {
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
      return mayPutBackLead(draft, edit)
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

/** A lead who leads again by it is named anew (model P8, D1). */
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
