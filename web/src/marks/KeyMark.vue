<script setup lang="ts">
import type { Level } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

// The key: a bow, a blade, one tooth per level; teeth the seat holds back are hollow. No access is an empty keyhole.
const props = defineProps<{ level: Level; granted?: Level; wordless?: boolean }>()
const { t } = useI18n()
const RANK: Record<Level, number> = { none: 0, see: 1, add: 2, change: 3, run: 4 }
const shown = computed(() => Math.max(RANK[props.level], RANK[props.granted ?? props.level]))
const teeth = computed(() =>
  Array.from({ length: shown.value }, (_, at) => ({ x: 28.1 - at * 4.6, hollow: at >= RANK[props.level] })),
)
</script>

<template>
  <span class="key-mark">
    <svg v-if="shown === 0" viewBox="0 0 34 14" aria-hidden="true">
      <circle cx="7" cy="5.4" r="3" class="line" />
      <path d="M7 8l-1.6 4.4h3.2z" class="fill" />
    </svg>
    <svg v-else viewBox="0 0 34 14" aria-hidden="true">
      <circle cx="5.5" cy="6" r="4" class="bow" />
      <path d="M9.5 6h22.5" class="bow" />
      <rect
        v-for="tooth in teeth"
        :key="tooth.x"
        :x="tooth.x"
        y="6.6"
        width="2.8"
        height="5.2"
        :class="tooth.hollow ? 'hollow' : 'tooth'"
      />
    </svg>
    <span :class="{ 'visually-hidden': wordless }">{{ t(`level.${level}`) }}</span>
  </span>
</template>

<style scoped>
.key-mark {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
svg {
  width: 34px;
  height: 14px;
  flex: none;
}
.bow {
  fill: none;
  stroke: var(--green);
  stroke-width: 2;
}
.tooth {
  fill: var(--green);
  stroke: var(--green);
}
.hollow {
  fill: var(--sheet);
  stroke: var(--green);
}
.line {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 1.4;
}
.fill {
  fill: var(--ink-2);
}
</style>
