import { Equals, IsObject } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { readSheet } from '../../products/sheet.ts'
import type { ProductSheet } from '../../account/sheet-shape.ts'
import { say } from '../../words/say.ts'
import { productAt } from '../../products/catalogue.ts'
import { periodText } from '../access/grants.ts'

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
