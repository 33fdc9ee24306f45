import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { steersOffer } from './offers.ts'
import { invitedOf, openOffer, sendAgain } from './offer-life.ts'
import { say } from '../../words/say.ts'

export class Resend {
  @Equals('resend') type!: 'resend'
  @RowId() offerId!: Id
}

/** Sends an invitation again, for another fortnight; the link sent before is dead from then on (model I3). */
export const resend: ChangeKind<Resend> = {
  type: 'resend',
  confirm: 'confirm.resend',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: steersOffer('offers.send-this-invitation-again'),
  undo: { never: 'offers.a-message-that-was-sent-cannot-be-called' },
  preview: 'plain',
  shape: Resend,
  fill: (change) => change,
  decide(draft, { offerId }) {
    const offer = openOffer(draft, offerId)
    if (offer) sendAgain(draft, offer)
  },
  sentence: (change, sight, tense) =>
    say('offers.sent-the-invitation-again', { tense, invited: invitedOf(change.offerId, sight) }),
  record: (change) => change,
}
