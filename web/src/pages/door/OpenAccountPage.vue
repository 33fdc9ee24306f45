<script setup lang="ts">
import type { Me } from '@lodge/core'
import currencyOf from 'country-to-currency'
import { onMounted, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { ask, type ApiError } from '../../api/client.ts'
import DoorPage from './DoorPage.vue'
import NewMeans, { type FirstMeans } from './NewMeans.vue'
import OneField from '../../basics/OneField.vue'
import PickOne from '../../basics/PickOne.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useSession } from '../../state/session.ts'

interface Looked {
  email: string
  hasLogin: boolean
  signedIn: boolean
  terms: string
}

// Opening an account: a message proves the mailbox, then what the business is called and where it keeps its clock.
const { t } = useI18n()
const router = useRouter()
const session = useSession()
// The token is behind #, so that it never travels in an address.
const token = location.hash.slice(1)
const looked = ref<Looked | null>(null)
const said = ref('')
const busy = ref(false)
const error = ref<ApiError | null>(null)
const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone
// Some zones, UTC among them, are meant but not listed.
const zones = [...new Set([ownZone, ...Intl.supportedValuesOf('timeZone')])]
const asOptions = (values: readonly string[]) => values.map((value) => ({ value, text: value }))
const currencies = Intl.supportedValuesOf('currency')
/** The currency of where the browser's language is from; the euro where that cannot be told. */
function ownCurrency(): string {
  const { region } = new Intl.Locale(navigator.language).maximize()
  const found = region === undefined ? undefined : (currencyOf as Record<string, string>)[region]
  return found !== undefined && currencies.includes(found) ? found : 'EUR'
}
const form = reactive({
  name: '',
  accountName: '',
  zone: ownZone,
  currency: ownCurrency(),
  agreed: false,
})

async function send(email: string): Promise<void> {
  await ask('POST', '/api/sign-up', { email })
  said.value = t('signUp.sent', { email })
}

onMounted(async () => {
  if (!token) return
  try {
    looked.value = await ask<Looked>('POST', '/api/sign-up/look', { token })
  } catch (failure) {
    error.value = failure as ApiError
  }
})

async function open(means: FirstMeans | Record<string, never> = {}): Promise<void> {
  busy.value = true
  error.value = null
  try {
    session.enter(await ask<Me>('POST', '/api/sign-up/open', { token, ...form, ...means }))
    await router.replace({ name: 'home' })
  } catch (failure) {
    error.value = failure as ApiError
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <DoorPage :title="t('signUp.title')">
    <p v-if="said" class="said" role="status">{{ said }}</p>
    <template v-else-if="!token">
      <p class="muted">{{ t('signUp.hello') }}</p>
      <OneField :label="t('signIn.address')" type="email" autocomplete="email" :button="t('door.send')" :send="send" />
    </template>
    <template v-else-if="looked">
      <p class="muted">{{ t('signUp.proven', { email: looked.email }) }}</p>
      <BFormGroup :label="t('signUp.name')" label-for="own-name">
        <BFormInput id="own-name" v-model="form.name" autocomplete="name" maxlength="120" required />
      </BFormGroup>
      <BFormGroup :label="t('signUp.accountName')" label-for="account-name">
        <BFormInput id="account-name" v-model="form.accountName" autocomplete="organization" maxlength="80" required />
      </BFormGroup>
      <div class="two">
        <BFormGroup :label="t('signUp.zone')" label-for="zone">
          <PickOne id="zone" v-model="form.zone" :options="asOptions(zones)" />
        </BFormGroup>
        <BFormGroup :label="t('signUp.currency')" label-for="currency">
          <PickOne id="currency" v-model="form.currency" :options="asOptions(currencies)" />
        </BFormGroup>
      </div>
      <p class="muted">{{ t('signUp.fixed') }}</p>
      <blockquote>{{ looked.terms }}</blockquote>
      <label class="agree"><input v-model="form.agreed" type="checkbox" /> {{ t('signUp.agree') }}</label>
      <BButton
        v-if="looked.signedIn"
        variant="primary"
        class="go"
        :disabled="busy || !form.agreed || !form.name || !form.accountName"
        @click="open()"
        >{{ t('signUp.open') }}</BButton
      >
      <p v-else-if="looked.hasLogin">
        {{ t('invitation.hasLogin', { email: looked.email }) }}
        <RouterLink :to="{ name: 'sign-in', query: { next: `/open-account#${token}` } }">{{
          t('signIn.go')
        }}</RouterLink>
      </p>
      <NewMeans
        v-else
        :button="t('signUp.open')"
        :busy="busy"
        :blocked="!form.agreed || !form.name || !form.accountName"
        options-path="/api/sign-up/passkey"
        :token="token"
        @chosen="open"
      />
    </template>
    <ProblemList
      v-if="error"
      :problems="error.problems.length > 0 ? error.problems : [{ code: error.code, sentence: error.message }]"
    />
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
.b-form-group {
  margin-bottom: 10px;
}
.two {
  display: grid;
  align-items: end;
  grid-template-columns: 1.6fr 1fr;
  gap: 12px;
}
.back {
  margin: 16px 0 0;
}
blockquote {
  border-left: 3px solid var(--line);
  padding-left: 10px;
  margin: 10px 0;
  font-size: 13px;
}
.agree {
  display: block;
  margin-bottom: 8px;
}
.go {
  width: 100%;
  margin-top: 12px;
}
</style>
