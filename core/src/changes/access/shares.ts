import { Equals, Matches } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { addDays, dateOf, instantOfLocal, isDate } from '../../time/instants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { dayText } from './grants.ts'
import { RowId } from '../engine/shapes.ts'
import { atPlace } from '../engine/needs.ts'

/** An access report is shared for so many days at most. */
export const MAXIMUM_SHARE_DAYS = 366

export class ShareStatement {
  @Equals('share-statement') type!: 'share-statement'
  @RowId() shareId!: Id
  @RowId() placeId!: Id
  /** The last day on which the link opens. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'until must be a date such as 2026-06-30' }) until!: string
}

/** Shares a place's statement by a link that anyone may open, read-only, until a day (model I1). */
export const shareStatement: ChangeKind<ShareStatement> = {
  type: 'share-statement',
  category: 'access',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atPlace('access', 'change', () => 'share the access report of a place'),
  undo: { never: 'Cut the link to the access report instead.' },
  preview: 'plain',
  shape: ShareStatement,
  fill: (change, newId) => ({ ...change, shareId: newId(change.shareId) }),
  decide(draft, { shareId, placeId, until }) {
    const place = draft.seen('place', placeId, 'place')
    if (!place || !draft.actorId) return
    const { zone } = draft.account
    const today = dateOf(draft.now, zone)
    if (!isDate(until)) return draft.refuse('bad-date', `There is no such day as ${until}.`, '/until')
    if (until < today) return draft.refuse('past', 'The last day must not have passed.', '/until')
    if (until > addDays(today, MAXIMUM_SHARE_DAYS)) {
      return draft.refuse('too-long', `An access report is shared for ${MAXIMUM_SHARE_DAYS} days at most.`, '/until')
    }
    draft.insert('share', {
      id: shareId,
      placeId,
      makerId: draft.actorId,
      madeAt: draft.now,
      expiresAt: instantOfLocal(`${addDays(until, 1)}T00:00`, zone, 'beginning'),
      cut: false,
    })
  },
  sentence: (change, sight, verb) =>
    `${verb('shared', 'share')} the access report of ${sight.placeName(change.placeId)} by a link until ` +
    dayText(change.until, sight),
  record: (change) => change,
}

const NO_LINK = 'There is no such link; it may have been cut already.'

export class CutShare {
  @Equals('cut-share') type!: 'cut-share'
  @RowId() shareId!: Id
}

/** Cuts a shared statement: its link is dead at once. The person who made it may, and anyone who gives access there. */
export const cutShare: ChangeKind<CutShare> = {
  type: 'cut-share',
  category: 'access',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs(draft, { shareId }) {
    const share = draft.account.get('share', shareId)
    if (!share || !draft.sight.seesPlace(share.placeId)) {
      draft.refuse('not-found', NO_LINK)
      return []
    }
    if (share.makerId === draft.actorId) return []
    return [{ area: 'access', level: 'change', placeId: share.placeId, to: 'cut links there' }]
  },
  undo: { never: 'A link that was cut stays dead. Share the access report again instead.' },
  preview: 'plain',
  shape: CutShare,
  fill: (change) => change,
  decide(draft, { shareId }) {
    const share = draft.account.get('share', shareId)
    if (!share || share.cut) return draft.refuse('not-found', NO_LINK)
    draft.update('share', share.id, { cut: true })
  },
  sentence(change, sight, verb) {
    const share = sight.named.get('share', change.shareId)
    return `${verb('cut', 'cut')} the link to the access report of ${share ? sight.placeName(share.placeId) : 'a place'}`
  },
  record: (change) => change,
}
