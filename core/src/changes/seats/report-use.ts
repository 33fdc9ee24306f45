import { ArrayMaxSize, Equals, IsArray, ValidateNested, IsInt, IsOptional, Max, Min } from 'class-validator'
import { Type } from 'class-transformer'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { productAt } from '../../products/catalogue.ts'
import { isInstantText, readInstant } from '../../time/instants.ts'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code } from '../../checks/shape.ts'
import type { Id } from '../../account/rows.ts'
import { NeededWhen } from '../../checks/dates.ts'

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

/** A product reports what was used; the ledger records it, since the bill follows from it (model S3, S6, M3). */
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
