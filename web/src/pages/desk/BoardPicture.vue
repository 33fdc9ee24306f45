<script setup lang="ts">
import type { DeskView } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../../logic/dates.ts'
import { along, draggedTo, layBars, weeks, type LaidBar } from '../../logic/board.ts'
import { must } from '@lodge/core/must'

// The Board: arrivals, absences and ends on a time line from two weeks back to eight weeks ahead.
const props = defineProps<{ board: DeskView['board']; today: string }>()
const emit = defineEmits<{ extend: [personId: string, until: string] }>()
const { t } = useI18n()
/** A lane shows so many rows until it is unfolded, so that the Board stays a third of the Desk. */
const ROWS = 2
const ROW_PIXELS = 22
const unfolded = reactive(new Set<string>())
const lanes = computed(() =>
  (['arriving', 'away', 'ending'] as const)
    .map((name) => ({ name, all: layBars(props.board[name], props.today, name === 'away') }))
    .filter((lane) => lane.all.length > 0)
    .map(({ name, all }) => {
      const bars = unfolded.has(name) ? all : all.filter((bar) => bar.row < ROWS)
      const folds = all.some((bar) => bar.row >= ROWS)
      return { name, bars, folds, hidden: all.length - bars.length, rows: Math.max(...bars.map((bar) => bar.row)) + 1 }
    }),
)
function toggle(lane: string): void {
  if (!unfolded.delete(lane)) unfolded.add(lane)
}
const scale = computed(() => weeks(props.today))
const now = computed(() => along(props.today, props.today))
const late = (date: string) => date < props.today

// An end is dragged along to extend or shorten an engagement; by keyboard it is done in the row below.
const dragged = ref<{ personId: string; date: string; fromX: number; width: number; to: string } | null>(null)
function grab(event: PointerEvent, bar: LaidBar): void {
  const row = (event.currentTarget as HTMLElement).closest('.bars') as HTMLElement
  dragged.value = { personId: bar.personId, date: bar.date, fromX: event.clientX, width: row.clientWidth, to: bar.date }
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  const one = dragged.value
  if (!one) return
  const to = draggedTo(one.date, ((event.clientX - one.fromX) / one.width) * 100)
  one.to = to < props.today ? props.today : to
}
let moved = false
/** A bar that was dragged is not opened as well. */
function held(event: MouseEvent): void {
  if (moved) event.preventDefault()
  moved = false
}
function drop(): void {
  const one = dragged.value
  dragged.value = null
  moved = one !== null && one.to !== one.date
  if (!one || !moved) return
  emit('extend', one.personId, one.to)
}
const shift = (bar: LaidBar) =>
  dragged.value?.personId === bar.personId ? along(dragged.value.to, props.today) - along(bar.date, props.today) : 0
const isDragged = (bar: LaidBar) => dragged.value?.personId === bar.personId
const dateOf = (bar: LaidBar) => (isDragged(bar) ? must(dragged.value, 'dragged').to : bar.date)
</script>

<template>
  <figure v-if="lanes.length > 0" class="sheet board">
    <figcaption class="muted">
      <strong>{{ t('desk.board') }}</strong> {{ t('desk.boardAbout') }}
    </figcaption>
    <div class="scale" aria-hidden="true">
      <span
        v-for="week in scale"
        :key="week.date"
        :class="{ now: week.date === today }"
        :style="{ left: `${week.left}%` }"
      >
        {{ shortDate(week.date, today) }}
      </span>
    </div>
    <div class="weeks" aria-hidden="true">
      <i v-for="week in scale" :key="week.date" :style="{ left: `${week.left}%` }"></i>
    </div>
    <div v-for="lane in lanes" :key="lane.name" class="lane">
      <h2 class="label">
        {{ t(`desk.${lane.name}`) }}
        <button v-if="lane.folds" type="button" :aria-expanded="lane.hidden === 0" @click="toggle(lane.name)">
          {{ lane.hidden > 0 ? t('desk.more', { count: lane.hidden }) : t('desk.fewer') }}
        </button>
      </h2>
      <ul class="bars" :style="{ height: `${lane.rows * ROW_PIXELS + 6}px` }">
        <li
          v-for="bar in lane.bars"
          :key="bar.personId"
          :class="{ lasting: lane.name === 'away', flipped: bar.flipped }"
          :style="{
            left: `${bar.left + (lane.name === 'ending' ? shift(bar) : 0)}%`,
            width: lane.name === 'away' ? `${bar.width}%` : undefined,
            top: `${bar.row * ROW_PIXELS + 3}px`,
          }"
        >
          <RouterLink
            :to="{ name: 'people', params: { personId: bar.personId } }"
            :class="[lane.name, { late: late(bar.date) }]"
            :title="lane.name === 'ending' ? t('desk.drag') : undefined"
            draggable="false"
            v-on="
              lane.name === 'ending'
                ? { pointerdown: (event: PointerEvent) => grab(event, bar), pointermove: drag, pointerup: drop }
                : {}
            "
            @click.capture="held"
          >
            {{ bar.name
            }}<span v-if="lane.name !== 'away'" class="date" :class="{ beyond: bar.beyond || isDragged(bar) }"
              >, {{ shortDate(dateOf(bar), today) }}</span
            >
          </RouterLink>
        </li>
      </ul>
    </div>
    <div class="now-line" aria-hidden="true"><i :style="{ left: `${now}%` }"></i></div>
  </figure>
</template>

<style scoped>
.board {
  position: relative;
  padding: 10px 18px 8px 166px;
  margin: 0;
}
.scale {
  position: relative;
  height: 22px;
  font-size: 12px;
  color: var(--ink-2);
}
.scale span {
  position: absolute;
  padding-left: 4px;
  white-space: nowrap;
}
.scale .now {
  color: var(--brass);
  font-weight: 600;
}
.lane {
  position: relative;
}
.label button {
  display: block;
  border: 0;
  padding: 0;
  background: none;
  color: var(--green);
  font-size: 12px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.label {
  position: absolute;
  left: -150px;
  top: 4px;
  font:
    500 13px 'Public Sans Variable',
    sans-serif;
  color: var(--ink-2);
}
.bars {
  position: relative;
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line-soft);
}
.bars li {
  position: absolute;
  z-index: 1;
}
/* What has no length is a tick on its day, with the name beside it. */
.bars a {
  display: block;
  height: 20px;
  line-height: 20px;
  padding: 0 6px 0 7px;
  font-size: 12.5px;
  border-left: 3px solid var(--green);
  background: var(--sheet);
  color: var(--green);
  text-decoration: none;
  white-space: nowrap;
}
.bars .flipped {
  transform: translateX(-100%);
}
.bars .flipped a {
  border-left: 0;
  border-right: 3px solid var(--green);
}
.bars .lasting a {
  border: 1px solid var(--slate);
  border-radius: 3px;
  line-height: 18px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.bars a:hover {
  text-decoration: underline;
}
/* The place of a bar says its date to the eye; the words say it to a screen reader, and beyond the edge to all. */
.date:not(.beyond) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.bars a.away {
  background: var(--slate-soft);
  color: var(--slate);
}
.bars a.ending {
  border-color: var(--ink);
  color: var(--ink);
}
.bars a.arriving.late {
  border-color: var(--brass);
  color: var(--brass);
}
.bars a.ending.late {
  border-color: var(--ox);
  color: var(--ox);
}
.weeks {
  position: absolute;
  inset: 32px 18px 8px 166px;
  pointer-events: none;
}
.weeks i {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--line-soft);
}
.now-line {
  position: absolute;
  inset: 32px 18px 8px 166px;
  pointer-events: none;
}
.now-line i {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 2px solid var(--brass);
  opacity: 0.75;
}
/* Where there is no room for a time line, the same stands as names with their dates. */
@media (max-width: 800px) {
  .board {
    padding: 4px 14px 10px;
  }
  .scale,
  .weeks,
  .now-line {
    display: none;
  }
  .label {
    position: static;
    margin-top: 8px;
  }
  .bars {
    height: auto !important;
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    padding-top: 6px;
  }
  .bars li {
    position: static;
    width: auto !important;
    transform: none !important;
  }
  .bars .date:not(.beyond) {
    position: static;
    width: auto;
    clip-path: none;
  }
}
</style>
