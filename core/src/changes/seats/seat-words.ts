import type { Sight } from '../../access/sight.ts'
import { productAt } from '../../products/catalogue.ts'

/** `a Field seat in Bedding Log`. */
export function aSeat(seat: { product: string; seatType: string; own?: boolean }, sight: Sight): string {
  const text = seatText(seat, sight)
  return `${articleOf(text)} ${text}${seat.own ? ' (their own licence)' : ''}`
}

/** `a` or `an`, by the first letter. */
export function articleOf(text: string): string {
  return /^[aeiou]/i.test(text) ? 'an' : 'a'
}

/** A product's name with the type's: `Field seat in Bedding Log`. */
export function seatText(seat: { product: string; seatType: string }, sight: Sight): string {
  const product = productAt(sight.named, seat.product, sight.now)
  const type = product?.sheet.seatTypes.find((one) => one.code === seat.seatType)
  return `${type?.name ?? seat.seatType} seat in ${product?.sheet.name ?? seat.product}`
}
