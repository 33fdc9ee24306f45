import type { Sight } from '../../access/sight.ts'
import { productAt } from '../../products/catalogue.ts'
import { say } from '../../words/say.ts'

/** `a Field seat in Bedding Log`. */
export function aSeat(seat: { product: string; seatType: string; own?: boolean }, sight: Sight): string {
  const text = seatText(seat, sight)
  return say('seats.their-own-licence', { article: articleOf(text), text, hasOwn: Boolean(seat.own) })
}

/** `a` or `an`, by the first letter. */
export function articleOf(text: string): string {
  return /^[aeiou]/i.test(text) ? 'an' : 'a'
}

/** A product's name with the type's: `Field seat in Bedding Log`. */
export function seatText(seat: { product: string; seatType: string }, sight: Sight): string {
  const product = productAt(sight.named, seat.product, sight.now)
  const type = product?.sheet.seatTypes.find((one) => one.code === seat.seatType)
  return say('seats.seat-in', { type: type?.name ?? seat.seatType, sheet: product?.sheet.name ?? seat.product })
}
