import { ask } from '../api/client.ts'
import type { NewChange, ShownPreview } from '../api/types.ts'
import { useSession } from './session.ts'

/**
 * Applies one change that anyone who makes it need not see first: about oneself, or a question. It still goes the one
 * way
 * in, previewed and committed.
 * @returns what prevents it, in words; nothing once it is committed.
 */
export function useDirect(): (change: NewChange) => Promise<string> {
  const session = useSession()
  return async (change) => {
    const shown = await ask<ShownPreview>('POST', session.path('/previews'), { changes: [change] })
    const [problem] = shown.problems
    if (problem) return problem.sentence
    const { changes, version, digest } = shown
    const key = { 'Idempotency-Key': crypto.randomUUID() }
    await ask('POST', session.path('/commits'), { changes, version, digest }, key)
    return ''
  }
}
