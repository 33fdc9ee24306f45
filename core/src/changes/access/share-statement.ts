import { Equals, Matches } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { say } from '../../words/say.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atPlace } from '../engine/needs.ts'
import { addDays, dateOf, instantOfLocal, isDate } from '../../time/instants.ts'
import { dayText } from './grants.ts'

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

/** An access report is shared for so many days at most. */
export const MAXIMUM_SHARE_DAYS = 366
