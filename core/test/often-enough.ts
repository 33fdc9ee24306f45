import fc from 'fast-check'

const MOST_ROUNDS = 20

/** Checks a property, and goes on until what it is about came up often enough: what is rare takes more tries, not luck. */
export function checkOften<T>(property: fc.IProperty<T>, numRuns: number, enough: () => boolean): void {
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    fc.assert(property, { numRuns })
    if (enough()) return
  }
  throw new Error(`What the property is about did not come up often enough in ${MOST_ROUNDS * numRuns} tries.`)
}
