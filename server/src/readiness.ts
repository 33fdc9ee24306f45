import { databaseAway, type LodgeError } from './errors.ts'
import type { Lodge } from './lodge.ts'
import { clockIsOff } from './store/clock-watch.ts'

/** Why this process decides nothing for now; undefined where it does. What is answered as ready decides (architecture, staleness). */
export function whyNotReady({ accounts, clockWatch }: Pick<Lodge, 'accounts' | 'clockWatch'>): LodgeError | undefined {
  if (!accounts.fresh) return databaseAway()
  return clockWatch.isRight ? undefined : clockIsOff()
}

/** @throws LodgeError 503 */
export function mustBeReady(lodge: Pick<Lodge, 'accounts' | 'clockWatch'>): void {
  const why = whyNotReady(lodge)
  if (why) throw why
}
