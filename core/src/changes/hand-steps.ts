import type { StepRow } from '../account/rows.ts'
import type { Draft } from './draft.ts'

/** Closings by hand that wait in a product, once something else is true of it. */
export function settleTasks(draft: Draft, product: string, patch: Partial<StepRow>): void {
  for (const step of draft.account.by('step', 'state', 'waiting')) {
    if (step.kind !== 'task' || step.subject !== product) continue
    draft.update('step', step.id, patch)
    draft.effects.push({ kind: 'go-on-leaving', departureId: step.departureId })
  }
}
