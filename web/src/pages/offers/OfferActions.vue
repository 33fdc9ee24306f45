<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { looksLikeAddress } from '../../logic/email.ts'
import { useDocket } from '../../state/docket.ts'
import AmendPanel from './AmendPanel.vue'
import ControlButton from '../../basics/ControlButton.vue'
import { must } from '@lodge/core/must'

// What is done with an invitation not yet taken up, and with someone who waits at the door.
const props = defineProps<{ person: PersonSheetView }>()
const { t } = useI18n()
const docket = useDocket()
const correcting = ref(false)
const refusing = ref(false)
const amending = ref(false)

function correct(event: Event): void {
  const email = typed(event).trim()
  if (looksLikeAddress(email)) {
    docket.hold([{ type: 'correct-address', offerId: must(props.person.offer, 'offer').id, email }])
    correcting.value = false
  }
}

function refuse(reason: string): void {
  const { id: personId } = props.person
  docket.hold([{ type: 'refuse-entry', personId, reason: reason.trim() || null }], `refuse ${personId}`)
}
const typed = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div v-if="person.offer" class="offer-actions">
    <template v-if="person.state === 'invited' || person.state === 'expired'">
      <ControlButton size="sm" :control="person.offer.amend" :aria-pressed="amending" @click="amending = !amending">{{
        t('offer.amend')
      }}</ControlButton>
      <p v-if="person.offer.bounce !== null" class="oxblood came-back">
        {{ person.offer.bounce ? t('offer.bounced', { reason: person.offer.bounce }) : t('offer.cameBack') }}
      </p>
      <BButton
        v-if="person.state === 'invited' && person.email && person.offer.bounce === null"
        size="sm"
        variant="outline-primary"
        :disabled="!person.controls.withdraw.enabled"
        :title="person.controls.withdraw.reason"
        @click="docket.hold([{ type: 'remind', offerId: person.offer.id }])"
        >{{ t('offer.remind') }}</BButton
      >
      <BButton
        v-if="person.email"
        size="sm"
        variant="outline-primary"
        :disabled="!person.controls.withdraw.enabled"
        :title="person.controls.withdraw.reason"
        @click="docket.hold([{ type: 'resend', offerId: person.offer.id }])"
        >{{ t('offer.resend') }}</BButton
      >
      <BButton
        size="sm"
        variant="outline-primary"
        :disabled="!person.controls.withdraw.enabled"
        :title="person.controls.withdraw.reason"
        :aria-pressed="correcting"
        @click="correcting = !correcting"
        >{{ t('offer.correct') }}</BButton
      >
    </template>
    <BButton
      v-if="person.state === 'waiting'"
      size="sm"
      variant="outline-danger"
      :disabled="!person.controls.admit.enabled"
      :title="person.controls.admit.reason"
      :aria-pressed="refusing"
      @click="(refusing = !refusing) && refuse('')"
      >{{ t('offer.refuse') }}</BButton
    >
    <AmendPanel v-if="amending" class="whole" :person="person" @close="amending = false" />
    <label v-if="correcting">
      {{ t('offer.rightAddress') }}
      <input class="form-control form-control-sm" type="email" :value="person.email" @change="correct" />
    </label>
    <label v-if="refusing">
      {{ t('offer.reason') }}
      <input class="form-control form-control-sm" maxlength="400" @change="refuse(typed($event))" />
    </label>
  </div>
</template>

<style scoped>
.offer-actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
label,
.whole,
.came-back {
  flex: 1 0 100%;
  font-size: 12.5px;
}
</style>
