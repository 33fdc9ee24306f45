<script setup lang="ts">
import type { BillView, SeatRack as Rack, SeatSlot, SeatsView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import BillLines from '../parts/BillLines.vue'
import CountList from '../parts/CountList.vue'
import ForecastChart from '../parts/ForecastChart.vue'
import ProductPanel from '../parts/ProductPanel.vue'
import SeatPanel from '../parts/SeatPanel.vue'
import SeatRack from '../parts/SeatRack.vue'
import { useFetched } from '../state/fetched.ts'
import { useMoney } from '../state/money.ts'
import { useSession } from '../state/session.ts'
import NotYet from '../parts/NotYet.vue'

const { t } = useI18n()
const route = useRoute()
const session = useSession()
const { today, money, signedSum, sum } = useMoney()
const { data, error, again } = useFetched<SeatsView>(() => session.path('/seats'))
const { data: bill } = useFetched<BillView>(() =>
  data.value?.money ? session.path(`/bills/${data.value.month}`) : null,
)
const rack = ref<Rack | null>(null)
const slot = ref<SeatSlot | null>(null)
const panel = ref<'' | 'product' | 'new' | 'count'>('')
const product = computed(() => {
  const all = data.value?.products ?? []
  return all.find((one) => one.code === route.params.product) ?? all[0] ?? null
})
const planName = computed(() => product.value?.plans.find((one) => one.code === product.value?.plan)?.name)
/** What one more person in a band costs. */
const nextText = computed(() => {
  const minor = product.value?.racks.find((one) => one.inBand)?.oneMoreMinor
  if (minor === null || minor === undefined) return t('seats.nextWaits')
  return minor === 0 ? t('seats.nextFree') : t('seats.next', { sum: signedSum(minor) })
})

watch(
  () => product.value?.code,
  () => {
    rack.value = slot.value = null
    panel.value = ''
  },
)
// What someone else changed meanwhile: the rack that is open stays open, as it is now.
watch(data, () => {
  if (rack.value) rack.value = product.value?.racks.find((one) => one.seatType === rack.value?.seatType) ?? null
  if (slot.value) slot.value = rack.value?.slots.find((one) => one.holdingId === slot.value?.holdingId) ?? null
})

function open(of: Rack, chosen: SeatSlot | null): void {
  rack.value = of
  slot.value = chosen
  panel.value = ''
}
</script>

<template>
  <div v-if="data" class="seats" :class="{ alone: !bill }">
    <div class="racks">
      <header>
        <h1>{{ t('seats.title') }}</h1>
        <nav :aria-label="t('seats.products')">
          <RouterLink
            v-for="one in data.products"
            :key="one.code"
            :to="{ name: 'seats', params: { product: one.code } }"
            :class="{ here: one.code === product?.code }"
            >{{ one.name }}</RouterLink
          >
        </nav>
      </header>
      <template v-if="product">
        <p class="muted terms">
          {{ t(`seats.rule.${product.rule}`, { months: product.termMonths }) }}
          <template v-if="planName">{{ t('seats.plan', { plan: planName }) }}</template>
          <strong v-if="!product.on">{{ t('seats.off') }}</strong>
          <BButton variant="link" @click="panel = panel === 'product' ? '' : 'product'">{{ t('seats.terms') }}</BButton>
          <BButton variant="link" @click="panel = panel === 'count' ? '' : 'count'">{{ t('seats.who') }}</BButton>
          <BButton variant="link" @click="panel = panel === 'new' ? '' : 'new'">{{ t('seats.newProduct') }}</BButton>
        </p>
        <ProductPanel
          v-if="panel === 'product' || panel === 'new'"
          :key="panel + product.code"
          :product="panel === 'product' ? product : null"
          :controls="data.controls"
        />
        <CountList v-else-if="panel === 'count'" :product="product.code" />
        <div class="frames">
          <SeatRack
            v-for="one in product.racks"
            :key="one.seatType"
            :rack="one"
            :today="today"
            :term-months="product.termMonths"
            :chosen-id="slot?.holdingId ?? ''"
            :money="money"
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
      </template>
      <template v-else>
        <p class="muted">{{ t('seats.none') }}</p>
        <ProductPanel :product="null" :controls="data.controls" />
      </template>
    </div>
    <aside v-if="bill" class="sheet billed">
      <p class="caption">{{ bill.name }}</p>
      <p class="sum">{{ sum(bill.totalMinor) }}</p>
      <p>
        {{ t('bill.since', { month: bill.before.name }) }}
        <strong class="brass">{{ signedSum(bill.totalMinor - bill.before.totalMinor) }}</strong><template
          v-if="bill.since.length > 0"
          >: {{ bill.since[0]!.sentence }}.
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
  <NotYet v-else :error="error" :again="again" />
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
header {
  display: flex;
  align-items: baseline;
  gap: 24px;
  flex-wrap: wrap;
}
nav {
  display: flex;
  gap: 16px;
}
nav a {
  text-decoration: none;
  padding: 2px 0;
}
nav .here {
  font-weight: 600;
  border-bottom: 2px solid var(--brass);
}
.terms {
  margin: 2px 0 10px;
}
.terms .btn {
  padding: 0 0 0 10px;
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
