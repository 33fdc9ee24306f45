<script setup lang="ts">
import type { PlaceGrantView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../../logic/dates.ts'
import KeyPanel from './KeyPanel.vue'
import KeyRow from './KeyRow.vue'

// Keys by whom they were given to: what, since when, until when, and the way to take each back.
const props = defineProps<{
  grants: readonly PlaceGrantView[]
  today: string
  where?: boolean
  ofPerson?: boolean
  /** The last day of the person whose they are: a key without an earlier one ends with it. */
  lastDay?: string | null
  /** Whether several can be chosen and changed together. */
  selectable?: boolean
  /** Whether each can be changed in its line. */
  changeable?: boolean
}>()
/** The key that is being changed. */
const changing = ref('')
const picked = ref(new Set<string>())
const chosen = computed(() => props.grants.filter(({ grantId }) => picked.value.has(grantId)))

function pick(grantId: string): void {
  const next = new Set(picked.value)
  if (!next.delete(grantId)) next.add(grantId)
  picked.value = next
}
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
      <input
        v-if="selectable && grant.take.enabled"
        type="checkbox"
        class="pick"
        :checked="picked.has(grant.grantId)"
        :aria-label="t('keys.pick', { name: grant.name, role: grant.role })"
        @change="pick(grant.grantId)"
      />
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
        }}{{ grant.made ? `, ${t('give.withMade', { role: grant.made })}` : '' }}
      </small>
    </KeyRow>
    <KeyPanel v-if="changing === grant.grantId" :grants="[grant]" @close="changing = ''" />
  </template>
  <KeyPanel v-if="chosen.length > 0" :grants="chosen" @close="picked = new Set()" />
</template>

<style scoped>
.pick {
  margin-right: 8px;
  vertical-align: middle;
}
</style>
