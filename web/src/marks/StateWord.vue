<script setup lang="ts">
import type { PersonState } from '@lodge/core'
import { useI18n } from 'vue-i18n'

// The word of a person's state beside their name, wherever they are not simply in. The door before the name has said it
// already to those who hear the page.
defineProps<{ state: PersonState; over?: boolean; bounced?: boolean; onRecord?: boolean }>()
const { t } = useI18n()
</script>

<template>
  <small
    v-if="state !== 'active' || over || onRecord"
    class="state-word"
    :class="over ? 'left' : state"
    aria-hidden="true"
    >{{
      t(`state.${over ? 'over' : bounced ? 'bounced' : onRecord && state === 'active' ? 'recorded' : state}`)
    }}</small
  >
</template>

<style scoped>
.state-word {
  color: var(--ink-2);
  font-size: 13px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.waiting,
.invited {
  color: var(--brass);
}
.away {
  color: var(--slate);
}
</style>
