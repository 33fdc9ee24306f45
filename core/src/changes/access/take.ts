import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'
import { endGrant, periodText, roleText, subjectText } from './grants.ts'

export class Take {
  @Equals('take') type!: 'take'
  @RowId() grantId!: Id
  /** The first day without it; left out, now. */
  @When() on?: string | null
}

/** Takes a grant back, now or from a day on (model G1). Judged by D1 like giving. */
export const take: ChangeKind<Take> = {
  type: 'take',
  confirm: 'confirm.take',
  category: 'access',
  effect: 'ends',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'on',
  needs(draft, { grantId }) {
    const grant = draft.seen('grant', grantId, 'key')
    const place = draft.account.get('place', grant?.placeId)
    const to = say('access.take-access-at', { place: place?.name ?? say('access.this-place') })
    return grant ? [{ area: 'access', level: 'change', placeId: grant.placeId, to }] : []
  },
  undo: 'by-its-right',
  preview: 'plain',
  shape: Take,
  fill: (change) => change,
  decide(draft, change) {
    const grant = draft.seen('grant', change.grantId, 'key')
    if (!grant) return
    if (!isOpen(grant.until, draft.now))
      return draft.refuse('over-already', say('access.this-access-has-already-ended'))
    const ends = change.on ? draft.period(change.on, null).from : draft.now
    if (draft.problems.length > 0) return
    if (ends <= Math.max(draft.now, grant.from)) return endGrant(draft, grant.id)
    if (!isOpen(grant.until, ends))
      return draft.refuse('over-already', say('access.this-access-ends-before-that-day-anyway'))
    draft.update('grant', grant.id, { until: ends })
  },
  sentence(change, sight, tense) {
    const grant = sight.named.get('grant', change.grantId)
    if (!grant) return say('access.took-access-away-before-it-began', { tense })
    const role = say('access.at', { role: roleText(grant.roleId, sight), place: sight.placeName(grant.placeId) })
    return say('access.took-from', {
      tense,
      role,
      subject: subjectText(grant, sight),
      period: periodText(change.on, null, sight),
    })
  },
  record: (change) => change,
}
