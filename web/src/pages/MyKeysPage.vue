<script setup lang="ts">
import type { RequestsView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { MyKeys } from '../api/types.ts'
import { longDate, todayIn } from '../logic/dates.ts'
import KeyMark from '../marks/KeyMark.vue'
import WallMark from '../marks/WallMark.vue'
import WhyList from '../parts/WhyList.vue'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

// One's own page: what is reached, by which route, until when. Understood in ten seconds.
const { t } = useI18n()
const session = useSession()
const { data: mine } = useFetched<MyKeys>(() => (session.me?.current ? session.path('/my-keys') : null))
const { data: requests } = useFetched<RequestsView>(() => (session.me?.current ? session.path('/requests') : null))
const waiting = computed(() => requests.value?.toDecide.length ?? 0)
const account = computed(() => session.me?.current?.accountName ?? '')
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const period = computed(() => {
  const one = mine.value
  if (!one) return ''
  if (one.from && one.from > today.value) return t('keys.from', { date: longDate(one.from) })
  return one.until ? t('keys.until', { account: account.value, date: longDate(one.until) }) : t('keys.open')
})
</script>

<template>
  <div v-if="mine" class="keys">
    <h1>{{ t('keys.hello', { name: mine.name, account }) }}</h1>
    <p class="period">{{ period }}</p>
    <p class="ways">
      <RouterLink :to="{ name: 'requests' }">{{ t('requests.ask') }}</RouterLink>
      <span v-if="waiting > 0" class="brass">{{ t('requests.waiting', { count: waiting }) }}</span>
    </p>
    <p v-if="mine.keys.length === 0" class="muted">{{ t('keys.nothing') }}</p>
    <section v-for="place in mine.keys" :key="place.placeId" class="sheet place">
      <h2>
        <small v-if="place.path.length > 1" class="muted">{{ place.path.slice(0, -1).join(' / ') }}</small>
        <WallMark v-if="place.walled" />{{ place.name }}
        <span v-if="place.beneath" class="beneath muted">{{ t('effect.beneath', { count: place.beneath }) }}</span>
      </h2>
      <ul>
        <li v-for="key in place.keys" :key="key.area">
          <details>
            <summary>
              <span class="name"
                >{{ key.name }} <small class="muted">{{ key.product }}</small></span
              >
              <KeyMark :level="key.level" :granted="key.granted" />
              <span class="can muted">{{
                key.heldBack ? t('effect.heldBack') : t('keys.can', { sentence: key.sentence })
              }}</span>
              <span class="ask-why">{{ t('person.why') }}</span>
            </summary>
            <WhyList :why="key.why" :today="today" />
          </details>
        </li>
      </ul>
    </section>
    <template v-if="mine.seats.length > 0">
      <h2 class="caption">{{ t('keys.seats') }}</h2>
      <p>{{ mine.seats.map((seat) => `${seat.product}, ${seat.type}`).join('; ') }}</p>
    </template>
  </div>
  <h1 v-else-if="!session.me?.current">{{ t('keys.nowhere') }}</h1>
  <p v-else class="muted">{{ t('common.loading') }}</p>
</template>

<style scoped>
.keys {
  max-width: 820px;
}
.ways {
  display: flex;
  gap: 18px;
}
h1 {
  font-size: 21px;
  font-weight: 500;
  line-height: 1.45;
}
.period {
  color: var(--brass);
  font-weight: 600;
  margin: 4px 0 14px;
}
.place {
  padding: 12px 16px 8px;
  margin-bottom: 12px;
}
.place h2 small {
  display: block;
  font:
    500 12.5px 'Public Sans Variable',
    sans-serif;
}
.beneath {
  font:
    400 13px 'Public Sans Variable',
    sans-serif;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--line-soft);
}
summary {
  display: grid;
  grid-template-columns: minmax(120px, 210px) 100px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  min-height: 36px;
  cursor: pointer;
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
.ask-why {
  color: var(--green);
  text-decoration: underline;
  text-underline-offset: 3px;
}
@media (max-width: 600px) {
  summary {
    grid-template-columns: minmax(0, 1fr) 100px auto;
  }
  .can {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
