import { say } from '../../words/say.ts'
import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'

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
