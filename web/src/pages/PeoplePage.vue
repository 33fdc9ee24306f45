<script setup lang="ts">
import type { PeopleView, PersonView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { shortDate, todayIn } from '../logic/dates.ts'
import { changedIds, filterPeople } from '../logic/lists.ts'
import DoorMark from '../marks/DoorMark.vue'
import KeyMark from '../marks/KeyMark.vue'
import InvitePanel from '../parts/InvitePanel.vue'
import ListAndSheet from '../parts/ListAndSheet.vue'
import PersonSheet from '../parts/PersonSheet.vue'
import VirtualList from '../parts/VirtualList.vue'
import ViewHead from '../parts/ViewHead.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

/** How long what someone else changed stays marked. */
const MARKED_MILLISECONDS = 6_000
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { data } = useFetched<PeopleView>(() => session.path('/people'))
const fresh = ref(new Set<string>())
const text = computed({
  get: () => String(route.query.find ?? ''),
  set: (find: string) => void router.replace({ query: { ...route.query, find: find || undefined } }),
})
const chosenId = computed(() => String(route.params.personId ?? ''))
const inviting = computed(() => route.query.invite === '1')
const people = computed(() => filterPeople(data.value?.people ?? [], text.value))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))

watch(data, (now, before) => {
  if (!now || !before) return
  fresh.value = changedIds(before.people, now.people)
  setTimeout(() => (fresh.value = new Set()), MARKED_MILLISECONDS)
})

function choose(person: PersonView): void {
  void router.push({ name: 'people', params: { personId: person.id }, query: { find: route.query.find } })
}

function close(): void {
  void router.push({ name: 'people', params: { personId: '' }, query: { find: route.query.find } })
}

function startInviting(): void {
  void router.push({ name: 'people', params: { personId: '' }, query: { invite: '1' } })
}

function stopInviting(): void {
  docket.release('invite')
  close()
}
</script>

<template>
  <ListAndSheet :open="inviting || chosenId !== ''">
    <template #list>
      <ViewHead :title="t('people.title')" :count="data?.people.length">
        <RouterLink :to="{ name: 'groups' }">{{ t('people.groups') }}</RouterLink>
        <RouterLink :to="{ name: 'packets' }">{{ t('packets.title') }}</RouterLink>
        <RouterLink v-if="data?.controls.invite.enabled" :to="{ name: 'arrivals' }">{{
          t('arrivals.title')
        }}</RouterLink>
        <a :href="session.path('/people/file.csv')" download>CSV</a>
        <BButton
          variant="primary"
          :disabled="!data?.controls.invite.enabled"
          :title="data?.controls.invite.reason"
          @click="startInviting"
          >{{ t('people.invite') }}</BButton
        >
      </ViewHead>
      <BFormInput v-model="text" type="search" :placeholder="t('people.filter')" :aria-label="t('people.filter')" />
      <VirtualList
        class="people"
        role="grid"
        :rows="people"
        :chosen-id="chosenId"
        :label="t('people.title')"
        :fresh="fresh"
        @choose="choose"
        @close="close"
      >
        <template #head>
          <span></span>
          <span>{{ t('people.name') }}</span>
          <span>{{ t('people.getsIn') }}</span>
          <span class="seat">{{ t('people.seat') }}</span>
          <span class="until">{{ t('people.until') }}</span>
        </template>
        <template #row="{ row }">
          <span role="gridcell"><DoorMark :state="row.state" :over="row.engagementOver" /></span>
          <span role="gridcell" class="name">
            <strong>{{ row.name }}</strong>
            <small class="muted">{{ row.employer ?? t(`kind.${row.kind}`) }}</small>
          </span>
          <span role="gridcell" class="reach">
            <template v-if="row.reach && row.reach.places > 0">
              <KeyMark :level="row.reach.level" />
              <span class="muted"> {{ t('people.at', { count: row.reach.places }) }}</span>
            </template>
            <span v-else class="muted">–</span>
          </span>
          <span role="gridcell" class="seat muted">{{ row.seats?.join(', ') }}</span>
          <span role="gridcell" class="until" :class="{ oxblood: row.engagementOver }">{{
            shortDate(row.until, today)
          }}</span>
        </template>
        <template #none>{{ data ? t('people.none') : t('common.loading') }}</template>
      </VirtualList>
      <p class="muted foot">{{ t('people.count', { shown: people.length, count: data?.people.length ?? 0 }) }}</p>
    </template>
    <template #sheet>
      <InvitePanel v-if="inviting" @close="stopInviting" />
      <PersonSheet v-else :key="chosenId" :person-id="chosenId" @close="close" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.people {
  --columns: 26px minmax(130px, 1.6fr) minmax(112px, 1fr) minmax(0, 110px) 92px;
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
.foot {
  font-size: 12.5px;
  margin: 0;
}
@container (max-width: 540px) {
  .people {
    --columns: 26px minmax(90px, 1fr) 134px 88px;
  }
  .seat,
  .name small {
    display: none;
  }
}
@container (max-width: 400px) {
  .people {
    --columns: 20px minmax(0, 1fr) 90px 76px;
  }
  .reach .muted {
    display: none;
  }
}
</style>
