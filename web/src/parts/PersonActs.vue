<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { useDocket } from '../state/docket.ts'
import { useSession } from '../state/session.ts'
import ControlButton from './ControlButton.vue'

// What can be done with somebody, by what they are: each goes into the docket or opens its panel beneath.
const props = defineProps<{ personId: string; person: PersonSheetView }>()
const open = defineModel<'give' | 'away' | 'record' | 'hangs' | null>('open', { required: true })
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

function toggle(panel: NonNullable<typeof open.value>): void {
  open.value = open.value === panel ? null : panel
}

async function seeAs(): Promise<void> {
  await session.seeAs(props.personId)
  await router.push({ name: 'keys' })
}
</script>

<template>
  <div class="actions">
    <BButton
      v-if="person.controls.admit.enabled"
      variant="primary"
      @click="docket.hold([{ type: 'admit', personId }])"
      >{{ t('person.admit') }}</BButton
    >
    <ControlButton
      v-if="person.offer && is('invited')"
      :control="person.controls.withdraw"
      @click="docket.hold([{ type: 'withdraw', offerId: person.offer.id }])"
      >{{ t('person.withdraw') }}</ControlButton
    >
    <ControlButton v-if="is('active')" :control="person.controls.give" @click="toggle('give')">{{
      t('person.give')
    }}</ControlButton>
    <ControlButton
      v-if="is('active', 'away')"
      danger
      :control="person.controls.leave"
      @click="docket.hold([{ type: 'plan-departure', personId }], `departure ${personId}`)"
      >{{ t('person.leave') }}</ControlButton
    >
    <RouterLink
      v-if="person.record && person.controls.leave.enabled"
      class="btn btn-outline-primary"
      :to="leavingPlan"
      >{{ t('leaving.open') }}</RouterLink
    >
    <ControlButton
      v-if="person.record && is('active')"
      :control="person.controls.change"
      :aria-pressed="open === 'away'"
      @click="toggle('away')"
      >{{ t('away.title') }}</ControlButton
    >
    <ControlButton
      v-if="is('left')"
      :control="person.controls.change"
      @click="void docket.fill({ kind: 'return', personId }, `return ${personId}`)"
      >{{ t('leaving.return') }}</ControlButton
    >
    <ControlButton
      v-if="is('left', 'declined', 'refused', 'withdrawn', 'expired') && person.record"
      danger
      :control="person.controls.change"
      @click="docket.hold([{ type: 'erase', personId }])"
      >{{ t('leaving.erase') }}</ControlButton
    >
    <ControlButton
      v-if="is('active') && personId !== session.me?.current?.personId && !session.seeing"
      :control="person.controls.seeAs"
      @click="seeAs"
      >{{ t('seeing.start') }}</ControlButton
    >
    <ControlButton
      v-if="person.record"
      :control="person.controls.change"
      :aria-pressed="open === 'record'"
      @click="toggle('record')"
      >{{ t('record.title') }}</ControlButton
    >
    <ControlButton
      v-if="person.record && is('active', 'away')"
      :aria-pressed="open === 'hangs'"
      @click="toggle('hangs')"
      >{{ t('hangs.title') }}</ControlButton
    >
  </div>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
