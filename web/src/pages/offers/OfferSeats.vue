<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'

// The seats an invitation gives, one below the other; each with its price and room.
const props = defineProps<{ mayBeOwn?: boolean }>()
const picked = defineModel<string[]>({ required: true })
const { t } = useI18n()
const { choices } = useChoices()
const seats = computed(() => [
  { value: '', text: t('invite.noSeat') },
  ...(choices.value?.seats ?? []).map((seat) => {
    // One that is sold out can be chosen too: the docket says what would do instead.
    const room = seat.room ? `, ${seat.room}` : ''
    return { value: `${seat.product}/${seat.seatType}`, text: `${seat.name}, ${seat.price}${room}` }
  }),
  // A licence they bring is neither counted nor charged.
  ...(props.mayBeOwn ? (choices.value?.seats ?? []) : []).map(({ product, productName, seatType, name }) => {
    return { value: `${product}/${seatType}/own`, text: t('invite.ownSeat', { seat: name, product: productName }) }
  }),
])
</script>

<template>
  <BFormGroup
    v-for="(_seat, at) in picked"
    :key="at"
    :label="at === 0 ? t('invite.seat') : t('invite.anotherSeat', { number: at + 1 })"
    :label-for="`invite-seat-${at}`"
  >
    <BFormSelect :id="`invite-seat-${at}`" v-model="picked[at]" :options="seats" />
  </BFormGroup>
  <button v-if="picked.at(-1)" type="button" class="link" @click="picked.push('')">{{ t('invite.addSeat') }}</button>
</template>

<style scoped>
.link {
  border: 0;
  background: none;
  padding: 2px 0;
  color: var(--green);
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
