<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../../logic/dates.ts'
import { personFacts } from '../../logic/person-facts.ts'
import DoorMark from '../../marks/DoorMark.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'
import type { PersonPanel } from '../../logic/person-panel.ts'
import AwayPanel from './AwayPanel.vue'
import JoinPanel from './JoinPanel.vue'
import MessagePanel from './MessagePanel.vue'
import HangsPanel from './HangsPanel.vue'
import TaskList from '../tasks/TaskList.vue'
import SignInPanel from './SignInPanel.vue'
import GivePanel from '../access/GivePanel.vue'
import WayIn from './WayIn.vue'
import OfferActions from '../offers/OfferActions.vue'
import PersonActs from './PersonActs.vue'
import PersonLately from './PersonLately.vue'
import PersonKeys from './PersonKeys.vue'
import PersonReach from './PersonReach.vue'
import PersonSeats from './PersonSeats.vue'
import RecordPanel from './RecordPanel.vue'
import SheetFacts from '../../basics/SheetFacts.vue'
import SheetHead from '../../basics/SheetHead.vue'
import SheetSection from '../../basics/SheetSection.vue'
import NotYet from '../../basics/NotYet.vue'
import { must } from '@lodge/core/must'

const props = defineProps<{ personId: string }>()
defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data: person, error, again } = useFetched<PersonSheetView>(() => session.path(`/people/${props.personId}`))
const open = ref<PersonPanel | null>(null)
const givingSeat = computed({
  get: () => open.value === 'seat',
  set: (giving) => {
    if (giving) open.value = 'seat'
    else if (open.value === 'seat') open.value = null
  },
})
const { today } = useMoney()
const locale = computed(() => session.me?.current?.locale ?? 'en-IE')

const stateWord = computed(() => {
  const one = must(person.value, 'person')
  if (one.engagementOver) return 'over'
  if (one.bounced) return 'bounced'
  return one.onRecord && one.state === 'active' ? 'recorded' : one.state
})
/** The fact whose line is being edited; done once it is applied. */
const editing = ref('')
const mayEdit = computed(() => person.value?.record != null && person.value.controls.change.enabled)
watch([() => docket.applied, () => props.personId], ([applied], [, before]) => {
  if (applied || props.personId !== before) editing.value = ''
})
const facts = computed(() =>
  person.value
    ? personFacts(person.value, {
        t,
        locale: locale.value,
        today: today.value,
        mayEdit: mayEdit.value,
        editing: editing.value,
      })
    : [],
)
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
      <MessagePanel v-if="open === 'message'" :ids="[personId]" :name="person.name" />
      <JoinPanel v-if="open === 'join'" :person="person" />
      <RecordPanel v-if="open === 'record' && person.record" :person="person" />
      <GivePanel v-if="open === 'give'" :person="{ id: personId, name: person.name }" @close="open = null" />

      <PersonKeys :person="person" />
      <PersonSeats v-model:giving="givingSeat" :person="person" />
      <PersonReach :person="person" />

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
      <PersonLately v-if="person.standing" :person-id="personId" :today="today" />
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
.line {
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
.by-hand {
  margin: 10px 0;
}
.by-hand h3 {
  font-size: 18px;
  color: var(--ox);
}
</style>
