<script setup lang="ts">
import type { PacketRow, PacketView } from '@lodge/core'
import { computed, reactive, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'

// A packet by hand, or from what someone has; it gives nobody anything until someone is invited with it.
const props = defineProps<{ packet?: PacketView; like?: Omit<PacketRow, 'id' | 'name'> }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { choices, roles, places } = useChoices()
const SLOT = 'packet-form'
useDocketPlace(SLOT)
const start = props.packet ?? props.like
const draft = reactive({
  name: props.packet?.name ?? '',
  kind: start?.kind ?? 'contractor',
  standing: start?.standing ?? 'guest',
  seats: (start?.seats ?? []).map((seat) => `${seat.product}/${seat.seatType}`),
  groupIds: [...(start?.groupIds ?? [])],
  grants: (start?.grants ?? []).map((grant) => ({ ...grant })),
})
const kinds = (['staff', 'contractor', 'client'] as const).map((value) => ({ value, text: t(`kind.${value}`) }))
const standings = (['administrator', 'member', 'guest'] as const).map((value) => ({
  value,
  text: t(`standing.${value}`),
}))
const seats = computed(() =>
  (choices.value?.seats ?? []).map((seat) => {
    return { value: `${seat.product}/${seat.seatType}`, text: `${seat.productName}: ${seat.name}`, detail: seat.price }
  }),
)
const groups = computed(() => (choices.value?.groups ?? []).map(({ id, name }) => ({ value: id, text: name })))

watch(draft, () => {
  if (!draft.name.trim()) return docket.release(SLOT)
  const content = {
    name: draft.name.trim(),
    kind: draft.kind,
    standing: draft.standing,
    seats: draft.seats.map((seat) => {
      const [product = '', seatType = ''] = seat.split('/')
      return { product, seatType }
    }),
    groupIds: draft.groupIds,
    grants: draft.grants.filter((grant) => grant.roleId && grant.placeId),
  }
  const change = props.packet
    ? { type: 'change-packet' as const, packetId: props.packet.id, ...content }
    : { type: 'make-packet' as const, ...content }
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
  <BForm class="packet" @submit.prevent>
    <BFormGroup :label="t('roles.name')" label-for="packet-name">
      <BFormInput id="packet-name" v-model="draft.name" maxlength="60" required autofocus />
    </BFormGroup>
    <BFormGroup :label="t('invite.kind')" label-for="packet-kind">
      <BFormSelect id="packet-kind" v-model="draft.kind" :options="kinds" />
    </BFormGroup>
    <BFormGroup :label="t('invite.standing')" label-for="packet-standing">
      <BFormSelect id="packet-standing" v-model="draft.standing" :options="standings" />
    </BFormGroup>
    <PickMany v-model="draft.seats" :options="seats" :label="t('packets.seats')" />
    <PickMany v-model="draft.groupIds" :options="groups" :label="t('packets.groups')" />
    <div v-for="(grant, at) in draft.grants" :key="at" class="key">
      <PickOne
        v-model="grant.roleId"
        :options="[{ value: '', text: t('give.choose') }, ...roles]"
        :aria-label="t('give.role')"
      />
      <PickOne
        v-model="grant.placeId"
        :options="[{ value: '', text: t('give.choose') }, ...places]"
        :aria-label="t('invite.place')"
      />
      <button
        type="button"
        class="btn btn-quiet btn-sm"
        :aria-label="t('invite.removeKey')"
        @click="draft.grants.splice(at, 1)"
      >
        ×
      </button>
    </div>
    <button type="button" class="btn btn-quiet btn-sm" @click="draft.grants.push({ roleId: '', placeId: '' })">
      {{ t('invite.addKey') }}
    </button>
  </BForm>
</template>

<style scoped>
.packet {
  margin-top: 10px;
}
.packet > div {
  margin-top: 0.6rem;
}
.key {
  display: flex;
  gap: 6px;
}
</style>
