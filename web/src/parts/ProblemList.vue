<script setup lang="ts">
import type { Problem } from '@lodge/core'

defineProps<{ title?: string; problems: readonly Problem[] }>()
</script>

<template>
  <div v-if="problems.length > 0" class="problems" role="alert">
    <strong v-if="title">{{ title }}</strong>
    <p v-for="one in problems" :key="one.sentence">{{ one.sentence }}</p>
  </div>
</template>

<style scoped>
.problems {
  background: var(--ox-soft);
  color: var(--ox);
  border-left: 3px solid var(--ox);
  border-radius: 3px;
  padding: 8px 12px;
}
p {
  margin: 2px 0 0;
}
</style>
