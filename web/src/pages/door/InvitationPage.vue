<script setup lang="ts">
import type { Me } from '@lodge/core'
import { computed, onMounted, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { ask, type ApiError } from '../../api/client.ts'
import type { LookedInvitation } from '../../api/types.ts'
import { longDate } from '../../logic/dates.ts'
import AskedAtDoor from './AskedAtDoor.vue'
import DoorPage from './DoorPage.vue'
import NewMeans, { type FirstMeans } from './NewMeans.vue'
import OneField from '../../basics/OneField.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useSession } from '../../state/session.ts'
import { must } from '@lodge/core/must'

const { t } = useI18n()
const router = useRouter()
const session = useSession()
// The token is behind #, so that it never travels in an address.
const token = location.hash.slice(1)
const found = ref<LookedInvitation | null>(null)
const error = ref<ApiError | null>(null)
const busy = ref(false)
const agreed = ref(false)
/** What the account asks newcomers for, by the field’s id. */
const answers = reactive<Record<string, string>>({})
/** What is asked for is there, and what is to be agreed to was. */
const ready = computed(
  () => (found.value?.asks ?? []).every((one) => answers[one.id]?.trim()) && (agreed.value || !found.value?.terms),
)
const waiting = ref(false)
const same = computed(() => found.value?.isSignedIn === true)
const title = computed(() => {
  if (!found.value) return error.value ? t('invitation.dead') : t('invitation.reading')
  return t('invitation.invites', { inviter: found.value.inviter, account: found.value.account })
})

async function look(): Promise<void> {
  try {
    found.value = await ask<LookedInvitation>('POST', '/api/invitations/look', { token })
  } catch (failure) {
    error.value = failure as ApiError
  }
}
onMounted(look)

async function take(as?: 'signed-in', means?: FirstMeans): Promise<void> {
  if (busy.value) return
  busy.value = true
  error.value = null
  try {
    const texts = Object.entries(answers).map(([fieldId, text]) => ({ fieldId, text }))
    const body = {
      token,
      revision: must(found.value, 'found').revision,
      ...means,
      ...(as ? { as } : {}),
      agreed: agreed.value,
      texts,
    }
    const taken = await ask<{ waiting: boolean; me: Me }>('POST', '/api/invitations/accept', body)
    waiting.value = taken.waiting
    if (taken.waiting) return
    session.enter(taken.me)
    await router.replace({ name: 'keys' })
  } catch (failure) {
    error.value = failure as ApiError
    // It was changed while it was read: what it gives now is shown, and why it was not taken up.
    if (error.value.problems.some(({ code }) => code === 'offer-changed')) {
      await look()
      agreed.value = false
    }
  } finally {
    busy.value = false
  }
}
const declining = ref(false)
const declined = ref(false)
async function decline(word: string): Promise<void> {
  await ask('POST', '/api/invitations/decline', { token, word })
  declined.value = true
}
</script>

<template>
  <DoorPage :title="title">
    <template v-if="found">
      <p v-if="found.line" class="line">“{{ found.line }}”</p>
      <h2 class="caption">{{ t('invitation.holds') }}</h2>
      <ul class="gives">
        <li v-for="give in found.gives" :key="give.role + give.place">
          <strong>{{ t('invitation.roleAt', { role: give.role, place: give.place }) }}</strong>
          <span v-if="give.client !== give.place" class="muted">, {{ give.client }}</span>
          <span v-if="give.can.length > 0" class="can">{{ give.can.join(', ') }}</span>
        </li>
        <li v-for="seat in found.seats" :key="seat">{{ seat }}</li>
        <li v-for="group in found.groups" :key="group.name">
          <strong>{{ t('person.offeredGroup', { group: group.name }) }}</strong>
          <span v-if="group.gives.length > 0" class="can">{{ group.gives.join(', ') }}</span>
        </li>
        <li v-if="found.gives.length + found.seats.length + found.groups.length === 0" class="muted">
          {{ t('invitation.holdsNothing') }}
        </li>
      </ul>
      <p class="muted">
        <template v-if="found.until">{{ t('invitation.until', { date: longDate(found.until) }) }} </template>
        {{ t('invitation.expires', { date: longDate(found.expires) }) }}
      </p>
      <template v-if="!declined && !waiting">
        <AskedAtDoor v-model="answers" v-model:agreed="agreed" :asks="found.asks" :terms="found.terms" />
      </template>
      <p v-if="declined" class="thanks" role="status">{{ t('invitation.declined', { inviter: found.inviter }) }}</p>
      <p v-else-if="waiting" class="thanks" role="status">{{ t('invitation.waiting', { account: found.account }) }}</p>
      <BForm v-else-if="same" @submit.prevent="take()">
        <BButton type="submit" variant="primary" class="go" :disabled="busy || !ready">{{
          t('invitation.goSignedIn', { email: found.email })
        }}</BButton>
      </BForm>
      <template v-else-if="found.signedInAs">
        <p>{{ t('invitation.otherLogin', { email: found.signedInAs, invited: found.email }) }}</p>
        <BButton variant="primary" class="go" :disabled="busy || !ready" @click="take('signed-in')">{{
          t('invitation.asOther', { email: found.signedInAs })
        }}</BButton>
      </template>
      <p v-else-if="found.hasLogin">
        {{ t('invitation.hasLogin', { email: found.email }) }}
        <RouterLink :to="{ name: 'sign-in', query: { next: `/invitation#${token}` } }">{{ t('signIn.go') }}</RouterLink>
      </p>
      <template v-else>
        <p>{{ t('invitation.new', { email: found.email }) }}</p>
        <NewMeans
          :button="t('invitation.go')"
          :busy="busy"
          :blocked="!ready"
          options-path="/api/invitations/passkey"
          :token="token"
          @chosen="take(undefined, $event)"
        />
      </template>
      <template v-if="!waiting && !declined">
        <button type="button" class="btn btn-quiet decline" :aria-expanded="declining" @click="declining = !declining">
          {{ t('invitation.decline') }}
        </button>
        <OneField
          v-if="declining"
          :label="t('invitation.word')"
          :optional="true"
          :button="t('invitation.declineIt')"
          :send="decline"
        />
      </template>
    </template>
    <ProblemList
      v-if="error"
      :problems="error.problems.length > 0 ? error.problems : [{ code: error.code, sentence: error.message }]"
    />
  </DoorPage>
</template>

<style scoped>
.line {
  font-family: 'Bitter Variable', serif;
  font-size: 1rem;
}
.gives {
  list-style: none;
  padding: 0;
  margin: 4px 0 12px;
}
.gives li {
  padding: 7px 0;
  border-top: 1px solid var(--line-soft);
}
.can {
  display: block;
  color: var(--ink-2);
}
.go {
  width: 100%;
  margin-top: 14px;
  padding-block: 7px;
}
.decline {
  margin-top: 12px;
  padding-left: 0;
}
.thanks {
  background: var(--green-soft);
  padding: 10px 12px;
  border-radius: 4px;
}
</style>
