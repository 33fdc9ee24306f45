<script setup lang="ts">
import type { FittingView, PlaceSheetView } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { addDays, shortDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import ControlButton from '../../basics/ControlButton.vue'
import DateField from '../../basics/DateField.vue'
import SheetSection from '../../basics/SheetSection.vue'

// Products that are charged by the place: on or off here, from and until which day, and for how much.
const props = defineProps<{ place: PlaceSheetView; today: string }>()
const { t } = useI18n()
const docket = useDocket()
const slot = `fitting ${props.place.id}`
useDocketPlace(slot)
/** The product being switched, and the day it is switched from or until. */
const switching = ref('')
const from = ref('')
const until = ref('')

function toggle(one: FittingView): void {
  switching.value = switching.value === one.product ? '' : one.product
  from.value = ''
  until.value = one.on?.until ?? ''
  if (switching.value) hold(one)
  else docket.release(slot)
}

function hold(one: FittingView): void {
  if (one.on) {
    const on = until.value ? addDays(until.value, 1) : null
    return docket.hold([{ type: 'unfit-place', fittingId: one.on.fittingId, on }], slot)
  }
  const dates = { ...(from.value && { from: from.value }), ...(until.value && { until: until.value }) }
  docket.hold([{ type: 'fit-place', product: one.product, placeId: props.place.id, ...dates }], slot)
}

function words({ on, price }: FittingView): string {
  const day = (date: string) => shortDate(date, props.today)
  const dates = !on
    ? t('fittings.off')
    : on.until
      ? t('fittings.onUntil', { from: day(on.from), until: day(on.until) })
      : t(on.later ? 'fittings.onFrom' : 'fittings.on', { from: day(on.from) })
  return price ? `${dates}, ${price}` : dates
}
</script>

<template>
  <SheetSection v-if="place.fittings.length > 0" :title="t('fittings.title')">
    <div v-for="one in place.fittings" :key="one.product" class="fitting">
      <span>
        <RouterLink :to="{ name: 'seats', params: { product: one.product } }">{{ one.name }}</RouterLink>
        <small class="muted">{{ words(one) }}</small>
      </span>
      <ControlButton
        size="sm"
        :control="one.control"
        :aria-expanded="switching === one.product"
        :aria-label="t(one.on ? 'fittings.switchOff' : 'fittings.switchOn', { product: one.name })"
        @click="toggle(one)"
        >{{ t(one.on ? 'fittings.turnOff' : 'fittings.turnOn') }}</ControlButton
      >
      <div v-if="switching === one.product" class="dates">
        <label v-if="!one.on"
          >{{ t('fittings.from') }}
          <DateField v-model="from" small bare :label="t('fittings.from')" @update:model-value="hold(one)"
        /></label>
        <label
          >{{ t(one.on ? 'fittings.lastDay' : 'fittings.until') }}
          <DateField
            v-model="until"
            small
            bare
            :min="today"
            :label="t(one.on ? 'fittings.lastDay' : 'fittings.until')"
            @update:model-value="hold(one)"
        /></label>
      </div>
    </div>
  </SheetSection>
</template>

<style scoped>
.fitting {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  justify-content: space-between;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.dates {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  font-size: 13px;
}
small {
  display: block;
}
</style>
