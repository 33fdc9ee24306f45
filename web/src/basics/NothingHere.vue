<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useSession } from '../state/session.ts'

// What one may not see answers like what is not there (model D5); either way one can ask for more.
const { t } = useI18n()
const session = useSession()
</script>

<template>
  <p class="muted">
    {{ t('common.nothingHere') }}
    <RouterLink v-if="!session.seeing" :to="{ name: 'requests', query: { ask: '1' } }">{{
      t('requests.askFor')
    }}</RouterLink>
  </p>
</template>
