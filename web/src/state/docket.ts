import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { ApiError } from '../api/client.ts'
import { ask } from '../api/client.ts'
import type { NewChange, ShownPreview } from '../api/types.ts'
import { idsOf, isSaidBy, slotOf } from '../logic/held-changes.ts'
import { useCommits, type Told } from './commits.ts'
import { placeOf } from './docket-place.ts'
import { useSession } from './session.ts'
import { entryAt, must } from '@lodge/core/must'

const PAUSE_MILLISECONDS = 200

/** A change in hand with the form or control it comes from, which replaces it when something else is chosen there. */
interface Held {
  change: NewChange
  slot: string
}

/**
 * The changes in hand: kept on the server, the same on any device (model C2), with what it would do. It is previewed as
 * it is typed and applied only as it was shown (model C3).
 */
export const useDocket = defineStore('docket', () => {
  const session = useSession()
  const commits = useCommits()
  const { run, refused } = commits
  const held = ref<Held[]>([])
  const preview = ref<ShownPreview | null>(null)
  const error = ref<ApiError | null>(null)
  /** Who changed what meanwhile, after which another effect is shown; empty where it was time alone, null where nothing was. */
  const movedBy = ref<string[] | null>(null)
  const open = ref(false)
  const busy = ref(false)
  /** How those whose access moves are told besides seeing it (model I8). */
  const tell = ref<'' | 'now' | 'digest'>('')
  const applying = ref(false)
  /** The day from which what is in hand is to happen; empty: at once. */
  const datedOn = ref('')
  /** How often a warning's button changed what is in hand. */
  const mends = ref(0)
  /** The fixed phrase for what a filling left out. */
  const rest = ref<string | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  let turn = 0
  let key = ''

  /** What was applied last from here, which can be undone at once. */
  const applied = ref<Told | null>(null)

  const changes = computed(() => held.value.map((one) => one.change))
  const isEmpty = computed(() => held.value.length === 0)
  const mayApply = computed(
    () =>
      preview.value !== null && preview.value.problems.length === 0 && !busy.value && !applying.value && !error.value,
  )

  /** Where what is in hand is shown beside the form it comes from; undefined: over the view. */
  const place = computed(() => (isEmpty.value ? undefined : placeOf(held.value.map((one) => one.slot))))

  /**
   * Takes changes in hand beside those there and shows them; shortly after, what they would do is shown.
   * @param slot where they come from: what came from there before is replaced.
   */
  function hold(next: NewChange[], slot?: string): void {
    // Someone else's view is only looked at.
    if (session.seeing) return
    const added = next.map((change) => ({ change, slot: slot ?? slotOf(change) }))
    const slots = new Set([...added.map((one) => one.slot), ...(slot === undefined ? [] : [slot])])
    const givesWay = (one: Held) => slots.has(one.slot) || next.some((change) => isSaidBy(change, one.change))
    const at = held.value.findIndex(givesWay)
    const kept = held.value.filter((one) => !givesWay(one))
    kept.splice(at < 0 ? kept.length : Math.min(at, kept.length), 0, ...added)
    take(kept)
    if (!place.value) open.value = true
  }

  /** Takes a change in hand before all others, which may name what it makes. @returns it with the ids it was given. */
  async function holdFirst(change: NewChange): Promise<NewChange> {
    const slot = slotOf(change)
    const rest = held.value.filter((one) => one.slot !== slot)
    const { changes: kept } = await keep([change, ...rest.map((one) => one.change)])
    take(kept.map((one, at) => ({ change: one, slot: at === 0 ? slot : (rest[at - 1]?.slot ?? slotOf(one)) })))
    if (!place.value) open.value = true
    return entryAt(kept, 0)
  }

  /** Takes what a warning's button makes of the docket; a form that some of it came from fills itself in again. */
  function mend(mended: readonly object[]): void {
    const last = must(held.value.at(-1), 'last entry').slot
    const slots = held.value.map(({ change, slot }) => [idsOf(change), slot] as const)
    const slotFor = (change: NewChange) => slots.find(([ids]) => ids === idsOf(change))?.[1] ?? last
    take((mended as NewChange[]).map((change) => ({ change, slot: slotFor(change) })))
    mends.value += 1
  }

  /** Puts one change down and keeps the others. */
  function drop(at: number): void {
    const rest = held.value.filter((_one, index) => index !== at)
    if (rest.length === 0) void putDown()
    else take(rest)
  }

  /** Puts down what came from somewhere, as when a form is left. */
  function release(slot: string): void {
    const rest = held.value.filter((one) => one.slot !== slot)
    if (rest.length === held.value.length) return
    if (rest.length === 0) void putDown()
    else take(rest)
  }

  function take(next: Held[]): void {
    refused.value = null
    applied.value = null
    held.value = next
    error.value = null
    movedBy.value = null
    busy.value = true
    // What is under way was of before; its answer must not put that back.
    turn += 1
    clearTimeout(timer)
    timer = setTimeout(() => void show(), PAUSE_MILLISECONDS)
  }

  /** How often something was applied: what was asked for before that is not taken in hand after it. */
  let times = 0

  /** Fills the docket with what the server works out: copied, moved, tidied, dated (model G2). */
  async function fill(filling: object, slot: string): Promise<Filled> {
    const asked = times
    const filled = await ask<Filled>('POST', session.path('/fillings'), { filling })
    if (asked !== times) return filled
    hold(filled.changes, slot)
    rest.value = filled.rest
    return filled
  }

  /** Lets everything in hand that can be dated happen from a day on. */
  async function date(on: string): Promise<void> {
    datedOn.value = on
    const asked = times
    const filling = { kind: 'date-docket', changes: changes.value, on: on || null }
    const dated = await ask<{ changes: NewChange[]; rest: string | null }>('POST', session.path('/fillings'), {
      filling,
    })
    if (asked !== times) return
    take(dated.changes.map((change, at) => ({ change, slot: held.value[at]?.slot ?? slotOf(change) })))
    rest.value = dated.rest
  }

  /** What was sent last to be kept: the next waits for it, or an earlier docket could be kept over a later one. */
  let keeping: Promise<unknown> = Promise.resolve()

  /** Keeps changes on the server, in the order in which they were in hand. */
  function keep(inHand: readonly NewChange[]): Promise<{ changes: NewChange[] }> {
    const path = session.path('/docket')
    const kept = keeping
      .catch(() => undefined)
      .then(() => ask<{ changes: NewChange[] }>('PUT', path, { changes: inHand }))
    keeping = kept
    return kept
  }

  async function show(): Promise<void> {
    const mine = ++turn
    busy.value = true
    try {
      const kept = await keep(changes.value)
      if (mine !== turn) return
      // The rows to be made have their ids now, and keep them while other changes come and go.
      held.value = kept.changes.map((change, at) => ({ change, slot: held.value[at]?.slot ?? slotOf(change) }))
      const shown = await ask<ShownPreview>('POST', session.path('/previews'), { changes: kept.changes })
      if (mine !== turn) return
      preview.value = shown
      error.value = null
      key = crypto.randomUUID()
    } catch (failure) {
      if (mine !== turn) return
      preview.value = null
      error.value = failure as ApiError
    } finally {
      if (mine === turn) busy.value = false
    }
  }

  /** Shows anew after something changed meanwhile. */
  function refresh(): void {
    if (!isEmpty.value && !applying.value) void show()
  }

  /** Applies what was shown; true if it was committed. A repeated click repeats the same request. */
  async function apply(): Promise<boolean> {
    const shown = preview.value
    if (!shown || applying.value) return false
    applying.value = true
    error.value = null
    try {
      const { run: id, told } = await commits.send(shown, key, tell.value || undefined)
      times += 1
      if (id) await commits.follow(id)
      await putDown()
      // Said once, to be undone from there; then the view is free again.
      if (told) applied.value = told
      return true
    } catch (failure) {
      const problem = failure as ApiError
      if (problem.code === 'moved') {
        preview.value = problem.body.preview as ShownPreview
        movedBy.value = (problem.body.movedBy as string[]) ?? []
        key = crypto.randomUUID()
      } else error.value = problem
      return false
    } finally {
      applying.value = false
    }
  }

  /**
   * Applies one change at once, as something ticked off: what was done is told with its undo like any other.
   * @returns what prevents it, in words; nothing once it is committed.
   */
  async function applyAtOnce(change: NewChange): Promise<string> {
    try {
      const shown = await ask<ShownPreview>('POST', session.path('/previews'), { changes: [change] })
      const [problem] = shown.problems
      if (problem) return problem.sentence
      const { told } = await commits.send(shown, crypto.randomUUID())
      if (told) applied.value = told
      return ''
    } catch (failure) {
      return (failure as ApiError).message
    }
  }

  /** Closes it; what it told of the last time is gone then. */
  function shut(): void {
    open.value = false
    applied.value = null
  }

  /** Puts it down here and on the server. */
  async function putDown(): Promise<void> {
    forget()
    await keep([]).catch(() => undefined)
  }

  /** Nothing in hand in this browser any more; what the server keeps stays, for when its owner is back. */
  function forget(): void {
    clearTimeout(timer)
    turn += 1
    held.value = []
    tell.value = ''
    datedOn.value = ''
    rest.value = null
    preview.value = null
    error.value = null
    movedBy.value = null
    busy.value = false
    open.value = false
  }

  /** What was left in hand on this or another device. */
  async function restore(): Promise<void> {
    const kept = await ask<{ changes: NewChange[] }>('GET', session.path('/docket')).catch(() => ({ changes: [] }))
    if (kept.changes.length === 0 || !isEmpty.value) return
    held.value = kept.changes.map((change) => ({ change, slot: slotOf(change) }))
    await show()
  }

  return {
    changes,
    preview,
    error,
    movedBy,
    open,
    tell,
    busy,
    applying,
    run,
    refused,
    rest,
    datedOn,
    applied,
    place,
    isEmpty,
    mayApply,
    hold,
    holdFirst,
    drop,
    mend,
    mends,
    release,
    fill,
    date,
    refresh,
    apply,
    applyAtOnce,
    shut,
    putDown,
    forget,
    restore,
  }
})

/** What a filling does. */
export interface Filled {
  changes: NewChange[]
  rest: string | null
  /** People for whom it cannot be, each with the reason. */
  left?: { personId: string; name: string; sentence: string }[]
  /** A group that gives what is copied. */
  group?: { id: string; name: string }
}
