<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../logic/dates.ts'
import { fieldDate, meaningOf } from '../logic/typed-date.ts'
import DoorMark from '../marks/DoorMark.vue'
import KeyMark from '../marks/KeyMark.vue'
import WallMark from '../marks/WallMark.vue'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useMoney } from '../state/money.ts'
import { useSession } from '../state/session.ts'
import { reachLines } from '../logic/reach-summary.ts'
import type { PersonPanel } from '../logic/person-panel.ts'
import AskWhy from './AskWhy.vue'
import AwayPanel from './AwayPanel.vue'
import AccessPanel from './AccessPanel.vue'
import GrantLines from './GrantLines.vue'
import JoinPanel from './JoinPanel.vue'
import HangsPanel from './HangsPanel.vue'
import TaskList from './TaskList.vue'
import SignInPanel from './SignInPanel.vue'
import HistoryLines from './HistoryLines.vue'
import GivePanel from './GivePanel.vue'
import WayIn from './WayIn.vue'
import OfferActions from './OfferActions.vue'
import PersonActs from './PersonActs.vue'
import PersonSeats from './PersonSeats.vue'
import RecordPanel from './RecordPanel.vue'
import SheetFacts from './SheetFacts.vue'
import SheetHead from './SheetHead.vue'
import SheetSection from './SheetSection.vue'
import NotYet from './NotYet.vue'

const props = defineProps<{ personId: string }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: person, error, again } = useFetched<PersonSheetView>(() => session.path(`/people/${props.personId}`))
const opened = ref(new Set<string>())
const open = ref<PersonPanel | null>(null)
const givingSeat = computed({
  get: () => open.value === 'seat',
  set: (giving) => (open.value = giving ? 'seat' : null),
})
const doing = ref<'move' | 'copy' | null>(null)

const mayCopy = computed(() => person.value?.state === 'active' && person.value.controls.give.enabled)
function toggleDoing(what: 'move' | 'copy'): void {
  doing.value = doing.value === what ? null : what
}

function fill(filling: { kind: string } & Record<string, unknown>): void {
  void docket.fill(filling, `${filling.kind} ${props.personId}`)
}

const { today } = useMoney()
const locale = computed(() => session.me?.current?.locale ?? 'en-IE')

/** What there is to know at once: who they are here, until when, to whom they report, how they are reached. */
const stateWord = computed(() => {
  const one = person.value!
  if (one.engagementOver) return 'over'
  if (one.bounced) return 'bounced'
  return one.onRecord && one.state === 'active' ? 'recorded' : one.state
})
const reaches = computed(() => reachLines(person.value?.keys ?? []))
/** Whether what is reached is shown place by place. */
const byPlace = ref(false)
/** The fact whose line is being edited; done once it is applied. */
const editing = ref('')
const mayEdit = computed(() => person.value?.record != null && person.value.controls.change.enabled)
watch([() => docket.applied, () => props.personId], ([applied], [, before]) => {
  if (applied || props.personId !== before) editing.value = ''
})
type Fact = InstanceType<typeof SheetFacts>['$props']['facts'][number]
const facts = computed(() => {
  const one = person.value
  if (!one) return []
  const kind = t(`kind.${one.kind}`)
  const standing = one.standing && t(`standing.${one.standing}`)
  const from = shortDate(one.from, today.value)
  const managerId = one.record?.managerId
  const none = mayEdit.value ? t('record.none') : null
  const edit = (field: string) => (mayEdit.value ? field : undefined)
  const all: (Omit<Fact, 'text'> & { text: string | null | undefined })[] = [
    ...(editing.value === 'name' ? [{ name: t('record.name'), text: one.name, field: 'name' }] : []),
    {
      name: t('record.employer'),
      text: one.employer ?? kind,
      aside: one.employer ? kind : '',
      field: edit('employer'),
    },
    {
      name: t('record.standing'),
      text: standing && (one.signatory ? `${standing}, ${t('person.signatory')}` : standing),
      aside: one.standing ? t(`standingAbout.${one.standing}`) : '',
      field: edit('standing'),
    },
    { name: t('person.since'), text: from },
    {
      name: t('record.until'),
      text: one.until ? fieldDate(one.until, locale.value) : none,
      aside: one.until ? meaningOf(one.until, today.value, locale.value) : '',
      field: edit('until'),
    },
    {
      name: t('person.reportsTo'),
      text: one.manager ?? none,
      field: edit('manager'),
      to: managerId ? { name: 'people', params: { personId: managerId } } : undefined,
    },
    { name: t('invite.email'), text: one.email },
    { name: t('record.phone'), text: one.record?.phone, field: edit('phone') },
    { name: t('record.reference'), text: one.record?.reference, field: edit('reference') },
    ...(one.record?.fields ?? []).map(({ id, name, values, valueId, text }) => ({
      ...{ name, field: edit(`field ${id}`) },
      text: values.find((value) => value.id === valueId)?.name ?? text,
    })),
  ]
  return all.flatMap((fact) => (fact.text ? [{ ...fact, text: fact.text }] : []))
})

function toggle(id: string): void {
  if (!opened.value.delete(id)) opened.value.add(id)
}
</script>

<template>
  <article>
    <NotYet v-if="!person" :error="error" :again="again" />
    <template v-if="person">
      <SheetHead :close-label="t('person.close')" @close="$emit('close')">
        <DoorMark
          :state="person.state"
          :over="person.engagementOver"
          :bounced="person.bounced"
          :on-record="person.onRecord"
        />
        <h2>{{ person.name }}</h2>
        <button
          v-if="mayEdit"
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-expanded="editing === 'name'"
          :aria-label="t('person.correctName')"
          @click="editing = editing === 'name' ? '' : 'name'"
        >
          {{ t('person.correct') }}
        </button>
        <span class="state muted">{{ t(`state.${stateWord}`) }}</span>
      </SheetHead>
      <section v-if="person.closings.length > 0" class="by-hand" :aria-label="t('leaving.byHand')">
        <h3>{{ t('leaving.byHand') }}</h3>
        <TaskList :tasks="person.closings" :today="today" with-product />
      </section>
      <SheetFacts v-model:editing="editing" :facts="facts">
        <template #edit="{ field }"><RecordPanel :person="person" :only="field" /></template>
      </SheetFacts>
      <p v-if="person.cameAs" class="muted note">{{ t('person.cameAs', { email: person.cameAs }) }}</p>
      <p v-if="person.cameFor" class="muted note">{{ t('person.cameFor', { email: person.cameFor }) }}</p>
      <PersonActs v-model:open="open" :person-id="personId" :person="person" />
      <AwayPanel v-if="open === 'away'" :person-id="personId" @close="open = null" />
      <HangsPanel
        v-if="open === 'hangs' && person.record"
        :person-id="personId"
        :may-leave="person.controls.leave.enabled"
      />
      <SignInPanel v-if="open === 'sign-in'" :person="person" />
      <JoinPanel v-if="open === 'join'" :person="person" />
      <RecordPanel v-if="open === 'record' && person.record" :person="person" />
      <GivePanel v-if="open === 'give'" :person="{ id: personId, name: person.name }" @close="open = null" />

      <SheetSection
        v-if="person.grants.length > 0 || mayCopy"
        :title="t('access.given')"
        :count="person.grants.length"
        :about="t('access.givenAbout')"
      >
        <GrantLines :grants="person.grants" :today="today" of-person changeable :last-day="person.until" />
        <div class="actions">
          <template v-if="person.grants.length > 0">
            <button
              type="button"
              class="btn btn-quiet btn-sm"
              :aria-pressed="doing === 'move'"
              @click="toggleDoing('move')"
            >
              {{ t('access.moveIt') }}
            </button>
            <button type="button" class="btn btn-quiet btn-sm" @click="fill({ kind: 'tidy-access', personId })">
              {{ t('access.tidy') }}
            </button>
          </template>
          <button
            v-if="mayCopy"
            type="button"
            class="btn btn-quiet btn-sm"
            :aria-pressed="doing === 'copy'"
            @click="toggleDoing('copy')"
          >
            {{ t('access.copyIt') }}
          </button>
          <button
            v-if="person.grants.length > 0"
            type="button"
            class="btn btn-quiet btn-sm"
            @click="fill({ kind: 'take-many', personIds: [personId] })"
          >
            {{ t('access.takeAll') }}
          </button>
        </div>
        <AccessPanel v-if="doing" :key="doing" :person-id="personId" :grants="person.grants" :what="doing" />
      </SheetSection>

      <PersonSeats v-model:giving="givingSeat" :person="person" />
      <SheetSection :title="t('person.getsIn')">
        <p v-if="person.keys.length === 0 && !person.offer" class="muted">{{ t('person.nothing') }}</p>
        <p v-for="line in reaches" :key="`${line.level} ${line.places}`" class="line reach">
          <span
            >{{ line.areas.join(', ') }}
            <span class="muted">{{ t('person.reachPlaces', { count: line.places }, line.places) }}</span></span
          >
          <KeyMark :level="line.level" />
        </p>
        <button
          v-if="person.keys.length > 0"
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-expanded="byPlace"
          @click="byPlace = !byPlace"
        >
          {{ t('person.placeByPlace') }}
        </button>
        <div v-for="place in byPlace ? person.keys : []" :key="place.placeId" class="place">
          <button type="button" :aria-expanded="opened.has(place.placeId)" @click="toggle(place.placeId)">
            <span class="path">
              <small v-if="place.path.length > 1" class="muted">{{ place.path.slice(0, -1).join(' / ') }}</small>
              <span
                ><WallMark v-if="place.walled" />{{ place.name }}
                <span v-if="place.beneath" class="muted">{{
                  t('effect.beneath', { count: place.beneath })
                }}</span></span
              >
            </span>
            <KeyMark :level="place.highest" />
          </button>
          <ul v-if="opened.has(place.placeId)">
            <AskWhy
              v-for="area in place.keys"
              :key="area.area"
              :area="area"
              :place-id="place.placeId"
              :person-id="personId"
              :today="today"
            />
          </ul>
        </div>
      </SheetSection>

      <SheetSection v-if="person.offer" :title="t('person.onceIn')">
        <p v-for="give in person.offer.gives" :key="give.role + give.placeId" class="line">
          {{ give.role }}, {{ give.place }}
        </p>
        <p v-for="seat in person.offer.seats" :key="seat.product + seat.seatType" class="line">{{ seat.name }}</p>
        <p v-for="group in person.offer.groups" :key="group.id" class="line">
          {{ t('person.offeredGroup', { group: group.name }) }}
          <small v-if="group.gives.length > 0" class="muted">{{ group.gives.join(', ') }}</small>
        </p>
        <p class="muted">
          {{
            t('person.sent', {
              sponsor: person.offer.sponsor,
              sent: shortDate(person.offer.sent, today),
              expires: shortDate(person.offer.expires, today),
            })
          }}
        </p>
        <OfferActions :person="person" />
      </SheetSection>

      <SheetSection v-if="person.groups && person.groups.length > 0" :title="t('person.groups')">
        <p class="line">{{ person.groups.join(', ') }}</p>
      </SheetSection>
      <SheetSection v-if="person.reports.length > 0" :title="t('person.reports')">
        <p class="line">
          <template v-for="(report, at) in person.reports" :key="report.id"
            ><RouterLink :to="{ name: 'people', params: { personId: report.id } }">{{ report.name }}</RouterLink
            >{{ at < person.reports.length - 1 ? ', ' : '' }}</template
          >
        </p>
      </SheetSection>
      <WayIn v-if="person.standing" :person-id="personId" :name="person.name" :today="today" />
      <HistoryLines :about="personId" :today="today" />
    </template>
  </article>
</template>

<style scoped>
.state {
  font-size: 13px;
}
.note {
  margin: 4px 0 0;
  font-size: 13px;
}
.reach {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
.place {
  border-bottom: 1px solid var(--line-soft);
}
.place > button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  min-height: 34px;
  border: 0;
  padding: 3px 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
.path {
  flex: 1;
  min-width: 0;
}
.path small {
  display: block;
  font-size: 12px;
}
.place ul {
  list-style: none;
  margin: 0 0 8px;
  padding-left: 12px;
}
.line {
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.cost {
  display: flex;
  justify-content: space-between;
}
.by-hand {
  margin: 10px 0;
}
.by-hand h3 {
  font-size: 18px;
  color: var(--ox);
}
</style>
