<script setup lang="ts">
// A view's list on the left and the chosen thing as a sheet on the right; on a narrow screen the sheet stands alone.
defineProps<{ open: boolean }>()
</script>

<template>
  <div class="two" :class="{ open }">
    <section class="list-side"><slot name="list" /></section>
    <div v-if="open" class="sheet side" tabindex="0"><slot name="sheet" /></div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  height: 100%;
}
.two.open {
  grid-template-columns: minmax(0, 1fr) minmax(0, 384px);
}
.list-side {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  min-width: 0;
  container-type: inline-size;
}
.side {
  overflow-y: auto;
  padding: 16px;
  min-height: 0;
}
@media (max-width: 800px) {
  .two.open {
    grid-template-columns: minmax(0, 1fr);
  }
  .two.open .list-side {
    display: none;
  }
}
</style>
