import type { NewOf } from '../api/types.ts'
import type { DepartureThingView, Taker } from '@lodge/core'
import { entryAt } from '@lodge/core/must'

/** The time of a leaving for which only a day is typed. */
export const END_OF_WORK = '17:00'

/** Who takes one thing over, as chosen in the form; nobody where it is left unassigned. */
export interface ChosenTaker {
  what: string
  id: string
  taker: Taker | null
}

/** What a list's option represents. */
export function takerKey(taker: Taker | null): string {
  return taker ? `${taker.kind} ${taker.id}` : ''
}

/**
 * The handovers of a plan: what was chosen; what is only proposed is left to its day. Takers who are asked by a time are
 * all named, but for the person who plans, who need not be asked.
 */
export function handoversOf(
  things: readonly DepartureThingView[],
  chosen: ReadonlyMap<string, ChosenTaker>,
  acceptBy = '',
  plannerId = '',
): NonNullable<NewOf<'plan-departure'>['handovers']>[number][] {
  return things.flatMap((thing) => {
    const { what, id } = thing
    const one = chosen.get(`${what} ${id}`)
    const taker = one ? one.taker : thing.taker
    const isAsked = acceptBy !== '' && taker?.kind === 'person' && taker.id !== plannerId && what !== 'line'
    if (!one && !isAsked) return []
    return [
      { what, id, ...(taker ? { takerKind: taker.kind, takerId: taker.id } : {}), ...(isAsked ? { acceptBy } : {}) },
    ]
  })
}

/** More of a kind than this are in one row, to be unfolded. */
const FOLDED = 2
/** What a row's choice says where its things go to more than one. */
export const SEVERAL = 'several'
const PARTS = ['unassigned', 'chosen', 'proposed'] as const

/** The place of an item in the plan as it was opened: nobody for it first, then what was chosen, then what is proposed. */
function partOf({ taker, chosen }: DepartureThingView): (typeof PARTS)[number] {
  if (taker === null) return 'unassigned'
  return chosen ? 'chosen' : 'proposed'
}

/** A plan's rows under their headings, those of a kind together; `shown` are those that are in rows of their own. */
export function planParts(
  things: readonly DepartureThingView[],
  takerOf: (thing: DepartureThingView) => Taker | null,
  unfolded: ReadonlySet<string>,
) {
  return PARTS.flatMap((part) => {
    const kinds = new Map<string, DepartureThingView[]>()
    for (const thing of things)
      if (partOf(thing) === part) kinds.set(thing.what, [...(kinds.get(thing.what) ?? []), thing])
    const groups = [...kinds].map(([what, all]) => {
      const takers = new Set(all.map((one) => takerKey(takerOf(one))))
      const folds = all.length > FOLDED && what !== 'things'
      const key = `${part} ${what}`
      const shown = !folds || unfolded.has(key) ? all : []
      return { key, what, things: all, folds, shown, taker: takers.size === 1 ? entryAt([...takers], 0) : SEVERAL }
    })
    return groups.length > 0 ? [{ part, groups }] : []
  })
}

/** Things that go the same way, in the order in which the first of each came, with their texts. */
export function together<T extends { text: string }, G extends object>(
  things: readonly T[],
  wayOf: (thing: T) => G,
): (G & { key: string; texts: string[] })[] {
  const ways = new Map<string, G & { key: string; texts: string[] }>()
  for (const thing of things) {
    const way = wayOf(thing)
    const key = JSON.stringify(way)
    const known = ways.get(key)
    if (known) known.texts.push(thing.text)
    else ways.set(key, { ...way, key, texts: [thing.text] })
  }
  return [...ways.values()]
}

/** `away from 3 July to 5 September`, `away since 3 July, until 5 September`. */
export function awayText(
  t: (key: string, values: Record<string, unknown>) => string,
  { state, from, until }: { state: string; from: string; until: string | null },
): string {
  const said = t(`away.state.${state}`, { from })
  return until ? t(state === 'running' ? 'away.datesSince' : 'away.dates', { state: said, until }) : said
}
