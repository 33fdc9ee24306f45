<script setup lang="ts">
import type { Me } from '@lodge/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask, type ApiError } from '../../api/client.ts'
import { longDate } from '../../logic/dates.ts'
import DoorPage from './DoorPage.vue'
import OneField from '../../basics/OneField.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useSession } from '../../state/session.ts'

interface Held {
  account: string
  inviter: string
  domain: string | null
  waits: boolean
  expires: string
  gives: { role: string; place: string; can: string[] }[]
  seats: string[]
  signedInAs?: string | null
  email?: string
}
type Came = { waiting: boolean; me: Me } | { waiting: boolean; signInNext: true }

// Coming by a link: what it holds, then one's name and address; a message proves the mailbox.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const proving = computed(() => route.name === 'come-in')
// The token is behind #, so that it never travels in an address.
const token = location.hash.slice(1)
const held = ref<Held | null>(null)
const error = ref<ApiError | null>(null)
const name = ref('')
const email = ref('')
const said = ref('')
const busy = ref(false)

async function came(answer: Came): Promise<void> {
  if ('signInNext' in answer) said.value = t('come.signIn')
  else if (answer.waiting) said.value = t('invitation.waiting', { account: held.value?.account ?? '' })
  else {
    session.enter(answer.me)
    await router.replace({ name: 'keys' })
  }
}

onMounted(async () => {
  try {
    if (!proving.value) {
      held.value = await ask<Held>('POST', '/api/come/look', { token })
      email.value = held.value.signedInAs ?? ''
      return
    }
    const answer = await ask<Came | (Held & { needsPassword: true })>('POST', '/api/come/prove', { token })
    if ('needsPassword' in answer) held.value = answer
    else await came(answer)
  } catch (failure) {
    error.value = failure as ApiError
  }
})

async function go(): Promise<void> {
  busy.value = true
  error.value = null
  try {
    const body = { token, name: name.value, email: email.value }
    const answer = await ask<Came | { sent: true }>('POST', '/api/come', body)
    if ('sent' in answer) said.value = t('come.sent', { email: email.value })
    else await came(answer)
  } catch (failure) {
    error.value = failure as ApiError
  } finally {
    busy.value = false
  }
}

const setPassword = async (password: string) => came(await ask<Came>('POST', '/api/come/prove', { token, password }))
</script>

<template>
  <DoorPage :title="held ? t('invitation.invites', { inviter: held.inviter, account: held.account }) : t('come.title')">
    <p v-if="said" class="said" role="status">{{ said }}</p>
    <template v-else-if="held">
      <ul>
        <li v-for="give in held.gives" :key="give.role + give.place">
          <strong>{{ t('invitation.roleAt', { role: give.role, place: give.place }) }}</strong>
          <span v-if="give.can.length > 0" class="muted can">{{ give.can.join(', ') }}</span>
        </li>
        <li v-for="seat in held.seats" :key="seat">{{ seat }}</li>
      </ul>
      <p class="muted">
        {{ held.waits ? t('come.waits') : t('come.enters') }}
        {{ t('invitation.expires', { date: longDate(held.expires) }) }}
        <template v-if="held.domain">{{ t('come.domain', { domain: held.domain }) }}</template>
      </p>
      <OneField
        v-if="proving"
        :label="t('invitation.password')"
        type="password"
        autocomplete="new-password"
        :hint="t('invitation.hint')"
        :button="t('come.go')"
        :send="setPassword"
      />
      <BForm v-else @submit.prevent="go">
        <BFormGroup :label="t('come.name')" label-for="come-name">
          <BFormInput id="come-name" v-model="name" autocomplete="name" maxlength="120" required />
        </BFormGroup>
        <BFormGroup :label="t('signIn.address')" label-for="come-email">
          <BFormInput id="come-email" v-model="email" type="email" autocomplete="email" required />
        </BFormGroup>
        <BButton type="submit" variant="primary" class="go" :disabled="busy">{{ t('come.go') }}</BButton>
      </BForm>
    </template>
    <ProblemList
      v-if="error"
      :problems="error.problems.length > 0 ? error.problems : [{ code: error.code, sentence: error.message }]"
    />
  </DoorPage>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
.can {
  display: block;
}
.go {
  width: 100%;
  margin-top: 14px;
}
.said {
  background: var(--green-soft);
  padding: 8px 12px;
}
</style>
