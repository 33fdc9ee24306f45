import type { GridView } from '@lodge/core'
import { TILE, type Block, type GridCell, type Lines, type Mark, type TileStore } from './grid.ts'

export const ROW_PIXELS = 27
export const COLUMN_PIXELS = 56
export const HEAD_PIXELS = 128

/** The look of the grid, read from the theme. */
export interface Palette {
  sheet: string
  paper: string
  ink: string
  muted: string
  line: string
  softLine: string
  levels: readonly string[]
  onLevels: readonly string[]
  brass: string
  oxblood: string
  slate: string
  slateSoft: string
}

export interface Scene {
  view: GridView
  lines: Lines
  tiles: TileStore
  marks: ReadonlyMap<string, Mark>
  palette: Palette
  width: number
  height: number
  /** Pixels for the names of rows. */
  side: number
  left: number
  top: number
  at: GridCell
  focused: boolean
  block: Block | null
  /** The cell that is explained beside the grid. */
  chosen: { personId: string; placeId: string } | null
}

/** The cells in sight, by the first and the last line and column. */
export function inSight({ view, lines, width, height, side, left, top }: Scene) {
  return {
    firstLine: Math.max(0, Math.floor(top / ROW_PIXELS)),
    lastLine: Math.min(lines.count - 1, Math.ceil((top + height - HEAD_PIXELS) / ROW_PIXELS) - 1),
    firstColumn: Math.max(0, Math.floor(left / COLUMN_PIXELS)),
    lastColumn: Math.min(view.columns.length - 1, Math.floor((left + width - side) / COLUMN_PIXELS)),
  }
}

/** A point of what is in sight, from its upper left. */
type Point = Pick<Scene, 'view' | 'side' | 'left' | 'top'> & { x: number; y: number }

/** The line and column at a point; -1 in the heads. */
export function under({ view, side, left, top, x, y }: Point): GridCell {
  const column = x < side ? -1 : Math.floor((x - side + left) / COLUMN_PIXELS)
  const line = y < HEAD_PIXELS ? -1 : Math.floor((y - HEAD_PIXELS + top) / ROW_PIXELS)
  return { line, column: column < view.columns.length ? column : -1 }
}

/** Names of columns lean to the right: what is pressed is the foot of the name, not what is straight beneath. */
export function columnOfHead({ side, left, x, y }: Point): number {
  const rise = Math.max(0, HEAD_PIXELS - 22 - y)
  return Math.floor((x - rise * Math.tan((32 * Math.PI) / 180) - side + left) / COLUMN_PIXELS)
}

/** The tiles in sight, from the upper left. */
export function tilesInSight(scene: Scene): { row: number; column: number }[] {
  const { firstLine, lastLine, firstColumn, lastColumn } = inSight(scene)
  const rows = new Set<number>()
  for (let line = firstLine; line <= lastLine; line += 1) {
    const row = scene.lines.at(line)?.row
    if (row !== null && row !== undefined) rows.add(Math.floor(row / TILE))
  }
  const found: { row: number; column: number }[] = []
  const last = Math.max(0, Math.floor(lastColumn / TILE))
  for (const row of rows) {
    for (let column = Math.floor(firstColumn / TILE); column <= last; column += 1) found.push({ row, column })
  }
  return found
}

export const FONT = '13px "Public Sans Variable"'
export const STRONG = '600 13px "Public Sans Variable"'
