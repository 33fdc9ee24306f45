import { CELL, TILE, UNSEEN, type Block, type Mark } from './grid.ts'
import { drawColumns, drawRows } from './grid-heads.ts'
import { COLUMN_PIXELS, HEAD_PIXELS, inSight, ROW_PIXELS, type Palette, type Scene } from './grid-scene.ts'
import { entryAt, must } from '@lodge/core/must'

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
    const found = must(lines.at(line), 'last entry')
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
      const mark = person && scene.marks.get(`${person.id} ${entryAt(view.columns, column).id}`)
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

const stamps = new WeakMap<Palette, Map<string, HTMLCanvasElement>>()

/** Cells look alike by the thousand: each look is drawn once and stamped from then on. */
function drawCell(
  context: CanvasRenderingContext2D,
  palette: Palette,
  x: number,
  y: number,
  cell: number | undefined,
  mark: Mark | undefined,
): void {
  if (cell === 0 && !mark) return
  const ratio = devicePixelRatio
  const key = `${cell} ${mark?.kind} ${mark?.level} ${ratio}`
  let known = stamps.get(palette)
  if (!known) stamps.set(palette, (known = new Map<string, HTMLCanvasElement>()))
  let stamp = known.get(key)
  if (!stamp) {
    stamp = document.createElement('canvas')
    stamp.width = Math.ceil(COLUMN_PIXELS * ratio)
    stamp.height = Math.ceil(ROW_PIXELS * ratio)
    const inside = must(stamp.getContext('2d'), 'drawing context')
    inside.scale(ratio, ratio)
    inside.textBaseline = 'middle'
    drawLook(inside, palette, 0, 0, cell, mark)
    known.set(key, stamp)
  }
  context.drawImage(stamp, x, y, COLUMN_PIXELS, ROW_PIXELS)
}

/** One cell: a key with a tooth for each level; what it lacks and what the docket would do by corner and frame. */
function drawLook(
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
    else if (cell & CELL.onceIn) mat(context, palette, x, y)
    else {
      context.fillStyle = entryAt(palette.levels, level)
      context.fillRect(x, y, COLUMN_PIXELS, ROW_PIXELS)
    }
    const ink =
      cell & CELL.absent ? palette.slate : cell & CELL.onceIn ? palette.brass : entryAt(palette.onLevels, level)
    key(context, ink, x, y, level)
    if (mark?.kind === 'takes') context.fillRect(x + 5, y + ROW_PIXELS / 2 - 1, COLUMN_PIXELS - 10, 1.5)
    if (cell & CELL.heldBack) context.strokeRect(x + 44.5 - level * 6, y + KEY + 1.5, 3, 5)
    if (cell & CELL.ownOnly) context.fillRect(x + 8, y + ROW_PIXELS - 5, COLUMN_PIXELS - 16, 1.5)
    if (cell & CELL.approval) corner(context, palette.brass, x, y)
  }
  if (mark) frame(context, palette, x, y, mark)
}

/** How far below a cell's top the blade of its key is drawn. */
const KEY = ROW_PIXELS / 2 - 2

/** A bow, a blade, and one tooth for each level. */
function key(context: CanvasRenderingContext2D, ink: string, x: number, y: number, level: number): void {
  context.fillStyle = ink
  context.strokeStyle = ink
  context.lineWidth = 1.6
  context.beginPath()
  context.arc(x + 11, y + KEY, 3.8, 0, Math.PI * 2)
  context.stroke()
  context.lineWidth = 1
  context.fillRect(x + 15, y + KEY - 1, 33, 2)
  for (let tooth = 0; tooth < level; tooth += 1) context.fillRect(x + 44 - tooth * 6, y + KEY + 1, 3.5, 5.5)
}

/** Not there yet: a dotted line along the foot of the cell, like a letter on a doormat. */
function mat(context: CanvasRenderingContext2D, palette: Palette, x: number, y: number): void {
  context.fillStyle = palette.brass
  for (let at = 6; at < COLUMN_PIXELS - 6; at += 5) context.fillRect(x + at, y + ROW_PIXELS - 5, 2.5, 2)
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

function drawBlock(
  context: CanvasRenderingContext2D,
  { block, at, focused, chosen, palette, side, left, top }: Scene,
): void {
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
  if (focused || chosen) {
    const colour = focused ? palette.slate : palette.ink
    outline({ fromLine: at.line, toLine: at.line, fromColumn: at.column, toColumn: at.column }, colour)
  }
}
