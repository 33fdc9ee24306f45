<script setup lang="ts">
import type { BillView, ItemView } from '@lodge/core'
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import { shortDate } from '../../logic/dates.ts'
import { lineText } from '../../logic/seats.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'

// A month's bill, line by line; each opens to the people, places and days it is made of.
const props = defineProps<{ bill: BillView; today: string; money: (minor: number) => string }>()
const { t } = useI18n()
const session = useSession()
const { sum } = useMoney()
const opened = reactive(new Map<number, ItemView[]>())

async function toggle(at: number): Promise<void> {
  if (opened.delete(at)) return
  const { items } = await ask<{ items: ItemView[] }>('GET', session.path(`/bills/${props.bill.month}/lines/${at}`))
  opened.set(at, items)
}

function days(item: ItemView): string {
  const [first, last] = [shortDate(item.firstDate, props.today), shortDate(item.lastDate, props.today)]
  return first === last ? first : `${first} – ${last}`
}
</script>

<template>
  <div class="bill" role="group" :aria-label="t('bill.title', { month: bill.name })">
    <template v-for="(line, at) in bill.lines" :key="at">
      <h2 v-if="line.productName !== bill.lines[at - 1]?.productName" class="caption">
        {{ line.productName }} <span>{{ bill.currency }}</span>
      </h2>
      <button type="button" class="line" :aria-expanded="opened.has(at)" @click="toggle(at)">
        <span
          >{{ line.name
          }}<small v-if="line.lateFor" class="muted"> {{ t('bill.lateFor', { month: line.lateFor }) }}</small></span
        >
        <span class="muted number">{{ lineText(t, line, money) }}</span>
        <span class="number">{{ money(line.amountMinor) }}</span>
      </button>
      <ul v-if="opened.has(at)">
        <li v-for="(item, index) in opened.get(at)" :key="index">
          <RouterLink v-if="item.personId" :to="{ name: 'people', params: { personId: item.personId } }">{{
            item.name
          }}</RouterLink>
          <RouterLink v-else-if="item.placeId" :to="{ name: 'places', params: { placeId: item.placeId } }">{{
            item.name
          }}</RouterLink>
          <span v-else>{{ item.name || line.name }}</span>
          <span class="muted">{{ days(item) }}</span>
          <span class="number">{{
            item.amountMinor === null
              ? line.kind === 'allowance'
                ? item.quantity
                : t('bill.together')
              : money(item.amountMinor)
          }}</span>
        </li>
      </ul>
    </template>
    <p class="line total">
      <strong>{{ t('bill.total', { month: bill.name }) }}</strong><span></span
      ><strong class="number">{{ sum(bill.totalMinor) }}</strong>
    </p>
  </div>
</template>

<style scoped>
h2 {
  display: flex;
  justify-content: space-between;
  margin: 10px 0 0;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--line);
}
.line {
  display: grid;
  grid-template-columns: minmax(84px, 1fr) minmax(0, auto) 84px;
  gap: 10px;
  width: 100%;
  margin: 0;
  padding: 8px 0;
  border: 0;
  border-bottom: 1px solid var(--line-soft);
  background: none;
  color: var(--ink);
  text-align: left;
}
.total {
  border-bottom: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 4px 0 8px 12px;
}
li {
  display: grid;
  grid-template-columns: minmax(84px, 1fr) minmax(0, auto) 84px;
  gap: 10px;
  padding: 3px 0;
  font-size: 13px;
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
