import { onScopeDispose, watch, type WatchSource } from 'vue'

const PAUSE_MILLISECONDS = 300

/** Does something now and whenever what is watched has changed and rested for a moment: while someone types, once. */
export function afterPause(source: WatchSource, act: () => Promise<void> | void): void {
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    source,
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => void act(), PAUSE_MILLISECONDS)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
}
