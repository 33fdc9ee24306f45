import type { GridRow } from '@lodge/core'
import { CELL, LEVEL_WORDS, UNSEEN, type Mark } from './grid.ts'

type Translate = (key: string, named?: Record<string, unknown>) => string

/** A cell of the grid in words, for those who hear it: who, where, what they have there and what is about to change. */
export function cellWords(person: GridRow, place: string, cell: number, mark: Mark | undefined, t: Translate): string {
  const notes = [...cellNotes(cell, t), ...(mark ? [t(`grid.${mark.kind}`, { level: levelWord(mark.level, t) })] : [])]
  return t('grid.cell', { name: person.name, place, what: notes.join(', ') })
}

function cellNotes(cell: number, t: Translate): string[] {
  if (cell === UNSEEN) return [t('grid.unseen')]
  const level = cell & CELL.level
  return [
    levelWord(level, t),
    ...(cell & CELL.heldBack ? [t(level === 0 ? 'effect.needsSeat' : 'effect.heldBack')] : []),
    ...(cell & CELL.approval ? [t('grid.approval')] : []),
    ...(cell & CELL.ownOnly ? [t('grid.ownOnly')] : []),
    ...(cell & CELL.absent ? [t('grid.absent')] : []),
    ...(cell & CELL.onceIn ? [t('grid.onceIn')] : []),
  ]
}

function levelWord(level: number, t: Translate): string {
  return t(`level.${LEVEL_WORDS[level] ?? 'none'}`)
}
