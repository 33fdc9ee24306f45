<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

// A text to be used elsewhere: whole, selected by one click, and copied by its button.
const props = defineProps<{ text: string; what: string }>()
const { t } = useI18n()
const SAID_MILLISECONDS = 4000
const said = ref('')

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(props.text)
    said.value = t('copy.copied')
  } catch {
    // Not allowed by the browser: it stays selectable.
    said.value = t('copy.select')
  }
  setTimeout(() => (said.value = ''), SAID_MILLISECONDS)
}
</script>

<template>
  <span class="copy">
    <code>{{ text }}</code>
    <button type="button" class="btn btn-quiet" :aria-label="t('copy.it', { what })" @click="copy">
      {{ t('copy.button') }}
    </button>
    <small class="muted" role="status">{{ said }}</small>
  </span>
</template>

<style scoped>
.copy {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  min-width: 0;
}
code {
  user-select: all;
  color: var(--ink);
  overflow-wrap: anywhere;
}
</style>
