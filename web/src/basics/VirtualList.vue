<script setup lang="ts" generic="Row extends { id: string }">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, ref, useTemplateRef, watch } from 'vue'

// Rows by the ten thousand, of which only those in sight are on the page; arrows move, Enter opens, Escape goes back.
// The page says how a row's cells lie in `--columns`.
const props = defineProps<{
  /** Rows not fetched yet are left open. */
  rows: readonly (Row | undefined)[]
  chosenId: string
  label: string
  /** A grid of rows with cells, or a tree whose items left and right fold. */
  role: 'grid' | 'tree'
  fresh?: ReadonlySet<string>
  /** How high each row is, where its cells need more than one line. */
  rowPixels?: number
  attributesOf?: (row: Row) => Record<string, unknown>
}>()
const emit = defineEmits<{
  choose: [row: Row]
  fold: [row: Row, close: boolean]
  close: []
  key: [key: string, row: Row]
  /** Which rows are in sight, so that they are fetched. */
  range: [first: number, last: number]
}>()
defineSlots<{ head(): unknown; row(props: { row: Row }): unknown; none(): unknown }>()

const ROW_PIXELS = 36
const high = computed(() => props.rowPixels ?? ROW_PIXELS)
const list = useTemplateRef<HTMLDivElement>('list')
const at = ref(0)
const current = computed(() => props.rows[at.value])
const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => list.value,
    estimateSize: () => high.value,
    overscan: 12,
  })),
)
const shown = computed(() =>
  virtual.value.getVirtualItems().flatMap(({ index, start }) => {
    const row = props.rows[index]
    return row ? [{ row, index, start }] : []
  }),
)

watch(
  () => [virtual.value.range?.startIndex ?? 0, virtual.value.range?.endIndex ?? 0] as const,
  ([first, last]) => emit('range', first, last),
)
watch([() => props.chosenId, () => props.rows], () => {
  const index = props.rows.findIndex((row) => row?.id === props.chosenId)
  at.value = index >= 0 ? index : Math.min(at.value, Math.max(0, props.rows.length - 1))
})

function move(by: number): void {
  at.value = Math.max(0, Math.min(props.rows.length - 1, at.value + by))
  virtual.value.scrollToIndex(at.value)
}

/** A row far down is not drawn, and cannot be named. */
const isDrawn = computed(() => current.value && virtual.value.getVirtualItems().some(({ index }) => index === at.value))

function act(key: string): void {
  if (key === 'Escape') return emit('close')
  if (!current.value) return
  if (key === 'Enter') emit('choose', current.value)
  else emit('fold', current.value, key === 'ArrowLeft')
}

function onKey(event: KeyboardEvent): void {
  const isFold = event.key === 'ArrowLeft' || event.key === 'ArrowRight'
  if (event.key === 'ArrowDown') move(1)
  else if (event.key === 'ArrowUp') move(-1)
  else if (event.key === 'Home') move(-props.rows.length)
  else if (event.key === 'End') move(props.rows.length)
  else if (event.key === 'Enter' || event.key === 'Escape' || (isFold && props.role === 'tree')) act(event.key)
  else if (event.key.length === 1 && current.value && !event.ctrlKey && !event.metaKey) {
    // Other keys are the page's own; a blank would scroll.
    if (event.key === ' ') event.preventDefault()
    return emit('key', event.key, current.value)
  } else return
  event.preventDefault()
}
</script>

<template>
  <div class="sheet list">
    <div class="row head" aria-hidden="true"><slot name="head" /></div>
    <div
      ref="list"
      class="scroll"
      tabindex="0"
      :role="role"
      :aria-label="label"
      :aria-rowcount="role === 'grid' ? rows.length : undefined"
      :aria-activedescendant="isDrawn ? `row-${current?.id}` : undefined"
      @keydown="onKey"
    >
      <div :style="{ height: `${virtual.getTotalSize()}px`, position: 'relative' }" role="presentation">
        <div
          v-for="{ row, index, start } in shown"
          :id="`row-${row.id}`"
          :key="row.id"
          class="row"
          :role="role === 'grid' ? 'row' : 'treeitem'"
          :aria-rowindex="role === 'grid' ? index + 1 : undefined"
          :aria-selected="row.id === chosenId"
          :class="{ on: row.id === chosenId, at: index === at, fresh: fresh?.has(row.id) }"
          :style="{ transform: `translateY(${start}px)`, height: `${high}px` }"
          v-bind="attributesOf?.(row)"
          @click="emit('choose', row)"
        >
          <slot name="row" :row="row" />
        </div>
      </div>
      <p v-if="rows.length === 0" class="none muted"><slot name="none" /></p>
    </div>
  </div>
</template>

<style scoped>
.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow: hidden;
}
.scroll {
  overflow-y: auto;
  scrollbar-gutter: stable;
  min-height: 72px;
}
.scroll:focus-visible {
  outline-offset: -2px;
}
.row {
  display: grid;
  grid-template-columns: var(--columns);
  gap: 10px;
  align-items: center;
  height: 36px;
  padding: 0 12px;
  border-bottom: 1px solid var(--line-soft);
  white-space: nowrap;
}
.row > :deep(span) {
  overflow: hidden;
  text-overflow: ellipsis;
}
.scroll .row {
  position: absolute;
  inset: 0 0 auto;
  cursor: pointer;
}
.head {
  flex: none;
  font-size: 12px;
  font-weight: 600;
  color: var(--ink-2);
  border-bottom-color: var(--line);
  overflow: hidden;
  scrollbar-gutter: stable;
}
.row.on {
  background: var(--green-soft);
}
.scroll:focus-visible .row.at {
  box-shadow: inset 3px 0 0 var(--slate);
}
.row.fresh {
  background: var(--brass-soft);
}
.none {
  padding: 10px 14px;
}
</style>
