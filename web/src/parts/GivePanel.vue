<script setup lang="ts">
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../state/choices.ts'
import { useDocket } from '../state/docket.ts'

// Gives one person a role at a place; what it would do stands in the docket as it is picked.
const props = defineProps<{ personId: string; name: string }>()
const { t } = useI18n()
const docket = useDocket()
const { roles, places } = useChoices()
const roleId = ref('')
const placeId = ref('')
const until = ref('')

watch([roleId, placeId, until], () => {
  if (!roleId.value || !placeId.value) return
  const subject = { subjectKind: 'person', subjectId: props.personId }
  const end = until.value ? { until: until.value } : {}
  docket.hold([{ type: 'give', ...subject, roleId: roleId.value, placeId: placeId.value, ...end }])
})
</script>

<template>
  <fieldset class="give">
    <legend class="caption">{{ t('give.title', { name }) }}</legend>
    <BFormGroup :label="t('give.role')" label-for="give-role">
      <BFormSelect id="give-role" v-model="roleId" :options="[{ value: '', text: t('give.choose') }, ...roles]" />
    </BFormGroup>
    <BFormGroup :label="t('give.place')" label-for="give-place">
      <BFormSelect id="give-place" v-model="placeId" :options="[{ value: '', text: t('give.choose') }, ...places]" />
    </BFormGroup>
    <BFormGroup :label="t('give.until')" label-for="give-until">
      <BFormInput id="give-until" v-model="until" type="date" />
    </BFormGroup>
  </fieldset>
</template>

<style scoped>
.give {
  margin-top: 10px;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
</style>
