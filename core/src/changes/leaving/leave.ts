import { replaceApprover, rowsNaming } from '../../account/approver-rows.ts'
import { Equals } from 'class-validator'
import type { Id, PersonRow } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import type { Draft } from '../engine/draft.ts'
import type { Warning } from '../engine/warning.ts'
import { endGrant } from '../access/grants.ts'
import { askKeepers } from './hand-steps.ts'
import { leaveSharedLogins } from '../products/shared-logins.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { settleSeats } from '../rules/seat-rules.ts'
import { RowId } from '../engine/shapes.ts'
import { aboutPerson } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

/** Why a departure whose doors are shut is not undone (model C4). */
export const NO_WAY_BACK = 'leaving.a-departure-cannot-be-undone-invite-them'

export const ENDS_ACCESS = aboutPerson('people', 'change', (name) => say('leaving.end-the-access-of', { name }))

export class Leave {
  @Equals('leave') type!: 'leave'
  @RowId() personId!: Id
}

/**
 * Someone leaves now (model X4, first step): state left, keys and seats ended, memberships and sponsored offers closed,
 * every session shut, and nothing open left in their name. Only the last owner and the signatory block the doors (model X3).
 */
export const leave: ChangeKind<Leave> = {
  type: 'leave',
  confirm: 'confirm.leave',
  category: 'leaving',
  effect: 'shuts-doors',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: ENDS_ACCESS,
  undo: { never: NO_WAY_BACK },
  preview: { lasting: ({ personId }, { sight }) => signedOut(personId, sight) },
  shape: Leave,
  fill: (change) => change,
  decide(draft, change) {
    const person = mayEnd(draft, change.personId)
    if (person) shut(draft, person.id)
  },
  sentence: (change, sight, tense) =>
    say('leaving.ended-the-access-of', { tense, person: sight.personName(change.personId) }),
  record: (change) => change,
}

/** Whose doors shut as soon as it is applied. */
export function signedOut(personId: Id, sight: Sight): Warning[] {
  const sentence = say('leaving.is-signed-out-everywhere-at-once-you-can', { person: sight.personName(personId) })
  return [{ code: 'sessions', sentence }]
}

/** A person who is in and may be shown out by the actor; a refusal otherwise (model D3, P6, X3). */
export function mayEnd(draft: Draft, personId: Id): PersonRow | undefined {
  const person = draft.seen('person', personId, 'person')
  if (!person) return undefined
  const name = draft.account.nameOf(person.id)
  if (person.standing === 'owner' && draft.actorPerson?.standing !== 'owner' && draft.actor.kind === 'person') {
    draft.refuse('owners-only', say('leaving.is-an-owner-only-an-owner-can-end', { name }))
  } else if (person.state !== 'active' && person.state !== 'away') {
    draft.refuse('not-here', say('leaving.is-no-longer-active-or-not-active-yet', { name }))
  } else if (draft.account.by('person', 'standing', 'owner').filter(isIn).length === 1 && person.standing === 'owner') {
    draft.refuse('last-owner', say('leaving.is-the-last-owner-make-someone-else-an', { name }))
  } else if (person.signatory) {
    draft.refuse('signatory', say('leaving.is-the-signatory-make-another-owner-signatory', { name }))
  } else return person
  return undefined
}

function isIn({ state }: PersonRow): boolean {
  return state === 'active' || state === 'away'
}

/**
 * Shuts every door: state, keys, seats, memberships, and whatever was open in their name. Afterwards nothing in the
 * account acts for them (model X4, first step).
 */
export function shut(draft: Draft, personId: Id, departureId?: Id): void {
  const { account, now } = draft
  const person = must(account.get('person', personId), 'person')
  const engagementUntil = Math.min(person.engagementUntil ?? now, now)
  // An engagement that had not begun never did.
  const engagementFrom = (person.engagementFrom ?? 0) < now ? person.engagementFrom : null
  settleSeats(draft, personId)
  const away = { awayFrom: null, awayUntil: null }
  draft.update('person', personId, { state: 'left', engagementFrom, engagementUntil, ...away })
  for (const grant of account.by('grant', 'subject', `person ${personId}`)) endGrant(draft, grant.id)
  for (const holding of draft.account.by('holding', 'person', personId)) {
    if (holding.givenFrom >= now) draft.remove('holding', holding.id)
    else if ((holding.until ?? now + 1) > now)
      draft.update('holding', holding.id, { until: now, endedById: draft.actorId })
  }
  for (const membership of account.by('membership', 'person', personId)) draft.remove('membership', membership.id)
  closeWhatIsOpen(draft, personId)
  draft.effects.push({ kind: 'shut-doors', personId, ...(departureId ? { departureId } : {}) })
  leaveSharedLogins(draft, personId)
  askKeepers(draft, personId)
}

/** What was open in their name and was handed to nobody: none of it is left to act. */
function closeWhatIsOpen(draft: Draft, personId: Id): void {
  const { account } = draft
  for (const offer of account.by('offer', 'sponsor', personId)) {
    if (offer.state === 'live') draft.update('offer', offer.id, { state: 'dead' })
  }
  for (const link of account.by('link', 'maker', personId)) if (!link.cut) draft.update('link', link.id, { cut: true })
  for (const share of account.by('share', 'maker', personId)) {
    if (!share.cut) draft.update('share', share.id, { cut: true })
  }
  for (const plan of account.by('planned', 'planner', personId)) {
    if (plan.state === 'waiting' || plan.state === 'refused') draft.update('planned', plan.id, { state: 'put-down' })
  }
  for (const request of account.by('request', 'asker', personId)) {
    if (request.state === 'open') draft.update('request', request.id, { state: 'withdrawn' })
  }
  for (const report of account.by('person', 'manager', personId)) {
    draft.update('person', report.id, { managerId: account.get('person', personId)?.managerId ?? null })
  }
  for (const group of account.by('group', 'lead', personId)) draft.update('group', group.id, { leadId: null })
  for (const { table, row } of rowsNaming(account, personId)) {
    draft.update(table, row.id, { approvers: replaceApprover(must(row.approvers, 'approvers'), personId, null) })
  }
  for (const absence of account.by('absence', 'person', personId)) {
    if (['asked', 'set', 'running'].includes(absence.state)) draft.update('absence', absence.id, { state: 'put-down' })
  }
}
