import type { GridColumn } from '@lodge/core'
import { TILE } from './grid.ts'
import {
  COLUMN_PIXELS,
  FONT,
  HEAD_PIXELS,
  inSight,
  ROW_PIXELS,
  STRONG,
  type Palette,
  type Scene,
} from './grid-scene.ts'
import { entryAt, must } from '@lodge/core/must'

/** The names of people and the heads of groups, on the left. */
export function drawRows(context: CanvasRenderingContext2D, scene: Scene): void {
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
    const found = must(lines.at(line), 'last entry')
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
      const isChosen = person !== undefined && person.id === scene.chosen?.personId
      if (isChosen) markHead(context, palette, 0, y, side, ROW_PIXELS, 'left')
      context.font = isChosen ? STRONG : FONT
      context.fillStyle = person ? palette.ink : palette.softLine
      context.fillText(cut(context, person?.name ?? '…', side - 20, isChosen), 10, y + ROW_PIXELS / 2)
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
function cut(context: CanvasRenderingContext2D, text: string, width: number, strong = false): string {
  const key = `${text} ${width} ${strong}`
  let known = cuts.get(key)
  if (known === undefined) {
    known = text
    if (context.measureText(text).width > width) {
      let end = text.length
      while (end > 1 && context.measureText(`${text.slice(0, end)}…`).width > width) end -= 1
      known = `${text.slice(0, end)}…`
    }
    if (cuts.size > 1500) cuts.clear()
    cuts.set(key, known)
  }
  return known
}

/** The names of places, leaning over their columns. */
export function drawColumns(context: CanvasRenderingContext2D, scene: Scene): void {
  const { palette, side, left, width, view } = scene
  const { firstColumn, lastColumn } = inSight(scene)
  context.fillStyle = palette.sheet
  context.fillRect(0, 0, width, HEAD_PIXELS)
  context.save()
  context.beginPath()
  context.rect(side, 0, width - side, HEAD_PIXELS)
  context.clip()
  for (let at = Math.max(0, firstColumn - 2); at <= lastColumn; at += 1) {
    const column = entryAt(view.columns, at)
    const isChosen = column.id === scene.chosen?.placeId
    const x = side + at * COLUMN_PIXELS - left
    if (isChosen) markHead(context, palette, x, HEAD_PIXELS - 9, COLUMN_PIXELS, 8, 'bottom')
    drawColumn(context, palette, column, x, isChosen || column.depth === 0)
  }
  context.restore()
  context.fillStyle = palette.line
  context.fillRect(0, HEAD_PIXELS - 1, width, 1)
}

/** The head of the row or column that is explained has a mark of its own, and is written strongly. */
function markHead(
  context: CanvasRenderingContext2D,
  palette: Palette,
  x: number,
  y: number,
  width: number,
  height: number,
  edge: 'left' | 'bottom',
): void {
  context.fillStyle = palette.paper
  context.fillRect(x, y, width, height)
  context.fillStyle = palette.brass
  if (edge === 'left') context.fillRect(x, y, 3, height)
  else context.fillRect(x, y + height - 3, width, 3)
}

function drawColumn(
  context: CanvasRenderingContext2D,
  palette: Palette,
  column: GridColumn,
  x: number,
  strong: boolean,
): void {
  context.font = FONT
  context.textBaseline = 'middle'
  context.fillStyle = palette.muted
  if (column.open !== null) context.fillText(column.open ? '▾' : '▸', x + 8, HEAD_PIXELS - 11)
  context.save()
  context.translate(x + 24, HEAD_PIXELS - 14)
  context.rotate((-58 * Math.PI) / 180)
  let from = 0
  if (column.walled) {
    // A low coping over three stones, as before a walled place's name elsewhere.
    context.fillStyle = palette.ink
    context.fillRect(from, -4, 16, 3)
    for (const [stoneX, stoneWidth] of [
      [1, 4],
      [6, 5],
      [12, 3],
    ] as const)
      context.fillRect(from + stoneX, 0, stoneWidth, 3)
    from += 20
  }
  context.fillStyle = palette.ink
  context.font = strong ? STRONG : FONT
  context.fillText(cut(context, column.name, 132 - from, strong), from, 0)
  context.restore()
  context.fillStyle = palette.softLine
  context.fillRect(x, HEAD_PIXELS - 8, 1, 8)
}
