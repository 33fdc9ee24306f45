import { Equals } from 'class-validator'
import type { AbsenceRow, Id } from '../../account/rows.ts'
import { billOf } from '../../seats/bill.ts'
import { addMonths, monthOf } from '../../time/instants.ts'
import { say } from '../../words/say.ts'
import { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { idFrom, RowId, type MadeId } from '../engine/shapes.ts'
import { holdSeat } from '../rules/seat-rules.ts'
import { OPEN } from './away-wanted.ts'
import { isOpen } from '../../time/lasting.ts'

export class ComeBack {
  @Equals('come-back') type!: 'come-back'
  @RowId() absenceId!: Id
  /** From which the ids of seats given again are counted on. */
  @RowId() seedId!: MadeId
}

/**
 * Someone is back: at their date by itself, or earlier by hand. Their seats come back where they are to be had within
 * the cost agreed; otherwise they are back without, and the Desk asks (model X1, Z4).
 */
export const comeBack: ChangeKind<ComeBack> = {
  type: 'come-back',
  confirm: 'confirm.come-back',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'change', 'leaving.record-that-someone-came-back'),
  undo: { never: 'leaving.they-are-back-set-them-away-again-instead' },
  preview: 'plain',
  shape: ComeBack,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, { absenceId, seedId }) {
    const row = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', row?.personId)
    if (!row || !person || !OPEN.has(row.state) || row.state === 'asked' || row.from > draft.now) {
      return draft.refuse('not-away', say('leaving.they-are-not-away-they-may-have-come'))
    }
    const isDue = !isOpen(row.until, draft.now)
    if (draft.actor.kind !== 'person' && !isDue) return draft.refuse('not-due', say('leaving.nobody-is-due-back-now'))
    if (!draft.seen('person', person.id, 'person')) return
    draft.update('person', person.id, { state: 'active', awayFrom: null, awayUntil: null })
    const withoutSeats = !giveBack(draft, row, seedId)
    draft.update('absence', row.id, { state: 'over', withoutSeats, until: Math.min(row.until ?? draft.now, draft.now) })
  },
  sentence: (change, sight, tense) =>
    say('leaving.had-back', {
      tense,
      person: sight.personName(sight.named.get('absence', change.absenceId)?.personId),
    }),
  record: (change) => change,
}

/** Whether all seats came back: each where one is empty, together within the cost agreed. */
function giveBack(draft: Draft, row: AbsenceRow, seedId: Id): boolean {
  if (row.seats.length === 0) return true
  const tried = new Draft(draft.account, { kind: 'schedule' }, draft.now)
  row.seats.forEach(({ product, seatType }, at) => {
    const seat = { personId: row.personId, product, seatType, from: draft.now, until: null }
    holdSeat(tried, { holdingId: idFrom(seedId, at), ...seat })
  })
  if (tried.problems.length > 0) return false
  const month = addMonths(monthOf(draft.now, draft.account.zone), 1)
  const added = billOf(tried.account, month).totalMinor - billOf(draft.account, month).totalMinor
  if (added > row.agreedMinor) return false
  draft.takeOver({ edits: tried.edits, values: [], effects: [], marks: [], isGrave: false, after: tried.account })
  return true
}
