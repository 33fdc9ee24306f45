import type { GridColumn, GridView } from '@lodge/core'
import { CELL, LEVEL_WORDS, TILE, UNSEEN, type Block, type Lines, type Mark, type TileStore } from './grid.ts'

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
  brick: string
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
  at: { line: number; column: number }
  focused: boolean
  block: Block | null
}

/** The cells in sight, by the first and the last line and column. */
export function inSight({ view, lines, width, height, side, left, top }: Scene) {
  return {
    firstLine: Math.max(0, Math.floor(top / ROW_PIXELS)),
    lastLine: Math.min(lines.count - 1, Math.floor((top + height - HEAD_PIXELS) / ROW_PIXELS)),
    firstColumn: Math.max(0, Math.floor(left / COLUMN_PIXELS)),
    lastColumn: Math.min(view.columns.length - 1, Math.floor((left + width - side) / COLUMN_PIXELS)),
  }
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

const FONT = '13px "Public Sans Variable"'
const STRONG = '600 13px "Public Sans Variable"'

/** Draws what is in sight: cells, then the names of rows, then those of columns. */
export function draw(context: CanvasRenderingContext2D, scene: Scene): void {
  const { palette, width, height } = scene
  context.fillStyle = palette.sheet
  context.fillRect(0, 0, width, height)
  drawCells(context, scene)
  drawRows(context, scene)
  drawColumns(context, scene)
}

function drawCells(context: CanvasRenderingContext2D, scene: Scene): void {
  const { lines, palette, side, left, top, width, height, view } = scene
  const { firstLine, lastLine, firstColumn, lastColumn } = inSight(scene)
  context.save()
  context.beginPath()
  context.rect(side, HEAD_PIXELS, width - side, height - HEAD_PIXELS)
  context.clip()
  context.textBaseline = 'middle'
  context.strokeStyle = palette.softLine
  context.lineWidth = 1
  for (let line = firstLine; line <= lastLine; line += 1) {
    const found = lines.at(line)!
    const y = HEAD_PIXELS + line * ROW_PIXELS - top
    if (found.row === null) {
      context.fillStyle = palette.paper
      context.fillRect(side, y, width, ROW_PIXELS)
      continue
    }
    for (let column = firstColumn; column <= lastColumn; column += 1) {
      const tile = scene.tiles.get(Math.floor(found.row / TILE), Math.floor(column / TILE))
      const x = side + column * COLUMN_PIXELS - left
      const cell = tile?.cells[(found.row % TILE) * TILE + (column % TILE)]
      const person = tile?.rows[found.row % TILE]
      const mark = person && scene.marks.get(`${person.id} ${view.columns[column]!.id}`)
      drawCell(context, palette, x, y, cell, mark)
    }
  }
  context.strokeStyle = palette.softLine
  context.beginPath()
  for (let line = firstLine; line <= lastLine + 1; line += 1) {
    const y = HEAD_PIXELS + line * ROW_PIXELS - top + 0.5
    context.moveTo(side, y)
    context.lineTo(Math.min(width, side + view.columns.length * COLUMN_PIXELS - left), y)
  }
  for (let column = firstColumn; column <= lastColumn + 1; column += 1) {
    const x = side + column * COLUMN_PIXELS - left + 0.5
    context.moveTo(x, HEAD_PIXELS)
    context.lineTo(x, Math.min(height, HEAD_PIXELS + lines.count * ROW_PIXELS - top))
  }
  context.stroke()
  drawBlock(context, scene)
  context.restore()
}

/** One cell: its letter and a tooth for each level; what it lacks and what the docket would do by corner and frame. */
function drawCell(
  context: CanvasRenderingContext2D,
  palette: Palette,
  x: number,
  y: number,
  cell: number | undefined,
  mark: Mark | undefined,
): void {
  if (cell === undefined) {
    context.fillStyle = palette.softLine
    context.fillRect(x + 20, y + 12, 16, 3)
    return
  }
  if (cell === UNSEEN) {
    context.fillStyle = palette.muted
    context.fillText('·', x + COLUMN_PIXELS / 2 - 2, y + ROW_PIXELS / 2)
    return
  }
  const now = cell & CELL.level
  const level = mark?.kind === 'gives' ? Math.max(now, mark.level) : now
  if (level > 0 || cell & CELL.heldBack) {
    if (cell & CELL.absent) hatch(context, palette, x, y)
    else {
      context.fillStyle = palette.levels[level]!
      context.fillRect(x, y, COLUMN_PIXELS, ROW_PIXELS)
    }
    const ink = cell & CELL.absent ? palette.slate : palette.onLevels[level]!
    context.fillStyle = ink
    context.font = FONT
    const letter = level === 0 ? '' : LEVEL_WORDS[level]![0]!
    context.fillText(letter, x + 9, y + ROW_PIXELS / 2)
    if (mark?.kind === 'takes') context.fillRect(x + 7, y + ROW_PIXELS / 2, 11, 1.5)
    for (let tooth = 0; tooth < level; tooth += 1) context.fillRect(x + 46 - tooth * 5, y + 15, 3, 5)
    if (cell & CELL.heldBack) {
      context.strokeStyle = ink
      context.strokeRect(x + 46.5 - level * 5, y + 15.5, 2.5, 4.5)
    }
    if (cell & CELL.ownOnly) {
      context.fillStyle = ink
      context.fillRect(x + 24, y + 18, 12, 1.5)
    }
    if (cell & CELL.approval) corner(context, palette.brass, x, y)
  }
  if (mark) frame(context, palette, x, y, mark)
}

function hatch(context: CanvasRenderingContext2D, palette: Palette, x: number, y: number): void {
  context.save()
  context.beginPath()
  context.rect(x, y, COLUMN_PIXELS, ROW_PIXELS)
  context.clip()
  context.strokeStyle = palette.slateSoft
  context.lineWidth = 4
  context.beginPath()
  for (let at = -ROW_PIXELS; at < COLUMN_PIXELS; at += 9) {
    context.moveTo(x + at, y + ROW_PIXELS)
    context.lineTo(x + at + ROW_PIXELS, y)
  }
  context.stroke()
  context.restore()
}

function corner(context: CanvasRenderingContext2D, colour: string, x: number, y: number): void {
  context.fillStyle = colour
  context.beginPath()
  context.moveTo(x + COLUMN_PIXELS - 9, y + 1)
  context.lineTo(x + COLUMN_PIXELS - 1, y + 1)
  context.lineTo(x + COLUMN_PIXELS - 1, y + 9)
  context.fill()
}

function frame(context: CanvasRenderingContext2D, palette: Palette, x: number, y: number, { kind }: Mark): void {
  context.save()
  context.lineWidth = 2
  context.strokeStyle = kind === 'gives' ? palette.brass : palette.oxblood
  if (kind === 'takes') context.setLineDash([4, 3])
  context.strokeRect(x + 1.5, y + 1.5, COLUMN_PIXELS - 3, ROW_PIXELS - 3)
  context.restore()
}

function drawBlock(context: CanvasRenderingContext2D, { block, at, focused, palette, side, left, top }: Scene): void {
  const outline = (one: Block, colour: string) => {
    context.strokeStyle = colour
    context.lineWidth = 2
    context.strokeRect(
      side + one.fromColumn * COLUMN_PIXELS - left + 1,
      HEAD_PIXELS + one.fromLine * ROW_PIXELS - top + 1,
      (one.toColumn - one.fromColumn + 1) * COLUMN_PIXELS - 1,
      (one.toLine - one.fromLine + 1) * ROW_PIXELS - 1,
    )
  }
  if (block) {
    context.globalAlpha = 0.12
    context.fillStyle = palette.brass
    context.fillRect(
      side + block.fromColumn * COLUMN_PIXELS - left,
      HEAD_PIXELS + block.fromLine * ROW_PIXELS - top,
      (block.toColumn - block.fromColumn + 1) * COLUMN_PIXELS,
      (block.toLine - block.fromLine + 1) * ROW_PIXELS,
    )
    context.globalAlpha = 1
    outline(block, palette.brass)
  }
  if (focused) {
    outline({ fromLine: at.line, toLine: at.line, fromColumn: at.column, toColumn: at.column }, palette.slate)
  }
}

function drawRows(context: CanvasRenderingContext2D, scene: Scene): void {
  const { lines, palette, side, top, height } = scene
  const { firstLine, lastLine } = inSight(scene)
  context.fillStyle = palette.sheet
  context.fillRect(0, HEAD_PIXELS, side, height)
  context.save()
  context.beginPath()
  context.rect(0, HEAD_PIXELS, side, height - HEAD_PIXELS)
  context.clip()
  context.textBaseline = 'middle'
  for (let line = firstLine; line <= lastLine; line += 1) {
    const found = lines.at(line)!
    const y = HEAD_PIXELS + line * ROW_PIXELS - top
    if (found.row === null) {
      const isFolded = lines.at(line + 1)?.row === null || lines.at(line + 1) === undefined
      context.fillStyle = palette.paper
      context.fillRect(0, y, side, ROW_PIXELS)
      context.fillStyle = palette.ink
      context.font = STRONG
      context.fillText(`${isFolded ? '▸' : '▾'} ${found.group.label}`, 10, y + ROW_PIXELS / 2, side - 50)
      context.fillStyle = palette.muted
      context.font = FONT
      context.textAlign = 'right'
      context.fillText(String(found.group.count), side - 8, y + ROW_PIXELS / 2)
      context.textAlign = 'left'
    } else {
      const person = anyTile(scene, Math.floor(found.row / TILE))?.rows[found.row % TILE]
      context.font = FONT
      context.fillStyle = person ? palette.ink : palette.softLine
      context.fillText(cut(context, person?.name ?? '…', side - 20), 10, y + ROW_PIXELS / 2)
    }
    context.fillStyle = palette.softLine
    context.fillRect(0, y, side, 1)
  }
  context.restore()
  context.fillStyle = palette.line
  context.fillRect(side - 1, 0, 1, height)
}

/** Any tile in sight knows the names of its rows. */
function anyTile(scene: Scene, row: number) {
  const { firstColumn, lastColumn } = inSight(scene)
  for (let at = Math.floor(firstColumn / TILE); at <= Math.max(0, Math.floor(lastColumn / TILE)); at += 1) {
    const tile = scene.tiles.get(row, at)
    if (tile) return tile
  }
  return undefined
}

const cuts = new Map<string, string>()

/** A name as far as it fits. */
function cut(context: CanvasRenderingContext2D, text: string, width: number): string {
  const key = `${text} ${width} ${context.font}`
  let known = cuts.get(key)
  if (known === undefined) {
    known = text
    if (context.measureText(text).width > width) {
      let end = text.length
      while (end > 1 && context.measureText(`${text.slice(0, end)}…`).width > width) end -= 1
      known = `${text.slice(0, end)}…`
    }
    if (cuts.size > 4000) cuts.clear()
    cuts.set(key, known)
  }
  return known
}

function drawColumns(context: CanvasRenderingContext2D, scene: Scene): void {
  const { palette, side, left, width, view } = scene
  const { firstColumn, lastColumn } = inSight(scene)
  context.fillStyle = palette.sheet
  context.fillRect(0, 0, width, HEAD_PIXELS)
  context.save()
  context.beginPath()
  context.rect(side, 0, width - side, HEAD_PIXELS)
  context.clip()
  for (let at = Math.max(0, firstColumn - 2); at <= lastColumn; at += 1) {
    const column = view.columns[at]!
    drawColumn(context, palette, column, side + at * COLUMN_PIXELS - left)
  }
  context.restore()
  context.fillStyle = palette.line
  context.fillRect(0, HEAD_PIXELS - 1, width, 1)
}

function drawColumn(context: CanvasRenderingContext2D, palette: Palette, column: GridColumn, x: number): void {
  context.font = FONT
  context.textBaseline = 'middle'
  context.fillStyle = palette.muted
  if (column.open !== null) context.fillText(column.open ? '▾' : '▸', x + 8, HEAD_PIXELS - 11)
  context.save()
  context.translate(x + 24, HEAD_PIXELS - 14)
  context.rotate((-58 * Math.PI) / 180)
  let from = 0
  if (column.walled) {
    context.fillStyle = palette.brick
    for (const [brickX, brickY] of [
      [0, -5],
      [7, -5],
      [-2, -1],
      [4, -1],
      [0, 3],
      [7, 3],
    ] as const)
      context.fillRect(from + brickX, brickY, 5, 3)
    from += 16
  }
  context.fillStyle = column.depth === 0 ? palette.ink : palette.muted
  context.font = column.depth === 0 ? STRONG : FONT
  context.fillText(cut(context, column.name, 132 - from), from, 0)
  context.restore()
  context.fillStyle = palette.softLine
  context.fillRect(x, HEAD_PIXELS - 8, 1, 8)
}
