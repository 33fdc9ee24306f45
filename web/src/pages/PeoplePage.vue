<script setup lang="ts">
import type { PeopleView, PersonView } from '@lodge/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { shortDate, todayIn } from '../logic/dates.ts'
import { changedIds, filterPeople } from '../logic/lists.ts'
import DoorMark from '../marks/DoorMark.vue'
import KeyMark from '../marks/KeyMark.vue'
import InvitePanel from '../parts/InvitePanel.vue'
import PersonSheet from '../parts/PersonSheet.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

const ROW_PIXELS = 36
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { data } = useFetched<PeopleView>(() => session.path('/people'))
const list = useTemplateRef<HTMLDivElement>('list')
const fresh = ref(new Set<string>())
const text = computed({
  get: () => String(route.query.find ?? ''),
  set: (find: string) => void router.replace({ query: { ...route.query, find: find || undefined } }),
})
const chosenId = computed(() => String(route.params.personId ?? ''))
const inviting = computed(() => route.query.invite === '1')
const people = computed(() => filterPeople(data.value?.people ?? [], text.value))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const at = ref(0)

const rows = useVirtualizer(
  computed(() => ({
    count: people.value.length,
    getScrollElement: () => list.value,
    estimateSize: () => ROW_PIXELS,
    overscan: 12,
  })),
)

// What someone else changed meanwhile is marked for a while.
watch(data, (now, before) => {
  if (!now || !before) return
  fresh.value = changedIds(before.people, now.people)
  setTimeout(() => (fresh.value = new Set()), 6_000)
})
watch([chosenId, people], () => {
  const index = people.value.findIndex((person) => person.id === chosenId.value)
  if (index >= 0) at.value = index
  else at.value = Math.min(at.value, Math.max(0, people.value.length - 1))
})

function choose(person: PersonView | undefined): void {
  if (person) void router.push({ name: 'people', params: { personId: person.id }, query: { find: route.query.find } })
}

function close(): void {
  void router.push({ name: 'people', params: { personId: '' }, query: { find: route.query.find } })
}

function move(by: number): void {
  at.value = Math.max(0, Math.min(people.value.length - 1, at.value + by))
  rows.value.scrollToIndex(at.value)
}

function startInviting(): void {
  void router.push({ name: 'people', params: { personId: '' }, query: { invite: '1' } })
}

async function stopInviting(): Promise<void> {
  if (docket.changes[0]?.type === 'invite') await docket.putDown()
  close()
}
</script>

<template>
  <div class="two" :class="{ chosen: chosenId || inviting }">
    <section class="list-side">
      <header>
        <h1>
          {{ t('people.title') }} <span class="count">{{ data?.people.length }}</span>
        </h1>
        <BButton
          variant="primary"
          :disabled="!data?.controls.invite.enabled"
          :title="data?.controls.invite.reason"
          @click="startInviting"
          >{{ t('people.invite') }}</BButton
        >
      </header>
      <BFormInput
        v-model="text"
        type="search"
        :placeholder="t('people.filter')"
        :aria-label="t('people.filter')"
        class="filter"
      />
      <div class="sheet table">
        <div class="row head" aria-hidden="true">
          <span></span>
          <span>{{ t('people.name') }}</span>
          <span>{{ t('people.getsIn') }}</span>
          <span class="seat">{{ t('people.seat') }}</span>
          <span class="until">{{ t('people.until') }}</span>
        </div>
        <div
          ref="list"
          class="scroll"
          role="grid"
          tabindex="0"
          :aria-label="t('people.title')"
          :aria-rowcount="people.length"
          :aria-activedescendant="people[at] ? `row-${people[at]!.id}` : undefined"
          @keydown.down.prevent="move(1)"
          @keydown.up.prevent="move(-1)"
          @keydown.enter.prevent="choose(people[at])"
          @keydown.esc.prevent="close"
        >
          <div :style="{ height: `${rows.getTotalSize()}px`, position: 'relative' }" role="presentation">
            <div
              v-for="item in rows.getVirtualItems()"
              :id="`row-${people[item.index]!.id}`"
              :key="people[item.index]!.id"
              class="row"
              role="row"
              :aria-rowindex="item.index + 1"
              :aria-selected="people[item.index]!.id === chosenId"
              :class="{
                on: people[item.index]!.id === chosenId,
                at: item.index === at,
                fresh: fresh.has(people[item.index]!.id),
              }"
              :style="{ transform: `translateY(${item.start}px)` }"
              @click="choose(people[item.index])"
            >
              <span role="gridcell"
                ><DoorMark :state="people[item.index]!.state" :over="people[item.index]!.engagementOver"
              /></span>
              <span role="gridcell" class="name">
                <strong>{{ people[item.index]!.name }}</strong>
                <small class="muted">{{ people[item.index]!.employer ?? t(`kind.${people[item.index]!.kind}`) }}</small>
              </span>
              <span role="gridcell" class="reach">
                <template v-if="people[item.index]!.reach && people[item.index]!.reach!.places > 0">
                  <KeyMark :level="people[item.index]!.reach!.level" />
                  <span class="muted"> {{ t('people.at', { count: people[item.index]!.reach!.places }) }}</span>
                </template>
                <span v-else class="muted">–</span>
              </span>
              <span role="gridcell" class="seat muted">{{ people[item.index]!.seats?.join(', ') }}</span>
              <span role="gridcell" class="until" :class="{ oxblood: people[item.index]!.engagementOver }">{{
                shortDate(people[item.index]!.until, today)
              }}</span>
            </div>
          </div>
          <p v-if="data && people.length === 0" class="none muted">{{ t('people.none') }}</p>
        </div>
      </div>
      <p class="muted foot">{{ t('people.count', { shown: people.length, count: data?.people.length ?? 0 }) }}</p>
    </section>
    <InvitePanel v-if="inviting" class="sheet side" @close="stopInviting" />
    <PersonSheet v-else-if="chosenId" :key="chosenId" :person-id="chosenId" class="sheet side" @close="close" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  height: 100%;
}
.two.chosen {
  grid-template-columns: minmax(0, 1fr) minmax(0, 372px);
}
.list-side {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  container-type: inline-size;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 10px;
}
header .btn {
  margin-left: auto;
}
.count {
  font: 400 16px 'Public Sans Variable';
  color: var(--ink-2);
  margin-left: 4px;
}
.filter {
  margin-bottom: 10px;
}
.table {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 0 1 auto;
  overflow: hidden;
}
.scroll {
  overflow-y: auto;
  scrollbar-gutter: stable;
  min-height: 72px;
}
.scroll:focus-visible {
  outline-offset: -2px;
}
.row {
  display: grid;
  grid-template-columns: 26px minmax(130px, 1.6fr) minmax(112px, 1fr) minmax(0, 110px) 92px;
  gap: 10px;
  align-items: center;
  height: 36px;
  padding: 0 12px;
  border-bottom: 1px solid var(--line-soft);
  white-space: nowrap;
}
.row > span {
  overflow: hidden;
  text-overflow: ellipsis;
}
.scroll .row {
  position: absolute;
  inset: 0 0 auto;
  cursor: pointer;
}
.head {
  font-size: 12px;
  font-weight: 600;
  color: var(--ink-2);
  border-bottom-color: var(--line);
  flex: none;
  overflow: hidden;
  scrollbar-gutter: stable;
}
.row.on {
  background: var(--green-soft);
}
.scroll:focus-visible .row.at {
  box-shadow: inset 3px 0 0 var(--slate);
}
.row.fresh {
  background: var(--brass-soft);
}
.until {
  text-align: right;
}
.reach {
  display: flex;
  align-items: center;
  gap: 5px;
}
.name small {
  margin-left: 6px;
}
.none {
  padding: 10px 14px;
}
.foot {
  font-size: 12.5px;
  margin: 8px 0 0;
}
.side {
  overflow-y: auto;
  padding: 16px;
  min-height: 0;
}
@container (max-width: 540px) {
  .row {
    grid-template-columns: 26px minmax(96px, 1fr) 134px 82px;
    gap: 8px;
  }
  .seat {
    display: none;
  }
  .name small {
    display: none;
  }
}
@media (max-width: 800px) {
  .two.chosen {
    grid-template-columns: minmax(0, 1fr);
  }
  .two.chosen .list-side {
    display: none;
  }
}
</style>
