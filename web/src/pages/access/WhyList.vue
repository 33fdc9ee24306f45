<script setup lang="ts">
import type { WhyView } from '@lodge/core'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../../api/types.ts'
import { shortDate } from '../../logic/dates.ts'
import { useDocket } from '../../state/docket.ts'

// Every route, counting or not, each with its reason (model A5).
const props = defineProps<{ why: WhyView; today: string }>()
const { t } = useI18n()
const docket = useDocket()

/** `Rope access, given at Helipad roof by Tamsin Roake on 17 Jan, until 30 Jun`. */
function words(route: WhyView['routes'][number]): string {
  const day = (date: string | null) => shortDate(date, props.today)
  if (!route.role)
    return [t('why.standing', { standing: route.standing ?? '' }), obstacle(route)].filter(Boolean).join(', ')
  const giver = route.giver ? ` ${t('why.by', { giver: route.giver })}` : ''
  const given = `${t('why.given', { place: route.place })}${giver} ${t('why.on', { date: day(route.from) })}`
  const group = route.group ? t('why.through', { group: route.group }) : ''
  const end = route.obstacle ? obstacle(route) : route.until ? t('why.until', { date: day(route.until) }) : ''
  return [route.role, given, group, ...limits(route), end].filter(Boolean).join(', ')
}

/** What the role leaves out, needs approved, or reaches of one's own only (model L3, R1). */
function limits(route: WhyView['routes'][number]): string[] {
  const parts: string[] = []
  if (route.scope !== 'all') parts.push(t(`why.scope.${route.scope}`))
  if (route.withheld.length > 0) parts.push(t('why.withheld', { actions: route.withheld.join(', ') }))
  if (route.approval.length > 0) parts.push(t('why.approval', { actions: route.approval.join(', ') }))
  return parts
}

function obstacle(route: WhyView['routes'][number]): string {
  if (!route.obstacle) return ''
  const what =
    route.obstacle === 'wall'
      ? t('why.wall', { wall: route.wall ?? '' })
      : t(`why.${route.obstacle}`, { date: shortDate(route.until, props.today) })
  return `${t('why.not')}: ${what}`
}
</script>

<template>
  <ul class="why">
    <li v-if="why.absence" class="slate">{{ t(`absence.${why.absence}`) }}</li>
    <li v-if="why.heldBack" class="slate">
      {{ why.cap === 'none' ? t('why.noSeat') : t('why.cap', { cap: t(`level.${why.cap}`) }) }}
    </li>
    <li v-for="(route, at) in why.routes" :key="at" :class="{ muted: !route.counts }">
      <strong>{{ t(`level.${route.level}`) }}</strong> {{ words(route) }}
      <button
        v-if="route.end"
        type="button"
        class="end"
        :disabled="!route.end.control.enabled"
        :title="route.end.control.reason"
        @click="docket.hold([route.end.change as NewChange])"
      >
        {{ route.end.label }}
      </button>
    </li>
    <li v-for="one in why.approvedBy" :key="one.by">
      {{ t('why.approvedBy', { actions: one.actions.join(', '), by: one.by }) }}
    </li>
    <li v-if="why.unseen > 0" class="muted">{{ t('why.unseen') }}</li>
    <li v-if="why.routes.length + why.unseen === 0" class="muted">{{ t('why.none') }}</li>
  </ul>
</template>

<style scoped>
.why {
  list-style: none;
  margin: 2px 0 6px;
  padding: 6px 10px;
  background: var(--slate-soft);
  border-radius: 4px;
  font-size: 13px;
}
.end {
  border: 0;
  padding: 0 2px;
  background: none;
  color: var(--ox);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.end:disabled {
  color: var(--ink-2);
  text-decoration: none;
}
</style>
