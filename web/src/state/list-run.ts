import { ref } from 'vue'
import { ask, type ApiError } from '../api/client.ts'
import type { RunView } from '../api/types.ts'
import { useSession } from './session.ts'

const RUN_MILLISECONDS = 400

/** Work with a list: one thing at a time, what went wrong in words, and the run that applies it until it is done. */
export function useListRun() {
  const session = useSession()
  const busy = ref(false)
  const problem = ref('')
  const run = ref<RunView | null>(null)

  async function guarded(work: () => Promise<void>): Promise<void> {
    busy.value = true
    problem.value = ''
    try {
      await work()
    } catch (error) {
      problem.value = (error as ApiError).message
    } finally {
      busy.value = false
    }
  }

  /** Sends what was shown and waits until the run that applies it is done. */
  async function follow(path: string, body: object): Promise<void> {
    const started = await ask<{ run: string }>('POST', path, body)
    for (;;) {
      run.value = await ask<RunView>('GET', session.path(`/runs/${started.run}`))
      if (run.value.state === 'done') return
      await new Promise((resolve) => setTimeout(resolve, RUN_MILLISECONDS))
    }
  }

  return { busy, problem, run, guarded, follow }
}
