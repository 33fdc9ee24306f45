import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code } from '../../checks/shape.ts'
import type { Id } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { productAt } from '../../products/catalogue.ts'
import { say } from '../../words/say.ts'
import { productWords } from './products.ts'
import { periodText } from '../access/grants.ts'
import type { Draft } from '../engine/draft.ts'

export class FitPlace {
  @Equals('fit-place') type!: 'fit-place'
  @RowId() fittingId!: MadeId
  @Code() product!: string
  @RowId() placeId!: Id
  @When() from?: string | null
  @When() until?: string | null
}

/** Switches a product on at a place whose kind its sheet charges for (model S6). */
export const fitPlace: ChangeKind<FitPlace> = {
  type: 'fit-place',
  confirm: 'confirm.fit-place',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('billing', 'change', 'products.switch-a-product-on-at-a-place'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: FitPlace,
  fill: (change, newId) => ({ ...change, fittingId: newId(change.fittingId) }),
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    const sheet = productAt(draft.account, change.product, draft.now)?.sheet
    if (!place) return
    const charge = sheet?.charging.perPlace?.find((one) => one.placeKind === place.kind)
    if (!sheet || !charge) {
      const sentence = say('products.is-not-switched-on-place-by-place-at', {
        sheet: sheet?.name ?? say('products.this-product'),
        kind: place.kind,
      })
      return draft.refuse('not-per-place', sentence)
    }
    const { from, until } = draft.period(change.from, change.until)
    const fitted = draft.account.by('fitting', 'place', place.id).filter((one) => one.product === change.product)
    if (fitted.some((one) => (one.until ?? Infinity) > from && one.from < (until ?? Infinity))) {
      return draft.refuse(
        'so-already',
        say('products.is-on-at-already-for-that-time-too', { sheet: sheet.name, place: place.name }),
      )
    }
    if (draft.problems.length > 0) return
    draft.insert('fitting', { id: change.fittingId, product: change.product, placeId: place.id, from, until })
  },
  sentence: (change, sight, tense) =>
    say('products.switched-on-at', {
      tense,
      product: productWords(change, sight).name,
      place: sight.placeName(change.placeId),
      period: periodText(change.from, change.until, sight),
    }),
  record: (change) => change,
}

/** Switches products off at places that are being archived: their price ends with them (model T6). */
export function unfitArchived(draft: Draft, placeIds: ReadonlySet<Id>): void {
  for (const placeId of placeIds) {
    for (const fitting of draft.account.by('fitting', 'place', placeId)) {
      if ((fitting.until ?? Infinity) <= draft.now) continue
      if (fitting.from >= draft.now) draft.remove('fitting', fitting.id)
      else draft.update('fitting', fitting.id, { until: draft.now })
    }
  }
}
