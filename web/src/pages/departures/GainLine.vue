<script setup lang="ts">
// What someone who takes over gains, or why it would wait: a line beneath the choice.
defineProps<{ text: string; waits: boolean }>()
</script>

<template>
  <small v-if="text" :class="waits ? 'brass' : 'muted'">{{ text }}</small>
</template>

<style scoped>
small {
  display: block;
  margin: 2px 0 0;
}
</style>
