<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'

// Someone on record is invited to sign in: to which email address.
const props = defineProps<{ person: PersonSheetView }>()
const { t } = useI18n()
const docket = useDocket()
const email = ref(props.person.email ?? '')
const slot = `sign in ${props.person.id}`
useDocketPlace(slot)

function send(): void {
  docket.hold([{ type: 'invite-to-sign-in', personId: props.person.id, email: email.value.trim() }], slot)
}
</script>

<template>
  <form class="sign-in" @submit.prevent="send">
    <p class="muted">{{ t('person.signInAbout') }}</p>
    <BFormGroup :label="t('invite.email')" label-for="sign-in-email">
      <BFormInput id="sign-in-email" v-model="email" type="email" maxlength="200" autocomplete="off" />
    </BFormGroup>
    <BButton type="submit" size="sm" variant="outline-primary" :disabled="!email.trim()">{{
      t('person.signIn')
    }}</BButton>
  </form>
</template>

<style scoped>
.sign-in {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin: 8px 0;
}
</style>
