import { onScopeDispose, ref, watch, type Ref } from 'vue'
import type { ApiError } from '../api/client.ts'
import { ask } from '../api/client.ts'
import { useLive } from './live.ts'

/** Something asked of the lodge that is kept true: asked anew whenever something may have changed. */
export interface Fetched<T> {
  data: Ref<T | null>
  error: Ref<ApiError | null>
  again(): Promise<void>
}

/**
 * @param path where to ask; null asks nothing.
 * @param stays what others answer for us is asked once, not whenever anything changes here.
 */
export function useFetched<T>(path: () => string | null, stays = false): Fetched<T> {
  const live = useLive()
  const data = ref<T | null>(null) as Ref<T | null>
  const error = ref<ApiError | null>(null)
  let turn = 0

  async function again(): Promise<void> {
    const mine = ++turn
    const asked = path()
    if (asked === null) {
      data.value = null
      error.value = null
      return
    }
    try {
      const answer = await ask<T>('GET', asked)
      if (mine !== turn) return
      data.value = answer
      error.value = null
    } catch (failure) {
      if (mine !== turn) return
      error.value = failure as ApiError
      if (error.value.status === 404) data.value = null
      // The lodge is away for a moment: what is shown stays, and is asked for again.
      if ([0, 503].includes(error.value.status)) retry = setTimeout(() => void again(), 1_500)
    }
  }

  let retry: ReturnType<typeof setTimeout> | undefined
  watch([path, () => (stays ? 0 : live.turn)], () => void again(), { immediate: true })
  onScopeDispose(() => {
    turn += 1
    clearTimeout(retry)
  })
  return { data, error, again }
}
