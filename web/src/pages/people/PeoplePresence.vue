<script setup lang="ts">
import type { PeopleView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { listQuery } from '../../logic/people-query.ts'

// Whom the list is of: those with us now, those who left or never came, or all. Each says how many match there.
const props = defineProps<{ answer: PeopleView | null | undefined }>()
const { t } = useI18n()
const route = useRoute()
const chosen = computed(() => {
  const presence = String(route.query.presence ?? '')
  return presence === 'before' || presence === 'all' ? presence : 'now'
})
const counts = computed(() => {
  const { matching, elsewhere } = props.answer ?? { matching: 0, elsewhere: 0 }
  if (chosen.value === 'all') return { now: null, before: null, all: matching }
  const [now, before] = chosen.value === 'now' ? [matching, elsewhere] : [elsewhere, matching]
  return { now, before, all: now + before }
})
const PRESENCES = ['now', 'before', 'all'] as const
const to = (presence: string) => ({
  name: 'people',
  params: { personId: String(route.params.personId ?? '') },
  query: { ...listQuery(route.query), presence: presence === 'now' ? undefined : presence },
})
</script>

<template>
  <nav class="presence" :aria-label="t('people.presence.title')">
    <RouterLink
      v-for="presence in PRESENCES"
      :key="presence"
      :to="to(presence)"
      :title="t(`people.presence.about.${presence}`)"
      :class="{ on: presence === chosen }"
      :aria-current="presence === chosen ? 'true' : undefined"
      >{{ t(`people.presence.${presence}`) }}
      <span v-if="answer && counts[presence] !== null" class="muted">{{ counts[presence]?.toLocaleString() }}</span>
    </RouterLink>
  </nav>
</template>

<style scoped>
.presence {
  display: flex;
  gap: 16px;
  font-size: 13px;
}
a {
  padding: 2px 0;
  color: var(--ink-2);
  text-decoration: none;
  border-bottom: 2px solid transparent;
}
a.on {
  color: var(--ink);
  font-weight: 600;
  border-color: var(--green);
}
</style>
