<script setup lang="ts">
import type { SettingsView } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useDocket } from '../../state/docket.ts'

type Field = SettingsView['fields'][number]

// The account's own fields: choices that rules read, and texts that people may set or are asked for.
defineProps<{ fields: readonly Field[]; disabled: boolean }>()
const { t } = useI18n()
const docket = useDocket()
const name = ref('')
const values = ref('')

/** Names as typed, one after a comma; those known keep their ids. */
function valuesOf(text: string, known: Field['values'] = []): { id?: string; name: string }[] {
  const names = text.split(',').flatMap((one) => one.trim() || [])
  return names.map((one) => known.find((value) => value.name.toLowerCase() === one.toLowerCase()) ?? { name: one })
}

function change(field: Field, what: Partial<Field>): void {
  const { id: fieldId, used: _used, ...kept } = field
  docket.hold([{ type: 'change-field', fieldId, ...kept, ...what }], `field ${fieldId}`)
}

function make(): void {
  const kind = values.value.trim() ? 'choice' : 'text'
  docket.hold([{ type: 'make-field', name: name.value.trim(), kind, values: valuesOf(values.value) }], 'make-field')
}
const textOf = (event: Event) => (event.target as HTMLInputElement).value
const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <fieldset class="sheet" :disabled="disabled">
    <legend class="visually-hidden">{{ t('fields.title') }}</legend>
    <p class="muted">{{ t('fields.about') }}</p>
    <div v-for="field in fields" :key="field.id" class="field">
      <strong>{{ field.name }}</strong>
      <span class="muted">{{ t('fields.used', { count: field.used }) }}</span>
      <input
        v-if="field.kind === 'choice'"
        class="form-control form-control-sm"
        :aria-label="t('fields.valuesOf', { name: field.name })"
        :value="field.values.map((one) => one.name).join(', ')"
        @change="change(field, { values: valuesOf(textOf($event), field.values) as Field['values'] })"
      />
      <template v-else>
        <label
          ><input type="checkbox" :checked="field.own" @change="change(field, { own: checked($event) })" />
          {{ t('fields.own') }}</label
        >
        <label
          ><input type="checkbox" :checked="field.asked" @change="change(field, { asked: checked($event) })" />
          {{ t('fields.asked') }}</label
        >
      </template>
    </div>
    <form class="make" @submit.prevent="make">
      <input
        v-model="name"
        class="form-control form-control-sm"
        maxlength="60"
        :aria-label="t('fields.name')"
        :placeholder="t('fields.name')"
        required
      />
      <input
        v-model="values"
        class="form-control form-control-sm"
        :aria-label="t('fields.values')"
        :placeholder="t('fields.values')"
      />
      <BButton size="sm" type="submit" variant="outline-primary">{{ t('fields.make') }}</BButton>
    </form>
  </fieldset>
</template>

<style scoped>
legend {
  float: left;
  width: 100%;
  padding: 0;
  font:
    600 1.05rem 'Bitter Variable',
    serif;
  margin-bottom: 6px;
}
legend + * {
  clear: both;
}
.sheet {
  padding: 14px 18px;
  margin-bottom: 14px;
}
.field {
  display: grid;
  grid-template-columns: 150px 110px 1fr auto;
  gap: 4px 12px;
  align-items: center;
  min-height: 36px;
  border-top: 1px solid var(--line-soft);
}
.make {
  display: grid;
  grid-template-columns: 150px 1fr auto;
  gap: 10px;
  margin-top: 10px;
}
</style>
