<script setup lang="ts">
import type { GridView } from '@lodge/core'
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import {
  blockBetween,
  CELL,
  LEVEL_WORDS,
  TILE,
  UNSEEN,
  type Block,
  type Lines,
  type Mark,
  type TileStore,
} from '../logic/grid.ts'
import { readPalette } from '../logic/grid-palette.ts'
import { draw } from '../logic/grid-drawing.ts'
import {
  COLUMN_PIXELS,
  HEAD_PIXELS,
  inSight,
  ROW_PIXELS,
  tilesInSight,
  type Palette,
  type Scene,
} from '../logic/grid-scene.ts'

// People by places on one canvas the size of what is in sight: the page scrolls a sheet as large as the account, and
// each frame draws the few hundred cells that show. One cell at a time stands in the page for those who do not see it.
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
const width = ref(0)
const height = ref(0)
const focused = ref(false)
const at = ref({ line: 1, column: 0 })
const block = ref<Block | null>(null)
let from: { line: number; column: number } | null = null
let palette: Palette | undefined
let drawn = 0

const side = computed(() => (width.value < 500 ? 116 : 190))
const sizes = computed(() => ({
  width: `${side.value + props.view.columns.length * COLUMN_PIXELS + 60}px`,
  height: `${HEAD_PIXELS + props.lines.count * ROW_PIXELS}px`,
}))

function scene(): Scene | undefined {
  const { value: box } = scroller
  if (!box || !palette) return undefined
  const { view, lines, tiles, marks } = props
  const sizes = { width: width.value, height: height.value, side: side.value }
  const place = { left: box.scrollLeft, top: topOf(box) }
  const here = { at: at.value, focused: focused.value, block: block.value, chosen: props.chosen }
  return { view, lines, tiles, marks, palette, ...sizes, ...place, ...here }
}

/** Rows are shown whole: what is scrolled by less than one is not seen. */
function topOf(box: HTMLElement): number {
  return Math.ceil(box.scrollTop / ROW_PIXELS - 0.05) * ROW_PIXELS
}

function frame(): void {
  drawn = 0
  const now = scene()
  const context = canvas.value?.getContext('2d')
  if (!now || !context) return
  const ratio = devicePixelRatio
  context.setTransform(ratio, 0, 0, ratio, 0, 0)
  draw(context, now)
  props.tiles.want(tilesInSight(now))
}

function redraw(): void {
  if (drawn === 0) drawn = requestAnimationFrame(frame)
}

function measure(): void {
  const { value: box } = scroller
  if (!box || !canvas.value) return
  width.value = box.clientWidth
  height.value = HEAD_PIXELS + Math.max(1, Math.floor((box.clientHeight - HEAD_PIXELS) / ROW_PIXELS)) * ROW_PIXELS
  canvas.value.width = width.value * devicePixelRatio
  canvas.value.height = height.value * devicePixelRatio
  // The sheet beside it takes room: what it explains stays in sight.
  if (props.chosen) reveal()
  redraw()
}

let sizeWatch: ResizeObserver | undefined
let themeWatch: MutationObserver | undefined
onMounted(() => {
  palette = readPalette()
  sizeWatch = new ResizeObserver(measure)
  sizeWatch.observe(scroller.value!)
  themeWatch = new MutationObserver(() => {
    palette = readPalette()
    redraw()
  })
  themeWatch.observe(document.documentElement, { attributeFilter: ['data-bs-theme'] })
  void document.fonts.ready.then(redraw)
  measure()
})
onBeforeUnmount(() => {
  sizeWatch?.disconnect()
  themeWatch?.disconnect()
  cancelAnimationFrame(drawn)
})
watch(
  () => [
    props.view,
    props.lines,
    props.tiles,
    props.turn,
    props.marks,
    props.chosen,
    focused.value,
    at.value,
    block.value,
  ],
  redraw,
)

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

/** The line and column under the pointer; -1 in the heads. */
function under(event: PointerEvent | MouseEvent) {
  const box = scroller.value!
  const area = box.getBoundingClientRect()
  const [x, y] = [event.clientX - area.left, event.clientY - area.top]
  const column = x < side.value ? -1 : Math.floor((x - side.value + box.scrollLeft) / COLUMN_PIXELS)
  const line = y < HEAD_PIXELS ? -1 : Math.floor((y - HEAD_PIXELS + topOf(box)) / ROW_PIXELS)
  return { line, column: column < props.view.columns.length ? column : -1 }
}

function press(event: PointerEvent): void {
  const found = under(event)
  if (!props.brush || found.line < 0 || found.column < 0 || event.button !== 0) return
  from = found
  at.value = found
  block.value = blockBetween(found, found)
  scroller.value!.setPointerCapture(event.pointerId)
}

function drag(event: PointerEvent): void {
  if (!from) return
  const found = under(event)
  if (found.line < 0 || found.column < 0) return
  block.value = blockBetween(from, { line: Math.min(found.line, props.lines.count - 1), column: found.column })
}

function release(): void {
  if (!from) return
  from = null
  finishBlock()
}

function finishBlock(): void {
  const chosen = block.value
  block.value = null
  if (!chosen) return
  const people = new Set<string>()
  for (let line = chosen.fromLine; line <= chosen.toLine; line += 1) {
    const person = personAt(line)
    if (person) people.add(person.id)
  }
  const places = props.view.columns.slice(chosen.fromColumn, chosen.toColumn + 1).map((column) => column.id)
  if (people.size > 0) emit('brushed', [...people], places)
}

function click(event: MouseEvent): void {
  const { line, column } = under(event)
  const found = line < 0 ? undefined : props.lines.at(line)
  if (found && found.row === null) return emit('foldGroup', found.group.key)
  if (line < 0) return foldUnderHead(event)
  if (props.brush || !found || column < 0) return
  at.value = { line, column }
  open()
}

/** Names of columns lean to the right: what is pressed is the foot of the name, not what is straight beneath. */
function foldUnderHead(event: MouseEvent): void {
  const box = scroller.value!
  const area = box.getBoundingClientRect()
  const rise = Math.max(0, HEAD_PIXELS - 22 - (event.clientY - area.top))
  const x = event.clientX - area.left - rise * Math.tan((32 * Math.PI) / 180)
  const column = props.view.columns[Math.floor((x - side.value + box.scrollLeft) / COLUMN_PIXELS)]
  if (column && column.open !== null) emit('foldColumn', column.id)
}

function personAt(line: number) {
  const row = props.lines.at(line)?.row
  if (row === null || row === undefined) return undefined
  const now = scene()
  const seen = now ? inSight(now).firstColumn : 0
  const tile = props.tiles.get(Math.floor(row / TILE), Math.floor(seen / TILE)) ?? tileOf(line)
  return tile?.rows[row % TILE]
}

function tileOf(line: number) {
  const row = props.lines.at(line)?.row
  return row === null || row === undefined
    ? undefined
    : props.tiles.get(Math.floor(row / TILE), Math.floor(at.value.column / TILE))
}

function open(): void {
  const found = props.lines.at(at.value.line)
  if (found?.row === null) return emit('foldGroup', found.group.key)
  const person = personAt(at.value.line)
  const column = props.view.columns[at.value.column]
  if (person && column) emit('open', person.id, column.id)
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
  else if (event.key === ' ' && props.brush) {
    block.value ??= blockBetween(at.value, at.value)
    finishBlock()
  } else if (event.key === 'Enter' || event.key === ' ') open()
  else if (event.key === '+' || event.key === '-') foldColumnHere(event.key === '+')
  else if (event.key === 'Escape') escape()
  else return
  event.preventDefault()
}

function escape(): void {
  if (block.value) block.value = null
  else emit('close')
}

function foldColumnHere(wanted: boolean): void {
  const column = props.view.columns[at.value.column]
  if (column && column.open === !wanted) emit('foldColumn', column.id)
}

let anchor: { line: number; column: number } | null = null

function move([lines, columns]: [number, number], extends_: boolean): void {
  const before = at.value
  at.value = {
    line: Math.max(0, Math.min(props.lines.count - 1, before.line + lines)),
    column: Math.max(0, Math.min(props.view.columns.length - 1, before.column + columns)),
  }
  if (extends_) {
    anchor ??= before
    block.value = blockBetween(anchor, at.value)
  } else {
    anchor = null
    block.value = null
  }
  void nextTick(reveal)
}

/** Scrolls so that the cell one is on shows whole. */
function reveal(): void {
  const box = scroller.value!
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
  const tile = tileOf(at.value.line)
  const person = tile?.rows[found.row % TILE]
  if (!tile || !person) return t('common.loading')
  const cell = tile.cells[(found.row % TILE) * TILE + (at.value.column % TILE)]!
  const mark = props.marks.get(`${person.id} ${column.id}`)
  const notes = [
    cellText(cell),
    ...(mark ? [t(`grid.${mark.kind}`, { level: t(`level.${LEVEL_WORDS[mark.level]!}`) })] : []),
  ]
  return t('grid.cell', { name: person.name, place: column.name, what: notes.join(', ') })
})

function cellText(cell: number): string {
  if (cell === UNSEEN) return t('grid.unseen')
  const notes = [
    t(`level.${LEVEL_WORDS[cell & CELL.level]!}`),
    ...(cell & CELL.heldBack ? [t((cell & CELL.level) === 0 ? 'effect.needsSeat' : 'effect.heldBack')] : []),
    ...(cell & CELL.approval ? [t('grid.approval')] : []),
    ...(cell & CELL.ownOnly ? [t('grid.ownOnly')] : []),
    ...(cell & CELL.absent ? [t('grid.absent')] : []),
    ...(cell & CELL.onceIn ? [t('grid.onceIn')] : []),
  ]
  return notes.join(', ')
}
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
      @pointerup="release"
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
