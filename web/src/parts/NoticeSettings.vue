<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ask } from '../api/client.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'
import CopyText from './CopyText.vue'

// What one hears by mail of the account one is in, and one's calendar of it.
const { t } = useI18n()
const session = useSession()
const path = (rest: string) => session.path(`/notices${rest}`)
const { data, again } = useFetched<{ digest: boolean; calendar: string | null }>(() => path(''))

async function setDigest(event: Event): Promise<void> {
  await ask('PUT', path(''), { digest: (event.target as HTMLInputElement).checked })
  await again()
}

async function renew(): Promise<void> {
  await ask('POST', path('/calendar'), {})
  await again()
}
</script>

<template>
  <div v-if="data" class="sheet">
    <h2>{{ t('notices.title') }}</h2>
    <label><input type="checkbox" :checked="data.digest" @change="setDigest" /> {{ t('notices.digest') }}</label>
    <h2>{{ t('notices.calendar') }}</h2>
    <p class="muted">{{ t('notices.about') }}</p>
    <p v-if="data.calendar"><CopyText :text="data.calendar" :what="t('notices.address')" /></p>
    <p>
      <BButton variant="outline-primary" @click="renew">{{
        data.calendar ? t('notices.renew') : t('notices.make')
      }}</BButton>
    </p>
  </div>
</template>

<style scoped>
.sheet {
  padding: 14px 18px;
  margin-bottom: 14px;
}
h2:not(:first-child) {
  margin-top: 14px;
}
p {
  margin: 8px 0 0;
}
</style>
