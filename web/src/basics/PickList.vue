<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { LISTED, type PickOption } from '../logic/picking.ts'

// What a picking field offers, beneath it.
const props = defineProps<{
  id: string
  label: string
  open: boolean
  options: readonly PickOption[]
  /** The one the keyboard is on. */
  at: number
  several?: boolean
}>()
defineEmits<{ pick: [option: PickOption] }>()
const { t } = useI18n()
const list = useTemplateRef<HTMLElement>('list')
const listed = computed(() => props.options.slice(0, LISTED))

watch(
  () => [props.open, props.at] as const,
  async ([open, at]) => {
    if (!open) return
    await nextTick()
    list.value?.children[at]?.scrollIntoView({ block: 'nearest' })
  },
)
</script>

<template>
  <ul v-show="open" :id="id" ref="list" role="listbox" :aria-label="label" :aria-multiselectable="several">
    <li
      v-for="(option, index) in listed"
      :id="`${id}-${option.value}`"
      :key="option.value"
      role="option"
      :aria-selected="index === at"
      :aria-disabled="option.disabled"
      :class="{ on: index === at, off: option.disabled }"
      @mousedown.prevent="$emit('pick', option)"
    >
      <span>{{ option.text }}</span>
      <small v-if="option.detail" class="muted">{{ option.detail }}</small>
    </li>
    <li v-if="options.length === 0" role="option" aria-selected="false" class="muted">{{ t('pick.none') }}</li>
    <li v-if="options.length > listed.length" role="option" aria-selected="false" aria-disabled="true" class="muted">
      {{ t('pick.more', { count: options.length - listed.length }) }}
    </li>
  </ul>
</template>

<style scoped>
ul {
  position: absolute;
  z-index: 4;
  inset: calc(100% + 2px) 0 auto;
  max-height: 260px;
  overflow-y: auto;
  list-style: none;
  margin: 0;
  padding: 4px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 5px;
}
li {
  display: flex;
  gap: 8px;
  padding: 4px 8px;
  border-radius: 4px;
  cursor: pointer;
  white-space: pre-wrap;
}
li > span {
  flex: 1;
  min-width: 0;
}
li.on {
  background: var(--green-soft);
}
li.off {
  color: var(--ink-2);
  cursor: default;
}
small {
  margin-left: auto;
  text-align: right;
}
</style>
