import { ArrayMaxSize, Equals, IsArray, IsInt, IsOptional, Matches, Max, Min, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { Id } from '../../account/rows.ts'
import { Code } from '../../checks/shape.ts'
import { productAt } from '../../products/catalogue.ts'
import { billOf } from '../../seats/bill.ts'
import { moneyText } from '../../seats/money.ts'
import { allTerms, closingOf } from '../../seats/terms.ts'
import { addMonths, isInstantText, monthInWords, monthOf, readInstant, type Instant } from '../../time/instants.ts'
import type { Account } from '../../account/account.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { NeededWhen } from '../../checks/dates.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

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

/** The months whose bill is to be stored by now, in order: from the account's first with a product on (model S6). */
export function monthsToClose(account: Account, now: Instant): string[] {
  const begins = allTerms(account).flatMap((terms) => terms.on[0]?.from ?? [])
  if (begins.length === 0) return []
  const closed = [...account.all('closedMonth')].map((row) => row.month).sort()
  const months: string[] = []
  const first = Math.max(account.settings.openedAt, Math.min(...begins))
  let month = closed.length > 0 ? addMonths(must(closed.at(-1), 'last of closed'), 1) : monthOf(first, account.zone)
  while (closingOf(month, account.zone) <= now) {
    months.push(month)
    month = addMonths(month, 1)
  }
  return months
}

export class ReportedUse {
  @RowId() useId!: MadeId
  /** The allowance used of; left out for a person’s use of their seat. */
  @IsOptional() @Code() allowance?: string | null
  @IsOptional() @RowId() personId?: Id | null
  /** When, as an instant with its offset. */
  @NeededWhen() at!: string
  @IsInt() @Min(1) @Max(1_000_000_000) amount!: number
}

export class ReportUse {
  @Equals('report-use') type!: 'report-use'
  @IsArray() @ArrayMaxSize(1000) @ValidateNested({ each: true }) @Type(() => ReportedUse) uses!: ReportedUse[]
}

/** A product reports what was used; it stands in the ledger, since the bill follows from it (model S3, S6, M3). */
export const reportUse: ChangeKind<ReportUse> = {
  type: 'report-use',
  confirm: 'confirm.apply',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'seats.it-says-what-a-product-reported-and-stays' },
  preview: 'plain',
  shape: ReportUse,
  fill: (change, newId) => ({
    ...change,
    uses: Array.isArray(change.uses) ? change.uses.map((use) => ({ ...use, useId: newId(use.useId) })) : [],
  }),
  decide(draft, change) {
    if (draft.actor.kind !== 'product') return draft.refuse('not-yours', say('seats.only-a-product-can-report-use'))
    const { product } = draft.actor
    const sheet = productAt(draft.account, product, draft.now)?.sheet
    change.uses.forEach((use, at) => {
      const path = `/uses/${at}`
      const known = sheet?.charging.allowances?.some((one) => one.code === use.allowance)
      if (use.allowance && !known)
        draft.refuse('no-such-allowance', say('seats.there-is-no-allowance', { allowance: use.allowance }), path)
      if (use.personId && !draft.account.get('person', use.personId)) {
        draft.refuse('not-found', say('seats.there-is-no-such-person-here'), `${path}/personId`)
      }
      if (!isInstantText(use.at))
        return draft.refuse('bad-date', say('seats.is-not-a-time-with-its-offset', { at: use.at }), path)
      const instant = readInstant(use.at)
      if (instant > draft.now)
        return draft.refuse('to-come', say('seats.the-use-reported-is-in-the-future'), `${path}/at`)
      if (draft.account.get('use', use.useId)) return
      const row = { product, allowance: use.allowance ?? null, personId: use.personId ?? null, at: instant }
      draft.insert('use', { id: use.useId, ...row, amount: use.amount, reportedAt: draft.now })
    })
  },
  sentence: (change, _sight, tense) =>
    say('seats.reported', {
      tense,
      what: say('seats.uses', { count: change.uses.length }),
    }),
  record: (change) => change,
}
