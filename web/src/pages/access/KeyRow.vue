<script setup lang="ts">
import type { Control } from '@lodge/core'
import { useI18n } from 'vue-i18n'
import { useDocket } from '../../state/docket.ts'

// A key in a list, as the list words it, with the ways to change it and to take it away.
defineProps<{
  grantId: string
  take: Control
  about: string
  /** Whether it is being changed; undefined: it cannot be changed here. */
  changing?: boolean | undefined
}>()
defineEmits<{ change: [] }>()
const { t } = useI18n()
const docket = useDocket()
</script>

<template>
  <div class="key-row">
    <span><slot /></span>
    <button
      v-if="changing !== undefined"
      type="button"
      class="btn btn-quiet btn-sm"
      :disabled="!take.enabled"
      :title="take.reason"
      :aria-expanded="changing"
      :aria-label="`${t('common.change')}: ${about}`"
      @click="$emit('change')"
    >
      {{ t('common.change') }}
    </button>
    <button
      type="button"
      class="btn btn-quiet btn-sm"
      :disabled="!take.enabled"
      :title="take.reason"
      :aria-label="`${t('roles.take')}: ${about}`"
      @click="docket.hold([{ type: 'take', grantId }])"
    >
      {{ t('roles.take') }}
    </button>
  </div>
</template>

<style scoped>
.key-row {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 34px;
  padding: 2px 0;
  border-bottom: 1px solid var(--line-soft);
}
.key-row > span {
  flex: 1;
  min-width: 0;
}
.btn {
  white-space: nowrap;
}
</style>
