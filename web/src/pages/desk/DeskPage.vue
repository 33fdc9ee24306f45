<script setup lang="ts">
import type { DeskView, Need } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import BoardPicture from './BoardPicture.vue'
import DoorMark from '../../marks/DoorMark.vue'
import RailIcon from '../../marks/RailIcon.vue'
import { shortDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DeskNews from './DeskNews.vue'
import FirstSteps from './FirstSteps.vue'
import DateField from '../../basics/DateField.vue'
import NotYet from '../../basics/NotYet.vue'
import TaskList from '../tasks/TaskList.vue'
import { must } from '@lodge/core/must'

const { t } = useI18n()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const { data: desk, error, again } = useFetched<DeskView>(() => session.path('/desk'))
const STATES = {
  waiting: 'waiting',
  request: 'active',
  'planned-refused': 'active',
  'closing-overdue': 'left',
  'product-away': 'left',
  'task-close': 'left',
  task: 'active',
  tasks: 'active',
  'nobody-keeps': 'active',
  twin: 'active',
  'record-asked': 'active',
  'no-role': 'active',
  'shared-review': 'active',
  'step-blocked': 'left',
  'to-hand-back': 'left',
  'away-asked': 'active',
  'back-without-seats': 'active',
  'to-erase': 'left',
  'engagement-over': 'left',
  'invitation-expiring': 'invited',
  'invitation-bounced': 'invited',
  'invitation-expired': 'expired',
  'ends-soon': 'active',
} as const
const today = computed(() => desk.value?.date ?? '')

function sentence(need: Need): string {
  return t(`desk.need.${need.kind}`, { date: shortDate(need.date, today.value), count: need.detail })
}

/** Whom a line is about that is about a person. */
const personIn = (need: Need) => must(need.personId, 'person')

function act(need: Need): void {
  if (need.kind === 'waiting') docket.hold([{ type: 'admit', personId: personIn(need) }])
  else if (need.kind === 'engagement-over') {
    void router.push({ name: 'departures', params: { departureId: '' }, query: { person: need.personId } })
  } else if (need.departureId) {
    void router.push({ name: 'departures', params: { departureId: need.departureId } })
  } else if (need.kind === 'away-asked') void router.push({ name: 'departures', params: { departureId: '' } })
  else if (need.offerId) docket.hold([{ type: 'resend', offerId: need.offerId }])
  else if (need.otherId) docket.hold([{ type: 'join-people', personId: personIn(need), otherId: need.otherId }])
  else if (need.kind === 'planned-refused') docket.open = true
  else if (need.product) {
    const tab = need.kind === 'no-role' ? 'about' : 'accounts'
    void router.push({ name: 'seats', params: { product: need.product, tab } })
  } else if (need.kind === 'request' || need.kind === 'record-asked') void router.push({ name: 'requests' })
  else void router.push({ name: 'people', params: { personId: need.personId } })
}

/** What needs one, under a heading for each urgency. */
const groups = computed(() => {
  const found = new Map<string, DeskView['needs']>()
  for (const need of desk.value?.needs ?? []) found.set(need.urgency, [...(found.get(need.urgency) ?? []), need])
  return [...found].map(([urgency, needs]) => ({ urgency, needs }))
})
const tasksOf = (needs: readonly Need[]) => needs.flatMap(({ task }) => task ?? [])
const waiting = computed(() => desk.value?.needs.filter((need) => need.kind === 'waiting') ?? [])
function admitAll(): void {
  docket.hold(waiting.value.map((need) => ({ type: 'admit' as const, personId: personIn(need) })))
}

/** Gives an engagement another last day, as dragged on the Board or chosen in the row. */
function extend(personId: string | null, engagementUntil: string): void {
  if (personId && engagementUntil)
    docket.hold([{ type: 'change-person', personId, engagementUntil }], `extend ${personId}`)
}
const hasEnd = (need: Need) => need.kind === 'ends-soon' || need.kind === 'engagement-over'

function label(need: Need): string {
  if (need.kind === 'waiting') return t('desk.admit')
  if (['request', 'record-asked', 'away-asked'].includes(need.kind)) return t('desk.decide')
  if (need.kind === 'twin') return t('person.joinTwo')
  if (need.kind === 'no-role') return t('desk.makeRole')
  if (need.kind === 'nobody-keeps') return t('desk.keeper')
  if (need.offerId) return t('offer.resend')
  return need.kind === 'engagement-over' ? t('desk.depart') : t('desk.look')
}
</script>

<template>
  <div v-if="desk" class="desk">
    <h1 class="day">
      {{ desk.day }}.
      <template v-for="(phrase, at) in desk.phrases" :key="phrase.text">
        <RouterLink
          v-if="phrase.people.length === 1"
          :to="{ name: 'people', params: { personId: phrase.people[0] } }"
          >{{ phrase.text }}</RouterLink
        >
        <span v-else-if="phrase.people.length > 1" class="green">{{ phrase.text }}</span>
        <template v-else>{{ phrase.text }}</template>{{ at < desk.phrases.length - 1 ? ', ' : '. ' }}
      </template>
      <template v-if="desk.bill"
        >{{ t('desk.stands', { month: desk.bill.month }) }} <span class="brass">{{ desk.bill.text }}</span>.</template
      >
    </h1>
    <FirstSteps v-if="desk.first" :steps="desk.first" />
    <DeskNews :today="today" />
    <section class="needs" :aria-label="t('desk.needs')">
      <p v-if="desk.needs.length === 0" class="sheet muted nothing">{{ t('desk.nothing') }}</p>
      <template v-for="{ urgency, needs } in groups" :key="urgency">
        <header>
          <h2>
            {{ t(`desk.urgency.${urgency}`) }} <span class="muted">{{ needs.length }}</span>
          </h2>
          <BButton v-if="urgency === 'answer' && waiting.length > 1" size="sm" variant="primary" @click="admitAll">{{
            t('desk.admitAll', { count: waiting.length })
          }}</BButton>
        </header>
        <div class="sheet">
          <TaskList
            v-if="tasksOf(needs).length > 0"
            class="tasks"
            :tasks="tasksOf(needs)"
            :today="today"
            with-product
          />
          <div
            v-for="need in needs.filter((one) => !one.task)"
            :key="need.kind + need.personId + need.product + need.detail"
            class="need"
          >
            <DoorMark
              v-if="need.personId"
              :state="STATES[need.kind]"
              :over="need.kind === 'engagement-over'"
              :bounced="need.kind === 'invitation-bounced'"
            />
            <RailIcon v-else name="seats" />
            <span class="what" :title="`${need.name} ${sentence(need)} ${need.detail}`">
              <RouterLink
                :to="
                  need.personId && session.rooms.includes('people')
                    ? { name: 'people', params: { personId: need.personId } }
                    : { name: 'seats', params: { product: need.product, tab: 'accounts' } }
                "
                ><strong>{{ need.name }}</strong></RouterLink
              >{{ need.kind === 'waiting' ? ' ' : '' }}{{ sentence(need) }}
              <small v-if="need.kind !== 'tasks'" class="muted">{{ need.detail }}</small>
            </span>
            <span class="acts">
              <label v-if="hasEnd(need)"
                ><span class="muted">{{ t('desk.extend') }}</span>
                <DateField
                  :model-value="need.date"
                  small
                  bare
                  :min="today"
                  :label="t('desk.extendOf', { name: need.name })"
                  @update:model-value="extend(need.personId, $event || '')"
              /></label>
              <BButton
                v-if="need.otherId"
                size="sm"
                variant="link"
                @click="docket.applyAtOnce({ type: 'tell-apart', personId: personIn(need), otherId: need.otherId })"
                >{{ t('person.two') }}</BButton
              >
              <BButton size="sm" variant="outline-primary" @click="act(need)">{{ label(need) }}</BButton>
            </span>
          </div>
        </div>
      </template>
    </section>
    <BoardPicture v-if="!desk.first" :board="desk.board" :today="today" @extend="extend" />
  </div>
  <NotYet v-else :error="error" :again="again" />
</template>

<style scoped>
.desk {
  max-width: 1106px;
}
.day {
  font-size: 21px;
  line-height: 1.45;
  font-weight: 500;
  max-width: 1010px;
  margin-bottom: 10px;
}
.day a {
  text-decoration-color: var(--green-line);
}
.green {
  color: var(--green);
}
.needs header {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 30px;
  margin: 4px 0 2px;
}
.needs header h2 {
  font-size: 14px;
}
.nothing {
  padding: 12px 16px;
}
.need {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding: 2px 12px;
  min-height: 36px;
  border-top: 1px solid var(--line-soft);
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.board {
  margin-top: 12px;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
}
.acts label {
  display: flex;
  white-space: nowrap;
  gap: 6px;
  align-items: center;
  font-size: 12.5px;
}
@media (max-width: 640px) {
  .need {
    grid-template-columns: 26px minmax(0, 1fr);
    padding-block: 8px;
  }
  .what {
    white-space: normal;
  }
  .acts {
    grid-column: 2;
    flex-wrap: wrap;
  }
}
.need:first-child {
  border-top: 0;
}
.need a {
  color: var(--ink);
  text-decoration: none;
}
.need a:hover {
  text-decoration: underline;
}
small {
  font-size: 12.5px;
  margin-left: 4px;
}
</style>
