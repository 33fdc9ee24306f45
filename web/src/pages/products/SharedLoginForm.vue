<script setup lang="ts">
import type { SharedLoginView } from '@lodge/core'
import { computed, reactive } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../../api/types.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useMoney } from '../../state/money.ts'
import DateField from '../../basics/DateField.vue'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'

// A login that several people use: who is responsible, who uses it, its seat, until when, and when to look again.
const props = defineProps<{
  product: string
  seatTypes: readonly { code: string; name: string }[]
  /** The one that is changed; left out, a new one. */
  shared?: SharedLoginView
  /** An account there that is nobody's, which becomes one. */
  known?: { knownId: string; name: string; address: string }
}>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { today } = useMoney()
const { people, findPeople } = useChoices({ people: true })
const form = reactive({
  name: props.shared?.name ?? props.known?.name ?? '',
  address: props.shared?.address ?? props.known?.address ?? '',
  responsibleId: props.shared?.responsibleId ?? '',
  userIds: props.shared?.users.map(({ id }) => id) ?? [],
  seatType: props.shared?.seatType ?? '',
  until: props.shared?.until ?? '',
  reviewOn: props.shared?.reviewOn ?? '',
})
const types = computed(() => [
  { value: '', text: t('shared.noSeat') },
  ...props.seatTypes.map(({ code, name }) => ({ value: code, text: name })),
])
/** Those who use it already are there to be kept. */
const options = computed(() => {
  const known = (props.shared?.users ?? []).map(({ id, name }) => ({ value: id, text: name }))
  const there = new Set(people.value.map(({ value }) => value))
  return [...people.value, ...known.filter(({ value }) => !there.has(value))]
})

function save(): void {
  const { name, address, responsibleId, userIds, seatType, until, reviewOn } = form
  const fields = {
    ...{ name: name.trim(), address: address.trim() || null, responsibleId, userIds },
    ...{ seatType: seatType || null, until: until || null, reviewOn: reviewOn || null },
  }
  const change: NewChange = props.shared
    ? { type: 'change-shared-login', sharedId: props.shared.sharedId, ...fields }
    : { type: 'make-shared-login', product: props.product, knownId: props.known?.knownId ?? null, ...fields }
  docket.hold([change], `shared ${props.shared?.sharedId ?? props.known?.knownId ?? ''}`)
  emit('close')
}
</script>

<template>
  <form class="sheet shared" @submit.prevent="save">
    <p class="muted">{{ t('shared.about') }}</p>
    <div class="two">
      <BFormGroup :label="t('shared.name')" label-for="shared-name">
        <BFormInput id="shared-name" v-model="form.name" maxlength="120" />
      </BFormGroup>
      <BFormGroup :label="t('shared.address')" label-for="shared-address">
        <BFormInput id="shared-address" v-model="form.address" maxlength="200" />
      </BFormGroup>
      <BFormGroup :label="t('shared.responsible')" label-for="shared-responsible">
        <PickOne id="shared-responsible" v-model="form.responsibleId" :options="options" :search="findPeople" />
      </BFormGroup>
      <BFormGroup :label="t('shared.seat')" label-for="shared-seat">
        <PickOne id="shared-seat" v-model="form.seatType" :options="types" />
      </BFormGroup>
      <BFormGroup :label="t('shared.until')" label-for="shared-until">
        <DateField id="shared-until" v-model="form.until" :min="today" />
      </BFormGroup>
      <BFormGroup :label="t('shared.review')" label-for="shared-review">
        <DateField id="shared-review" v-model="form.reviewOn" :min="today" />
      </BFormGroup>
    </div>
    <PickMany v-model="form.userIds" :label="t('shared.users')" :options="options" :search="findPeople" />
    <p class="acts">
      <BButton type="submit" variant="primary" :disabled="!form.name.trim() || !form.responsibleId">{{
        t('shared.save')
      }}</BButton>
      <button type="button" class="btn btn-quiet" @click="$emit('close')">{{ t('keeping.cancel') }}</button>
    </p>
  </form>
</template>

<style scoped>
.shared {
  padding: 12px 16px;
  margin: 8px 0 14px;
  max-width: 720px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 240px), 1fr));
  align-items: end;
  gap: 0 14px;
}
.acts {
  margin: 10px 0 0;
}
</style>
