import type { Draft } from '../engine/draft.ts'
import { type Instant, isWhen, readWhen } from '../../time/instants.ts'

/** What a list says holds as of its day's last instant, and at the latest now (model B1, Z1). */
export function asOfList(draft: Draft, text: string): Instant {
  return isWhen(text) ? Math.min(readWhen(text, draft.account.zone, 'end'), draft.now) : draft.now
}
