import { Equals, IsOptional } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id, PersonRow } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { releaseOffered } from './offers.ts'
import { isOnRecord } from '../../people/presence.ts'

export class Decline {
  @Equals('decline') type!: 'decline'
  @RowId() offerId!: Id
  /** A word to the person who invited. */
  @IsOptional() @Line(400, 0) word?: string | null
}

/** Declines one's own invitation (model P3: `invited|waiting → declined`); what was reserved for it is empty again. */
export const decline: ChangeKind<Decline> = {
  type: 'decline',
  confirm: 'confirm.decline',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'newcomer',
  day: 'never',
  needs: 'own',
  undo: { never: 'offers.they-declined-invite-them-again-instead' },
  preview: 'plain',
  shape: Decline,
  fill: (change) => change,
  decide(draft, { offerId, word }) {
    const offer = draft.account.get('offer', offerId)
    const person = draft.account.get('person', offer?.personId)
    const open = offer?.state === 'live' && offer.expiresAt > draft.now
    if (!offer || !person || !open || person.id !== draft.actorId || !isAtTheDoor(person)) {
      return draft.refuse('offer-dead', say('offers.this-invitation-is-no-longer-open-you-need'))
    }
    draft.update('offer', offer.id, { state: 'withdrawn' })
    releaseOffered(draft, offer)
    // Someone on record stays so; only the login is declined (P12).
    draft.update('person', person.id, isOnRecord(person) ? {} : { state: 'declined' })
    draft.set(person.id, 'word', word?.trim() || null)
    draft.effects.push({ kind: 'tell', template: 'declined', toPersonId: offer.sponsorId, aboutPersonId: person.id })
  },
  sentence: (_change, _sight, tense) => say('offers.declined-their-invitation', { tense }),
  record: ({ word: _word, ...rest }) => ({ ...rest, personal: ['word'] }),
}

const isAtTheDoor = (person: PersonRow) => ['invited', 'waiting'].includes(person.state) || isOnRecord(person)
