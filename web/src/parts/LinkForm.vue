<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../state/choices.ts'
import { useDocket } from '../state/docket.ts'
import DateField from './DateField.vue'
import PickOne from './PickOne.vue'

// A link by which people come: what it gives, for how many, until when; seen in the docket before it is made.
const props = defineProps<{ placeId?: string }>()
const { t } = useI18n()
const docket = useDocket()
const { choices, roles, places } = useChoices()
const SLOT = 'make-link'
const form = reactive({
  name: '',
  kind: 'contractor' as 'staff' | 'contractor' | 'client',
  roleId: '',
  placeId: props.placeId ?? '',
  seat: '',
  maximumUses: 10,
  until: '',
  engagementUntil: '',
  domain: '',
  waits: true,
})
const kinds = (['staff', 'contractor', 'client'] as const).map((value) => ({ value, text: t(`kind.${value}`) }))
const seats = computed(() => [
  { value: '', text: t('invite.noSeat') },
  ...(choices.value?.seats ?? []).map((seat) => ({
    value: `${seat.product}/${seat.seatType}`,
    text: [`${seat.name}, ${seat.price}`, seat.room].filter(Boolean).join(', '),
  })),
])

watch(form, () => {
  if (!form.name.trim() || !form.until) return docket.release(SLOT)
  const [product, seatType] = form.seat.split('/')
  docket.hold(
    [
      {
        type: 'make-link',
        name: form.name.trim(),
        kind: form.kind,
        standing: form.kind === 'staff' ? 'member' : 'guest',
        grants: form.roleId && form.placeId ? [{ roleId: form.roleId, placeId: form.placeId }] : [],
        seats: form.seat ? [{ product, seatType }] : [],
        groupIds: [],
        maximumUses: form.maximumUses,
        until: form.until,
        waits: form.waits,
        ...(form.engagementUntil ? { engagementUntil: form.engagementUntil } : {}),
        ...(form.domain.trim() ? { domain: form.domain.trim() } : {}),
      },
    ],
    SLOT,
  )
})
</script>

<template>
  <BForm class="sheet form" @submit.prevent>
    <div class="pair">
      <BFormGroup :label="t('links.name')" label-for="link-name">
        <BFormInput id="link-name" v-model="form.name" maxlength="60" />
      </BFormGroup>
      <BFormGroup :label="t('links.opens')" label-for="link-until">
        <DateField id="link-until" v-model="form.until" />
      </BFormGroup>
      <BFormGroup :label="t('links.people')" label-for="link-uses">
        <BFormInput id="link-uses" v-model.number="form.maximumUses" type="number" min="1" max="1000" />
      </BFormGroup>
      <BFormGroup :label="t('links.domain')" label-for="link-domain">
        <BFormInput id="link-domain" v-model="form.domain" :placeholder="t('invite.optional')" />
      </BFormGroup>
      <BFormGroup :label="t('invite.kind')" label-for="link-kind">
        <BFormSelect id="link-kind" v-model="form.kind" :options="kinds" />
      </BFormGroup>
      <BFormGroup :label="t('invite.until')" label-for="link-end">
        <DateField id="link-end" v-model="form.engagementUntil" />
      </BFormGroup>
      <BFormGroup :label="t('invite.role')" label-for="link-role">
        <PickOne id="link-role" v-model="form.roleId" :options="[{ value: '', text: t('invite.none') }, ...roles]" />
      </BFormGroup>
      <BFormGroup :label="t('invite.place')" label-for="link-place">
        <PickOne id="link-place" v-model="form.placeId" :options="[{ value: '', text: t('give.choose') }, ...places]" />
      </BFormGroup>
      <BFormGroup :label="t('invite.seat')" label-for="link-seat">
        <BFormSelect id="link-seat" v-model="form.seat" :options="seats" />
      </BFormGroup>
    </div>
    <label><input v-model="form.waits" type="checkbox" /> {{ t('links.waits') }}</label>
  </BForm>
</template>

<style scoped>
.form {
  padding: 14px 18px;
  margin-bottom: 14px;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 0 12px;
}
</style>
