<script setup lang="ts">
import type { AskedRecords, RequestsView, RequestView } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import type { NewChange } from '../../api/types.ts'
import { shortDate, todayIn } from '../../logic/dates.ts'
import AskForPanel from './AskForPanel.vue'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import NotYet from '../../basics/NotYet.vue'

// What is asked for: decided here with what granting would do in front of one's eyes, and what one asked for oneself.
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { roles } = useChoices()
const { data, error, again } = useFetched<RequestsView>(() => session.path('/requests'))
const chosen = reactive<Record<string, string>>({})
const asking = ref(useRoute().query.ask === '1')
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))

function roleFor(request: RequestView): string {
  return chosen[request.id] ?? request.roles[0]?.id ?? ''
}

function optionsFor(request: RequestView) {
  const fitting = new Set(request.roles.map((role) => role.id))
  return [
    { value: '', text: t('give.choose') },
    ...request.roles.map((role) => ({ value: role.id, text: role.name })),
    ...roles.value.filter((role) => !fitting.has(role.value)),
  ]
}

function grant(request: RequestView): void {
  const until = request.until ? { until: request.until } : {}
  const subject = { subjectKind: 'person' as const, subjectId: request.personId }
  const give: NewChange = { type: 'give', ...subject, roleId: roleFor(request), placeId: request.placeId, ...until }
  docket.hold([give, { type: 'settle-request', requestId: request.id, granted: true }], `request ${request.id}`)
}

function decline(request: RequestView): void {
  docket.hold([{ type: 'settle-request', requestId: request.id, granted: false }], `request ${request.id}`)
}

function settle({ product, askedById, rows }: AskedRecords, recorded: boolean): void {
  const requestIds = rows.slice(0, 500).map(({ requestId }) => requestId)
  docket.hold([{ type: 'settle-records', requestIds, recorded }], `records ${product} ${askedById}`)
}

function withdraw(request: RequestView): void {
  docket.hold([{ type: 'withdraw-request', requestId: request.id }], `request ${request.id}`)
}
</script>

<template>
  <section>
    <header>
      <h1>{{ t('requests.title') }}</h1>
      <BButton variant="outline-primary" :aria-pressed="asking" @click="asking = !asking">{{
        t('requests.ask')
      }}</BButton>
    </header>
    <AskForPanel
      v-if="asking && data"
      :askable="data.askable"
      @asked="((asking = false), again())"
      @close="asking = false"
    />
    <NotYet v-if="!data" :error="error" :again="again" />
    <template v-else>
      <h2>{{ t('requests.toDecide') }}</h2>
      <p v-if="data.toDecide.length === 0" class="muted">{{ t('requests.nothing') }}</p>
      <article v-for="request in data.toDecide" :key="request.id" class="sheet request">
        <p>
          <strong>{{ request.asker }}</strong> {{ t('requests.asksFor') }}
          <strong>{{ request.areaName }}: {{ t(`level.${request.level}`) }}</strong> {{ t('grid.at') }}
          <RouterLink :to="{ name: 'places', params: { placeId: request.placeId } }">{{ request.place }}</RouterLink>
          <template v-if="request.personId !== request.askerId">
            {{ t('requests.forWhom', { name: request.person }) }}</template
          >
          <template v-if="request.until"> {{ t('roles.until', { date: shortDate(request.until, today) }) }}</template>
        </p>
        <p v-if="request.reason" class="reason">“{{ request.reason }}”</p>
        <p class="muted">
          {{
            t('requests.asked', { asked: shortDate(request.asked, today), expires: shortDate(request.expires, today) })
          }}
        </p>
        <div class="decide">
          <select
            class="form-select"
            :value="roleFor(request)"
            :aria-label="t('requests.with', { name: request.person })"
            @change="chosen[request.id] = ($event.target as HTMLSelectElement).value"
          >
            <option v-for="option in optionsFor(request)" :key="option.value" :value="option.value">
              {{ option.text }}
            </option>
          </select>
          <BButton
            variant="primary"
            :disabled="!request.grant.enabled || roleFor(request) === ''"
            :title="request.grant.reason"
            @click="grant(request)"
            >{{ t('requests.grant') }}</BButton
          >
          <BButton variant="outline-danger" @click="decline(request)">{{ t('requests.decline') }}</BButton>
        </div>
      </article>
      <h2 v-if="data.records.length > 0">{{ t('requests.toRecord') }}</h2>
      <article v-for="one in data.records" :key="one.product + one.askedById + one.kind" class="sheet request">
        <p>
          <strong>{{ one.askedBy }}</strong> {{ t('requests.asksToRecord', { product: one.productName }) }}
          <span class="muted">{{ shortDate(one.asked, today) }}</span>
        </p>
        <p>{{ one.rows.map(({ name, address }) => (address ? `${name} (${address})` : name)).join(', ') }}</p>
        <p class="muted">{{ t('requests.recordAs', { kind: t(`kind.${one.kind}`).toLowerCase() }) }}</p>
        <div class="decide">
          <BButton variant="primary" @click="settle(one, true)">{{
            t('requests.recordAll', { count: one.rows.length }, one.rows.length)
          }}</BButton>
          <BButton variant="outline-danger" @click="settle(one, false)">{{ t('requests.decline') }}</BButton>
        </div>
      </article>
      <h2>{{ t('requests.mine') }}</h2>
      <p v-if="data.mine.length === 0" class="muted">{{ t('requests.none') }}</p>
      <p v-for="request in data.mine" :key="request.id" class="mine">
        <span
          >{{ request.areaName }}: {{ t(`level.${request.level}`) }} {{ t('grid.at') }} {{ request.place }},
          <span class="muted">{{
            t(`requests.state.${request.state}`, {
              who: request.decidedBy ?? '',
              expires: shortDate(request.expires, today),
            })
          }}</span></span
        >
        <button v-if="request.state === 'open'" type="button" class="btn btn-quiet btn-sm" @click="withdraw(request)">
          {{ t('requests.withdraw') }}
        </button>
      </p>
    </template>
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  max-width: 760px;
}
h2 {
  margin: 18px 0 6px;
}
.request {
  max-width: 760px;
  padding: 12px 16px;
  margin-bottom: 10px;
}
.request p {
  margin: 0 0 4px;
}
.reason {
  font-style: italic;
}
.decide {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
.decide select {
  width: auto;
}
.mine {
  display: flex;
  justify-content: space-between;
  max-width: 760px;
  margin: 0;
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}
</style>
