<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import type { ApiError } from '../api/client.ts'
import DoorPage from '../parts/DoorPage.vue'
import ProblemList from '../parts/ProblemList.vue'
import { useSession } from '../state/session.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const email = ref('')
const password = ref('')
const busy = ref(false)
const error = ref<ApiError | null>(null)
const left = session.endedBecause === 'signed-out' || session.endedBecause === 'doors-shut'

async function go(): Promise<void> {
  busy.value = true
  error.value = null
  try {
    await session.signIn(email.value, password.value)
    const next = typeof route.query.next === 'string' && /^\/(?!\/)/.test(route.query.next) ? route.query.next : '/desk'
    await router.replace(next)
  } catch (failure) {
    error.value = failure as ApiError
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <DoorPage :title="t('signIn.title')">
    <p v-if="session.endedBecause" class="ended" role="status">{{ left ? t('signIn.left') : t('signIn.ended') }}</p>
    <p v-else class="muted">{{ t('signIn.hello') }}</p>
    <BForm @submit.prevent="go">
      <BFormGroup :label="t('signIn.email')" label-for="email" class="mb-2">
        <BFormInput id="email" v-model="email" type="email" autocomplete="username" required autofocus />
      </BFormGroup>
      <BFormGroup :label="t('signIn.password')" label-for="password" class="mb-2">
        <BFormInput id="password" v-model="password" type="password" autocomplete="current-password" required />
      </BFormGroup>
      <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
      <BButton type="submit" variant="primary" class="go" :disabled="busy">{{
        busy ? t('signIn.going') : t('signIn.go')
      }}</BButton>
    </BForm>
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
</style>
