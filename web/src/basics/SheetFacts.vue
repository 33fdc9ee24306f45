<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Fact } from '../logic/person-facts.ts'

// The facts at the head of a sheet: a name and what it is, a line each. One that can be changed is edited in its line.
defineProps<{ facts: readonly Fact[] }>()
defineSlots<{ edit(props: { field: string }): unknown }>()
/** The line that is being edited. */
const editing = defineModel<string>('editing', { default: '' })
const { t } = useI18n()
</script>

<template>
  <dl class="facts">
    <template v-for="fact in facts" :key="fact.name">
      <dt class="muted">{{ fact.name }}</dt>
      <dd :class="{ editable: fact.field }">
        <slot v-if="fact.field && editing === fact.field" name="edit" :field="fact.field" />
        <span v-else>
          <RouterLink v-if="fact.to" :to="fact.to">{{ fact.text }}</RouterLink>
          <template v-else>{{ fact.text }}</template>
          <span v-if="fact.aside" class="muted">{{ ' ' + fact.aside }}</span>
        </span>
        <button
          v-if="fact.field"
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-expanded="editing === fact.field"
          :aria-label="t('record.edit', { what: fact.name })"
          @click="editing = editing === fact.field ? '' : fact.field"
        >
          {{ t(editing === fact.field ? 'common.close' : 'common.change') }}
        </button>
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
.editable {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
}
.editable > :first-child {
  flex: 1;
  min-width: 0;
}
.editable .btn {
  padding-block: 0;
}
</style>
