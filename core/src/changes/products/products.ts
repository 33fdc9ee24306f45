import type { Sight } from '../../access/sight.ts'
import { productAt } from '../../products/catalogue.ts'

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
