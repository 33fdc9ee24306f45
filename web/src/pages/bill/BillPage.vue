<script setup lang="ts">
import type { BillView, SeatsView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import BillLines from './BillLines.vue'
import ForecastChart from './ForecastChart.vue'
import InvoicePanel from './InvoicePanel.vue'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

const { t } = useI18n()
const route = useRoute()
const session = useSession()
const { today, money, signedSum } = useMoney()
/** The running month where none is named. */
const month = computed(() => String(route.params.month || today.value.slice(0, 7)))
const { data: bill, error, again } = useFetched<BillView>(() => session.path(`/bills/${month.value}`))
const { data: seats } = useFetched<SeatsView>(() => session.path('/seats'))
/** Nothing is charged yet, since there is no product. */
const isEmpty = computed(() => seats.value?.products.length === 0 && bill.value?.lines.length === 0)
const step = (by: number) => {
  const [year = 0, at = 1] = month.value.split('-').map(Number)
  return new Date(Date.UTC(year, at - 1 + by, 1)).toISOString().slice(0, 7)
}
</script>

<template>
  <NotYet v-if="!bill" :error="error" :again="again" />
  <div v-else class="page">
    <div>
      <section class="sheet">
        <header>
          <h1>{{ t('bill.title', { month: bill.name }) }}</h1>
          <RouterLink v-if="bill.month > bill.first" :to="{ name: 'bill', params: { month: step(-1) } }">{{
            t('bill.earlier')
          }}</RouterLink>
          <RouterLink v-if="bill.month < bill.last" :to="{ name: 'bill', params: { month: step(1) } }">{{
            t('bill.later')
          }}</RouterLink>
        </header>
        <p class="muted">
          {{ bill.closed ? t('bill.closed') : t('bill.open-month') }} {{ t('bill.net') }}
          <a :href="session.path(`/bills/${bill.month}/file.csv`)">CSV</a> ·
          <a :href="session.path(`/bills/${bill.month}/file.pdf`)">PDF</a>
        </p>
        <p v-if="isEmpty">
          {{ t('bill.empty') }} <RouterLink :to="{ name: 'seats' }">{{ t('rail.seats') }}</RouterLink>
        </p>
        <BillLines v-else :key="bill.month" :bill="bill" :today="today" :money="money" />
      </section>
      <section v-if="!isEmpty" class="sheet since">
        <h2>
          {{ t('bill.since', { month: bill.before.name }) }}
          {{ bill.totalMinor === bill.before.totalMinor ? '' : signedSum(bill.totalMinor - bill.before.totalMinor) }}
        </h2>
        <p v-if="bill.since.length === 0" class="muted">{{ t('bill.same') }}</p>
        <p v-for="(one, at) in bill.since" :key="at" class="reason">
          <span>{{ one.sentence }}</span><span class="number">{{ signedSum(one.deltaMinor) }}</span>
        </p>
      </section>
    </div>
    <div v-if="!isEmpty">
      <section class="sheet">
        <ForecastChart :bill="bill" :money="money" />
      </section>
      <section class="sheet">
        <h2 class="split">
          {{ t('bill.byClient') }} <span class="muted">{{ bill.currency }}</span>
        </h2>
        <p v-for="part in bill.byPlace" :key="part.name" class="reason" :class="{ muted: part.key === null }">
          <span>{{ part.name }}</span><span class="number">{{ money(part.amountMinor) }}</span>
        </p>
        <details>
          <summary>
            {{ t('bill.byCode') }} <span class="muted">{{ bill.currency }}</span>
          </summary>
          <p v-for="part in bill.byCode" :key="part.name" class="reason" :class="{ muted: part.key === null }">
            <span>{{ part.name }}</span><span class="number">{{ money(part.amountMinor) }}</span>
          </p>
        </details>
      </section>
      <section v-if="seats" class="sheet">
        <InvoicePanel
          :key="bill.month"
          :month="bill.month"
          :products="seats.products.map(({ code, name }) => ({ code, name }))"
          :money="money"
        />
      </section>
    </div>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.sheet {
  padding: 14px 16px;
  margin-bottom: 14px;
}
header {
  display: flex;
  gap: 16px;
  align-items: baseline;
}
h1 {
  flex: 1;
}
h2 {
  font-size: 15px;
  margin-bottom: 4px;
}
.split {
  display: flex;
  justify-content: space-between;
}
details {
  margin-top: 8px;
}
.reason {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  gap: 10px;
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 1000px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
