<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// The wall: a short course of bricks before a walled place's name.
const { t } = useI18n()
const BRICKS = [
  [0, 0, 7],
  [7, 0, 8],
  [15, 0, 7],
  [0, 4, 4],
  [4, 4, 8],
  [12, 4, 8],
  [0, 8, 8],
  [8, 8, 7],
  [15, 8, 7],
] as const
</script>

<template>
  <span class="wall-mark">
    <svg viewBox="0 0 22 12" aria-hidden="true">
      <rect v-for="[x, y, width] in BRICKS" :key="`${x} ${y}`" :x="x" :y="y" :width="width" height="4" />
    </svg>
    <span class="visually-hidden">{{ t('wall') }}: </span>
  </span>
</template>

<style scoped>
.wall-mark {
  display: inline-block;
  margin-right: 6px;
}
svg {
  width: 20px;
  height: 11px;
}
rect {
  fill: var(--brick);
  stroke: var(--sheet);
  stroke-width: 0.8;
}
</style>
