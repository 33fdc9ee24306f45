<script setup lang="ts">
// The facts at the head of a sheet: a name and what it is, a line each; what there is none of is left out.
defineProps<{ facts: readonly { name: string; text: string; aside?: string; to?: object | undefined }[] }>()
</script>

<template>
  <dl class="facts">
    <template v-for="fact in facts" :key="fact.name">
      <dt class="muted">{{ fact.name }}</dt>
      <dd>
        <RouterLink v-if="fact.to" :to="fact.to">{{ fact.text }}</RouterLink>
        <template v-else>{{ fact.text }}</template>
        <span v-if="fact.aside" class="muted">{{ ' ' + fact.aside }}</span>
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: minmax(70px, auto) minmax(0, 1fr);
  gap: 3px 14px;
  margin: 8px 0 0;
}
dt {
  font-weight: 400;
}
dd {
  margin: 0;
}
</style>
