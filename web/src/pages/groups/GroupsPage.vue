<script setup lang="ts">
import type { GroupsView, GroupSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { shortDate, todayIn } from '../../logic/dates.ts'
import DoorMark from '../../marks/DoorMark.vue'
import StateWord from '../../marks/StateWord.vue'
import ControlButton from '../../basics/ControlButton.vue'
import GivePanel from '../access/GivePanel.vue'
import GroupForm from './GroupForm.vue'
import KeyRow from '../access/KeyRow.vue'
import ListAndSheet from '../../basics/ListAndSheet.vue'
import MoreActs from '../../basics/MoreActs.vue'
import PickMany from '../../basics/PickMany.vue'
import SheetFacts from '../../basics/SheetFacts.vue'
import SheetHead from '../../basics/SheetHead.vue'
import SheetSection from '../../basics/SheetSection.vue'
import VirtualList from '../../basics/VirtualList.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// Groups, by name and by rule: whom each holds, and what belonging to it gives.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { people: everybody, findPeople } = useChoices({ people: true })
const chosenId = computed(() => String(route.params.groupId ?? ''))
const making = computed(() => route.query.make === '1')
const { data, error: listError, again } = useFetched<GroupsView>(() => session.path('/groups'))
const { data: group, error } = useFetched<GroupSheetView>(() =>
  chosenId.value ? session.path(`/groups/${chosenId.value}`) : null,
)
const text = ref('')
const doing = ref<'change' | 'give' | null>(null)
const added = ref<string[]>([])
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const groups = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value?.groups ?? []).filter((one) => words.every((word) => one.name.toLowerCase().includes(word)))
})
const people = computed(() => {
  const inside = new Set(group.value?.members.filter((one) => one.byName).map((one) => one.personId))
  return everybody.value.filter((one) => !inside.has(one.value))
})

const facts = computed(() => {
  const one = group.value
  if (!one) return []
  return [
    { name: t('groups.rule'), text: one.rule ?? t('groups.byName') },
    ...(one.lead
      ? [{ name: t('groups.lead'), text: one.lead, aside: t(one.leads ? 'groups.leadSees' : 'groups.leadContact') }]
      : []),
  ]
})

function go(groupId: string, query: Record<string, string> = {}): void {
  doing.value = null
  added.value = []
  docket.release('group-form')
  void router.push({ name: 'groups', params: { groupId }, query })
}

function put(personIds: string[]): void {
  added.value = personIds
  const changes = personIds.map((personId) => ({ type: 'join-group' as const, groupId: chosenId.value, personId }))
  if (changes.length > 0) docket.hold(changes, `join ${chosenId.value}`)
  else docket.release(`join ${chosenId.value}`)
}
</script>

<template>
  <ListAndSheet :open="chosenId !== '' || making">
    <template #list>
      <ViewHead :title="t('groups.title')" :count="data?.groups.length">
        <RouterLink :to="{ name: 'people' }">{{ t('people.title') }}</RouterLink>
        <BButton
          variant="primary"
          :disabled="!data?.controls.make.enabled"
          :title="data?.controls.make.reason"
          @click="go('', { make: '1' })"
          >{{ t('groups.make') }}</BButton
        >
      </ViewHead>
      <BFormInput v-model="text" type="search" :placeholder="t('groups.find')" :aria-label="t('groups.find')" />
      <VirtualList
        class="groups"
        role="grid"
        :rows="groups"
        :chosen-id="chosenId"
        :label="t('groups.title')"
        @choose="go($event.id)"
        @close="go('')"
      >
        <template #head>
          <span>{{ t('people.name') }}</span>
          <span class="rule">{{ t('groups.rule') }}</span>
          <span class="number">{{ t('groups.people') }}</span>
          <span class="number">{{ t('groups.keys') }}</span>
        </template>
        <template #row="{ row }">
          <span role="gridcell" :title="row.name">{{ row.name }}</span>
          <span role="gridcell" class="muted rule" :title="row.rule ?? t('groups.byName')">{{
            row.rule ?? t('groups.byName')
          }}</span>
          <span role="gridcell" class="number">{{ row.people }}</span>
          <span role="gridcell" class="number">{{ row.keys }}</span>
        </template>
        <template #none>
          <template v-if="data">{{ t(data.groups.length === 0 ? 'groups.noneYet' : 'groups.none') }}</template>
          <NotYet v-else :error="listError" :again="again" />
        </template>
      </VirtualList>
    </template>
    <template #sheet>
      <article v-if="making && data">
        <SheetHead :close-label="t('groups.close')" @close="go('')">
          <h2>{{ t('groups.make') }}</h2>
        </SheetHead>
        <GroupForm :fields="data.fields" @close="go('')" />
      </article>
      <article v-else-if="group && data">
        <SheetHead :close-label="t('groups.close')" @close="go('')">
          <h2>{{ group.name }}</h2>
        </SheetHead>
        <SheetFacts :facts="facts" />
        <MoreActs>
          <ControlButton
            v-for="what in ['give', 'change'] as const"
            :key="what"
            :control="group.controls[what]"
            :aria-pressed="doing === what"
            @click="doing = doing === what ? null : what"
            >{{ t(what === 'give' ? 'person.give' : 'groups.edit') }}</ControlButton
          >
          <template #more>
            <ControlButton
              danger
              :control="group.controls.remove"
              @click="docket.hold([{ type: 'remove-group', groupId: group.id }])"
              >{{ t('groups.remove') }}</ControlButton
            >
          </template>
        </MoreActs>
        <GivePanel v-if="doing === 'give'" :group="{ id: group.id, name: group.name }" @close="doing = null" />
        <GroupForm v-else-if="doing === 'change'" :fields="data.fields" :group="group" @close="doing = null" />
        <SheetSection :title="t('groups.gives')" :count="group.grants.length">
          <p v-if="group.grants.length === 0" class="muted">{{ t('groups.nothing') }}</p>
          <KeyRow
            v-for="grant in group.grants"
            :key="grant.grantId"
            :grant-id="grant.grantId"
            :take="grant.take"
            :about="`${grant.role}, ${grant.place}`"
          >
            <RouterLink :to="{ name: 'roles', params: { roleId: grant.roleId } }">{{ grant.role }}</RouterLink>,
            <RouterLink :to="{ name: 'places', params: { placeId: grant.placeId } }">{{ grant.place }}</RouterLink>
            <small v-if="grant.until" class="muted">
              {{ t('roles.until', { date: shortDate(grant.until, today) }) }}</small
            >
          </KeyRow>
        </SheetSection>
        <SheetSection :title="t('groups.members')" :count="group.members.length">
          <PickMany
            :search="findPeople"
            v-if="group.controls.change.enabled"
            :model-value="added"
            :options="people"
            :label="t('groups.add')"
            @update:model-value="put"
          />
          <div v-for="one in group.members" :key="one.personId" class="line">
            <span>
              <DoorMark :state="one.state" />
              <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{ one.name }}</RouterLink>{{
                ' '
              }}<StateWord :state="one.state" />
              <small v-if="one.byRule" class="muted by-rule">{{ t('groups.heldByRule') }}</small>
            </span>
            <button
              v-if="one.byName"
              type="button"
              class="btn btn-quiet btn-sm"
              :disabled="!group.controls.change.enabled"
              :title="group.controls.change.reason"
              :aria-label="t('groups.takeOut', { name: one.name })"
              @click="
                docket.hold(
                  [{ type: 'quit-group', groupId: group.id, personId: one.personId }],
                  `quit ${group.id} ${one.personId}`,
                )
              "
            >
              {{ t('groups.out') }}
            </button>
          </div>
        </SheetSection>
      </article>
      <NotYet v-else :error="error" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.groups {
  --columns: minmax(120px, 1fr) minmax(0, 1.4fr) 70px 60px;
}
/* The rule, often longer than a telephone is wide, takes a line of its own on the sheet there. */
@container (max-width: 420px) {
  .groups {
    --columns: minmax(0, 1fr) 60px 50px;
  }
  .groups .rule {
    display: none;
  }
}
.number {
  text-align: right;
}
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 34px;
  border-bottom: 1px solid var(--line-soft);
}
.by-rule {
  margin-left: 6px;
}
.line :deep(svg) {
  margin-right: 4px;
  vertical-align: -3px;
}
</style>
