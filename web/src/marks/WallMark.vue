<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// The wall: a low coping of stones before a walled place's name.
const { t } = useI18n()
/** Where each stone beneath the coping begins, and how wide it is. */
const STONES = [
  [1, 6],
  [8, 7],
  [16, 5],
] as const
</script>

<template>
  <span class="wall-mark">
    <svg viewBox="0 0 22 12" aria-hidden="true">
      <path d="M0 2.5h22v3.5H0z" />
      <rect v-for="[x, width] in STONES" :key="x" :x="x" y="6.8" :width="width" height="4.2" />
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
path,
rect {
  fill: var(--ink-2);
}
</style>
