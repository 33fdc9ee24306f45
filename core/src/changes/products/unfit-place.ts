import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { productWords } from './products.ts'
import { periodText } from '../access/grants.ts'

export class UnfitPlace {
  @Equals('unfit-place') type!: 'unfit-place'
  @RowId() fittingId!: Id
  /** The first day without it; left out, now. */
  @When() on?: string | null
}

/** Switches a product off at a place, now or from a day on. */
export const unfitPlace: ChangeKind<UnfitPlace> = {
  type: 'unfit-place',
  confirm: 'confirm.unfit-place',
  category: 'seats',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('billing', 'change', 'products.switch-a-product-off-at-a-place'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: UnfitPlace,
  fill: (change) => change,
  decide(draft, change) {
    const fitting = draft.account.get('fitting', change.fittingId)
    const place = fitting && draft.seen('place', fitting.placeId, 'place')
    if (!fitting || !place) return draft.refuse('not-found', say('products.it-is-not-switched-on-there-it-may'))
    const ends = change.on ? draft.period(change.on, null).from : draft.now
    if (draft.problems.length > 0) return
    if (fitting.from >= ends) draft.remove('fitting', fitting.id)
    else if ((fitting.until ?? Infinity) > ends) draft.update('fitting', fitting.id, { until: ends })
    else draft.refuse('over-already', say('products.it-is-already-switched-off-there-by-then'))
  },
  sentence(change, sight, tense) {
    const fitting = sight.named.get('fitting', change.fittingId)
    const name = fitting ? productWords(fitting, sight).name : say('products.a-product')
    return say('products.switched-off-at', {
      tense,
      name,
      place: sight.placeName(fitting?.placeId ?? ''),
      period: periodText(change.on, null, sight),
    })
  },
  record: (change) => change,
}
