<script setup lang="ts">
// The head of a view: what it is, how many there are, and what leads on from here.
defineProps<{ title: string; count?: number | undefined }>()
</script>

<template>
  <header>
    <h1>
      {{ title }} <span class="count">{{ count }}</span>
    </h1>
    <slot />
  </header>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
h1 {
  flex: 1;
  white-space: nowrap;
}
.count {
  font: 400 16px 'Public Sans Variable';
  color: var(--ink-2);
}
</style>
