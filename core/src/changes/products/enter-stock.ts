import { Equals, IsInt, Max, Min } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code, Line } from '../../checks/shape.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { productAt } from '../../products/catalogue.ts'
import { say } from '../../words/say.ts'
import { raisesBill } from '../rules/seat-rules.ts'
import { productWords } from './products.ts'
import { periodText } from '../access/grants.ts'

export class EnterStock {
  @Equals('enter-stock') type!: 'enter-stock'
  @RowId() stockId!: MadeId
  @Code() product!: string
  @Code() seatType!: string
  @IsInt() @Min(0) @Max(1_000_000) number!: number
  @When() from?: string | null
  /** Where the number comes from, as `order 2231 of 3 March`. */
  @Line(120) source!: string
}

/**
 * Enters how many seats of a type there are, with the source (model S2). A higher ceiling costs nothing until used; for
 * what is bought for a term it is an order.
 */
export const enterStock: ChangeKind<EnterStock> = {
  type: 'enter-stock',
  confirm: 'confirm.enter-stock',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  // Where it costs more, or binds for a term, it needs to run billing besides: its edits show whether it does.
  needs: atRoot('billing', 'change', 'products.say-how-many-seats-there-are'),
  undo: { needs: atRoot('billing', 'run', 'products.undo-a-number-of-seats') },
  preview: 'plain',
  shape: EnterStock,
  fill: (change, newId) => ({ ...change, stockId: newId(change.stockId) }),
  decide(draft, change) {
    const before = draft.account
    const found = productAt(before, change.product, draft.now)
    const type = found?.sheet.seatTypes.find((one) => one.code === change.seatType)
    if (!found || !type) return draft.refuse('no-such-seat', say('products.there-is-no-such-seat-type-choose-another'))
    const { from } = draft.period(change.from, null)
    if (draft.problems.length > 0) return
    const { stockId, product, seatType, number, source } = change
    draft.insert('stock', { id: stockId, product, seatType, number, from, source: source.trim() })
    const raises = found.sheet.charging.rule === 'term' || raisesBill(before, draft.account, draft.now)
    if (raises)
      draft.need('billing', 'run', before.root.id, say('products.say-how-many-seats-there-are-2', { type: type.name }))
  },
  sentence(change, sight, tense) {
    const { name, typeName } = productWords(change, sight)
    const when = periodText(change.from, null, sight)
    return say('products.set-the-seats-of-to', {
      tense,
      typeName,
      name,
      number: change.number,
      source: change.source,
      when,
    })
  },
  record: (change) => change,
}
