<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../api/client.ts'
import NothingHere from './NothingHere.vue'

// What is shown instead of a view that is not there: it is loading, it cannot be reached, it failed, or it is not to be seen.
defineProps<{ error: ApiError | null; again?: () => unknown }>()
const { t } = useI18n()
</script>

<template>
  <p v-if="error === null" class="muted" role="status">{{ t('common.loading') }}</p>
  <NothingHere v-else-if="[403, 404].includes(error.status)" />
  <p v-else-if="[0, 503].includes(error.status)" role="status">{{ t('common.offline') }}</p>
  <div v-else role="alert">
    <p>{{ t('common.failed') }} {{ error.message }}</p>
    <button v-if="again" type="button" class="btn btn-outline-primary" @click="again()">
      {{ t('common.tryAgain') }}
    </button>
  </div>
</template>
