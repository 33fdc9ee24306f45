import type { Id, KnownRow, StepRow } from '../../account/rows.ts'
import { isClosingOpen, keepersByMail, taskOf } from '../../products/keeping.ts'
import type { Draft } from '../engine/draft.ts'

/** Closings by hand that wait in a product, once something else is true of it. */
export function settleTasks(draft: Draft, product: string, patch: Partial<StepRow>): void {
  for (const step of draft.account.by('step', 'state', 'waiting')) {
    if (step.kind !== 'task' || step.subject !== product) continue
    draft.update('step', step.id, patch)
    draft.effects.push({ kind: 'go-on-leaving', departureId: step.departureId })
  }
}

/**
 * The steps of departures follow what is known: done once an account is known closed or nothing was to close, open again
 * when it is known open after that (model B2, X5).
 */
export function followKnown(draft: Draft, about: readonly Pick<KnownRow, 'product' | 'personId'>[]): void {
  for (const { product, personId } of about) {
    if (personId === null || draft.account.get('person', personId)?.state !== 'left') continue
    const [departure] = [...draft.account.by('departure', 'person', personId)]
      .filter(({ state }) => state === 'running' || state === 'done')
      .sort((one, other) => other.at - one.at)
    if (!departure) continue
    const steps = draft.account.by('step', 'departure', departure.id)
    const step = steps.find((one) => one.kind === 'task' && one.subject === product)
    if (!step || step.state === 'let-go') continue
    const isOpen = isClosingOpen(draft.account, product, personId, draft.now)
    if (!isOpen && step.state !== 'done') {
      draft.update('step', step.id, { state: 'done', note: null, doneAt: draft.now })
      draft.effects.push({ kind: 'go-on-leaving', departureId: departure.id })
    }
    if (!isOpen || step.state !== 'done') continue
    draft.update('step', step.id, { state: 'waiting', note: null, doneAt: null })
    for (const one of steps) {
      if (one.kind === 'record' && one.state === 'done')
        draft.update('step', one.id, { state: 'waiting', doneAt: null })
    }
    if (departure.state === 'done') draft.update('departure', departure.id, { state: 'running' })
  }
}

/** Those who look after products without a login are each asked once, with all that is to be closed there (model B6). */
export function askKeepers(draft: Draft, leaverId: Id): void {
  const { account, now } = draft
  const asked = new Set<Id>()
  for (const { product } of account.all('keeping')) {
    const keepers = keepersByMail(account, product, now)
    if (keepers.length > 0 && taskOf(account, product, leaverId, now)?.kind === 'close')
      keepers.forEach((id) => asked.add(id))
  }
  for (const personId of asked) draft.effects.push({ kind: 'ask-keeper', personId })
}
