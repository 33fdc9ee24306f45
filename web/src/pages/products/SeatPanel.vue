<script setup lang="ts">
import type { PersonView, SeatRack, SeatSlot } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'

// Gives a seat, moves its holder to another type, or takes it back; the docket shows what it would do as it is picked.
const props = defineProps<{ rack: SeatRack; racks: SeatRack[]; held: SeatSlot | null; reason?: string }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const session = useSession()
const { data } = useFetched<{ people: PersonView[] }>(() => (props.held ? null : session.path('/people?count=1000')))
const personId = ref('')
const seatType = ref('')
const on = ref('')
const own = ref(false)
const people = computed(() => {
  const holders = new Set(props.rack.slots.map((one) => one.personId))
  return (data.value?.people ?? [])
    .filter((person) => ['active', 'away', 'waiting'].includes(person.state) && !holders.has(person.id))
    .map((person) => ({ value: person.id, text: person.name }))
})
const types = computed(() =>
  props.racks
    .filter((rack) => rack.seatType !== props.rack.seatType)
    .map((rack) => ({ value: rack.seatType, text: rack.name })),
)
const dated = computed(() => (on.value ? { on: on.value } : {}))

watch([personId, on, own], () => {
  if (props.held || !personId.value) return
  const { product, seatType: type } = props.rack
  const more = { ...(on.value ? { from: on.value } : {}), ...(own.value ? { own: true } : {}) }
  docket.hold([{ type: 'give-seat', personId: personId.value, product, seatType: type, ...more }], 'give-seat')
})
watch([seatType, on], () => {
  if (!props.held || !seatType.value) return
  docket.hold([{ type: 'change-seat', holdingId: props.held.holdingId, seatType: seatType.value, ...dated.value }])
})

function take(): void {
  if (props.held) docket.hold([{ type: 'end-seat', holdingId: props.held.holdingId, ...dated.value }])
}
</script>

<template>
  <fieldset class="panel">
    <legend class="caption">
      {{ held ? t('seats.about', { name: held.name, seat: rack.name }) : t('seats.give', { seat: rack.name }) }}
    </legend>
    <p v-if="reason" class="muted">{{ reason }}</p>
    <template v-else>
      <BFormGroup v-if="!held" :label="t('seats.to')" label-for="seat-to">
        <PickOne id="seat-to" v-model="personId" :options="[{ value: '', text: t('give.choose') }, ...people]" />
      </BFormGroup>
      <BFormGroup v-else :label="t('seats.instead')" label-for="seat-type">
        <BFormSelect id="seat-type" v-model="seatType" :options="[{ value: '', text: t('seats.keep') }, ...types]" />
      </BFormGroup>
      <BFormGroup :label="held ? t('seats.on') : t('seats.from')" label-for="seat-on">
        <DateField id="seat-on" v-model="on" />
      </BFormGroup>
      <BFormCheckbox v-if="!held && !rack.noCharge" id="seat-own" v-model="own">{{ t('seats.own') }}</BFormCheckbox>
      <div class="buttons">
        <BButton v-if="held" variant="outline-danger" @click="take">{{ t('seats.take') }}</BButton>
        <RouterLink v-if="held" :to="{ name: 'people', params: { personId: held.personId } }">{{
          t('seats.openPerson', { name: held.name })
        }}</RouterLink>
        <BButton variant="link" @click="$emit('close')">{{ t('common.close') }}</BButton>
      </div>
    </template>
  </fieldset>
</template>

<style scoped>
.panel {
  margin-top: 12px;
  padding: 10px 13px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.panel > * {
  margin-bottom: 8px;
}
.buttons {
  display: flex;
  gap: 12px;
  align-items: center;
}
</style>
