<script setup lang="ts">
import type { JudgedPerson, RefusedCell } from '@lodge/core'
import { useI18n } from 'vue-i18n'

// A cell of a list that could not be followed, corrected in its place, for all rows like it if wished.
defineProps<{ row: JudgedPerson; cell: RefusedCell; alike: number }>()
const emit = defineEmits<{ mend: [text: string] }>()
const forAll = defineModel<boolean>('forAll', { required: true })
const { t } = useI18n()
const columnName = (column: string) =>
  column.startsWith('field ') ? column.slice('field '.length) : t(`arrivals.column.${column}`)
</script>

<template>
  <form class="mend" @submit.prevent="emit('mend', ($event.target as HTMLFormElement).cell.value)">
    <label
      >{{ t('arrivals.mendCell', { line: row.line, column: columnName(cell.column) }) }}
      <input name="cell" class="form-control form-control-sm" :value="cell.text" maxlength="400" autofocus
    /></label>
    <button
      v-for="one in cell.proposals"
      :key="one"
      type="button"
      class="btn btn-outline-primary btn-sm"
      @click="emit('mend', one)"
    >
      {{ one }}
    </button>
    <BButton type="submit" size="sm" variant="primary">{{ t('arrivals.mendIt') }}</BButton>
    <button type="button" class="btn btn-quiet btn-sm" @click="emit('mend', '')">{{ t('arrivals.emptyCell') }}</button>
    <label v-if="alike > 1" class="all"
      ><input v-model="forAll" type="checkbox" /> {{ t('arrivals.forAll', { count: alike }) }}</label
    >
  </form>
</template>

<style scoped>
.mend {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: end;
  margin: 8px 0;
  padding: 8px 12px;
  background: var(--brass-soft);
  border-radius: 4px;
}
.mend label:first-child {
  flex: 1 1 180px;
}
.mend .all {
  flex-basis: 100%;
}
</style>
