<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ApiError } from '../../api/client.ts'
import DoorPage from './DoorPage.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { useSession, type SecondAsked } from '../../state/session.ts'
import { must } from '@lodge/core/must'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const email = ref('')
const password = ref('')
const code = ref('')
const asked = ref<SecondAsked | null>(null)
const busy = ref(false)
const error = ref<ApiError | null>(null)
const left = session.endedBecause === 'doors-shut'

/** Does one step; once someone is in, goes where they wanted to. */
async function step(act: () => Promise<unknown>): Promise<void> {
  busy.value = true
  error.value = null
  try {
    await act()
    if (!session.me) return
    const next = typeof route.query.next === 'string' && /^\/(?!\/)/.test(route.query.next) ? route.query.next : '/desk'
    await router.replace(next)
  } catch (failure) {
    // The browser says why a passkey was not shown; the person who put it away knows.
    error.value = failure instanceof ApiError ? failure : new ApiError(0, 'no-passkey', t('signIn.noPasskey'))
    if (error.value.code === 'wrong-sign-in') code.value = ''
  } finally {
    busy.value = false
  }
}

const go = () => step(async () => (asked.value = await session.signIn(email.value, password.value)))
const second = () => step(() => session.secondStep(must(asked.value, 'asked').ticket, code.value))
const passkey = () => step(() => session.signInByPasskey())
</script>

<template>
  <DoorPage :title="t('signIn.title')">
    <template v-if="asked">
      <p class="muted">{{ asked.second.includes('codes') ? t('signIn.second') : t('signIn.secondPasskey') }}</p>
      <BForm v-if="asked.second.includes('codes')" @submit.prevent="second">
        <BFormGroup :label="t('signIn.code')" label-for="code" :description="t('signIn.codeHint')">
          <BFormInput id="code" v-model="code" autocomplete="one-time-code" required autofocus />
        </BFormGroup>
        <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
        <BButton type="submit" variant="primary" class="go" :disabled="busy">{{ t('signIn.go') }}</BButton>
      </BForm>
      <ProblemList v-else-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
      <BButton
        v-if="asked.second.includes('passkey')"
        variant="outline-primary"
        class="go"
        :disabled="busy"
        @click="passkey"
        >{{ t('signIn.passkey') }}</BButton
      >
      <p class="ways">
        <button type="button" class="btn btn-quiet" @click="asked = null">{{ t('signIn.back') }}</button>
      </p>
    </template>
    <template v-else>
      <p v-if="session.endedBecause" class="ended" role="status">{{ left ? t('signIn.left') : t('signIn.ended') }}</p>
      <p v-else class="muted">{{ t('signIn.hello') }}</p>
      <BForm @submit.prevent="go">
        <BFormGroup :label="t('signIn.email')" label-for="email" class="mb-2">
          <BFormInput
            id="email"
            v-model="email"
            type="text"
            autocapitalize="none"
            autocomplete="username webauthn"
            required
            autofocus
          />
        </BFormGroup>
        <BFormGroup :label="t('signIn.password')" label-for="password" class="mb-2">
          <BFormInput id="password" v-model="password" type="password" autocomplete="current-password" required />
        </BFormGroup>
        <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
        <BButton type="submit" variant="primary" class="go" :disabled="busy">{{
          busy ? t('signIn.going') : t('signIn.go')
        }}</BButton>
      </BForm>
      <BButton variant="outline-primary" class="go" :disabled="busy" @click="passkey">{{
        t('signIn.passkey')
      }}</BButton>
      <p class="ways">
        <RouterLink :to="{ name: 'forgotten' }">{{ t('signIn.forgotten') }}</RouterLink>
        <RouterLink :to="{ name: 'slip' }">{{ t('signIn.slip') }}</RouterLink>
        <RouterLink :to="{ name: 'open-account' }">{{ t('signUp.link') }}</RouterLink>
      </p>
    </template>
  </DoorPage>
</template>

<style scoped>
.ended {
  background: var(--slate-soft);
  padding: 8px 12px;
  border-radius: 4px;
}
.mb-2 {
  margin-bottom: 12px;
}
.go {
  margin-top: 14px;
  width: 100%;
  padding-block: 7px;
}
.ways {
  display: flex;
  justify-content: space-between;
  margin: 14px 0 0;
}
</style>
