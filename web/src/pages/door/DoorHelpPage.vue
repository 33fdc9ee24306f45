<script setup lang="ts">
import type { Me } from '@lodge/core'
import { computed, onMounted, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask, type ApiError } from '../../api/client.ts'
import type { LookedInvitation } from '../../api/types.ts'
import AskedAtDoor from './AskedAtDoor.vue'
import DoorPage from './DoorPage.vue'
import NewMeans, { type FirstMeans } from './NewMeans.vue'
import OneField from '../../basics/OneField.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useSession } from '../../state/session.ts'
import { must } from '@lodge/core/must'

/** What a first slip opens: an invitation, and the name one will sign in by. */
type FirstLook = LookedInvitation & { signInName: string }

// Ways back in: a forgotten password, the link mailed for it, a new address to be proven, a sign-in slip.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const way = computed(() => String(route.name))
// The token is behind #, so that it never travels in an address.
const token = location.hash.slice(1)
const said = ref('')
const first = ref<(FirstLook & { code: string }) | null>(null)
const busy = ref(false)
const agreed = ref(false)
const answers = reactive<Record<string, string>>({})
const error = ref<ApiError | null>(null)
const ready = computed(
  () => (first.value?.asks ?? []).every((one) => answers[one.id]?.trim()) && (agreed.value || !first.value?.terms),
)

async function come(me: Me): Promise<void> {
  session.enter(me)
  await router.replace({ name: me.current?.narrow ? 'keys' : 'home' })
}

async function forgotten(email: string): Promise<void> {
  await ask('POST', '/api/forgotten', { email })
  said.value = t('door.sent', { email })
}

async function setPassword(password: string): Promise<void> {
  const answer = await ask<Me | { signInNext: true }>('POST', '/api/forgotten/password', { token, password })
  if ('signInNext' in answer) said.value = t('door.signInNext')
  else await come(answer)
}

async function slip(code: string): Promise<void> {
  const answer = await ask<Me | { first: FirstLook }>('POST', '/api/slip', { code })
  if ('first' in answer) first.value = { ...answer.first, code }
  else await come(answer)
}

/** Takes up the invitation of a first sign-in slip. */
async function takeUp(means: FirstMeans): Promise<void> {
  busy.value = true
  error.value = null
  try {
    const texts = Object.entries(answers).map(([fieldId, text]) => ({ fieldId, text }))
    const body = { code: must(first.value, 'first').code, ...means, agreed: agreed.value, texts }
    await come((await ask<{ me: Me }>('POST', '/api/first-slip/accept', body)).me)
  } catch (failure) {
    error.value = failure as ApiError
  } finally {
    busy.value = false
  }
}

onMounted(async () => {
  if (way.value !== 'prove-address' && way.value !== 'no-digest') return
  try {
    if (way.value === 'no-digest') {
      await ask('POST', '/api/digest/stop', { token })
      said.value = t('door.noDigest')
      return
    }
    const { email } = await ask<{ email: string }>('POST', '/api/email/prove', { token })
    said.value = t('door.proven', { email })
  } catch (failure) {
    said.value = (failure as ApiError).message
  }
})
</script>

<template>
  <DoorPage :title="t(`door.title.${first ? 'first' : way}`)">
    <p v-if="said" class="said" role="status">{{ said }}</p>
    <template v-else-if="way === 'forgotten'">
      <p class="muted">{{ t('door.forgotten') }}</p>
      <OneField
        :label="t('signIn.address')"
        type="email"
        autocomplete="username"
        :button="t('door.send')"
        :send="forgotten"
      />
    </template>
    <OneField
      v-else-if="way === 'new-password'"
      :label="t('door.newPassword')"
      type="password"
      autocomplete="new-password"
      :hint="t('invitation.hint')"
      :button="t('door.set')"
      :send="setPassword"
    />
    <template v-else-if="first">
      <p>{{ t('invitation.invites', { inviter: first.inviter, account: first.account }) }}</p>
      <p class="muted">{{ t('door.named', { name: first.signInName }) }}</p>
      <AskedAtDoor v-model="answers" v-model:agreed="agreed" :asks="first.asks" :terms="first.terms" />
      <NewMeans
        :button="t('invitation.go')"
        :busy="busy"
        :blocked="!ready"
        options-path="/api/first-slip/passkey"
        :token="first.code"
        slip
        @chosen="takeUp"
      />
      <ProblemList
        v-if="error"
        :problems="error.problems.length > 0 ? error.problems : [{ code: error.code, sentence: error.message }]"
      />
    </template>
    <template v-else-if="way === 'slip'">
      <p class="muted">{{ t('door.slip') }}</p>
      <OneField :label="t('door.code')" :button="t('door.come')" :send="slip" />
    </template>
    <p class="back">
      <RouterLink :to="{ name: 'sign-in' }">{{ t('door.toSignIn') }}</RouterLink>
    </p>
  </DoorPage>
</template>

<style scoped>
.said {
  background: var(--green-soft);
  padding: 8px 12px;
  border-radius: 4px;
}
.back {
  margin: 16px 0 0;
}
</style>
