import { entryAt } from '../checks/must.ts'
import { trimmedOf } from './scan.ts'

/** A name out of the text around an address: its first cell, without separators, brackets, bullets. */
export function nameIn(text: string): string {
  const [, quoted = '', end] = text.split('"', 3)
  if (quoted !== '' && end !== undefined) return turned(tidy(quoted), true)
  const cells = text
    .split(/[\t;|]/)
    .map(tidy)
    .filter(Boolean)
  if (cells.length <= 1) return turned(cells[0] ?? '', text.trimEnd().endsWith('<'))
  // Given and family name in two cells, else the name is the first of them.
  return cells.slice(0, 2).every((cell) => /^\S+$/.test(cell)) ? `${cells[0]} ${cells[1]}` : entryAt(cells, 0)
}

export const NOTHING = new Set<string>()

export const FULL_STOPS = new Set('.!?')

const BEFORE_NAMES = new Set(' ,:*•·–—-')

const AFTER_NAMES = new Set(' ,:/–—-')

function tidy(cell: string): string {
  const plain = cell
    .replace(/^[\s>)\]},/]*(?:\d{1,6}[.)]|[*•·–—-])?\s+/u, '')
    .replaceAll(/[<>()[\]{}"]/g, ' ')
    .replaceAll(/\s+/g, ' ')
  return trimmedOf(plain, BEFORE_NAMES, AFTER_NAMES)
}

/** `Last, First` turned round, where that is what it is; of other lists with commas the first entry is the name. */
function turned(name: string, beforeBracket: boolean): string {
  const parts = name.split(',').map((part) => part.trim())
  if (parts.length === 1) return name
  const isName = parts.length === 2 && (beforeBracket || parts.every((part) => /^\S+$/.test(part)))
  return isName ? `${parts[1]} ${parts[0]}` : entryAt(parts, 0)
}
