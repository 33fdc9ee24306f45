<script setup lang="ts">
import type { PlaceGrantView } from '@lodge/core'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../logic/dates.ts'
import { useDocket } from '../state/docket.ts'

// Keys by whom they were given to: what, since when, until when, and the way to take each back.
defineProps<{ grants: readonly PlaceGrantView[]; today: string; where?: boolean; ofPerson?: boolean }>()
const { t } = useI18n()
const docket = useDocket()
</script>

<template>
  <div v-for="grant in grants" :key="grant.grantId" class="grant">
    <span>
      <template v-if="ofPerson">
        <RouterLink :to="{ name: 'roles', params: { roleId: grant.roleId } }">{{ grant.role }}</RouterLink>,
        <RouterLink :to="{ name: 'places', params: { placeId: grant.placeId } }">{{ grant.place }}</RouterLink>
      </template>
      <template v-else>
        <RouterLink
          v-if="grant.subjectKind === 'person'"
          :to="{ name: 'people', params: { personId: grant.subjectId } }"
          >{{ grant.name }}</RouterLink
        >
        <RouterLink
          v-else-if="grant.subjectKind === 'group'"
          :to="{ name: 'groups', params: { groupId: grant.subjectId } }"
          >{{ grant.name }} <small class="muted">{{ t('give.group', { count: grant.people }) }}</small></RouterLink
        >
        <strong v-else>{{ grant.name }}</strong>:
        <RouterLink :to="{ name: 'roles', params: { roleId: grant.roleId } }">{{ grant.role }}</RouterLink>
      </template>
      <small class="muted">
        <template v-if="where">{{ ' ' + t('places.givenAt', { place: grant.place }) }},</template>
        {{
          grant.later
            ? t('places.from', { date: shortDate(grant.from, today) })
            : t('roles.since', { date: shortDate(grant.from, today) })
        }}{{ grant.until ? `, ${t('roles.until', { date: shortDate(grant.until, today) })}` : '' }}
      </small>
    </span>
    <button
      type="button"
      class="btn btn-quiet btn-sm"
      :disabled="!grant.take.enabled"
      :title="grant.take.reason"
      :aria-label="`${t('roles.take')}: ${grant.name}, ${grant.role}`"
      @click="docket.hold([{ type: 'take', grantId: grant.grantId }])"
    >
      {{ t('roles.take') }}
    </button>
  </div>
</template>

<style scoped>
.grant {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 34px;
  padding: 2px 0;
  border-bottom: 1px solid var(--line-soft);
}
.grant > span {
  min-width: 0;
}
.btn {
  white-space: nowrap;
}
</style>
