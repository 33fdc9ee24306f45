import type { ThingInProductView } from '@lodge/core'

/** What a connected product says is someone's, or why it does not say. */
export interface InProduct {
  product: string
  name: string
  problem: string | null
  things: readonly ThingInProductView[]
}

const KINDS = ['item', 'hold', 'link'] as const

/** How many there are of each kind, in one order. */
export function countsOf(
  things: readonly Pick<ThingInProductView, 'kind'>[],
): { kind: ThingInProductView['kind']; count: number }[] {
  return KINDS.map((kind) => ({ kind, count: things.filter((one) => one.kind === kind).length })).filter(
    ({ count }) => count > 0,
  )
}
