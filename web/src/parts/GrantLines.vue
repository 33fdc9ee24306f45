<script setup lang="ts">
import type { PlaceGrantView } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../logic/dates.ts'
import KeyPanel from './KeyPanel.vue'
import KeyRow from './KeyRow.vue'

// Keys by whom they were given to: what, since when, until when, and the way to take each back.
defineProps<{
  grants: readonly PlaceGrantView[]
  today: string
  where?: boolean
  ofPerson?: boolean
  /** The last day of the person whose they are: a key without an earlier one ends with it. */
  lastDay?: string | null
  /** Whether each can be changed where it stands. */
  changeable?: boolean
}>()
/** The key that is being changed. */
const changing = ref('')
const { t } = useI18n()
</script>

<template>
  <template v-for="grant in grants" :key="grant.grantId">
    <KeyRow
      :grant-id="grant.grantId"
      :take="grant.take"
      :about="ofPerson ? `${grant.role}, ${grant.place}` : `${grant.name}, ${grant.role}`"
      :changing="changeable ? changing === grant.grantId : undefined"
      @change="changing = changing === grant.grantId ? '' : grant.grantId"
    >
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
        }}{{ grant.until ? `, ${t('roles.until', { date: shortDate(grant.until, today) })}` : ''
        }}{{
          lastDay && (!grant.until || grant.until > lastDay)
            ? `, ${t('roles.withEngagement', { date: shortDate(lastDay, today) })}`
            : ''
        }}
      </small>
    </KeyRow>
    <KeyPanel v-if="changing === grant.grantId" :grant="grant" @close="changing = ''" />
  </template>
</template>
