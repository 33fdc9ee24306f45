import { Equals, IsInt, IsOptional, Min } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { invitedOf } from './offer-life.ts'

export class NoteBounce {
  @Equals('note-bounce') type!: 'note-bounce'
  @RowId() offerId!: Id
  /** Which sending came back: a later one may have arrived. */
  @IsInt() @Min(0) resendNumber!: number
  /** What the mailbox’s server said. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/** Notes that an invitation’s message came back; its link is as good as before, should it have arrived after all. */
export const noteBounce: ChangeKind<NoteBounce> = {
  type: 'note-bounce',
  confirm: 'confirm.apply',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'never',
  needs: 'own',
  undo: { never: 'offers.it-says-what-a-mail-server-answered-and' },
  preview: 'plain',
  shape: NoteBounce,
  fill: (change) => change,
  decide(draft, { offerId, resendNumber, reason }) {
    const offer = draft.account.get('offer', offerId)
    const isOpen = offer?.state === 'live' && offer.resendNumber === resendNumber && !offer.bounced
    if (draft.actor.kind !== 'schedule' || !isOpen) {
      return draft.refuse('not-live', say('offers.this-message-is-about-an-invitation-that-is'))
    }
    draft.update('offer', offer.id, { bounced: true })
    draft.set(offer.personId, 'bounce', reason?.trim() || null)
    // The row is named, so that other processes read the reason anew (model C6).
    draft.update('person', offer.personId, {})
  },
  sentence: (change, sight, tense) =>
    say('offers.noted-that-the-message-to-came-back', { tense, invited: invitedOf(change.offerId, sight) }),
  record: ({ reason: _reason, ...rest }) => ({ ...rest, personal: ['bounce'] }),
}
