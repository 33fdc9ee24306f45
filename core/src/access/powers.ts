import type { RoleArea, Scope } from '../account/rows.ts'
import type { Area } from '../products/catalogue.ts'
import { atLeast, higher, lower } from './levels.ts'
import { LEVELS, type Level } from '../account/level.ts'

/** How an action is answered (model A3). */
export type Answer = 'no' | 'with-approval' | 'yes'

/** What is asked for: any item, one of one's own (or about to be made), or one of someone who reports to one. */
export type Whose = 'any' | 'own' | 'people'

/** What one route, or the best of several, gives for one kind of item (model A3). */
export interface Given {
  /** The highest level whose own action is free. */
  free: Level
  /** The highest level whose own action is free or needs approval; never below `free`. */
  approval: Level
}

export const NOTHING_GIVEN: Given = { free: 'none', approval: 'none' }

const WHOSE: Readonly<Record<Scope, readonly Whose[]>> = {
  all: ['any', 'people', 'own'],
  people: ['people', 'own'],
  own: ['own'],
}

/** Whether a role's entry in an area joins in for such an item (model R1, A3). */
export function concerns(entry: RoleArea, whose: Whose): boolean {
  return WHOSE[entry.scope ?? 'all'].includes(whose)
}

/** The two levels an entry gives: an action withheld is left out, one that needs approval is not free (model A3, L3). */
export function givenBy(entry: RoleArea): Given {
  const upTo = LEVELS.filter((level) => level !== 'none' && atLeast(entry.level, level))
  const open = upTo.filter((level) => !entry.withheld?.includes(level))
  const free = open.filter((level) => !entry.approval?.includes(level))
  return { free: free.at(-1) ?? 'none', approval: open.at(-1) ?? 'none' }
}

/** One route's answer to an action that needs a level: that level reached, the action not withheld (model A3). */
export function answerBy(entry: RoleArea, action: string, needs: Level): Answer {
  if (entry.withheld?.includes(action)) return 'no'
  const { free, approval } = givenBy(entry)
  if (atLeast(free, needs) && !entry.approval?.includes(action)) return 'yes'
  return atLeast(approval, needs) ? 'with-approval' : 'no'
}

/** The most generous wins, for each of the two levels (model A1, A3). */
export function best(one: Given, other: Given): Given {
  return { free: higher(one.free, other.free), approval: higher(one.approval, other.approval) }
}

export function capped(given: Given, cap: Level): Given {
  return { free: lower(given.free, cap), approval: lower(given.approval, cap) }
}

const GENEROSITY: Readonly<Record<Answer, number>> = { no: 0, 'with-approval': 1, yes: 2 }

export function moreGenerous(one: Answer, other: Answer): Answer {
  return GENEROSITY[one] >= GENEROSITY[other] ? one : other
}

/** An action of an area with the level it needs; each level is itself an action (model L2). */
export interface Action {
  code: string
  needs: Level
}

/** The levels an area makes sense of and then its other actions, in the sheet's order (model L2). */
export function actionsOf(area: Area): Action[] {
  const levels = area.area.levels.map(({ level }) => ({ code: level, needs: level }))
  return [...levels, ...area.area.actions.map(({ code, needs }) => ({ code, needs }))]
}

/** The level an action needs, or undefined for one the area does not know. */
export function levelNeeded(area: Area, action: string): Level | undefined {
  const level = area.area.levels.find((one) => one.level === action)
  return level?.level ?? area.area.actions.find((one) => one.code === action)?.needs
}
