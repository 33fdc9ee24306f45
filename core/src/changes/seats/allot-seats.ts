import { Equals, IsInt, IsOptional, Max, Min } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import type { AllotmentRow } from '../../account/product-rows.ts'
import { Code } from '../../checks/shape.ts'
import { productAt } from '../../products/catalogue.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

export class AllotSeats {
  @Equals('allot-seats') type!: 'allot-seats'
  @RowId() allotmentId!: MadeId
  @RowId() placeId!: Id
  @Code() product!: string
  @Code() seatType!: string
  /** Null: as many as are empty. */
  @IsOptional() @IsInt() @Min(0) @Max(100_000) number?: number | null
}

/** Sets how many seats of a type a place's stewards may have handed out at a time (model S10); nobody loses theirs. */
export const allotSeats: ChangeKind<AllotSeats> = {
  type: 'allot-seats',
  confirm: 'confirm.allot-seats',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('seats', 'change', 'seats.set-a-places-number-of-seats'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: AllotSeats,
  fill: (change, newId) => ({ ...change, allotmentId: newId(change.allotmentId) }),
  decide(draft, { allotmentId, placeId, product, seatType, number = null }) {
    const place = draft.seen('place', placeId, 'place')
    if (!place) return
    const type = productAt(draft.account, product, draft.now)?.sheet.seatTypes.find((one) => one.code === seatType)
    if (!type)
      return draft.refuse('no-such-seat', say('seats.there-is-no-seat-type-choose-another', { product, seatType }))
    const known = draft.account.by('allotment', 'place', placeId).find((row) => isOf(row, product, seatType))
    if ((known?.number ?? null) === number) return draft.refuse('no-change', say('seats.it-already-has-this-number'))
    if (number === null) draft.remove('allotment', must(known, 'known').id)
    else if (known) draft.update('allotment', known.id, { number })
    else draft.insert('allotment', { id: allotmentId, placeId, product, seatType, number })
  },
  sentence({ placeId, product, seatType, number }, sight, tense) {
    const sheet = productAt(sight.named, product, sight.now)?.sheet
    const type = sheet?.seatTypes.find((one) => one.code === seatType)?.name ?? seatType
    const many = number === null || number === undefined ? say('seats.any-number-of') : say('seats.at-most', { number })
    return say('seats.let-hand-out-seats', {
      tense,
      place: sight.placeName(placeId),
      many,
      type,
      one: number === 1 ? 'yes' : 'no',
    })
  },
  record: (change) => change,
}

function isOf(row: AllotmentRow, product: string, seatType: string): boolean {
  return row.product === product && row.seatType === seatType
}
