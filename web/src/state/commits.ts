import type { Control } from '@lodge/core'
import { ref } from 'vue'
import { ask } from '../api/client.ts'
import type { RunView, ShownPreview } from '../api/types.ts'
import { useProof } from './proof.ts'
import { useSession } from './session.ts'

const RUN_MILLISECONDS = 500

/** What was applied: told once, to be undone from there. */
export interface Told {
  version: number
  sentences: string[]
  undo: Control
  /** Who changed what between what was shown and what was done; only where that altered the effect. */
  movedBy: string[] | null
}

/** What a commit answers: the version, or the run of a docket too large for one commit. */
interface Applied {
  version?: number
  movedBy?: string[]
  run?: string
}

/** Commits what was shown, as it was shown (model C3), and follows what is too large for one commit. */
export function useCommits() {
  const session = useSession()
  const proof = useProof()
  /** How far a docket applied in batches has come. */
  const run = ref<RunView | null>(null)
  /** What of the last one was refused when its turn came. */
  const refused = ref<{ count: number; sentence: string } | null>(null)

  /**
   * Sends what was shown to be done.
   * @param key the same for the same request, so that one that is repeated is done once.
   * @returns what was done, or the run in which it goes on.
   */
  async function send(
    shown: ShownPreview,
    key: string,
    tell?: 'now' | 'digest',
  ): Promise<{ told?: Told; run?: string }> {
    const { changes, version, digest, sentences, undo } = shown
    const body = { changes, version, digest, ...(tell ? { tell } : {}) }
    const answer = await proof.withProof(() =>
      ask<Applied>('POST', session.path('/commits'), body, { 'Idempotency-Key': key }),
    )
    if (answer.version === undefined) return { run: answer.run }
    return { told: { version: answer.version, sentences, undo, movedBy: answer.movedBy ?? null } }
  }

  /** A large docket goes on in batches on the server, whether or not anyone watches. */
  async function follow(id: string): Promise<void> {
    let state = await ask<RunView>('GET', session.path(`/runs/${id}`))
    while (state.state !== 'done') {
      run.value = state
      await new Promise((resolve) => setTimeout(resolve, RUN_MILLISECONDS))
      state = await ask<RunView>('GET', session.path(`/runs/${id}`))
    }
    run.value = null
    const [first] = state.refused
    refused.value = first ? { count: state.refused.length, sentence: first.problems[0]?.sentence ?? '' } : null
  }

  return { run, refused, send, follow }
}
