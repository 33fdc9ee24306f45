import { Equals, IsOptional } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { aboutPerson } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { offersWaiting } from '../../people/presence.ts'
import { releaseOffered } from './offers.ts'

export class RefuseEntry {
  @Equals('refuse-entry') type!: 'refuse-entry'
  @RowId() personId!: Id
  /** Told to the person who invited them. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/**
 * Does not let in someone who waits (model P3: `waiting → refused`, D3); the person who invited them is told, with the
 * reason.
 */
export const refuseEntry: ChangeKind<RefuseEntry> = {
  type: 'refuse-entry',
  confirm: 'confirm.refuse-entry',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: aboutPerson('people', 'change', () => say('offers.refuse-people')),
  undo: 'by-its-right',
  preview: 'plain',
  shape: RefuseEntry,
  fill: (change) => change,
  decide(draft, { personId, reason }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    const isIn = offersWaiting(draft.account, person, draft.now).length > 0
    if (person.state !== 'waiting' && !isIn) {
      return draft.refuse(
        'not-waiting',
        say('offers.is-no-longer-waiting-to-be-admitted', { name: draft.account.nameOf(person.id) }),
      )
    }
    // An active person stays active; only the link or invitation is refused.
    draft.update('person', person.id, isIn ? {} : { state: 'refused' })
    if (isIn) draft.set(person.id, 'invitedAs', null)
    draft.set(person.id, 'word', reason?.trim() || null)
    for (const offer of draft.account.by('offer', 'person', person.id)) {
      if (offer.state !== 'live' && offer.state !== 'dead') continue
      draft.update('offer', offer.id, { state: 'withdrawn' })
      releaseOffered(draft, offer)
      if (offer.sponsorId === draft.actorId) continue
      draft.effects.push({ kind: 'tell', template: 'refused', toPersonId: offer.sponsorId, aboutPersonId: person.id })
    }
  },
  sentence: (change, sight, tense) =>
    say('offers.refused-to-admit', { tense, person: sight.personName(change.personId) }),
  record: ({ reason: _reason, ...rest }) => ({ ...rest, personal: ['word'] }),
}
