<script setup lang="ts">
import type { GroupSheetView, RuleField } from '@lodge/core'
import { computed, reactive, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import PickOne from '../../basics/PickOne.vue'

// A group's name, lead and rule; the docket shows who would come and go by it.
const props = defineProps<{ fields: readonly RuleField[]; group?: GroupSheetView }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { choices } = useChoices()
const SLOT = 'group-form'
useDocketPlace(SLOT)
const draft = reactive({
  name: props.group?.name ?? '',
  leadId: props.group?.leadId ?? '',
  leads: props.group?.leads ?? false,
  lines: (props.group?.anyOf ?? []).map((line) => line.map((one) => ({ ...one }))),
})
const leads = computed(() => [
  { value: '', text: t('groups.noLead') },
  ...(choices.value?.managers ?? []).map(({ id, name }) => ({ value: id, text: name })),
])
const fieldOptions = computed(() => props.fields.map(({ field, name }) => ({ value: field, text: name })))

function valuesOf(field: string) {
  const values = props.fields.find((one) => one.field === field)?.values ?? []
  return [{ value: '', text: t('give.choose') }, ...values.map(({ value, name }) => ({ value, text: name }))]
}

watch(draft, () => {
  const rule = draft.lines
    .map((line) => ({ allOf: line.filter((one) => one.value !== '') }))
    .filter((line) => line.allOf.length > 0)
  if (!draft.name.trim()) return docket.release(SLOT)
  const content = {
    name: draft.name.trim(),
    leadId: draft.leadId || null,
    leads: draft.leads,
    rule: rule.length > 0 ? rule : null,
  }
  const change = props.group
    ? { type: 'change-group' as const, groupId: props.group.id, ...content }
    : { type: 'make-group' as const, ...content }
  docket.hold([change], SLOT)
})
watch(
  () => docket.applied,
  (applied) => {
    if (applied) emit('close')
  },
)
</script>

<template>
  <BForm class="form" @submit.prevent>
    <BFormGroup :label="t('roles.name')" label-for="group-name">
      <BFormInput id="group-name" v-model="draft.name" maxlength="60" required autofocus />
    </BFormGroup>
    <BFormGroup :label="t('groups.lead')" label-for="group-lead">
      <PickOne id="group-lead" v-model="draft.leadId" :options="leads" />
    </BFormGroup>
    <label class="leads"
      ><input v-model="draft.leads" type="checkbox" /> {{ t('groups.leads') }}
      <small class="muted">{{ t('groups.leadsAbout') }}</small></label
    >
    <fieldset v-for="(line, at) in draft.lines" :key="at" class="rule">
      <legend class="caption">{{ at === 0 ? t('groups.whoever') : t('groups.orWhoever') }}</legend>
      <div v-for="(condition, index) in line" :key="index" class="condition">
        <BFormSelect
          v-model="condition.field"
          size="sm"
          :options="fieldOptions"
          :aria-label="t('groups.field')"
          @update:model-value="condition.value = ''"
        />
        <BFormSelect
          v-model="condition.value"
          size="sm"
          :options="valuesOf(condition.field)"
          :aria-label="t('groups.value')"
        />
        <button
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-label="t('groups.dropCondition')"
          @click="line.length > 1 ? line.splice(index, 1) : draft.lines.splice(at, 1)"
        >
          ×
        </button>
      </div>
      <button type="button" class="btn btn-quiet btn-sm" @click="line.push({ field: 'kind', value: '' })">
        {{ t('groups.and') }}
      </button>
    </fieldset>
    <button type="button" class="btn btn-quiet btn-sm" @click="draft.lines.push([{ field: 'kind', value: '' }])">
      {{ draft.lines.length === 0 ? t('groups.byRule') : t('groups.or') }}
    </button>
  </BForm>
</template>

<style scoped>
.form {
  margin-top: 10px;
}
.rule {
  margin-top: 10px;
  padding: 6px 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.condition {
  display: flex;
  gap: 6px;
  margin-bottom: 4px;
}
</style>
