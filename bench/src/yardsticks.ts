/** Something measured against something else in the same run. */
export interface Yardstick {
  name: string
  /** What is measured, and what it is measured against, in the unit named. */
  value: number
  against: number
  unit: string
  limit: number
  /** `most`: the ratio must stay at or below its limit; `least`: at or above. */
  bound: 'most' | 'least'
  /** Judged in a small run too: it does not depend on how fast the machine is. */
  always?: boolean
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((one, other) => one - other)
  return sorted[Math.floor(sorted.length / 2)]!
}

export function timeOf(work: () => unknown): number {
  const started = performance.now()
  work()
  return performance.now() - started
}

export async function timed(work: () => Promise<unknown>): Promise<number> {
  const started = performance.now()
  await work()
  return performance.now() - started
}

/** Prints one line; true if it is as it should be, or not judged. */
export function report({ name, value, against, unit, limit, bound, always }: Yardstick, small: boolean): boolean {
  const ratio = value / against
  const good = bound === 'most' ? ratio <= limit : ratio >= limit
  const judged = always || !small
  const verdict = good ? 'within' : judged ? 'MISSED' : 'missed (not judged in a small run)'
  const figures = `${figure(value)} / ${figure(against)} ${unit} = ${figure(ratio)}`
  console.log(`${name}: ${figures}, ${verdict}, ${bound === 'most' ? 'at most' : 'at least'} ${limit}`)
  return good || !judged
}

function figure(value: number): string {
  return value >= 100 ? value.toFixed(0) : value >= 1 ? value.toFixed(2) : value.toPrecision(2)
}
