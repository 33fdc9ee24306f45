<script setup lang="ts">
import type { DepartureLine, DeparturesView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { awayText } from '../../logic/leaving.ts'
import type { DepartureSheet } from '../../api/types.ts'
import { shortDate, todayIn } from '../../logic/dates.ts'
import DepartureRun from './DepartureRun.vue'
import LeavingPlan from './LeavingPlan.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// Who leaves, who left, who is away: the list, or one departure as a plan or a run. The address holds which.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const docket = useDocket()
const departureId = computed(() => String(route.params.departureId ?? ''))
const planning = computed(() => String(route.query.person ?? ''))
const { data, error: listError, again: listAgain } = useFetched<DeparturesView>(() => session.path('/departures'))
const {
  data: sheet,
  error,
  again,
} = useFetched<DepartureSheet>(() => (departureId.value ? session.path(`/departures/${departureId.value}`) : null))
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const STATES = ['blocked', 'running', 'planned', 'done'] as const
const byState = computed(() =>
  STATES.map((state) => ({ state, lines: (data.value?.departures ?? []).filter((one) => one.state === state) })).filter(
    ({ lines }) => lines.length > 0,
  ),
)

function progress(line: DepartureLine): string {
  return line.state === 'planned'
    ? t('departures.passes', { count: line.of })
    : t('departures.steps', { done: line.done, of: line.of })
}

/** A plan that was made or changed is found in the list. */
function back(): void {
  void router.push({ name: 'departures', params: { departureId: '' } })
}
</script>

<template>
  <div class="departures">
    <p v-if="departureId || planning" class="back">
      <RouterLink :to="{ name: 'departures', params: { departureId: '' } }">{{ t('departures.back') }}</RouterLink>
    </p>
    <template v-if="departureId">
      <template v-if="sheet">
        <LeavingPlan
          v-if="sheet.state === 'planned'"
          :key="sheet.id"
          :person-id="sheet.personId"
          :planned="sheet"
          @done="back"
        />
        <DepartureRun v-else :sheet="sheet" @again="again" />
      </template>
      <NotYet v-else :error="error" :again="again" />
    </template>
    <LeavingPlan v-else-if="planning" :key="planning" :person-id="planning" @done="back" />
    <template v-else>
      <ViewHead :title="t('departures.title')" :count="data?.departures.length" />
      <NotYet v-if="!data" :error="listError" :again="listAgain" />
      <template v-else>
        <p v-if="data.departures.length === 0" class="muted">{{ t('departures.none') }}</p>
        <section v-for="{ state, lines } in byState" :key="state" :aria-label="t(`departures.state.${state}`)">
          <h2>{{ t(`departures.state.${state}`) }}</h2>
          <RouterLink
            v-for="line in lines"
            :key="line.id"
            class="sheet line"
            :to="{ name: 'departures', params: { departureId: line.id } }"
          >
            <strong>{{ line.name }}</strong>
            <span class="brass">{{ line.at }}</span>
            <span class="muted">{{ progress(line) }}</span>
          </RouterLink>
        </section>
        <section v-if="data.proposed.length > 0" :aria-label="t('departures.proposed')">
          <h2>{{ t('departures.proposed') }}</h2>
          <div v-for="one in data.proposed" :key="one.personId" class="sheet line">
            <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{ one.name }}</RouterLink>
            <span :class="one.over ? 'oxblood' : 'brass'">{{ shortDate(one.date, today) }}</span>
            <RouterLink
              class="btn btn-outline-primary btn-sm"
              :to="{ name: 'departures', params: { departureId: '' }, query: { person: one.personId } }"
              >{{ t('departures.plan') }}</RouterLink
            >
          </div>
        </section>
        <section v-if="data.absences.length > 0" :aria-label="t('departures.away')">
          <h2>{{ t('departures.away') }}</h2>
          <div v-for="one in data.absences" :key="one.id" class="sheet line">
            <RouterLink :to="{ name: 'people', params: { personId: one.personId } }">{{ one.name }}</RouterLink>
            <span class="muted"
              >{{ awayText(t, one)
              }}<template v-if="one.substitute">; {{ t('away.by', { name: one.substitute }) }}</template
              ><template v-if="one.withoutSeats">; {{ t('away.withoutSeats') }}</template
              ><small v-if="one.reason">{{ one.reason }}</small></span
            >
            <span class="acts">
              <template v-if="one.state === 'asked' && data.control.enabled">
                <BButton
                  size="sm"
                  variant="primary"
                  @click="docket.hold([{ type: 'grant-away', absenceId: one.id }], `away ${one.id}`)"
                  >{{ t('away.grant') }}</BButton
                >
                <BButton
                  size="sm"
                  variant="outline-danger"
                  @click="docket.hold([{ type: 'put-down-away', absenceId: one.id }], `away ${one.id}`)"
                  >{{ t('away.decline') }}</BButton
                >
              </template>
              <BButton
                v-else-if="one.state === 'running'"
                size="sm"
                variant="outline-primary"
                :disabled="!data.control.enabled"
                @click="docket.hold([{ type: 'come-back', absenceId: one.id }], `away ${one.id}`)"
                >{{ t('away.back') }}</BButton
              >
              <BButton
                v-else-if="one.state === 'set'"
                size="sm"
                variant="outline-primary"
                :disabled="!data.control.enabled"
                @click="docket.hold([{ type: 'put-down-away', absenceId: one.id }], `away ${one.id}`)"
                >{{ t('away.putDown') }}</BButton
              >
            </span>
          </div>
        </section>
      </template>
    </template>
  </div>
</template>

<style scoped>
.departures {
  max-width: 1106px;
}
.back {
  margin: 0 0 6px;
}
h2 {
  margin: 16px 0 6px;
  font-size: 16px;
}
.line {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  min-height: 40px;
  padding: 4px 14px;
  margin-bottom: 6px;
  color: var(--ink);
  text-decoration: none;
}
a.line:hover {
  background: var(--green-soft, var(--paper));
}
.oxblood {
  color: var(--ox);
}
.acts {
  display: flex;
  gap: 6px;
}
small {
  display: block;
}
@media (max-width: 640px) {
  .line {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
