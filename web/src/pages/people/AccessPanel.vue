<script setup lang="ts">
import type { PlaceGrantView } from '@lodge/core'
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'
import { entryAt } from '@lodge/core/must'

// Moving someone from one place to another from a day on, or giving them what someone else has: the docket is filled
// with the access this gives and ends.
const props = defineProps<{ personId: string; grants: readonly PlaceGrantView[]; what: 'move' | 'copy' }>()
const { t } = useI18n()
const docket = useDocket()
const { places, people: everybody } = useChoices({ people: true })
const slot = `access ${useId()}`
useDocketPlace(slot)
const fromPlaceId = ref(props.grants.length === 1 ? entryAt(props.grants, 0).placeId : '')
const toPlaceId = ref('')
const on = ref('')
const fromId = ref('')
const replace = ref(false)
const held = computed(() => {
  const byId = new Map(props.grants.map((grant) => [grant.placeId, grant.place]))
  return [{ value: '', text: t('give.choose') }, ...[...byId].map(([value, text]) => ({ value, text }))]
})
const people = computed(() => [
  { value: '', text: t('give.choose') },
  ...everybody.value.filter((one) => one.value !== props.personId),
])

watch([fromPlaceId, toPlaceId, on], () => {
  if (!fromPlaceId.value || !toPlaceId.value) return
  const places = { fromPlaceId: fromPlaceId.value, toPlaceId: toPlaceId.value }
  const day = on.value ? { on: on.value } : {}
  void docket.fill({ kind: 'move-access', personId: props.personId, ...places, ...day }, slot)
})
watch([fromId, replace], () => {
  if (!fromId.value) return
  const copy = { fromId: fromId.value, toId: props.personId, replace: replace.value }
  void docket.fill({ kind: 'copy-access', ...copy }, slot)
})
</script>

<template>
  <fieldset class="panel">
    <template v-if="what === 'move'">
      <legend class="caption">{{ t('access.move') }}</legend>
      <BFormGroup :label="t('access.from')" label-for="access-from">
        <PickOne id="access-from" v-model="fromPlaceId" :options="held" />
      </BFormGroup>
      <BFormGroup :label="t('access.to')" label-for="access-to">
        <PickOne id="access-to" v-model="toPlaceId" :options="[{ value: '', text: t('give.choose') }, ...places]" />
      </BFormGroup>
      <BFormGroup :label="t('seats.on')" label-for="access-on">
        <DateField id="access-on" v-model="on" />
      </BFormGroup>
    </template>
    <template v-else>
      <legend class="caption">{{ t('access.copy') }}</legend>
      <BFormGroup :label="t('access.of')" label-for="access-of">
        <PickOne id="access-of" v-model="fromId" :options="people" />
      </BFormGroup>
      <label class="replace"><input v-model="replace" type="checkbox" /> {{ t('access.replace') }}</label>
    </template>
  </fieldset>
</template>

<style scoped>
.panel {
  margin-top: 10px;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.replace {
  display: block;
  margin-top: 8px;
}
</style>
