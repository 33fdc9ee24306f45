<script setup lang="ts">
import type { DeskView, Room } from '@lodge/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import DocketSpine from '../../docket/DocketSpine.vue'
import RailIcon from '../../marks/RailIcon.vue'
import { useFetched } from '../../state/fetched.ts'
import { useLive } from '../../state/live.ts'
import { useSession } from '../../state/session.ts'
import { switchTheme } from '../../state/theme.ts'
import AskField from './AskField.vue'
import { must } from '@lodge/core/must'

const { t } = useI18n()
const router = useRouter()
const rail = ref<HTMLElement>()
// On a telephone the rooms are scrolled: the one that is open is in sight.
watch(
  () => router.currentRoute.value.name,
  async () => {
    await nextTick()
    rail.value?.querySelector('.here')?.scrollIntoView({ inline: 'nearest', block: 'nearest' })
  },
  { immediate: true, flush: 'post' },
)
const session = useSession()
const live = useLive()
const current = computed(() => session.me?.current)
const hasDocket = computed(() => session.rooms.length > 1 && session.seeing === null)
/** How much needs one, and how often what one reaches was changed since one looked: beside the rooms that say it. */
const { data: desk } = useFetched<DeskView>(() =>
  session.rooms.includes('desk') && !session.seeing ? session.path('/desk') : null,
)
const { data: mine } = useFetched<{ notices: object[] }>(() =>
  current.value && !current.value.narrow && !current.value.needsMeans && !session.seeing
    ? session.path('/notices/mine')
    : null,
)
const counts = computed<Partial<Record<Room, number>>>(() => ({
  desk: desk.value?.needs.length,
  keys: mine.value?.notices.length,
}))
/** What one works with, and at the foot what is about the account and oneself. */
const rooms = computed(() => {
  const all = session.rooms as Room[]
  const isOwn = (room: Room) => room === 'settings' || room === 'keys'
  return { work: all.filter((room) => !isOwn(room)), own: all.filter(isOwn) }
})
const initials = computed(() =>
  (current.value?.name ?? '')
    .split(' ')
    .map((word) => word[0])
    .join('')
    .slice(0, 2),
)

async function stopSeeing(): Promise<void> {
  const { personId } = must(session.seeing, 'seeing')
  session.seeAsOneself()
  await router.push({ name: 'people', params: { personId } })
}

async function goOver(event: Event): Promise<void> {
  await session.goOver((event.target as HTMLSelectElement).value)
  await router.replace({ name: 'home' })
}

async function leave(): Promise<void> {
  await session.signOut()
  await router.replace({ name: 'sign-in' })
}
</script>

<template>
  <div class="frame" :class="{ plain: !hasDocket, seen: session.seeing !== null }">
    <a class="skip" href="#view">{{ t('common.skip') }}</a>
    <nav ref="rail" class="rail" :aria-label="t('rail.label')">
      <span class="sign" aria-hidden="true">
        <svg viewBox="0 0 44 32">
          <path d="M7 20c0-9 6-13 15-13s15 4 15 13z" class="cap" />
          <path d="M5 20h34v5c-8 3.4-26 3.4-34 0z" class="brim" />
          <circle cx="22" cy="5" r="2.4" class="cap" />
        </svg>
      </span>
      <template v-for="room in [...rooms.work, null, ...rooms.own]" :key="room ?? 'foot'">
        <span v-if="room === null" class="foot"></span>
        <RouterLink v-else :to="{ name: room }" active-class="here">
          <RailIcon :name="room" />{{ t(`rail.${room}`) }}
          <em v-if="counts[room]" class="badge-count"
            >{{ counts[room] }}<span class="visually-hidden">{{ t(`rail.count.${room}`) }}</span></em
          >
        </RouterLink>
      </template>
      <RouterLink :to="{ name: 'my-sign-in' }" active-class="here"
        ><RailIcon name="self" />{{ t('rail.self') }}</RouterLink
      >
      <button type="button" @click="switchTheme"><RailIcon name="theme" />{{ t('rail.theme') }}</button>
      <button type="button" @click="leave"><RailIcon name="out" />{{ t('rail.signOut') }}</button>
    </nav>
    <header class="top">
      <select
        v-if="(session.me?.accounts.length ?? 0) > 1"
        class="form-select account"
        :aria-label="t('rail.accounts')"
        :value="current?.accountId"
        @change="goOver"
      >
        <option v-for="one in session.me?.accounts ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <span v-else class="account">{{ current?.accountName }}</span>
      <AskField v-if="session.rooms.includes('people')" />
      <span v-else class="gap"></span>
      <span class="who"
        >{{ current?.name }}<i aria-hidden="true">{{ initials }}</i></span
      >
    </header>
    <main id="view" class="main" tabindex="-1">
      <p v-if="!live.connected" class="offline" role="status">{{ t('common.offline') }}</p>
      <p v-if="session.seeing" class="seeing" role="status">
        <span>{{ t('seeing.as', { name: session.seeing.name }) }}</span>
        <button type="button" class="btn btn-primary btn-sm" @click="stopSeeing">{{ t('seeing.stop') }}</button>
      </p>
      <slot />
    </main>
    <DocketSpine v-if="hasDocket" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 46px;
  grid-template-rows: 54px minmax(0, 1fr);
  height: 100dvh;
}
.frame.plain {
  grid-template-columns: 84px minmax(0, 1fr);
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 100px;
  top: 10px;
  z-index: 10;
  background: var(--sheet);
  padding: 4px 10px;
}
.rail a {
  position: relative;
}
.badge-count {
  position: absolute;
  top: 6px;
  right: 14px;
  min-width: 18px;
  padding: 0 4px;
  border-radius: 9px;
  background: var(--brass);
  color: #fff;
  font:
    600 11px/18px 'Public Sans Variable',
    sans-serif;
  text-align: center;
}
.rail {
  grid-row: 1 / 3;
  background: var(--rail);
  display: flex;
  flex-direction: column;
  padding: 10px 0;
  overflow-y: auto;
}
.sign {
  display: flex;
  justify-content: center;
  height: 44px;
  margin-bottom: 10px;
}
.sign svg {
  width: 40px;
}
.cap {
  fill: #d7a74a;
}
.brim {
  fill: #f6f3ea;
}
.rail a,
.rail button {
  color: var(--rail-ink);
  background: none;
  border: 0;
  border-left: 3px solid transparent;
  border-right: 3px solid transparent;
  text-decoration: none;
  font-size: 11.5px;
  line-height: 1.25;
  text-align: center;
  padding: 8px 0 7px;
}
.rail svg:not(.sign svg) {
  display: block;
  margin: 0 auto 3px;
}
.rail a:hover,
.rail button:hover {
  background: var(--rail-here);
}
.rail a.here {
  background: var(--rail-here);
  color: #fff;
  border-left-color: #d7a74a;
}
.rail :focus-visible {
  outline-color: #f0c86a;
  outline-offset: -2px;
}
.foot {
  margin-top: auto;
}
.top {
  grid-column: 2;
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 22px;
  border-bottom: 1px solid var(--line);
}
.account {
  font-family: 'Bitter Variable', serif;
  font-weight: 600;
  font-size: 15px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.gap {
  flex: 1;
}
.who {
  font-size: 13px;
  color: var(--ink-2);
  white-space: nowrap;
}
.who i {
  display: inline-grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  background: var(--brass-soft);
  color: var(--brass);
  font: 600 11px 'Public Sans Variable';
  margin-left: 8px;
}
.main {
  grid-column: 2;
  padding: 20px 22px 12px;
  overflow: auto;
  outline: none;
}
.seen .main {
  outline: 4px solid var(--slate);
  outline-offset: -4px;
}
.seeing {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  background: var(--slate-soft);
  border-left: 3px solid var(--slate);
  padding: 8px 12px;
}
.offline {
  background: var(--brass-soft);
  color: var(--ink);
  border-radius: 4px;
  padding: 6px 12px;
}
@media (max-width: 800px) {
  .frame,
  .frame.plain {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 48px minmax(0, 1fr) auto auto;
  }
  .rail {
    grid-row: 4;
    flex-direction: row;
    padding: 0;
    overflow-x: auto;
  }
  .rail a,
  .rail button {
    /* Words stay whole; what does not fit is scrolled to. */
    flex: 1 0 62px;
    min-width: 0;
    padding-inline: 2px;
    font-size: 10.5px;
    white-space: nowrap;
    border-left: 0;
    border-top: 3px solid transparent;
  }
  .rail a.here {
    border-top-color: #d7a74a;
  }
  .sign,
  .foot,
  .who,
  .account {
    display: none;
  }
  .top,
  .main {
    grid-column: 1;
    padding-inline: 14px;
  }
}
@media print {
  .frame,
  .frame.plain {
    display: block;
    height: auto;
  }
  .rail,
  .top,
  .skip,
  .frame > :deep(.spine-side) {
    display: none;
  }
  .main {
    overflow: visible;
    padding: 0;
  }
}
</style>
