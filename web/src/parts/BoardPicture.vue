<script setup lang="ts">
import type { DeskView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../logic/dates.ts'
import { along, draggedTo, layBars, weeks, type LaidBar } from '../logic/board.ts'

// The Board: arrivals, absences and ends on a time line from two weeks back to eight weeks ahead.
const props = defineProps<{ board: DeskView['board']; today: string }>()
const emit = defineEmits<{ extend: [personId: string, until: string] }>()
const { t } = useI18n()
const lanes = computed(() =>
  (['arriving', 'away', 'ending'] as const)
    .map((name) => ({ name, bars: layBars(props.board[name], props.today, name === 'away') }))
    .filter((lane) => lane.bars.length > 0)
    .map((lane) => ({ ...lane, rows: Math.max(...lane.bars.map((bar) => bar.row)) + 1 })),
)
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
const dateOf = (bar: LaidBar) => (dragged.value?.personId === bar.personId ? dragged.value.to : bar.date)
</script>

<template>
  <figure v-if="lanes.length > 0" class="sheet board">
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
    <div v-for="lane in lanes" :key="lane.name" class="lane">
      <h2 class="label">{{ t(`desk.${lane.name}`) }}</h2>
      <ul class="bars" :style="{ height: `${lane.rows * 26 + 8}px` }">
        <li
          v-for="bar in lane.bars"
          :key="bar.personId"
          :style="{
            left: `${bar.left + (lane.name === 'ending' ? shift(bar) : 0)}%`,
            width: `${bar.width}%`,
            top: `${bar.row * 26 + 4}px`,
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
            }}<span v-if="lane.name !== 'away'" class="date" :class="{ beyond: bar.beyond }"
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
.label {
  position: absolute;
  left: -150px;
  top: 7px;
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
.bars a {
  display: block;
  height: 22px;
  line-height: 20px;
  padding: 0 7px;
  font-size: 12.5px;
  border: 1px solid var(--green);
  border-radius: 3px;
  background: var(--green-soft);
  color: var(--green);
  text-decoration: none;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
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
  border-color: var(--slate);
  background: var(--slate-soft);
  color: var(--slate);
}
.bars a.ending {
  border-color: var(--ink);
  background: var(--sheet);
  color: var(--ink);
}
.bars a.arriving.late {
  border-color: var(--brass);
  background: var(--brass-soft);
  color: var(--brass);
}
.bars a.ending.late {
  border-color: var(--ox);
  background: var(--ox-soft);
  color: var(--ox);
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
  }
  .bars .date:not(.beyond) {
    position: static;
    width: auto;
    clip-path: none;
  }
}
</style>
