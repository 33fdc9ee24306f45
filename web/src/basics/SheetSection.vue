<script setup lang="ts">
import { ref } from 'vue'

// A section of a sheet under its heading, with how many there are; folded where there is much of it.
const props = defineProps<{ title: string; count?: number; about?: string; folded?: boolean; within?: boolean }>()
const open = ref(!props.folded)
</script>

<template>
  <section :class="{ within }">
    <component :is="within ? 'h4' : 'h3'" class="caption">
      <button v-if="folded" type="button" class="unfold" :aria-expanded="open" @click="open = !open">
        {{ title }} <span v-if="count !== undefined" class="count">{{ count }}</span>
      </button>
      <template v-else>
        {{ title }} <span v-if="count !== undefined" class="count">{{ count }}</span>
      </template>
      <span v-if="about" class="count about">{{ about }}</span>
    </component>
    <slot v-if="open" />
  </section>
</template>

<style scoped>
.caption {
  margin: 14px 0 2px;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
.within .caption {
  margin-top: 4px;
  border-bottom-color: var(--line-soft);
}
.unfold {
  font: inherit;
}
.about {
  margin-left: 8px;
}
.count {
  font-weight: 400;
  color: var(--ink-2);
}
</style>
