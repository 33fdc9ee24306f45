<script setup lang="ts">
import type { MeanwhileView, RequestsView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import type { MyKeys, NewChange } from '../../api/types.ts'
import { longDate, todayIn } from '../../logic/dates.ts'
import { awayText, together } from '../../logic/leaving.ts'
import KeyMark from '../../marks/KeyMark.vue'
import WallMark from '../../marks/WallMark.vue'
import AwayPanel from '../people/AwayPanel.vue'
import WhyList from '../access/WhyList.vue'
import { useDirect } from '../../state/direct.ts'
import { useFetched } from '../../state/fetched.ts'
import { useLive } from '../../state/live.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// One's own page: what is reached, by which route, until when. Understood in ten seconds.
const { t } = useI18n()
const session = useSession()
const ownId = computed(() => session.me?.current?.personId ?? '')
const live = useLive()
const {
  data: mine,
  error,
  again: readAgain,
} = useFetched<MyKeys>(() => (session.me?.current ? session.path('/my-keys') : null))
const { data: requests } = useFetched<RequestsView>(() => (session.me?.current ? session.path('/requests') : null))
/** Changes of what one reaches that one was told of and has not looked at yet. */
const { data: told, again } = useFetched<{ notices: { id: string; by: string; on: string }[] }>(() =>
  session.me?.current && !session.seeing && !session.me.current.narrow ? session.path('/notices/mine') : null,
)
async function seen(): Promise<void> {
  await ask('POST', session.path('/notices/mine/seen'), {})
  await again()
  // The frame counts them too.
  live.turn += 1
}
const { data: meanwhile } = useFetched<{ meanwhile: MeanwhileView | null }>(() =>
  mine.value?.back && !session.seeing ? session.path('/my-keys/meanwhile') : null,
)
const since = computed(() => meanwhile.value?.meanwhile ?? null)
const passed = computed(() => together(mine.value?.leaving?.things ?? [], ({ what, taker }) => ({ what, taker })))
const direct = useDirect()
const problem = ref('')
const asking = ref(false)
async function hold(change: NewChange): Promise<void> {
  problem.value = await direct(change)
}
function answer(one: MyKeys['asked'][number], accept: boolean): Promise<void> {
  const { departureId, what, id } = one
  return hold({ type: 'answer-handover', departureId, what, id, accept })
}
/** Into a product, by a way that is signed for a few minutes. */
async function go(product: string): Promise<void> {
  const { address } = await ask<{ address: string }>('POST', session.path(`/my-keys/${product}/way-in`), {})
  location.assign(address)
}
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
    <div class="actions">
      <template v-if="!session.seeing">
        <button
          v-for="one in mine.ways"
          :key="one.product"
          type="button"
          class="btn btn-primary"
          @click="go(one.product)"
        >
          {{ t('keys.goTo', { product: one.name }) }}
        </button>
      </template>
      <RouterLink class="btn btn-outline-primary" :to="{ name: 'requests' }"
        >{{ t('requests.ask') }}
        <span v-if="waiting > 0">({{ t('requests.waiting', { count: waiting }) }})</span></RouterLink
      >
      <template v-if="!session.seeing">
        <button type="button" class="btn btn-outline-primary" :aria-pressed="asking" @click="asking = !asking">
          {{ t('away.askFor') }}
        </button>
        <a class="btn btn-quiet" :href="session.path(`/people/${ownId}/export`)">{{ t('keys.kept') }}</a>
      </template>
    </div>
    <AwayPanel v-if="asking" own :person-id="ownId" @close="asking = false" />
    <p v-if="problem" role="alert" class="muted">{{ problem }}</p>
    <div v-if="told && told.notices.length > 0" class="told" role="status">
      <p v-for="one in told.notices" :key="one.id">
        {{ t('keys.changedBy', { name: one.by, date: longDate(one.on) }) }}
      </p>
      <button type="button" class="btn btn-quiet btn-sm" @click="seen">{{ t('keys.seen') }}</button>
    </div>
    <section v-if="since" class="sheet place" :aria-label="t('keys.meanwhile')">
      <h2>{{ t('keys.meanwhileTitle', { from: longDate(since.from), until: longDate(since.until) }) }}</h2>
      <p v-if="since.withoutSeats">{{ t('keys.withoutSeats') }}</p>
      <p v-if="since.lines.length === 0">{{ t('keys.asBefore') }}</p>
      <ul v-else>
        <li v-for="line in since.lines" :key="line.placeId" class="moved">
          <strong>{{ t(`effect.${line.way}`) }}</strong> {{ line.place }}
          <small v-if="line.beneath > 0" class="muted">{{ t('effect.beneath', { count: line.beneath }) }}</small>
          <KeyMark :level="line.before" :granted="line.before" /> <span aria-hidden="true">→</span>
          <KeyMark :level="line.after" :granted="line.after" />
        </li>
      </ul>
      <p v-if="since.more > 0" class="muted">{{ t('keys.moreMoved', { count: since.more }) }}</p>
    </section>
    <section v-if="mine.leaving" class="sheet place" :aria-label="t('keys.leaving')">
      <h2>{{ t('keys.leaves', { at: mine.leaving.at }) }}</h2>
      <p>{{ t('keys.leavesAbout', { account }) }}</p>
      <p v-for="one in passed" :key="one.key">
        <small class="muted">{{ t(`leaving.what.${one.what}`) }}</small> {{ one.texts.join(', ') }}
        <strong>{{ one.taker ? t('leaving.to', { name: one.taker }) : '' }}</strong>
      </p>
      <p v-if="mine.leaving.handBack.length > 0">
        <strong>{{ t('keys.handBack') }}</strong> {{ mine.leaving.handBack.join(', ') }}
      </p>
      <p class="muted">{{ t('keys.yours') }}</p>
    </section>
    <div v-for="one in mine.asked" :key="one.what + one.id" class="told">
      <p>
        {{ t('keys.takeOver', { from: one.from, by: one.by }) }}
        <strong>{{ t(`leaving.what.${one.what}`) }} {{ one.text }}</strong>
      </p>
      <button type="button" class="btn btn-primary btn-sm" @click="answer(one, true)">{{ t('keys.take') }}</button>
      <button type="button" class="btn btn-quiet btn-sm" @click="answer(one, false)">{{ t('keys.refuse') }}</button>
    </div>
    <p v-for="one in mine.away" :key="one.id" class="told">
      {{ awayText(t, one) }}
      <button
        v-if="one.state === 'asked'"
        type="button"
        class="btn btn-quiet btn-sm"
        @click="hold({ type: 'put-down-away', absenceId: one.id })"
      >
        {{ t('requests.withdraw') }}
      </button>
    </p>
    <p v-if="mine.keys.length === 0" class="muted">{{ t('keys.nothing') }}</p>
    <div class="places">
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
                  key.heldBack
                    ? t(key.level === 'none' ? 'effect.needsSeat' : 'effect.heldBack')
                    : t('keys.can', { sentence: key.sentence })
                }}</span>
                <span class="ask-why">{{ t('person.why') }}</span>
              </summary>
              <WhyList :why="key.why" :today="today" />
            </details>
          </li>
        </ul>
      </section>
    </div>
    <template v-if="mine.seats.length > 0">
      <h2 class="caption">{{ t('keys.seats') }}</h2>
      <p>{{ mine.seats.map((seat) => `${seat.product}, ${seat.type}`).join('; ') }}</p>
    </template>
  </div>
  <h1 v-else-if="!session.me?.current">{{ t('keys.nowhere') }}</h1>
  <NotYet v-else :error="error" :again="readAgain" />
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 14px;
}
.places {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr));
  gap: 12px;
  align-items: start;
}
.caption {
  margin-top: 14px;
}
.places .place {
  margin: 0;
  container-type: inline-size;
}
.told {
  background: var(--slate-soft);
  padding: 8px 14px;
  margin-bottom: 12px;
}
.told p {
  margin: 0;
}
h1 {
  font-size: 21px;
  font-weight: 500;
  line-height: 1.45;
}
.moved {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
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
  grid-template-columns: minmax(120px, 200px) 92px minmax(0, 1fr) auto;
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
@container (max-width: 560px) {
  summary {
    grid-template-columns: minmax(0, 1fr) 92px auto;
    gap: 0 10px;
    padding: 6px 0;
  }
  .can {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
@media (max-width: 640px) {
  .actions {
    display: grid;
  }
}
</style>
