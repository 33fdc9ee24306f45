<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, reactive, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { grantsOf, keysOf, seatsFrom, seatsOf } from '../../logic/invitation.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import DateField from '../../basics/DateField.vue'
import OfferKeys from './OfferKeys.vue'
import OfferSeats from './OfferSeats.vue'
import PickMany from '../../basics/PickMany.vue'
import { must } from '@lodge/core/must'

// A live invitation changed under the same link: only what is different goes into the docket (model I10).
const props = defineProps<{ person: PersonSheetView }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { choices } = useChoices()
const offer = must(props.person.offer, 'offer')
const slot = `amend ${offer.id}`
useDocketPlace(slot)
const before = {
  keys: keysOf(offer.gives),
  seats: seatsFrom(offer.seats),
  groupIds: offer.groups.map(({ id }) => id),
  until: props.person.until ?? '',
  line: offer.line ?? '',
}
const form = reactive(structuredClone(before))
const groups = computed(() => (choices.value?.groups ?? []).map(({ id, name }) => ({ value: id, text: name })))
const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)

watch(form, () => {
  const [grants, seats] = [grantsOf(form.keys), seatsOf(form.seats)]
  const changed = {
    ...(isSame(grants, grantsOf(before.keys)) ? {} : { grants }),
    ...(isSame(seats, seatsOf(before.seats)) ? {} : { seats }),
    ...(isSame(form.groupIds, before.groupIds) ? {} : { groupIds: [...form.groupIds] }),
    ...(form.until === before.until ? {} : { engagementUntil: form.until || null }),
    ...(form.line.trim() === before.line ? {} : { line: form.line.trim() || null }),
  }
  if (Object.keys(changed).length === 0) return docket.release(slot)
  docket.hold([{ type: 'amend-offer', offerId: offer.id, ...changed }], slot)
})
watch(
  () => docket.applied,
  (applied) => applied && emit('close'),
)
</script>

<template>
  <fieldset class="amend">
    <legend class="visually-hidden">{{ t('offer.amend') }}</legend>
    <p class="muted">{{ t('offer.amendAbout') }}</p>
    <OfferKeys v-model="form.keys" />
    <OfferSeats may-be-own v-model="form.seats" />
    <PickMany v-if="groups.length > 0" v-model="form.groupIds" :options="groups" :label="t('invite.groups')" />
    <BFormGroup :label="t('invite.until')" label-for="amend-until">
      <DateField id="amend-until" v-model="form.until" />
    </BFormGroup>
    <BFormGroup :label="t('invite.line')" label-for="amend-line">
      <BFormInput id="amend-line" v-model="form.line" maxlength="400" :placeholder="t('invite.optional')" />
    </BFormGroup>
  </fieldset>
</template>

<style scoped>
.amend {
  margin: 8px 0;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.amend > p {
  margin: 0;
}
</style>
