import { Equals, Matches } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { addDays, dateOf, instantOfLocal, isDate } from '../../time/instants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { dayText } from './grants.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

/** An access report is shared for so many days at most. */
export const MAXIMUM_SHARE_DAYS = 366

export class ShareStatement {
  @Equals('share-statement') type!: 'share-statement'
  @RowId() shareId!: MadeId
  @RowId() placeId!: Id
  /** The last day on which the link opens. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: () => say('access.until-must-be-a-date-such-as-2026') }) until!: string
}

/** Shares a place's statement by a link that anyone may open, read-only, until a day (model I1). */
export const shareStatement: ChangeKind<ShareStatement> = {
  type: 'share-statement',
  confirm: 'confirm.share-statement',
  category: 'access',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atPlace('access', 'change', () => say('access.share-the-access-report-of-a-place')),
  undo: { never: 'access.cut-the-link-to-the-access-report-instead' },
  preview: 'plain',
  shape: ShareStatement,
  fill: (change, newId) => ({ ...change, shareId: newId(change.shareId) }),
  decide(draft, { shareId, placeId, until }) {
    const place = draft.seen('place', placeId, 'place')
    if (!place || !draft.actorId) return
    const { zone } = draft.account
    const today = dateOf(draft.now, zone)
    if (!isDate(until)) return draft.refuse('bad-date', say('access.there-is-no-such-day-as', { until }), '/until')
    if (until < today) return draft.refuse('past', say('access.the-last-day-must-not-have-passed'), '/until')
    if (until > addDays(today, MAXIMUM_SHARE_DAYS)) {
      return draft.refuse(
        'too-long',
        say('access.an-access-report-is-shared-for-days-at', { maximumShareDays: MAXIMUM_SHARE_DAYS }),
        '/until',
      )
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
  sentence: (change, sight, tense) =>
    say('access.shared-the-access-report-of-by-a-link', {
      tense,
      place: sight.placeName(change.placeId),
      day: dayText(change.until, sight),
    }),
  record: (change) => change,
}

const noLink = () => say('access.there-is-no-such-link-it-may-have')

export class CutShare {
  @Equals('cut-share') type!: 'cut-share'
  @RowId() shareId!: Id
}

/** Cuts a shared statement: its link is dead at once. The person who made it may, and anyone who gives access there. */
export const cutShare: ChangeKind<CutShare> = {
  type: 'cut-share',
  confirm: 'confirm.cut-share',
  category: 'access',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs(draft, { shareId }) {
    const share = draft.account.get('share', shareId)
    if (!share || !draft.sight.seesPlace(share.placeId)) {
      draft.refuse('not-found', noLink())
      return []
    }
    if (share.makerId === draft.actorId) return []
    return [{ area: 'access', level: 'change', placeId: share.placeId, to: say('access.cut-links-there') }]
  },
  undo: { never: 'access.a-link-that-was-cut-stays-dead-share' },
  preview: 'plain',
  shape: CutShare,
  fill: (change) => change,
  decide(draft, { shareId }) {
    const share = draft.account.get('share', shareId)
    if (!share || share.cut) return draft.refuse('not-found', noLink())
    draft.update('share', share.id, { cut: true })
  },
  sentence(change, sight, tense) {
    const share = sight.named.get('share', change.shareId)
    return say('access.cut-the-link-to-the-access-report-of', {
      tense,
      place: share ? sight.placeName(share.placeId) : say('access.a-place'),
    })
  },
  record: (change) => change,
}
