import type { SubjectKind } from '@lodge/core'
import { entryAt } from '@lodge/core/must'
/** What can be picked in a field: what it is held as, how it reads, and what tells it from others of that name. */
export interface PickOption {
  value: string
  text: string
  detail?: string
  /** Cannot be picked now. */
  disabled?: boolean
}

/** So many are listed at once; further ones are found by typing. */
export const LISTED = 60

/** Those that hold every typed word: first what begins so, then what has a word that does. */
export function matching(options: readonly PickOption[], text: string): PickOption[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const [first] = words
  if (first === undefined) return [...options]
  const found: PickOption[][] = [[], [], []]
  for (const option of options) {
    const name = option.text.trim().toLowerCase()
    const searched = `${name} ${option.detail ?? ''}`.toLowerCase()
    if (!words.every((word) => searched.includes(word))) continue
    const nearness = name.startsWith(first) ? 0 : name.includes(` ${first}`) ? 1 : 2
    entryAt(found, nearness).push(option)
  }
  return found.flat()
}

/** Who was picked from a list whose values are `kind id`: a person, a group, or everyone of a standing. */
export function subjectOf(value: string): { kind: SubjectKind; id: string } {
  const [kind, id = ''] = value.split(' ')
  return { kind: kind as SubjectKind, id }
}
