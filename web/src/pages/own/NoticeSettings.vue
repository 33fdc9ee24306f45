<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import CopyText from '../../basics/CopyText.vue'

interface Notices {
  digest: boolean
  accepted: 'now' | 'digest' | 'not'
  helpMail: boolean
  calendar: string | null
}

// What one hears by mail of the account one is in, and one's calendar of it.
const { t } = useI18n()
const session = useSession()
const path = (rest: string) => session.path(`/notices${rest}`)
const { data, again } = useFetched<Notices>(() => path(''))
const ACCEPTED = ['now', 'digest', 'not'] as const

async function set(wished: Partial<Notices>): Promise<void> {
  await ask('PUT', path(''), wished)
  await again()
}
const checked = (event: Event) => (event.target as HTMLInputElement).checked

async function renew(): Promise<void> {
  await ask('POST', path('/calendar'), {})
  await again()
}
</script>

<template>
  <div v-if="data" class="sheet">
    <h2>{{ t('notices.title') }}</h2>
    <label
      ><input type="checkbox" :checked="data.digest" @change="set({ digest: checked($event) })" />
      {{ t('notices.digest') }}</label
    >
    <template v-if="session.rooms.includes('desk')">
      <label class="choice"
        >{{ t('notices.accepted') }}
        <BFormSelect
          size="sm"
          :model-value="data.accepted"
          :options="ACCEPTED.map((value) => ({ value, text: t(`notices.acceptedAs.${value}`) }))"
          @update:model-value="set({ accepted: $event as Notices['accepted'] })"
      /></label>
      <label
        ><input type="checkbox" :checked="data.helpMail" @change="set({ helpMail: checked($event) })" />
        {{ t('notices.helpMail') }}</label
      >
    </template>
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
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-block: 4px;
}
.choice select {
  width: auto;
}
label:not(.choice) {
  display: block;
}
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
