import { Equals, IsBoolean } from 'class-validator'
import { LeftOut, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { begin, DECIDES, maySet, seenAbsence } from './absences.ts'
import { say } from '../../words/say.ts'
import { instantText } from '../../time/instants.ts'
import { absenceOf } from './away-wanted.ts'

export class GrantAway {
  @Equals('grant-away') type!: 'grant-away'
  @RowId() absenceId!: Id
  @LeftOut() @IsBoolean() keepSeats?: boolean
}

/** Grants a time away as it was asked for. */
export const grantAway: ChangeKind<GrantAway> = {
  type: 'grant-away',
  confirm: 'confirm.grant-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: (draft, { absenceId }) => (seenAbsence(draft, absenceId) ? DECIDES(draft) : []),
  undo: 'by-its-right',
  preview: 'plain',
  shape: GrantAway,
  fill: (change) => change,
  decide(draft, { absenceId, keepSeats = false }) {
    const asked = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', asked?.personId)
    if (asked?.state !== 'asked' || !person) {
      return draft.refuse('not-found', say('leaving.this-request-for-time-away-is-no-longer'))
    }
    if (!maySet(draft, person)) return
    const dates = {
      ...(asked.from > draft.now ? { from: instantText(asked.from) } : {}),
      ...(asked.until === null ? {} : { until: instantText(asked.until) }),
    }
    const { substituteId, personId } = asked
    const wanted = absenceOf(draft, { type: 'go-away', absenceId, personId, substituteId, keepSeats, ...dates }, person)
    if (!wanted) return
    const row = { ...wanted, state: 'set' as const, askedById: asked.askedById, decidedById: draft.actorId }
    draft.update('absence', absenceId, row)
    begin(draft, person, row)
  },
  sentence: (change, sight, tense) =>
    say('leaving.granted-the-time-away', {
      tense,
      person: sight.personName(sight.named.get('absence', change.absenceId)?.personId),
    }),
  record: (change) => change,
}
