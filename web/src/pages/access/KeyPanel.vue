<script setup lang="ts">
import type { PlaceGrantView } from '@lodge/core'
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import ApproversLine from './ApproversLine.vue'
import DateField from '../../basics/DateField.vue'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'
import { entryAt } from '@lodge/core/must'

// Keys changed where they stand, one or several: their role, places and dates. Only what is different goes into the docket.
const props = defineProps<{ grants: readonly PlaceGrantView[] }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { roles, places, notReached } = useChoices()
const slot = `keys ${useId()}`
useDocketPlace(slot)
/** What all of them have alike; empty where they differ. */
function alike(read: (grant: PlaceGrantView) => string | null): string {
  const values = new Set(props.grants.map(read))
  return values.size === 1 ? ([...values][0] ?? '') : ''
}
const only = computed(() => (props.grants.length === 1 ? props.grants[0] : undefined))
const before = computed(() => ({
  roleId: alike((grant) => grant.roleId),
  placeId: alike((grant) => grant.placeId),
  until: alike((grant) => grant.until),
}))
const roleId = ref(before.value.roleId)
const placeIds = ref(before.value.placeId ? [before.value.placeId] : [])
const until = ref(before.value.until)
const from = ref('')
const options = computed(() => {
  const [{ roleId: own, role: text } = { roleId: '', role: '' }] = props.grants
  const isKnown = !before.value.roleId || roles.value.some(({ value }) => value === own)
  const differ = before.value.roleId ? [] : [{ value: '', text: t('bulk.sameRole') }]
  return [...differ, ...(isKnown ? [] : [{ value: own, text }]), ...roles.value]
})

watch([roleId, placeIds, until, from, () => props.grants], () => {
  const isThere = placeIds.value.length === 1 && placeIds.value[0] === before.value.placeId
  const alone = props.grants.length === 1 ? { wasUntil: entryAt(props.grants, 0).until } : {}
  const changed = {
    ...(roleId.value && roleId.value !== before.value.roleId ? { roleId: roleId.value } : {}),
    ...(placeIds.value.length > 0 && !isThere ? { placeIds: placeIds.value } : {}),
    ...(until.value === before.value.until ? {} : { until: until.value || null, ...alone }),
  }
  if (props.grants.length === 0 || (Object.keys(changed).length === 0 && !from.value)) return docket.release(slot)
  const grantIds = props.grants.map(({ grantId }) => grantId)
  const day = from.value ? { from: from.value } : {}
  docket.hold([{ type: 'change-keys', grantIds, ...changed, ...day }], slot)
})
watch(
  () => docket.applied,
  (applied) => applied && emit('close'),
)
</script>

<template>
  <fieldset class="panel">
    <legend class="visually-hidden">{{ t('keys.changing') }}</legend>
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
    <ApproversLine
      v-if="only?.approvers"
      :view="only.approvers"
      :target="{ grantId: only.grantId }"
      :control="only.take"
      :otherwise="t('approvers.asPlace')"
    />
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
