import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { steersOffer } from './offers.ts'
import { invitedOf, openOffer } from './offer-life.ts'
import { say } from '../../words/say.ts'

export class Remind {
  @Equals('remind') type!: 'remind'
  @RowId() offerId!: Id
}

/** Sends the same link once more with a word that it still waits; it stays good as long as it was. */
export const remind: ChangeKind<Remind> = {
  type: 'remind',
  confirm: 'confirm.remind',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: steersOffer('offers.send-a-reminder-of-an-invitation'),
  undo: { never: 'offers.a-message-that-was-sent-cannot-be-called' },
  preview: 'plain',
  shape: Remind,
  fill: (change) => change,
  decide(draft, { offerId }) {
    const offer = openOffer(draft, offerId)
    if (!offer) return
    if (offer.expiresAt <= draft.now)
      return draft.refuse('not-live', say('offers.this-invitation-has-run-out-send-it-again'))
    const { personId, resendNumber } = offer
    draft.effects.push({ kind: 'reminder-mail', offerId, personId, resendNumber })
  },
  sentence: (change, sight, tense) =>
    say('offers.reminded-of-their-invitation', { tense, invited: invitedOf(change.offerId, sight) }),
  record: (change) => change,
}
