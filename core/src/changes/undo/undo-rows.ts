import type { AbsenceRow, DepartureRow, PersonRow, PlannedRow, RowEdit } from '../../account/rows.ts'
import { rowOf, sameRow } from '../../account/edits.ts'
import type { Draft } from '../engine/draft.ts'
import { judgeNaming } from '../access/approver-choices.ts'
import { rolesAround } from '../access/name-approvers.ts'
import { judgeLead } from '../people/groups.ts'
import { mayConfirm } from '../products/keeping.ts'
import { WORDS } from './row-words.ts'
import { say } from '../../words/say.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'

/**
 * Whether a row may be put back as it was, whatever change altered it: its state goes only along its arrows, and what
 * names people is judged anew. The right to undo, the changes say.
 */
export function mayPutBack(draft: Draft, edit: RowEdit): boolean {
  switch (edit.table) {
    case 'place':
      return mayPutBackApprovers(draft, edit)
    case 'group':
      return mayPutBackLead(draft, edit)
    case 'known':
    case 'memberList':
    case 'sharedLogin':
    case 'recordRequest':
      return mayConfirm(draft, rowOf(edit))
    case 'departure':
    case 'absence':
      return isAhead(draft, rowOf(edit), edit.table)
    case 'person':
      return isReversible(draft, edit)
    case 'planned':
      return isOwnPlan(draft, rowOf(edit))
    case 'membership':
      return mayPutBackMember(draft, edit)
    case 'connection':
    case 'step':
    case 'request':
    case 'share':
    case 'link':
    case 'use':
    case 'closedMonth':
      draft.refuse(
        'cannot-undo',
        say('undo.what-was-done-to-cannot-be-undone-change', { words: say(WORDS[edit.table]) }),
      )
      return false
    case 'settings':
    case 'employer':
    case 'role':
    case 'field':
    case 'grant':
    case 'holding':
    case 'offer':
    case 'product':
    case 'sheet':
    case 'subscription':
    case 'stock':
    case 'fitting':
    case 'separation':
    case 'allotment':
    case 'packet':
    case 'keeping':
      return true
  }
}

/** What was planned is cancelled by undoing it; what was done on its day is put back without the plan. */
function isOwnPlan(draft: Draft, row: PlannedRow): boolean {
  if (draft.sight.seesPlanned(row)) return true
  draft.refuse('not-allowed', say('undo.only-the-person-who-planned-this-or-an'))
  return false
}

/** Who approves there again is named anew (model V5, D1). */
function mayPutBackApprovers(draft: Draft, { key, before, after }: RowEdit<'place'>): boolean {
  if (before && after && !sameRow(before.approvers, after.approvers)) {
    judgeNaming(draft, before.approvers, rolesAround(draft, key), key)
  }
  return draft.problems.length === 0
}

/** Whom a lead sees again by it is named to them anew, as by joining (model P8, D1). */
function mayPutBackMember(draft: Draft, { before }: RowEdit<'membership'>): boolean {
  const group = draft.account.get('group', before?.groupId)
  if (group) judgeLead(draft, group)
  return draft.problems.length === 0
}

/** A lead who leads again by it is named anew (model P8, D1). */
function mayPutBackLead(draft: Draft, { before, after }: RowEdit<'group'>): boolean {
  if (before && (before.leadId !== after?.leadId || before.leads !== after.leads)) judgeLead(draft, before)
  return draft.problems.length === 0
}

/** What was planned can be put back while it is ahead; a departure whose doors are shut is not undone (model C4). */
function isAhead(draft: Draft, { state }: DepartureRow | AbsenceRow, table: 'departure' | 'absence'): boolean {
  const ahead = ['planned', 'put-down', 'asked', 'set', ...(table === 'absence' ? ['running'] : [])]
  if (ahead.includes(state)) return true
  draft.refuse('cannot-undo', say('undo.this-has-already-happened-record-that-they'))
  return false
}

/** State goes only along its arrows: an admission or a departure is not undone (model C4, P3). */
function isReversible(draft: Draft, { before: was, after: is }: RowEdit<'person'>): boolean {
  const touchesOwner = was?.standing === 'owner' || is?.standing === 'owner'
  if (touchesOwner && draft.actor.kind === 'person' && draft.actorPerson?.standing !== 'owner') {
    draft.refuse('owners-only', say('undo.only-an-owner-can-undo-what-was-done'))
    return false
  }
  if (!is || is.state === was?.state || is.state === 'invited') return true
  // Someone who was recorded and has no login is as if they had left (P12).
  if (!was && is.state === 'active' && is.recorded) return true
  // Anyone who was set away is back (P3).
  if (is.state === 'away' && was?.state === 'active') return true
  draft.refuse('cannot-undo', say(WAY_BACK[is.state] ?? 'undo.an-admission-cannot-be-undone-end-their'))
  return false
}

const NOT_INVITED = 'undo.they-are-no-longer-invited-invite-them-again'

/** What to do about someone whose state goes no way back. */
const WAY_BACK: Partial<Record<PersonRow['state'], PlainMessageId>> = {
  left: 'undo.a-departure-cannot-be-undone-invite-them',
  withdrawn: NOT_INVITED,
  declined: NOT_INVITED,
  refused: NOT_INVITED,
}
