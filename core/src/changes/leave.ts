import { Equals } from 'class-validator'
import type { Id } from '../account/rows.ts'
import { activeOwners } from '../people/presence.ts'
import { endGrant } from './grants.ts'
import type { ChangeKind } from './kind.ts'
import { settleSeats } from './seat-rules.ts'
import { RowId } from './shapes.ts'

export class Leave {
  @Equals('leave') type!: 'leave'
  @RowId() personId!: Id
}

/**
 * Someone leaves now (model X4, first step): state left, keys and seats ended, memberships and sponsored offers closed,
 * every session shut. Only the last owner and the signatory block the doors (model X3).
 */
export const leave: ChangeKind<Leave> = {
  type: 'leave',
  shape: Leave,
  onlyEnds: true,
  fill: (change) => change,
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person) return
    const name = draft.account.nameOf(person.id)
    if (!draft.need('people', 'change', draft.account.root.id, `end ${name}’s time here`)) return
    if (person.standing === 'owner' && draft.actorPerson?.standing !== 'owner' && draft.actor.kind === 'person') {
      return draft.refuse('owners-only', `${name} is an owner; only an owner can end an owner’s time here.`)
    }
    if (person.state !== 'active' && person.state !== 'away') {
      return draft.refuse('not-here', `${name} is not in any more, or not in yet.`)
    }
    const owners = activeOwners(draft.account, draft.now)
    if (owners.length === 1 && owners[0]!.id === person.id) {
      return draft.refuse('last-owner', `${name} is the last owner; make someone else an owner first.`)
    }
    if (person.signatory) {
      return draft.refuse('signatory', `${name} is the signatory; name another owner as signatory first.`)
    }
    shut(draft, person.id)
  },
  sentence: (change, sight, verb) => `${verb('ended', 'end')} ${sight.personName(change.personId)}’s time here`,
  record: (change) => change,
}

function shut(draft: Parameters<typeof leave.decide>[0], personId: Id): void {
  const { account, now } = draft
  const person = account.get('person', personId)!
  const engagementUntil = Math.min(person.engagementUntil ?? now, now)
  // An engagement that had not begun never did.
  const engagementFrom = (person.engagementFrom ?? 0) < now ? person.engagementFrom : null
  settleSeats(draft, personId)
  draft.update('person', personId, { state: 'left', engagementFrom, engagementUntil })
  for (const grant of account.by('grant', 'subject', `person ${personId}`)) endGrant(draft, grant.id)
  for (const holding of draft.account.by('holding', 'person', personId)) {
    if (holding.givenFrom >= now) draft.remove('holding', holding.id)
    else if ((holding.until ?? now + 1) > now)
      draft.update('holding', holding.id, { until: now, endedById: draft.actorId })
  }
  for (const membership of account.by('membership', 'person', personId)) draft.remove('membership', membership.id)
  for (const offer of account.by('offer', 'sponsor', personId)) {
    if (offer.state === 'live') draft.update('offer', offer.id, { state: 'dead' })
  }
  draft.effects.push({ kind: 'shut-doors', personId })
}
