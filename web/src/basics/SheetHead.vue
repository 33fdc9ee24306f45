<script setup lang="ts">
// The head of a sheet: what it is about, and the way to put it away.
defineProps<{ closeLabel: string }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <header>
    <slot />
    <button type="button" :aria-label="closeLabel" @click="$emit('close')">×</button>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-bottom: 6px;
}
button {
  margin-left: auto;
  border: 0;
  background: none;
  font-size: 20px;
  line-height: 1;
  color: var(--ink-2);
}
</style>
