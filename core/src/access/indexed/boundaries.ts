import type { Instant } from '../../time/instants.ts'
import { entryAt } from '../../checks/must.ts'

/** Something that begins or ends by itself at an instant. */
export interface Boundary<T> {
  instant: Instant
  what: T
}

/** Boundaries in order of time: a heap that gives the earliest first (architecture, time in the index). */
export class Boundaries<T> {
  private heap: Boundary<T>[] = []

  get size(): number {
    return this.heap.length
  }

  /** The earliest instant that waits, or infinity. */
  get next(): Instant {
    return this.heap[0]?.instant ?? Infinity
  }

  /** Replaces all of them; a sorted list is a heap. */
  fill(boundaries: Boundary<T>[]): void {
    this.heap = boundaries.sort((one, other) => one.instant - other.instant)
  }

  add(instant: Instant, what: T): void {
    const { heap } = this
    let at = heap.push({ instant, what }) - 1
    while (at > 0) {
      const above = (at - 1) >> 1
      if (entryAt(heap, above).instant <= entryAt(heap, at).instant) return
      ;[heap[above], heap[at]] = [entryAt(heap, at), entryAt(heap, above)]
      at = above
    }
  }

  /** Takes the earliest out. */
  take(): Boundary<T> | undefined {
    const { heap } = this
    const first = heap[0]
    const last = heap.pop()
    if (heap.length === 0 || !last) return first
    heap[0] = last
    let at = 0
    for (;;) {
      const left = at * 2 + 1
      if (left >= heap.length) return first
      const right = left + 1
      const least = right < heap.length && entryAt(heap, right).instant < entryAt(heap, left).instant ? right : left
      if (entryAt(heap, at).instant <= entryAt(heap, least).instant) return first
      ;[heap[least], heap[at]] = [entryAt(heap, at), entryAt(heap, least)]
      at = least
    }
  }
}
