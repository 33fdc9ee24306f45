<script setup lang="ts">
import type { StatementView } from '@lodge/core'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { longDate } from '../../logic/dates.ts'
import StatementTable from './StatementTable.vue'

// An access report opened by its link, without a login. The link's secret is after the # and never reaches a log.
const { t } = useI18n()
const statement = ref<(StatementView & { expires: string }) | null>(null)
const sentence = ref('')

onMounted(async () => {
  try {
    statement.value = await ask('POST', '/api/statements', { token: location.hash.slice(1) })
  } catch (failure) {
    sentence.value = (failure as ApiError).message
  }
})
</script>

<template>
  <main>
    <template v-if="statement">
      <h1>{{ t('statement.title', { place: statement.place }) }}</h1>
      <p>
        {{
          t('statement.about', {
            account: statement.account,
            date: longDate(statement.on),
            people: statement.rows.length,
            places: statement.places,
          })
        }}
        <span class="muted">{{ t('statement.opensUntil', { date: longDate(statement.expires) }) }}</span>
      </p>
      <StatementTable :statement="statement" />
    </template>
    <template v-else-if="sentence">
      <h1>{{ t('statement.dead') }}</h1>
      <p role="alert">{{ sentence }}</p>
    </template>
    <p v-else class="muted">{{ t('common.loading') }}</p>
  </main>
</template>

<style scoped>
main {
  max-width: 980px;
  margin: 0 auto;
  padding: 32px 20px;
}
</style>
