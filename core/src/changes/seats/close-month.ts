import { Equals, Matches } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { monthsToClose } from './month-end.ts'
import { billOf } from '../../seats/bill.ts'
import { moneyText } from '../../seats/money.ts'
import { monthInWords } from '../../time/instants.ts'

export class CloseMonth {
  @Equals('close-month') type!: 'close-month'
  @RowId() closedMonthId!: MadeId
  @Matches(/^\d{4}-\d{2}$/) month!: string
}

/** Stores a month's bill five days after its end; what comes later is a line of a later month (model S6). */
export const closeMonth: ChangeKind<CloseMonth> = {
  type: 'close-month',
  confirm: 'confirm.apply',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'seats.a-closed-month-stays-closed' },
  preview: 'plain',
  shape: CloseMonth,
  fill: (change, newId) => ({ ...change, closedMonthId: newId(change.closedMonthId) }),
  decide(draft, change) {
    if (draft.actor.kind === 'person') {
      return draft.refuse('not-yours', say('seats.months-close-automatically-five-days-after'))
    }
    if (draft.account.by('closedMonth', 'month', change.month).length > 0) {
      return draft.refuse('so-already', say('seats.is-already-closed', { month: change.month }))
    }
    if (monthsToClose(draft.account, draft.now)[0] !== change.month) {
      return draft.refuse('not-yet', say('seats.is-not-the-next-month-to-close', { month: change.month }))
    }
    const bill = billOf(draft.account, change.month)
    draft.insert('closedMonth', { id: change.closedMonthId, month: change.month, closedAt: draft.now, bill })
  },
  sentence(change, sight, tense) {
    const { locale } = sight.account.settings
    const bill = sight.named.by('closedMonth', 'month', change.month)[0]?.bill
    const sum = bill && sight.money ? `: ${moneyText(bill.totalMinor, bill.currency, locale)}` : ''
    return say('seats.closed-the-bill-of', { tense, month: monthInWords(change.month), sum })
  },
  record: (change) => change,
}
