<script setup lang="ts">
// The page of someone outside: one sheet in the middle, the lodge's sign above it.
defineProps<{ title: string }>()
</script>

<template>
  <main class="outside">
    <svg viewBox="0 0 44 32" aria-hidden="true">
      <path d="M7 20c0-9 6-13 15-13s15 4 15 13z" fill="#d7a74a" />
      <path d="M5 20h34v5c-8 3.4-26 3.4-34 0z" fill="#1f4d3f" />
      <circle cx="22" cy="5" r="2.4" fill="#d7a74a" />
    </svg>
    <section class="sheet">
      <h1>{{ title }}</h1>
      <slot />
    </section>
  </main>
</template>

<style scoped>
.outside {
  min-height: 100dvh;
  display: flex;
  flex-direction: column;
  align-items: center;
  padding: 9vh 16px 32px;
}
svg {
  width: 74px;
  margin-bottom: 14px;
}
section {
  width: min(100%, 470px);
  padding: 26px 30px 30px;
}
h1 {
  font-size: 1.35rem;
  line-height: 1.35;
  margin-bottom: 10px;
}
</style>
