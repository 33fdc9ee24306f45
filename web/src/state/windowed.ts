import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { ask, type ApiError } from '../api/client.ts'
import { useLive } from './live.ts'

/** A list of which the server sends windows: what is in sight is fetched, the rest stays where it is. */
export interface Window<Row> {
  rows: readonly Row[]
  matching: number
}

export const WINDOW_ROWS = 200

/**
 * Keeps a long list true: windows are fetched as they come into sight, two at a time, and anew when something changed.
 * @param path where a window is asked for; another path is another list.
 */
export function useWindowed<Row, Answer>(
  path: (from: number, count: number) => string,
  read: (answer: Answer) => Window<Row>,
) {
  const live = useLive()
  const rows = shallowRef<(Row | undefined)[]>([])
  const answer = shallowRef<Answer | null>(null)
  const error = ref<ApiError | null>(null)
  const sight = ref<[number, number]>([0, 0])
  let pending = new Set<number>()
  let fetched = new Set<number>()
  let turn = 0

  async function fetchPage(page: number): Promise<void> {
    if (pending.has(page) || pending.size >= 2) return
    const mine = turn
    pending.add(page)
    try {
      const found = await ask<Answer>('GET', path(page * WINDOW_ROWS, WINDOW_ROWS))
      if (mine !== turn) return
      const window = read(found)
      const next = rows.value.length === window.matching ? [...rows.value] : new Array<Row | undefined>(window.matching)
      window.rows.forEach((row, at) => (next[page * WINDOW_ROWS + at] = row))
      rows.value = next
      answer.value = found
      error.value = null
      fetched.add(page)
    } catch (failure) {
      if (mine !== turn) return
      error.value = failure as ApiError
      if ([0, 503].includes(error.value.status)) retry = setTimeout(() => void fill(), 1_500)
      return
    } finally {
      pending.delete(page)
    }
    void fill()
  }

  /** Fetches what is in sight and not there yet. */
  async function fill(): Promise<void> {
    const [first, last] = sight.value
    for (let page = Math.floor(first / WINDOW_ROWS); page <= Math.floor(last / WINDOW_ROWS); page += 1) {
      if (page > 0 && page * WINDOW_ROWS >= rows.value.length) break
      if (!fetched.has(page)) void fetchPage(page)
    }
  }

  function look(first: number, last: number): void {
    sight.value = [first, last]
    void fill()
  }

  let retry: ReturnType<typeof setTimeout> | undefined
  /** What is shown stays until what is true now has come. */
  function anew(): void {
    turn += 1
    pending = new Set()
    fetched = new Set()
    void fill()
  }
  watch(
    () => path(0, WINDOW_ROWS),
    () => {
      sight.value = [0, 0]
      anew()
    },
    { immediate: true },
  )
  watch(() => live.turn, anew)
  onScopeDispose(() => {
    turn += 1
    clearTimeout(retry)
  })
  return { rows, answer, error, look, known: computed(() => answer.value !== null) }
}
