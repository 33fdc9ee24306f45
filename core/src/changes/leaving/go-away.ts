import { Equals, IsBoolean, IsOptional } from 'class-validator'
import { LeftOut, type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Moment } from '../../checks/dates.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { aboutPerson } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { begin, datesText, maySet, withoutReason } from './absences.ts'
import { absenceOf } from './away-wanted.ts'

export class GoAway {
  @Equals('go-away') type!: 'go-away'
  @RowId() absenceId!: MadeId
  @RowId() personId!: Id
  /** The first day away; left out, now. */
  @Moment() from?: string | null
  /** The last day away; left out, until they are had back. */
  @Moment() until?: string | null
  /** Whether seats are kept, and paid for. */
  @LeftOut() @IsBoolean() keepSeats?: boolean
  @IsOptional() @RowId() substituteId?: Id | null
  /** Private to the office. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/**
 * Someone is away for a time (model X1): no entry, and their seats end unless they are kept; keys, groups and history
 * stay and go on changing. Set by anyone who may, asked for by the person themselves.
 */
export const goAway: ChangeKind<GoAway> = {
  type: 'go-away',
  confirm: 'confirm.go-away',
  category: 'away',
  effect: 'sets-away',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: aboutPerson('people', 'change', (name) => say('leaving.set-away', { name })),
  undo: 'by-its-right',
  preview: 'plain',
  shape: GoAway,
  fill: (change, newId) => ({ ...change, absenceId: newId(change.absenceId) }),
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person || !maySet(draft, person)) return
    const wanted = absenceOf(draft, change, person)
    if (!wanted) return
    const row = { ...wanted, state: 'set' as const, decidedById: draft.actorId }
    draft.insert('absence', row)
    if (change.reason) draft.set(person.id, `absence ${row.id}`, change.reason.trim())
    begin(draft, person, row)
  },
  sentence(change, sight, tense) {
    const dates = datesText(change.from, change.until, sight)
    return say('leaving.set-that-is-away-seats-kept', {
      tense,
      person: sight.personName(change.personId),
      dates,
      hasKeepSeats: Boolean(change.keepSeats),
    })
  },
  record: withoutReason,
}
