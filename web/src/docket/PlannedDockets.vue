<script setup lang="ts">
import type { PlannedView } from '@lodge/core'
import { useI18n } from 'vue-i18n'
import { longDate } from '../logic/dates.ts'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

// What waits for its day, or could not be done on it, under the docket in hand.
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data } = useFetched<{ planned: PlannedView[] }>(() => session.path('/planned'))

function putDown(plan: PlannedView): void {
  docket.hold([{ type: 'put-down-planned', plannedId: plan.id }])
}
</script>

<template>
  <section v-if="data && data.planned.length > 0" class="planned" :aria-label="t('docket.planned')">
    <h3>{{ t('docket.planned') }}</h3>
    <ul>
      <li v-for="plan in data.planned" :key="plan.id">
        <strong>{{ longDate(plan.date) }}</strong> {{ plan.sentences.join('; ') }}.
        <span class="muted">{{ t('docket.plannedBy', { name: plan.planner }) }}</span>
        <span v-for="problem in plan.problems" :key="problem" class="refused">{{ problem }}</span>
        <button type="button" class="btn btn-quiet" @click="putDown(plan)">{{ t('docket.putDown') }}</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.planned h3 {
  font-size: 14px;
  margin: 12px 0 4px;
}
.planned ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.planned li {
  padding: 6px 0;
  border-top: 1px solid var(--line-soft);
}
.refused {
  display: block;
  color: var(--ox);
}
</style>
