import { Equals, IsBoolean, IsInt, IsObject, IsOptional, Max, Min } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { readSheet } from '../../products/sheet.ts'
import { type ProductSheet } from '../../account/sheet-shape.ts'
import { say } from '../../words/say.ts'
import { productAt, subscriptionAt } from '../../products/catalogue.ts'
import { periodText } from '../access/grants.ts'
import { Code, Line } from '../../checks/shape.ts'
import { raisesBill } from '../rules/seat-rules.ts'
import type { Sight } from '../../access/sight.ts'

export class ImportSheet {
  @Equals('import-sheet') type!: 'import-sheet'
  @RowId() sheetId!: MadeId
  /** The product’s id where the sheet is its first, and its subscription’s: an imported product is off at first. */
  @RowId() productId!: MadeId
  @RowId() subscriptionId!: MadeId
  /** A product sheet as published (docs/product-sheet.md). */
  @IsObject() sheet!: object
  /** From which day it holds; left out, from now. */
  @When() from?: string | null
}

/** Takes a product in, or a new version or price of one from a day on (model L2, S6). Nothing is half-imported. */
export const importSheet: ChangeKind<ImportSheet> = {
  type: 'import-sheet',
  confirm: 'confirm.import-sheet',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('connections', 'run', 'products.import-a-product-sheet'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: ImportSheet,
  fill: (change, newId) => ({
    ...change,
    sheetId: newId(change.sheetId),
    productId: newId(change.productId),
    subscriptionId: newId(change.subscriptionId),
  }),
  decide(draft, change) {
    const read = readSheet(change.sheet)
    if (read.problems) {
      for (const one of read.problems) draft.refuse(one.code, one.sentence, `/sheet${one.path ?? ''}`)
      return
    }
    const sheet = JSON.parse(JSON.stringify(read.value)) as ProductSheet
    const { currency } = draft.account.settings
    if (sheet.charging.currency !== currency) {
      const sentence = say('products.is-priced-in-this-account-in-a-bill', {
        sheet: sheet.name,
        currency: sheet.charging.currency,
        currency2: currency,
      })
      return draft.refuse('other-currency', sentence, '/sheet/charging/currency')
    }
    if (sheet.code === 'porter') {
      return draft.refuse('code-taken', say('products.the-code-porter-belongs-to-jolly-porter'), '/sheet/code')
    }
    const { from } = draft.period(change.from, null)
    if (draft.problems.length > 0) return
    const known = draft.account.by('product', 'code', sheet.code)[0]
    const productId = known?.id ?? change.productId
    if (!known) {
      draft.insert('product', { id: productId, code: sheet.code })
      draft.insert('subscription', { id: change.subscriptionId, productId, from: draft.now, on: false, plan: null })
    }
    draft.insert('sheet', { id: change.sheetId, productId, from, sheet })
  },
  sentence(change, sight, tense) {
    const { name, code } = change.sheet as Partial<ProductSheet>
    const known = productAt(sight.account, code ?? '', sight.now)
    const what = known
      ? say('products.a-new-version-of', { name: name ?? '' })
      : say('products.the-product', { name: name ?? '' })
    if (!known) return say('products.added', { tense, what })
    return say('products.imported', { tense, what, period: periodText(change.from, null, sight) })
  },
  record: ({ sheet, ...rest }) => {
    const { code, name } = sheet as Partial<ProductSheet>
    return { ...rest, sheet: { code, name } }
  },
}

export class Subscribe {
  @Equals('subscribe') type!: 'subscribe'
  @RowId() subscriptionId!: MadeId
  @Code() product!: string
  @IsBoolean() on!: boolean
  /** The plan; left out, none, which enables all. */
  @IsOptional() @Code() plan?: string | null
  @When() from?: string | null
}

/** Switches a product on or off, or to another plan, from a day on (model S11). */
export const subscribe: ChangeKind<Subscribe> = {
  type: 'subscribe',
  confirm: 'confirm.subscribe',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('billing', 'run', 'products.choose-a-plan-or-switch-a-product-off'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: Subscribe,
  fill: (change, newId) => ({ ...change, subscriptionId: newId(change.subscriptionId) }),
  decide(draft, change) {
    const found = productAt(draft.account, change.product, draft.now)
    if (!found) return draft.refuse('not-found', say('products.there-is-no-such-product-here-import-its'))
    const plan = change.plan ?? null
    if (plan !== null && !found.sheet.plans.some((one) => one.code === plan)) {
      return draft.refuse('no-such-plan', say('products.has-no-plan', { sheet: found.sheet.name, plan }), '/plan')
    }
    const { from } = draft.period(change.from, null)
    const current = subscriptionAt(draft.account, found.row.id, from)
    if (current?.on === change.on && current.plan === plan) {
      return draft.refuse('so-already', say('products.is-already-set-this-way', { sheet: found.sheet.name }))
    }
    if (draft.problems.length > 0) return
    draft.insert('subscription', { id: change.subscriptionId, productId: found.row.id, from, on: change.on, plan })
  },
  sentence(change, sight, tense) {
    const { name, plan } = productWords(change, sight)
    const when = periodText(change.from, null, sight)
    if (!change.on) return say('products.switched-off', { tense, name, when })
    if (!plan) return say('products.switched-on', { tense, name, when })
    return say('products.put-on-the-plan', { tense, name, plan, when })
  },
  record: (change) => change,
}

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

export function productWords(
  { product, seatType, plan }: { product: string; seatType?: string; plan?: string | null },
  sight: Sight,
): { name: string; typeName: string; plan: string | undefined } {
  const sheet = productAt(sight.named, product, sight.now)?.sheet
  return {
    name: sheet?.name ?? product,
    typeName: sheet?.seatTypes.find((one) => one.code === seatType)?.name ?? seatType ?? '',
    plan: sheet?.plans.find((one) => one.code === plan)?.name,
  }
}
