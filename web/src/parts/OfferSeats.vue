<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../state/choices.ts'

// The seats an invitation gives, one below the other; each with its price and room.
const picked = defineModel<string[]>({ required: true })
const { t } = useI18n()
const { choices } = useChoices()
const seats = computed(() => [
  { value: '', text: t('invite.noSeat') },
  ...(choices.value?.seats ?? []).map((seat) => {
    const room = seat.room ? `, ${seat.room}` : ''
    const value = `${seat.product}/${seat.seatType}`
    return { value, text: `${seat.name}, ${seat.price}${room}`, disabled: seat.empty === 0 && !kept.has(value) }
  }),
])
/** What was there when it was opened may stay, full or not. */
const kept = new Set(picked.value)
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
