<script setup lang="ts">
import type { PersonSheetView, SheetHolding } from '@lodge/core'
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'
import { useMoney } from '../../state/money.ts'
import SeatChoice from './SeatChoice.vue'
import SheetSection from '../../basics/SheetSection.vue'

// Someone's seats on their sheet: each is changed or ended in its line, and another is given beneath.
const props = defineProps<{ person: PersonSheetView }>()
const giving = defineModel<boolean>('giving', { required: true })
const { t } = useI18n()
const docket = useDocket()
const { today, sum } = useMoney()
/** The seat whose other types are shown. */
const changing = ref('')
watch(
  () => docket.applied,
  (applied) => {
    if (!applied) return
    changing.value = ''
    giving.value = false
  },
)

function about(seat: SheetHolding): string {
  const until = seat.until ? t('person.seatUntil', { date: shortDate(seat.until, today.value) }) : ''
  // While someone is away their seat is kept and paid for, or goes to someone who needs it (model X1).
  const away = seat.away
    ? t(seat.away.kept ? 'person.seatKept' : 'person.seatGoes', { date: shortDate(seat.away.from, today.value) })
    : ''
  return [seat.price, seat.along ? t('person.along') : '', until, away].filter(Boolean).join(', ')
}

function end(seat: SheetHolding): void {
  docket.hold([{ type: 'end-seat', holdingId: seat.holdingId }], `seat ${seat.holdingId}`)
}
</script>

<template>
  <SheetSection :title="t('person.seats')" :count="person.holdings.length || undefined">
    <p v-if="person.holdings.length === 0" class="muted none">{{ t('person.noSeats') }}</p>
    <template v-for="seat in person.holdings" :key="seat.holdingId">
      <div class="seat">
        <span
          >{{ seat.type }}, {{ seat.product }} <small class="muted">{{ about(seat) }}</small></span
        >
        <span v-if="person.controls.seat.enabled && !seat.along" class="acts">
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-expanded="changing === seat.holdingId"
            :aria-label="t('person.changeSeat', { seat: seat.type, product: seat.product })"
            @click="changing = changing === seat.holdingId ? '' : seat.holdingId"
          >
            {{ t('common.change') }}
          </button>
          <button
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-label="t('person.endSeat', { seat: seat.type, product: seat.product })"
            @click="end(seat)"
          >
            {{ t('roles.take') }}
          </button>
        </span>
      </div>
      <SeatChoice
        v-if="changing === seat.holdingId"
        :person-id="person.id"
        :product="seat.code"
        :holding-id="seat.holdingId"
        :slot-name="`seat ${seat.holdingId}`"
      />
    </template>
    <SeatChoice v-if="giving" :person-id="person.id" :slot-name="`give seat ${props.person.id}`" />
    <p v-if="person.monthMinor" class="seat">
      <span class="muted">{{ t('person.month') }}</span><strong class="money brass">{{
        sum(person.monthMinor)
      }}</strong>
    </p>
  </SheetSection>
</template>

<style scoped>
.seat {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 34px;
  margin: 0;
  padding: 2px 0;
  border-bottom: 1px solid var(--line-soft);
}
.acts {
  white-space: nowrap;
}
.none {
  margin: 0;
  padding: 5px 0;
}
</style>
