import { atRoot } from '../engine/needs.ts'
import type { Sight } from '../../access/sight.ts'
import { productAt } from '../../products/catalogue.ts'

export const CONNECTS = atRoot('connections', 'run', 'products.connect-products')

/** A product's name as its sheet has it. */
export function productName(code: string, sight: Sight): string {
  return productAt(sight.named, code, sight.now)?.sheet.name ?? code
}
