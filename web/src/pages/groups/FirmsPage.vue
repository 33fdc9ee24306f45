<script setup lang="ts">
import type { FirmSheetView, FirmsView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { shortDate } from '../../logic/dates.ts'
import DoorMark from '../../marks/DoorMark.vue'
import StateWord from '../../marks/StateWord.vue'
import ControlButton from '../../basics/ControlButton.vue'
import DateField from '../../basics/DateField.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import MoreActs from '../../basics/MoreActs.vue'
import NotYet from '../../basics/NotYet.vue'
import PickOne from '../../basics/PickOne.vue'
import SheetFacts from '../../basics/SheetFacts.vue'
import SheetHead from '../../basics/SheetHead.vue'
import SheetSection from '../../basics/SheetSection.vue'
import ViewHead from '../../basics/ViewHead.vue'
import VirtualList from '../../basics/VirtualList.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'

// The firms people work for: who is of each, whom they reach, what they cost, and what is done to a firm as a whole.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { today, sum } = useMoney()
const chosenId = computed(() => String(route.params.firmId ?? ''))
const { data, error: listError, again } = useFetched<FirmsView>(() => session.path('/firms'))
const { data: firm, error } = useFetched<FirmSheetView>(() =>
  chosenId.value ? session.path(`/firms/${chosenId.value}`) : null,
)
const text = ref('')
const doing = ref<'rename' | 'merge' | 'ends' | null>(null)
const making = ref(false)
const name = ref('')
const intoId = ref('')
const last = ref<string | null>('')
const firms = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value?.firms ?? []).filter((one) => words.every((word) => one.name.toLowerCase().includes(word)))
})
const others = computed(() =>
  (data.value?.firms ?? [])
    .filter(({ id, archived }) => id !== chosenId.value && !archived)
    .map(({ id, name: text_ }) => ({ value: id, text: text_ })),
)
const facts = computed(() => {
  const one = firm.value
  if (!one) return []
  return [
    { name: t('firms.people'), text: String(one.people) },
    { name: t('firms.lastDay'), text: one.nextLastDay ? shortDate(one.nextLastDay, today.value) : t('record.none') },
    { name: t('firms.clients'), text: one.clients.join(', ') || t('record.none') },
    ...(one.monthMinor === null ? [] : [{ name: t('firms.month'), text: sum(one.monthMinor) }]),
  ]
})

function go(firmId: string): void {
  doing.value = null
  making.value = false
  void router.push({ name: 'firms', params: { firmId } })
}

function begin(what: 'rename' | 'merge' | 'ends'): void {
  doing.value = doing.value === what ? null : what
  name.value = firm.value?.name ?? ''
  intoId.value = ''
  last.value = ''
}

function make(): void {
  docket.hold([{ type: 'make-firm', name: name.value }], 'firm')
  making.value = false
}

function end(): void {
  const on = last.value ? { on: last.value } : {}
  void docket.fill({ kind: 'firm-ends', firmId: chosenId.value, ...on }, `firm ends ${chosenId.value}`)
}
</script>

<template>
  <ListAndSheet :open="chosenId !== '' || making">
    <template #list>
      <ViewHead :title="t('firms.title')" :count="data?.firms.length">
        <RouterLink :to="{ name: 'people' }">{{ t('people.title') }}</RouterLink>
        <RouterLink :to="{ name: 'groups' }">{{ t('groups.title') }}</RouterLink>
        <BButton
          variant="primary"
          :disabled="!data?.controls.make.enabled"
          :title="data?.controls.make.reason"
          @click="((making = true), (name = ''))"
          >{{ t('firms.make') }}</BButton
        >
      </ViewHead>
      <BFormInput v-model="text" type="search" :placeholder="t('firms.find')" :aria-label="t('firms.find')" />
      <VirtualList
        class="firms"
        role="grid"
        :rows="firms"
        :chosen-id="chosenId"
        :label="t('firms.title')"
        @choose="go($event.id)"
        @close="go('')"
      >
        <template #head>
          <span>{{ t('people.name') }}</span>
          <span class="number">{{ t('firms.people') }}</span>
          <span class="number">{{ t('firms.lastDay') }}</span>
        </template>
        <template #row="{ row }">
          <span role="gridcell"
            >{{ row.name }} <small v-if="row.archived" class="muted">{{ t('firms.archived') }}</small></span
          >
          <span role="gridcell" class="number">{{ row.people }}</span>
          <span role="gridcell" class="number">{{ row.nextLastDay ? shortDate(row.nextLastDay, today) : '' }}</span>
        </template>
        <template #none>
          <template v-if="data">{{ t('firms.none') }}</template>
          <NotYet v-else :error="listError" :again="again" />
        </template>
      </VirtualList>
    </template>
    <template #sheet>
      <article v-if="making">
        <SheetHead :close-label="t('firms.close')" @close="making = false">
          <h2>{{ t('firms.make') }}</h2>
        </SheetHead>
        <form @submit.prevent="make">
          <BFormGroup :label="t('firms.name')" label-for="firm-name">
            <BFormInput id="firm-name" v-model="name" maxlength="120" autofocus />
          </BFormGroup>
          <BButton type="submit" variant="primary" :disabled="!name.trim()">{{ t('firms.add') }}</BButton>
        </form>
      </article>
      <article v-else-if="firm">
        <SheetHead :close-label="t('firms.close')" @close="go('')">
          <h2>{{ firm.name }}</h2>
        </SheetHead>
        <SheetFacts :facts="facts" />
        <MoreActs>
          <ControlButton
            v-for="what in ['rename', 'merge'] as const"
            :key="what"
            :control="firm.controls.change"
            :aria-pressed="doing === what"
            @click="begin(what)"
            >{{ t(`firms.${what}`) }}</ControlButton
          >
          <template #more>
            <ControlButton
              :control="
                firm.inUse && !firm.archived ? { enabled: false, reason: t('firms.inUse') } : firm.controls.change
              "
              @click="
                docket.hold([{ type: 'archive-firm', firmId: firm.id, archived: !firm.archived }], `firm ${firm.id}`)
              "
              >{{ firm.archived ? t('firms.restore') : t('firms.archive') }}</ControlButton
            >
            <ControlButton class="ends" :control="firm.controls.ends" @click="begin('ends')">{{
              t('firms.ends')
            }}</ControlButton>
          </template>
        </MoreActs>
        <form
          v-if="doing === 'rename'"
          class="doing"
          @submit.prevent="docket.hold([{ type: 'rename-firm', firmId: firm.id, name }], `firm ${firm.id}`)"
        >
          <BFormInput v-model="name" maxlength="120" :aria-label="t('firms.name')" />
          <BButton type="submit" variant="outline-primary" :disabled="!name.trim()">{{ t('firms.rename') }}</BButton>
        </form>
        <form
          v-else-if="doing === 'merge'"
          class="doing"
          @submit.prevent="docket.hold([{ type: 'merge-firms', firmId: firm.id, intoId }], `firm ${firm.id}`)"
        >
          <PickOne v-model="intoId" :options="others" :aria-label="t('firms.mergeInto')" />
          <BButton type="submit" variant="outline-primary" :disabled="!intoId">{{ t('firms.mergeNow') }}</BButton>
        </form>
        <form v-else-if="doing === 'ends'" class="doing" @submit.prevent="end">
          <DateField v-model="last" :label="t('firms.endsOn')" small :min="today" />
          <BButton type="submit" variant="outline-danger">{{ t('firms.endsAll') }}</BButton>
        </form>
        <SheetSection :title="t('firms.members')" :count="firm.members.length">
          <p v-if="firm.members.length === 0" class="muted">{{ t('firms.nobody') }}</p>
          <p v-for="one in firm.members" :key="one.personId" class="member">
            <DoorMark :state="one.state" />
            <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{ one.name }}</RouterLink>
            <StateWord v-if="one.state !== 'active'" :state="one.state" />
            <small v-if="one.until" class="muted">{{ shortDate(one.until, today) }}</small>
          </p>
        </SheetSection>
      </article>
      <NotYet v-else-if="chosenId" :error="error" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.firms {
  --columns: minmax(0, 1fr) 60px 110px;
}
.doing {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
.doing > :first-child {
  flex: 1 1 180px;
}
.member {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 0;
  padding: 4px 0;
}
</style>
