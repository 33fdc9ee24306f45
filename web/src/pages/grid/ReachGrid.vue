<script setup lang="ts">
import type { GridView } from '@lodge/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { TILE, type Block, type GridCell, type Lines, type Mark, type TileStore } from '../../logic/grid.ts'
import {
  COLUMN_PIXELS,
  columnOfHead,
  HEAD_PIXELS,
  ROW_PIXELS,
  tilesInSight,
  under,
  type Palette,
  type Scene,
} from '../../logic/grid-scene.ts'
import { cellWords } from '../../logic/grid-words.ts'
import { useGridBrush } from '../../state/grid-brush.ts'
import { useGridCanvas } from '../../state/grid-canvas.ts'
import { must } from '@lodge/core/must'

// People by places on one canvas the size of what is in sight: the page scrolls a sheet as large as the account, and
// each frame draws the few hundred cells that show. One cell at a time is an element of the page, for screen readers.
const props = defineProps<{
  view: GridView
  lines: Lines
  tiles: TileStore
  /** Rises when something came that is to be drawn. */
  turn: number
  marks: ReadonlyMap<string, Mark>
  brush: boolean
  label: string
  /** The cell that is explained beside the grid: kept in sight and marked. */
  chosen: { personId: string; placeId: string } | null
}>()
const emit = defineEmits<{
  open: [personId: string, placeId: string]
  foldGroup: [key: string]
  foldColumn: [placeId: string]
  brushed: [personIds: string[], placeIds: string[]]
  close: []
}>()
const { t } = useI18n()
const scroller = useTemplateRef<HTMLDivElement>('scroller')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const focused = ref(false)
const at = ref<GridCell>({ line: 1, column: 0 })
const brushed = useGridBrush(at, giveTo)
const { block } = brushed
const { width, height, redraw } = useGridCanvas({
  scroller,
  canvas,
  scene,
  drawn: (now) => props.tiles.want(tilesInSight(now)),
  // The sheet beside it takes room: what it explains stays in sight.
  resized: () => props.chosen && reveal(),
})
const side = computed(() => (width.value < 500 ? 116 : 190))
const sizes = computed(() => ({
  width: `${side.value + props.view.columns.length * COLUMN_PIXELS + 60}px`,
  height: `${HEAD_PIXELS + props.lines.count * ROW_PIXELS}px`,
}))

function scene(palette: Palette): Scene | undefined {
  const { value: box } = scroller
  if (!box) return undefined
  const { view, lines, tiles, marks } = props
  const here = { at: at.value, focused: focused.value, block: block.value, chosen: props.chosen }
  return { view, lines, tiles, marks, palette, ...here, ...within(box) }
}

/** What is in sight of the sheet. Rows are shown whole: what is scrolled by less than one is not seen. */
function within(box: HTMLElement) {
  const top = Math.ceil(box.scrollTop / ROW_PIXELS - 0.05) * ROW_PIXELS
  return { width: width.value, height: height.value, side: side.value, left: box.scrollLeft, top }
}

watch(
  () => [props.view, props.lines, props.tiles, props.turn, props.marks, props.chosen],
  () => redraw(),
)
watch([focused, at, block], () => redraw())

/** Selects the cell that is explained, as soon as its row is there. */
let sought: string | null = null
watch(
  () => [props.chosen, props.turn, props.lines] as const,
  ([chosen]) => {
    const key = chosen && `${chosen.personId} ${chosen.placeId}`
    if (!chosen || key === sought) return void (sought = key)
    const column = props.view.columns.findIndex(({ id }) => id === chosen.placeId)
    const isHere = (line: number) => personAt(line)?.id === chosen.personId
    const line = isHere(at.value.line)
      ? at.value.line
      : Array.from({ length: props.lines.count }, (_, one) => one).find(isHere)
    if (column < 0 || line === undefined) return
    sought = key
    at.value = { line, column }
    void nextTick(reveal)
  },
  { flush: 'post' },
)

/** Where the pointer is, from the upper left of what is in sight. */
function pointOf(event: PointerEvent | MouseEvent) {
  const box = must(scroller.value, 'scroller')
  const area = box.getBoundingClientRect()
  return { view: props.view, ...within(box), x: event.clientX - area.left, y: event.clientY - area.top }
}

function press(event: PointerEvent): void {
  const found = under(pointOf(event))
  if (!props.brush || found.line < 0 || found.column < 0 || event.button !== 0) return
  brushed.press(found)
  must(scroller.value, 'scroller').setPointerCapture(event.pointerId)
}

function drag(event: PointerEvent): void {
  const { line, column } = under(pointOf(event))
  if (line >= 0 && column >= 0) brushed.drag({ line: Math.min(line, props.lines.count - 1), column })
}

/** The people and places of a block that was drawn. */
function giveTo({ fromLine, toLine, fromColumn, toColumn }: Block): void {
  const people = new Set<string>()
  for (let line = fromLine; line <= toLine; line += 1) {
    const person = personAt(line)
    if (person) people.add(person.id)
  }
  const places = props.view.columns.slice(fromColumn, toColumn + 1).map((column) => column.id)
  if (people.size > 0) emit('brushed', [...people], places)
}

function click(event: MouseEvent): void {
  const point = pointOf(event)
  const { line, column } = under(point)
  if (line < 0) return foldColumn(columnOfHead(point))
  const found = props.lines.at(line)
  if (found && found.row === null) return emit('foldGroup', found.group.key)
  if (props.brush || !found || column < 0) return
  at.value = { line, column }
  open()
}

function foldColumn(number: number, isOpen?: boolean): void {
  const column = props.view.columns[number]
  if (column && column.open !== null && column.open !== isOpen) emit('foldColumn', column.id)
}

function open(): void {
  const found = props.lines.at(at.value.line)
  if (found?.row === null) return emit('foldGroup', found.group.key)
  const person = personAt(at.value.line)
  const column = props.view.columns[at.value.column]
  if (person && column) emit('open', person.id, column.id)
}

/** A person is in every tile of their row: the one in sight is the one that has come. */
function personAt(line: number) {
  const row = props.lines.at(line)?.row
  const box = scroller.value
  if (row === null || row === undefined || !box) return undefined
  const seen = Math.floor(box.scrollLeft / COLUMN_PIXELS / TILE)
  const tile = props.tiles.get(Math.floor(row / TILE), seen) ?? tileOf(row)
  return tile?.rows[row % TILE]
}

function tileOf(row: number) {
  return props.tiles.get(Math.floor(row / TILE), Math.floor(at.value.column / TILE))
}

const STEPS: Readonly<Record<string, [number, number]>> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  PageDown: [15, 0],
  PageUp: [-15, 0],
}

function onKey(event: KeyboardEvent): void {
  const step = STEPS[event.key]
  if (step) move(step, event.shiftKey && props.brush)
  else if (event.key === 'Home') move([0, -at.value.column], false)
  else if (event.key === 'End') move([0, props.view.columns.length], false)
  else if (event.key === ' ' && props.brush) brushed.finish()
  else if (event.key === 'Enter' || event.key === ' ') open()
  else if (event.key === '+' || event.key === '-') foldColumn(at.value.column, event.key === '+')
  else if (event.key === 'Escape') escape()
  else return
  event.preventDefault()
}

function escape(): void {
  if (block.value) brushed.drop()
  else emit('close')
}

function move([lines, columns]: [number, number], extends_: boolean): void {
  const before = at.value
  at.value = {
    line: Math.max(0, Math.min(props.lines.count - 1, before.line + lines)),
    column: Math.max(0, Math.min(props.view.columns.length - 1, before.column + columns)),
  }
  if (extends_) brushed.extend(before)
  else brushed.drop()
  void nextTick(reveal)
}

/** Scrolls so that the cell one is on shows whole. */
function reveal(): void {
  const box = must(scroller.value, 'scroller')
  const [x, y] = [at.value.column * COLUMN_PIXELS, at.value.line * ROW_PIXELS]
  // Names of columns lean to the right: one more column beside it leaves room to read its own.
  const [wide, high] = [width.value - side.value - 2 * COLUMN_PIXELS, height.value - HEAD_PIXELS - ROW_PIXELS]
  box.scrollLeft = Math.max(Math.min(box.scrollLeft, x), x - wide)
  box.scrollTop = Math.max(Math.min(box.scrollTop, y), y - high)
}

/** The cell one is on, in words. */
const words = computed(() => {
  void props.turn
  const found = props.lines.at(at.value.line)
  const column = props.view.columns[at.value.column]
  if (!found || !column) return t('grid.nothing')
  if (found.row === null) return t('grid.group', { name: found.group.label, count: found.group.count })
  const tile = tileOf(found.row)
  const person = tile?.rows[found.row % TILE]
  if (!tile || !person) return t('common.loading')
  const cell = must(tile.cells[(found.row % TILE) * TILE + (at.value.column % TILE)], 'cell')
  return cellWords(person, column.name, cell, props.marks.get(`${person.id} ${column.id}`), t)
})
</script>

<template>
  <div class="sheet frame">
    <div
      ref="scroller"
      class="scroller"
      :class="{ brush }"
      tabindex="0"
      role="grid"
      :aria-label="label"
      :aria-rowcount="lines.count"
      :aria-colcount="view.columns.length"
      aria-activedescendant="grid-here"
      @scroll.passive="redraw"
      @pointerdown="press"
      @pointermove="drag"
      @pointerup="brushed.release()"
      @click="click"
      @keydown="onKey"
      @focus="focused = true"
      @blur="focused = false"
    >
      <div class="whole" :style="sizes" role="presentation">
        <canvas ref="canvas" :style="{ width: `${width}px`, height: `${height}px` }" aria-hidden="true"></canvas>
      </div>
      <div class="visually-hidden" role="row" :aria-rowindex="at.line + 1">
        <span id="grid-here" role="gridcell" :aria-colindex="at.column + 1">{{ words }}</span>
      </div>
    </div>
    <p class="here muted" aria-live="polite">{{ focused ? words : '\u00a0' }}</p>
  </div>
</template>

<style scoped>
.frame {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}
.scroller {
  flex: 1;
  min-height: 0;
  overflow: auto;
  position: relative;
}
.scroller:focus-visible {
  outline-offset: -2px;
}
.brush {
  cursor: crosshair;
  touch-action: none;
}
canvas {
  position: sticky;
  left: 0;
  top: 0;
  display: block;
}
.here {
  margin: 0;
  padding: 3px 10px;
  font-size: 12.5px;
  border-top: 1px solid var(--line-soft);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
