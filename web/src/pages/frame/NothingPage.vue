<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import NothingHere from '../../basics/NothingHere.vue'

const { t } = useI18n()
</script>

<template>
  <h1>{{ t('common.nothingTitle') }}</h1>
  <NothingHere />
</template>
