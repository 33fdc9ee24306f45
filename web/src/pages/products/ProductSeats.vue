<script setup lang="ts">
import type { BillView, ProductSeats, SeatRack as Rack, SeatSlot, SeatsView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'
import BillLines from '../bill/BillLines.vue'
import ForecastChart from '../bill/ForecastChart.vue'
import SeatPanel from './SeatPanel.vue'
import SeatRack from './SeatRack.vue'

// A product's seats as racks, and beside them what everything costs this month.
const props = defineProps<{ data: SeatsView; product: ProductSeats }>()
const { t } = useI18n()
const session = useSession()
const { today, money, signedSum, sum } = useMoney()
const { data: bill } = useFetched<BillView>(() =>
  props.data.money ? session.path(`/bills/${props.data.month}`) : null,
)
const rack = ref<Rack | null>(null)
const slot = ref<SeatSlot | null>(null)
/** What one more person in a band costs. */
const nextText = computed(() => {
  const minor = props.product.racks.find((one) => one.inBand)?.oneMoreMinor
  if (minor === null || minor === undefined) return t('seats.nextWaits')
  return minor === 0 ? t('seats.nextFree') : t('seats.next', { sum: signedSum(minor) })
})

// What someone else changed meanwhile: the rack that is open stays open, as it is now.
watch(
  () => props.product,
  (product) => {
    if (rack.value) rack.value = product.racks.find((one) => one.seatType === rack.value?.seatType) ?? null
    if (slot.value) slot.value = rack.value?.slots.find((one) => one.holdingId === slot.value?.holdingId) ?? null
  },
)

function open(of: Rack, chosen: SeatSlot | null): void {
  rack.value = of
  slot.value = chosen
}
</script>

<template>
  <div class="seats" :class="{ alone: !bill }">
    <div class="racks">
      <div class="frames">
        <SeatRack
          v-for="one in product.racks"
          :key="one.seatType"
          :rack="one"
          :today="today"
          :chosen-id="slot?.holdingId ?? ''"
          @choose="open(one, $event)"
          @empty="open(one, null)"
        />
      </div>
      <p class="legend muted">
        <span class="sample taken"></span>{{ t('seats.kind.taken') }} <span class="sample reserved"></span
        >{{ t('seats.kind.reserved') }} <span class="sample empty"></span>{{ t('seats.empty') }}
        <span class="sample own"></span>{{ t('seats.kind.own') }}
      </p>
      <SeatPanel
        v-if="rack"
        :key="rack.seatType + (slot?.holdingId ?? '')"
        :rack="rack"
        :racks="product.racks"
        :held="slot"
        :reason="data.controls.give.reason"
        @close="rack = null"
      />
      <section v-if="product.bands.length > 0" class="bands">
        <h2 class="caption">{{ t('seats.bands') }}</h2>
        <p v-for="band in product.bands" :key="band.upTo" class="band" :class="{ here: band.here }">
          <span>{{ t('seats.band', { upTo: band.upTo }) }}</span>
          <span class="muted">{{ band.here ? t('seats.bandHere', { count: product.counted }) : '' }}</span>
          <span class="number">{{ money(band.priceMinor) }}</span>
        </p>
        <p class="brass">
          {{ nextText }}
        </p>
      </section>
    </div>
    <aside v-if="bill" class="sheet billed">
      <p class="caption">{{ bill.name }}</p>
      <p class="sum">{{ sum(bill.totalMinor) }}</p>
      <p>
        {{ t('bill.since', { month: bill.before.name }) }}
        <strong class="brass">{{ signedSum(bill.totalMinor - bill.before.totalMinor) }}</strong><template
          v-if="bill.since.length > 0"
          >: {{ bill.since[0]?.sentence }}.
        </template>
        <RouterLink v-if="bill.since.length > 1" :to="{ name: 'bill', params: { month: bill.month } }">{{
          t('bill.moreReasons', { count: bill.since.length - 1 }, bill.since.length - 1)
        }}</RouterLink>
      </p>
      <BillLines :bill="bill" :today="today" :money="money" />
      <ForecastChart :bill="bill" :money="money" />
      <p class="links">
        <RouterLink :to="{ name: 'bill', params: { month: bill.month } }">{{ t('bill.open') }}</RouterLink>
        <a :href="session.path(`/bills/${bill.month}/file.csv`)">CSV</a>
        <a :href="session.path(`/bills/${bill.month}/file.pdf`)">PDF</a>
      </p>
    </aside>
  </div>
</template>

<style scoped>
.seats {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 18px;
  align-items: start;
}
.seats.alone {
  grid-template-columns: minmax(0, 1fr);
}
.racks {
  display: block;
}
.frames {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: flex-start;
}
.frames > * {
  flex: 1 1 300px;
}
.legend {
  display: flex;
  align-items: center;
  gap: 6px;
  margin: 10px 0 0;
  font-size: 13px;
}
.sample {
  width: 22px;
  height: 16px;
  border: 1px solid var(--brass);
  border-radius: 2px;
  margin-left: 12px;
}
.sample:first-child {
  margin-left: 0;
}
.sample.taken {
  background: var(--brass-soft);
}
.sample.reserved {
  border-color: var(--slate);
}
.sample.empty {
  border-style: dashed;
}
.sample.own {
  background: linear-gradient(225deg, var(--green) 0 32%, var(--brass-soft) 32%);
}
.bands {
  margin-top: 14px;
  max-width: 420px;
}
.band {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 84px;
  gap: 10px;
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.band.here {
  font-weight: 600;
}
.billed {
  padding: 14px 16px;
}
.sum {
  margin: 0;
  font: 600 26px 'Bitter Variable';
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.brass {
  color: var(--brass);
}
.links {
  display: flex;
  gap: 16px;
  margin: 10px 0 0;
}
@media (max-width: 1000px) {
  .seats {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
