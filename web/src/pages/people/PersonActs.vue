<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import type { PersonPanel } from '../../logic/person-panel.ts'
import { useDocket } from '../../state/docket.ts'
import { useSession } from '../../state/session.ts'
import ControlButton from '../../basics/ControlButton.vue'
import MoreActs from '../../basics/MoreActs.vue'

// What can be done with someone, by what they are: each goes into the docket or opens its panel beneath.
const props = defineProps<{ personId: string; person: PersonSheetView }>()
const open = defineModel<PersonPanel | null>('open', { required: true })
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const router = useRouter()
const is = (...states: PersonSheetView['state'][]) => states.includes(props.person.state)
const leavingPlan = computed(() => ({
  name: 'departures',
  params: { departureId: props.person.departureId ?? '' },
  query: props.person.departureId ? {} : { person: props.personId },
}))

const isGone = computed(() => is('left', 'declined', 'refused', 'withdrawn', 'expired'))
/** Whether anything is behind More at all. */
const hasMore = computed(
  () => is('active', 'away') || (props.person.record !== null && (isGone.value || is('invited'))),
)

function toggle(panel: NonNullable<typeof open.value>): void {
  open.value = open.value === panel ? null : panel
}

async function seeAs(): Promise<void> {
  await session.seeAs(props.personId)
  await router.push({ name: 'keys' })
}
</script>

<template>
  <MoreActs>
    <BButton
      v-if="person.controls.admit.enabled"
      variant="primary"
      @click="docket.hold([{ type: 'admit', personId }])"
      >{{ t('person.admit') }}</BButton
    >
    <ControlButton v-if="is('active')" :control="person.controls.give" @click="toggle('give')">{{
      t('person.give')
    }}</ControlButton>
    <ControlButton
      v-if="is('active', 'away') && person.record"
      :control="person.controls.seat"
      :aria-pressed="open === 'seat'"
      @click="toggle('seat')"
      >{{ t('person.giveSeat') }}</ControlButton
    >
    <RouterLink
      v-if="person.record && person.controls.leave.enabled"
      class="btn btn-outline-primary"
      :to="leavingPlan"
      >{{ t('leaving.open') }}</RouterLink
    >
    <RouterLink
      v-if="is('declined', 'refused', 'withdrawn', 'expired') && person.record"
      class="btn btn-primary"
      :to="{ name: 'people', params: { personId: '' }, query: { invite: '1', again: personId } }"
      >{{ t('person.sendAnew') }}</RouterLink
    >
    <ControlButton
      v-if="is('left')"
      :control="person.controls.change"
      @click="void docket.fill({ kind: 'return', personId }, `return ${personId}`)"
      >{{ t('leaving.return') }}</ControlButton
    >
    <ControlButton
      v-if="person.record && !is('active')"
      :control="person.controls.change"
      :aria-pressed="open === 'record'"
      @click="toggle('record')"
      >{{ t('record.title') }}</ControlButton
    >
    <template v-if="hasMore" #more>
      <ControlButton
        v-if="person.record && is('active')"
        :control="person.controls.change"
        :aria-pressed="open === 'record'"
        @click="toggle('record')"
        >{{ t('record.title') }}</ControlButton
      >
      <ControlButton
        v-if="person.onRecord && is('active', 'away')"
        :control="person.controls.change"
        :aria-pressed="open === 'sign-in'"
        @click="toggle('sign-in')"
        >{{ t('person.signIn') }}</ControlButton
      >
      <ControlButton
        v-if="person.record && is('active')"
        :control="person.controls.change"
        :aria-pressed="open === 'away'"
        @click="toggle('away')"
        >{{ t('away.title') }}</ControlButton
      >
      <ControlButton
        v-if="person.record && is('active', 'away')"
        :aria-pressed="open === 'hangs'"
        @click="toggle('hangs')"
        >{{ t('hangs.title') }}</ControlButton
      >
      <ControlButton
        v-if="person.record && is('active', 'away', 'invited') && personId !== session.me?.current?.personId"
        :control="person.controls.write"
        :aria-pressed="open === 'message'"
        @click="toggle('message')"
        >{{ t('message.write') }}</ControlButton
      >
      <ControlButton
        v-if="is('active') && personId !== session.me?.current?.personId && !session.seeing"
        :control="person.controls.seeAs"
        @click="seeAs"
        >{{ t('seeing.start') }}</ControlButton
      >
      <template v-if="person.controls.change.enabled && is('active')">
        <RouterLink
          class="btn btn-outline-primary"
          :to="{ name: 'people', params: { personId: '' }, query: { invite: '1', like: personId } }"
          >{{ t('invite.like') }}</RouterLink
        >
        <RouterLink
          class="btn btn-outline-primary"
          :to="{ name: 'packets', params: { packetId: '' }, query: { like: personId } }"
          >{{ t('packets.like') }}</RouterLink
        >
      </template>
      <ControlButton
        v-if="person.record && is('active', 'left')"
        :control="person.controls.change"
        :aria-pressed="open === 'join'"
        @click="toggle('join')"
        >{{ t('person.join') }}</ControlButton
      >
      <a
        v-if="person.record && person.controls.change.enabled"
        class="btn btn-outline-primary"
        :href="session.path(`/people/${personId}/export`)"
        >{{ t('leaving.kept') }}</a
      >
      <ControlButton
        v-if="person.offer && is('invited')"
        danger
        :control="person.controls.withdraw"
        @click="docket.hold([{ type: 'withdraw', offerId: person.offer.id }])"
        >{{ t('person.withdraw') }}</ControlButton
      >
      <ControlButton
        v-if="is('active', 'away')"
        danger
        :control="person.controls.leave"
        @click="docket.hold([{ type: 'plan-departure', personId }], `departure ${personId}`)"
        >{{ t('person.leave') }}</ControlButton
      >
      <ControlButton
        v-if="isGone && person.record"
        danger
        :control="person.controls.change"
        @click="docket.hold([{ type: 'erase', personId }])"
        >{{ t('leaving.erase') }}</ControlButton
      >
    </template>
  </MoreActs>
</template>
