<script setup lang="ts">
import { ref, useSlots } from 'vue'
import { useI18n } from 'vue-i18n'

// What can be done with something: at most three actions in sight, the others behind More, ending things last.
const { t } = useI18n()
const slots = useSlots()
const open = ref(false)
</script>

<template>
  <div class="actions">
    <slot />
    <button v-if="slots.more" type="button" class="btn btn-quiet" :aria-expanded="open" @click="open = !open">
      {{ t('common.more') }} <span aria-hidden="true">{{ open ? '▴' : '▾' }}</span>
    </button>
  </div>
  <div v-if="open" class="actions more"><slot name="more" /></div>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 5px;
  margin-top: 10px;
}
.actions :deep(.btn) {
  --bs-btn-padding-x: 0.5rem;
}
.more {
  margin-top: 6px;
  padding: 8px;
  background: var(--paper);
  border: 1px solid var(--line-soft);
  border-radius: 4px;
}
</style>
