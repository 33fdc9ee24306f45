import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { releaseOffered, withdrawsOffer } from './offers.ts'
import { say } from '../../words/say.ts'
import type { Draft } from '../engine/draft.ts'

export class Withdraw {
  @Equals('withdraw') type!: 'withdraw'
  @RowId() offerId!: Id
}

/** Withdraws an invitation not yet taken up; its link is dead at once (model I1, D3). */
export const withdraw: ChangeKind<Withdraw> = {
  type: 'withdraw',
  confirm: 'confirm.withdraw',
  category: 'people',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: withdrawsOffer,
  undo: 'by-its-right',
  preview: 'plain',
  shape: Withdraw,
  fill: (change) => change,
  decide(draft, change) {
    const offer = draft.seen('offer', change.offerId, 'invitation')
    if (!offer) return
    if (offer.state !== 'live' && offer.state !== 'dead') {
      return draft.refuse('not-live', say('offers.this-invitation-is-no-longer-open'))
    }
    draft.update('offer', offer.id, { state: 'withdrawn' })
    releaseOffered(draft, offer)
    const person = draft.account.get('person', offer.personId)
    if (person?.state === 'invited' || person?.state === 'waiting') {
      draft.update('person', person.id, { state: 'withdrawn' })
    }
  },
  sentence: (change, sight, tense) =>
    say('offers.withdrew-the-invitation-to', { tense, invitedName: invitedName(change.offerId, sight) }),
  record: (change) => change,
}

function invitedName(offerId: Id, sight: { named: Draft['account']; personName(id: Id | undefined): string }): string {
  return sight.personName(sight.named.get('offer', offerId)?.personId)
}
