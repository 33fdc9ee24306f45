<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { RunView } from '../api/types.ts'

// How far a run has come, and what of it was refused.
defineProps<{ run: RunView }>()
defineEmits<{ anew: [] }>()
const { t } = useI18n()
</script>

<template>
  <section class="sheet report">
    <h1>{{ run.state === 'done' ? t('arrivals.done') : t('arrivals.running') }}</h1>
    <progress :value="run.done" :max="run.total" :aria-label="t('arrivals.progress')"></progress>
    <p role="status">
      {{ t('arrivals.sent', { done: run.done - run.refused.length, total: run.total }) }}
      <template v-if="run.state !== 'done'">{{ t('arrivals.leave') }}</template>
    </p>
    <template v-if="run.refused.length > 0">
      <h2>{{ t('arrivals.refused', { count: run.refused.length }) }}</h2>
      <ul>
        <li v-for="one in run.refused" :key="one.at">
          {{ t('arrivals.refusedLine', { line: one.line ?? one.at + 1, why: one.problems[0]?.sentence ?? '' }) }}
        </li>
      </ul>
    </template>
    <p v-if="run.state === 'done'" class="ways">
      <RouterLink :to="{ name: 'people', query: { find: 'invited' } }">{{ t('arrivals.see') }}</RouterLink>
      <button type="button" class="btn btn-quiet" @click="$emit('anew')">{{ t('arrivals.anew') }}</button>
    </p>
  </section>
</template>

<style scoped>
.report {
  max-width: 640px;
  padding: 20px 24px;
}
progress {
  width: 100%;
  accent-color: var(--green);
}
.ways {
  display: flex;
  gap: 18px;
  align-items: center;
}
</style>
