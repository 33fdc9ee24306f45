<script setup lang="ts">
import type { PeopleView, PersonView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask } from '../../api/client.ts'
import { shortDate, todayIn } from '../../logic/dates.ts'
import { sum } from '../../logic/money.ts'
import { columnsIn, columnsText, gridOf } from '../../logic/people-columns.ts'
import { changedIds, PEOPLE_SORTS } from '../../logic/lists.ts'
import { listQuery } from '../../logic/people-query.ts'
import DoorMark from '../../marks/DoorMark.vue'
import KeyMark from '../../marks/KeyMark.vue'
import StateWord from '../../marks/StateWord.vue'
import BulkBar from './BulkBar.vue'
import InvitePanel from '../offers/InvitePanel.vue'
import ListViews from './ListViews.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import PeopleFilter from './PeopleFilter.vue'
import PeoplePresence from './PeoplePresence.vue'
import PersonSheet from './PersonSheet.vue'
import VirtualList from '../../basics/VirtualList.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useDocket } from '../../state/docket.ts'
import { useSession } from '../../state/session.ts'
import { useWindowed } from '../../state/windowed.ts'
import NotYet from '../../basics/NotYet.vue'

/** How long what someone else changed stays marked. */
const MARKED_MILLISECONDS = 6_000
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const one = (name: string) => String(route.query[name] ?? '')
const columns = computed(() => columnsIn(one('columns')))
const kept = computed(() => listQuery(route.query))
const words = computed(() => {
  const { columns: _columns, ...question } = kept.value
  const asked = new URLSearchParams(question)
  if (columns.value.some((column) => column === 'cost' || column === 'lastUse')) asked.set('costs', '1')
  return asked
})
const pathOf = (rest: string, more: Record<string, number> = {}) => {
  const asked = new URLSearchParams(words.value)
  for (const [name, value] of Object.entries(more)) asked.set(name, String(value))
  return session.path(`${rest}?${asked}`)
}
/** The list as it is shown, as a file: those who match, in their order, with the columns that are shown. */
const fileOf = computed(() => {
  const asked = new URLSearchParams(words.value)
  asked.delete('costs')
  if (columnsText(columns.value)) asked.set('columns', columns.value.join(','))
  return session.path(`/people/file.csv?${asked}`)
})
const {
  rows: people,
  answer: data,
  error,
  look,
} = useWindowed<PersonView, PeopleView>(
  (from, count) => pathOf('/people', { from, count }),
  (answer) => ({ rows: answer.people, matching: answer.matching }),
)
const fresh = ref(new Set<string>())
const picked = ref(new Set<string>())
const sorts = PEOPLE_SORTS.map((value) => ({ value, text: t(`people.sort.${value}`) }))
const text = computed({
  get: () => String(route.query.find ?? ''),
  set: (find: string) => void router.replace({ query: { ...route.query, find: find || undefined } }),
})
const chosenId = computed(() => String(route.params.personId ?? ''))
const inviting = computed(() => route.query.invite === '1')
/** When those in sight came in last, by id: a fact that is beside the account. */
const seen = ref<Record<string, string>>({})
const wantsSeen = computed(() => columns.value.includes('seen'))
watch([people, wantsSeen], async () => {
  if (!wantsSeen.value) return
  const ids = known(people.value)
    .flatMap(({ id }) => (id in seen.value ? [] : [id]))
    .slice(0, 1_000)
  if (ids.length === 0) return
  const answer = await ask<{ seen: Record<string, string> }>('POST', session.path('/people-seen'), { ids })
  seen.value = { ...seen.value, ...Object.fromEntries(ids.map((id) => [id, ''])), ...answer.seen }
})
const money = (minor: number | null | undefined) => {
  const current = session.me?.current
  return !minor ? '' : sum(minor, current?.currency ?? 'EUR', current?.locale ?? 'en-IE')
}
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))

watch(people, (now, before) => {
  if (now.length !== before.length) return
  fresh.value = changedIds(known(before), known(now))
  setTimeout(() => (fresh.value = new Set()), MARKED_MILLISECONDS)
})
const known = (rows: readonly (PersonView | undefined)[]) => rows.filter((row) => row !== undefined)

function pick(id: string): void {
  const next = new Set(picked.value)
  if (!next.delete(id)) next.add(id)
  picked.value = next
}

async function pickAll(): Promise<void> {
  const { ids } = await ask<{ ids: string[] }>('GET', pathOf('/people-ids'))
  picked.value = new Set(ids)
}

function choose(person: PersonView): void {
  void router.push({ name: 'people', params: { personId: person.id }, query: kept.value })
}

function close(): void {
  void router.push({ name: 'people', params: { personId: '' }, query: kept.value })
}

function startInviting(): void {
  void router.push({ name: 'people', params: { personId: '' }, query: { ...kept.value, invite: '1' } })
}

function stopInviting(): void {
  docket.release('invite')
  close()
}
</script>

<template>
  <ListAndSheet :open="inviting || chosenId !== ''">
    <template #list>
      <ViewHead :title="t('people.title')" :count="data?.total">
        <RouterLink :to="{ name: 'groups' }">{{ t('people.groups') }}</RouterLink>
        <RouterLink :to="{ name: 'firms' }">{{ t('firms.title') }}</RouterLink>
        <RouterLink :to="{ name: 'packets' }">{{ t('packets.title') }}</RouterLink>
        <RouterLink v-if="data?.controls.invite.enabled" :to="{ name: 'arrivals' }">{{
          t('arrivals.title')
        }}</RouterLink>
        <a :href="fileOf" download>{{ t('people.file', { count: data?.matching ?? 0 }) }}</a>
        <BButton
          variant="primary"
          :disabled="!data?.controls.invite.enabled"
          :title="data?.controls.invite.reason"
          @click="startInviting"
          >{{ t('people.invite') }}</BButton
        >
      </ViewHead>
      <div class="bar">
        <BFormInput v-model="text" type="search" :placeholder="t('people.filter')" :aria-label="t('people.filter')" />
        <BFormSelect
          :model-value="PEOPLE_SORTS.find((sort) => sort === one('sort')) ?? 'name'"
          :options="sorts"
          :aria-label="t('people.sortBy')"
          @update:model-value="void router.replace({ query: { ...route.query, sort: String($event) } })"
        />
        <PeopleFilter />
        <ListViews />
      </div>
      <PeoplePresence :answer="data" />
      <BulkBar v-if="picked.size > 0" :ids="[...picked]" @clear="picked = new Set()" @all="pickAll" />
      <VirtualList
        class="people"
        :style="{ '--all-columns': gridOf(columns) }"
        role="grid"
        :rows="people"
        :chosen-id="chosenId"
        :label="t('people.title')"
        :fresh="fresh"
        @choose="choose"
        @close="close"
        @range="look"
        @key="(key, row) => key === ' ' && pick(row.id)"
      >
        <template #head>
          <span></span>
          <span></span>
          <span>{{ t('people.name') }}</span>
          <span v-for="column in columns" :key="column" :class="column">{{ t(`views.column.${column}`) }}</span>
        </template>
        <template #row="{ row }">
          <span role="gridcell"
            ><input
              type="checkbox"
              :checked="picked.has(row.id)"
              :aria-label="t('people.pick', { name: row.name })"
              tabindex="-1"
              @click.stop
              @change="pick(row.id)"
          /></span>
          <span role="gridcell"
            ><DoorMark :state="row.state" :over="row.engagementOver" :bounced="row.bounced" :on-record="row.onRecord"
          /></span>
          <span role="gridcell" class="name" :title="`${row.name}, ${row.employer ?? t(`kind.${row.kind}`)}`">
            <strong>{{ row.name }}</strong>
            <small class="muted">{{ row.employer ?? t(`kind.${row.kind}`) }}</small>
          </span>
          <span v-for="column in columns" :key="column" role="gridcell" :class="column">
            <template v-if="column === 'reach'">
              <template v-if="row.reach && row.reach.places > 0">
                <KeyMark :level="row.reach.level" />
                <span class="muted">{{ t('people.at', { count: row.reach.places }, row.reach.places) }}</span>
              </template>
              <StateWord
                v-else-if="row.state !== 'active' || row.engagementOver || row.onRecord"
                :state="row.state"
                :over="row.engagementOver"
                :bounced="row.bounced"
                :on-record="row.onRecord"
              />
              <span v-else class="muted">–</span>
            </template>
            <span v-else-if="column === 'seats'" :title="row.seats?.join(', ')">{{ row.seats?.join(', ') }}</span>
            <template v-else-if="column === 'manager'">{{ row.manager }}</template>
            <template v-else-if="column === 'standing'">{{
              row.standing ? t(`standing.${row.standing}`) : ''
            }}</template>
            <template v-else-if="column === 'cost'">{{ money(row.monthMinor) }}</template>
            <template v-else-if="column === 'seen'">{{ shortDate(seen[row.id] || null, today) }}</template>
            <span v-else :class="{ oxblood: column === 'until' && row.engagementOver }">{{
              shortDate(row[column] ?? null, today)
            }}</span>
          </span>
        </template>
        <template #none>
          <template v-if="data">{{ t('people.none') }}</template>
          <NotYet v-else :error="error" />
        </template>
      </VirtualList>
      <p class="muted foot">
        {{ t('people.count', { shown: data?.matching ?? 0, count: data?.total ?? 0 }) }}
        <button
          v-if="data && data.matching > 1 && picked.size === 0"
          type="button"
          class="btn btn-quiet btn-sm"
          @click="pickAll"
        >
          {{ t('people.selectAll', { count: data.matching }) }}
        </button>
      </p>
    </template>
    <template #sheet>
      <InvitePanel v-if="inviting" @close="stopInviting" />
      <PersonSheet v-else :key="chosenId" :person-id="chosenId" @close="close" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.people {
  --columns: var(--all-columns);
}
.bar {
  position: relative;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.bar > input {
  flex: 1 1 150px;
  min-width: 0;
}
.bar select {
  width: auto;
}
.until,
.from,
.cost,
.lastUse,
.seen {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.seats,
.manager,
.standing {
  color: var(--ink-2);
}
.reach {
  display: flex;
  align-items: center;
  gap: 5px;
}
.name small {
  margin-left: 6px;
}
.foot {
  font-size: 12.5px;
  margin: 0;
}
@container (max-width: 540px) {
  .people {
    --columns: 18px 26px minmax(90px, 1fr) 134px 88px;
  }
  .people :deep(.row > :is(.seats, .manager, .standing, .from, .cost, .lastUse, .seen)),
  .name small {
    display: none;
  }
}
@container (max-width: 400px) {
  .people {
    --columns: 18px 20px minmax(0, 1fr) 96px;
  }
  .people :deep(.row > .until) {
    display: none;
  }
  .reach .muted {
    display: none;
  }
}
</style>
