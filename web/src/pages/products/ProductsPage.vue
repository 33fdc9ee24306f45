<script setup lang="ts">
import type { KeptProduct, SeatsView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import NotYet from '../../basics/NotYet.vue'
import ProductAbout from './ProductAbout.vue'
import ProductAccounts from './ProductAccounts.vue'
import ProductSeats from './ProductSeats.vue'
import ProductTerms from './ProductTerms.vue'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'

// The products: one each at a time, its seats, the accounts there, plan and prices, and what it is.
const { t } = useI18n()
const route = useRoute()
const session = useSession()
const { data: kept, error, again } = useFetched<{ products: KeptProduct[] }>(() => session.path('/kept'))
const { data: seats } = useFetched<SeatsView>(() => session.path('/seats'))
const { data: may } = useFetched<{ control: { enabled: boolean } }>(() => session.path('/connections'))

interface Shown {
  code: string
  name: string
  kept: KeptProduct | undefined
}
const products = computed<Shown[]>(() => {
  const looked = new Map((kept.value?.products ?? []).map((one) => [one.code, one]))
  const all = seats.value?.products ?? kept.value?.products ?? []
  return all.map(({ code, name }) => ({ code, name, kept: looked.get(code) }))
})
const here = computed(() => products.value.find(({ code }) => code === route.params.product) ?? products.value[0])
const product = computed(() => seats.value?.products.find(({ code }) => code === here.value?.code))
const TABS = ['seats', 'accounts', 'terms', 'about'] as const
type Tab = (typeof TABS)[number]
/** What there is for this reader: someone who only looks after a product sees its accounts. */
const tabs = computed<Tab[]>(() =>
  TABS.filter((tab) => (tab === 'accounts' ? here.value?.kept !== undefined : product.value !== undefined)),
)
const tab = computed<Tab>(() => {
  const asked = route.params.tab as Tab
  return tabs.value.includes(asked) ? asked : (tabs.value[0] ?? 'seats')
})
const isRead = computed(() => kept.value !== null)
</script>

<template>
  <div v-if="isRead" class="products">
    <header>
      <h1>{{ t('seats.title') }}</h1>
      <nav :aria-label="t('seats.products')">
        <RouterLink
          v-for="one in products"
          :key="one.code"
          :to="{ name: 'seats', params: { product: one.code, tab: tab === 'seats' ? '' : tab } }"
          :class="{ here: one.code === here?.code }"
          >{{ one.name
          }}<em v-if="one.kept && one.kept.tasks > 0" class="badge-count"
            >{{ one.kept.tasks
            }}<span class="visually-hidden">{{ t('tasks.count', { count: one.kept.tasks }, one.kept.tasks) }}</span></em
          ></RouterLink
        >
      </nav>
      <RouterLink v-if="products.some((one) => one.kept)" :to="{ name: 'spreadsheet' }" class="describe">{{
        t('spreadsheet.link')
      }}</RouterLink>
      <RouterLink v-if="may?.control.enabled" :to="{ name: 'describe' }" class="btn btn-primary">{{
        t('describe.title')
      }}</RouterLink>
    </header>
    <template v-if="here">
      <nav class="tabs" :aria-label="t('seats.tabs', { product: here.name })">
        <RouterLink
          v-for="one in tabs"
          :key="one"
          :to="{ name: 'seats', params: { product: here.code, tab: one === 'seats' ? '' : one } }"
          :class="{ here: one === tab }"
          :aria-current="one === tab ? 'page' : undefined"
          >{{ t(`seats.tab.${one}`) }}</RouterLink
        >
      </nav>
      <ProductSeats v-if="tab === 'seats' && seats && product" :key="here.code" :data="seats" :product="product" />
      <ProductAccounts v-else-if="tab === 'accounts'" :key="here.code" :product="here.code" />
      <ProductTerms
        v-else-if="tab === 'terms' && seats && product"
        :key="here.code"
        :controls="seats.controls"
        :product="product"
      />
      <ProductAbout v-else-if="tab === 'about'" :key="here.code" :product="here.code" />
    </template>
    <template v-else>
      <p class="muted">{{ t('seats.none') }}</p>
      <ProductTerms v-if="seats" :controls="seats.controls" :product="null" />
    </template>
  </div>
  <NotYet v-else :error="error" :again="again" />
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  gap: 8px 24px;
  flex-wrap: wrap;
}
.describe,
nav + .btn {
  margin-left: auto;
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
nav a {
  text-decoration: none;
  padding: 2px 0;
}
nav .here {
  font-weight: 600;
  border-bottom: 2px solid var(--brass);
}
.badge-count {
  margin-left: 6px;
  padding: 0 6px;
  border-radius: 9px;
  background: var(--brass);
  color: var(--sheet);
  font: 600 11.5px/17px 'Public Sans Variable';
}
.tabs {
  border-bottom: 1px solid var(--line);
  margin: 10px 0 14px;
}
.tabs a {
  padding: 4px 0 6px;
  color: var(--ink-2);
}
.tabs .here {
  color: var(--green);
  margin-bottom: -1px;
}
</style>
