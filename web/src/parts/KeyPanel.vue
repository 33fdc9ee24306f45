<script setup lang="ts">
import type { PlaceGrantView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../api/types.ts'
import { useChoices } from '../state/choices.ts'
import { useDocketPlace } from '../state/docket-place.ts'
import { useDocket } from '../state/docket.ts'
import DateField from './DateField.vue'
import PickMany from './PickMany.vue'
import PickOne from './PickOne.vue'

// A key changed where it stands: its role, its places, its dates. Only what is different goes into the docket.
const props = defineProps<{ grant: PlaceGrantView }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { roles, places, notReached } = useChoices()
const slot = `key ${props.grant.grantId}`
useDocketPlace(slot)
const roleId = ref(props.grant.roleId)
const placeIds = ref([props.grant.placeId])
const until = ref(props.grant.until ?? '')
const from = ref('')
const options = computed(() => {
  const isKnown = roles.value.some(({ value }) => value === props.grant.roleId)
  return isKnown ? roles.value : [{ value: props.grant.roleId, text: props.grant.role }, ...roles.value]
})

watch([roleId, placeIds, until, from], () => {
  const { grantId, placeId, until: before } = props.grant
  const isThere = placeIds.value.length === 1 && placeIds.value[0] === placeId
  const changed = {
    ...(roleId.value && roleId.value !== props.grant.roleId ? { roleId: roleId.value } : {}),
    ...(placeIds.value.length > 0 && !isThere ? { placeIds: placeIds.value } : {}),
    ...(until.value === (before ?? '') ? {} : { until: until.value || null, wasUntil: before }),
  }
  if (Object.keys(changed).length === 0 && !from.value) return docket.release(slot)
  const day = from.value ? { from: from.value } : {}
  docket.hold([{ type: 'change-keys', grantIds: [grantId], ...changed, ...day } as NewChange], slot)
})
watch(
  () => docket.applied,
  (applied) => applied && emit('close'),
)
</script>

<template>
  <fieldset class="panel">
    <legend class="visually-hidden">{{ t('keys.changing', { role: grant.role, place: grant.place }) }}</legend>
    <BFormGroup :label="t('give.role')" label-for="key-role">
      <PickOne id="key-role" v-model="roleId" :options="options" />
    </BFormGroup>
    <PickMany v-model="placeIds" :options="places" :label="t('give.places')" />
    <p v-if="notReached(roleId, placeIds)" class="says">{{ notReached(roleId, placeIds) }}</p>
    <div class="dates">
      <BFormGroup :label="t('give.until')" label-for="key-until">
        <DateField id="key-until" v-model="until" />
      </BFormGroup>
      <BFormGroup :label="t('keys.fromDay')" label-for="key-from">
        <DateField id="key-from" v-model="from" />
      </BFormGroup>
    </div>
  </fieldset>
</template>

<style scoped>
.panel {
  margin: 4px 0 8px;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.dates {
  display: flex;
  gap: 10px;
  align-items: end;
  margin-top: 0.6rem;
}
.dates > * {
  flex: 1;
}
.says {
  margin: 6px 0 0;
  font-size: 13px;
}
</style>
