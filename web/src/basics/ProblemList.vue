<script setup lang="ts">
import type { MendableProblem } from '@lodge/core'

defineProps<{ title?: string; problems: readonly MendableProblem[] }>()
// What one click does about a problem, where something does.
const emit = defineEmits<{ mend: [changes: readonly object[]] }>()
</script>

<template>
  <div v-if="problems.length > 0" class="problems" role="alert">
    <strong v-if="title">{{ title }}</strong>
    <template v-for="one in problems" :key="one.sentence">
      <p>{{ one.sentence }}</p>
      <p v-if="one.mends && one.mends.length > 0" class="mends">
        <BButton
          v-for="mend in one.mends"
          :key="mend.label"
          size="sm"
          variant="outline-primary"
          @click="emit('mend', mend.changes)"
          >{{ mend.label }}</BButton
        >
      </p>
    </template>
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
.mends {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
}
</style>
