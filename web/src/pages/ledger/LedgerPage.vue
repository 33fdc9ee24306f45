<script setup lang="ts">
import type { ChangeCategory, PeopleView } from '@lodge/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { ask } from '../../api/client.ts'
import type { LedgerEntryView } from '../../api/types.ts'
import { localParts, longDate } from '../../logic/dates.ts'
import type { PickOption } from '../../logic/picking.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import LedgerBetween from './LedgerBetween.vue'
import PickOne from '../../basics/PickOne.vue'

type Page = { entries: LedgerEntryView[]; next: number | null }
type Verified =
  { ok: true; entries: number; head: string; unknownRows: number } | { ok: false; version: number; reason: string }

const { t } = useI18n()
const session = useSession()
const docket = useDocket()
/** In the order of the list; one that is forgotten does not compile. */
const IN_ORDER: Record<ChangeCategory, true> = {
  access: true,
  people: true,
  leaving: true,
  away: true,
  places: true,
  roles: true,
  seats: true,
  settings: true,
  planned: true,
}
const KINDS = Object.keys(IN_ORDER) as ChangeCategory[]
const route = useRoute()
const filter = reactive({ kind: '', actor: '', about: String(route.query.about ?? ''), from: '', until: '' })
watch(
  () => route.query.about,
  (about) => (filter.about = String(about ?? '')),
)
const { places } = useChoices({})
/** What the ledger can be about: places, and people also of those who left, found as one types. */
const subject = ref<PickOption | null>(null)
const subjects = computed<PickOption[]>(() => [
  { value: '', text: t('ledger.anything') },
  ...(subject.value ? [subject.value] : []),
  ...places.value,
])
watch(
  () => filter.about,
  async (id) => {
    if (!id || subjects.value.some(({ value }) => value === id)) return
    const person = await ask<{ name: string }>('GET', session.path(`/people/${id}`)).catch(() => null)
    if (person && filter.about === id) subject.value = { value: id, text: person.name }
  },
  { immediate: true },
)
async function findSubjects(text: string): Promise<PickOption[]> {
  const query = new URLSearchParams({ count: '30', presence: 'all', find: text.trim() })
  const { people } = await ask<PeopleView>('GET', session.path(`/people?${query}`))
  return people.map(({ id, name, employer, kind }) => ({
    ...{ value: id, text: name, detail: employer ?? t(`kind.${kind}`) },
  }))
}
const changers = computed<PickOption[]>(() => [
  { value: '', text: t('ledger.anybody') },
  ...(actors.value?.people ?? []).map(({ id, name }) => ({ value: id, text: name })),
])
const { data: actors } = useFetched<{ people: { id: string; name: string }[] }>(() => session.path('/ledger/actors'))
const query = computed(() => {
  const set = Object.entries(filter).filter(([, value]) => value !== '')
  return new URLSearchParams(set).toString()
})
const { data } = useFetched<Page>(() => session.path(`/ledger?${query.value}`))
watch(query, () => {
  earlier.value = []
  next.value = null
})
const earlier = ref<LedgerEntryView[]>([])
const next = ref<number | null>(null)
const verified = ref<Verified | null>(null)
const verifying = ref(false)
const zone = computed(() => session.me?.current?.zone ?? 'UTC')

watch(data, (page) => {
  if (earlier.value.length === 0) next.value = page?.next ?? null
  verified.value = null
})

const days = computed(() => {
  const seen = new Set<number>()
  const entries = [...(data.value?.entries ?? []), ...earlier.value].filter((entry) => {
    const known = seen.has(entry.version)
    seen.add(entry.version)
    return !known
  })
  const byDay = new Map<string, (LedgerEntryView & { time: string })[]>()
  for (const entry of entries) {
    const { date, time } = localParts(entry.at, zone.value)
    const list = byDay.get(date)
    if (list) list.push({ ...entry, time })
    else byDay.set(date, [{ ...entry, time }])
  }
  return [...byDay].map(([date, list]) => ({ date, entries: list }))
})

async function more(): Promise<void> {
  const page = await ask<Page>('GET', session.path(`/ledger?${query.value}&before=${next.value}`))
  earlier.value.push(...page.entries)
  next.value = page.next
}

async function verify(): Promise<void> {
  verifying.value = true
  try {
    verified.value = await ask<Verified>('GET', session.path('/ledger/verification'))
  } finally {
    verifying.value = false
  }
}
</script>

<template>
  <div class="ledger">
    <header>
      <h1>{{ t('ledger.title') }}</h1>
      <BButton variant="outline-primary" :disabled="verifying" @click="verify">{{
        verifying ? t('ledger.verifying') : t('ledger.verify')
      }}</BButton>
      <a class="btn btn-outline-primary" :href="session.path('/ledger/export')">{{ t('ledger.export') }}</a>
    </header>
    <p class="muted about">{{ t('ledger.about') }}</p>
    <div class="filter" role="search" :aria-label="t('ledger.filter')">
      <select v-model="filter.kind" class="form-select form-select-sm" :aria-label="t('ledger.kind')">
        <option value="">{{ t('ledger.everything') }}</option>
        <option v-for="kind in KINDS" :key="kind" :value="kind">{{ t(`ledger.kinds.${kind}`) }}</option>
      </select>
      <PickOne v-model="filter.actor" size="sm" :options="changers" :aria-label="t('ledger.by')" />
      <PickOne
        v-model="filter.about"
        size="sm"
        :options="subjects"
        :search="findSubjects"
        :aria-label="t('ledger.concerning')"
      />
      <label
        >{{ t('ledger.from') }} <DateField v-model="filter.from" small past bare :label="t('ledger.from')"
      /></label>
      <label
        >{{ t('ledger.until') }} <DateField v-model="filter.until" small past bare :label="t('ledger.until')"
      /></label>
    </div>
    <LedgerBetween />
    <p v-if="verified?.ok" class="whole" role="status">
      {{ t('ledger.whole', { entries: verified.entries, head: verified.head.slice(0, 12) }) }}
      <template v-if="verified.unknownRows > 0">{{
        t('ledger.unknownRows', { count: verified.unknownRows })
      }}</template>
    </p>
    <p v-else-if="verified" class="broken" role="alert">
      {{ t('ledger.broken', { version: verified.version, reason: verified.reason }) }}
    </p>
    <section v-for="day in days" :key="day.date">
      <h2 class="caption">{{ longDate(day.date) }}</h2>
      <ol class="sheet">
        <li v-for="entry in day.entries" :key="entry.version">
          <time :datetime="entry.at">{{ entry.time }}</time>
          <span class="told">
            <template v-for="(sentence, at) in entry.sentences" :key="at">
              <RouterLink v-if="entry.actorId && at === 0" :to="{ name: 'people', params: { personId: entry.actorId } }"
                ><strong>{{ entry.actor }}</strong></RouterLink
              >
              <strong v-else-if="at === 0">{{ entry.actor }}</strong>
              {{ sentence }}{{ at < entry.sentences.length - 1 ? '; ' : '.' }}
            </template>
            <small class="muted">{{ t(`ledger.via.${entry.via}`) }}</small>
            <small v-for="mark in entry.marks" :key="mark" class="brass">{{ t(`ledger.mark.${mark}`) }}</small>
          </span>
          <button
            v-if="entry.undo"
            type="button"
            class="btn btn-quiet undo"
            :disabled="!entry.undo.enabled"
            :title="entry.undo.reason"
            :aria-label="t('ledger.undoIt', { version: entry.version })"
            @click="docket.hold([{ type: 'undo', version: entry.version }])"
          >
            {{ t('ledger.undo') }}
          </button>
          <code :title="entry.hash"
            ><span class="visually-hidden">{{ t('ledger.version') }} </span>{{ entry.version }} ·
            {{ entry.hash.slice(0, 8) }}</code
          >
        </li>
      </ol>
    </section>
    <p v-if="data && data.entries.length === 0" class="muted">{{ t('ledger.none') }}</p>
    <button v-if="next" type="button" class="btn btn-quiet" @click="more">{{ t('ledger.more') }}</button>
  </div>
</template>

<style scoped>
.ledger {
  max-width: 1000px;
}
header {
  display: flex;
  align-items: center;
  margin-bottom: 10px;
}
header .btn {
  margin-left: auto;
}
.filter {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-bottom: 10px;
}
.filter select {
  width: auto;
  max-width: 220px;
}
.filter label {
  white-space: nowrap;
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 12.5px;
}
header .btn + .btn {
  margin-left: 8px;
}
.caption {
  margin: 16px 0 4px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr) auto 112px;
  gap: 10px;
  padding: 9px 14px;
  border-top: 1px solid var(--line-soft);
}
li:first-child {
  border-top: 0;
}
time,
code {
  color: var(--ink-2);
  font-size: 12.5px;
  line-height: 20px;
}
code {
  grid-column: 4;
  text-align: right;
  white-space: nowrap;
}
@media (max-width: 600px) {
  li {
    grid-template-columns: 52px minmax(0, 1fr);
  }
  li code,
  li .undo {
    grid-column: 2;
    text-align: left;
    justify-self: start;
  }
}
.undo {
  padding: 0 8px;
  line-height: 20px;
}
.told a {
  color: var(--ink);
  text-decoration: none;
}
.told a:hover {
  text-decoration: underline;
}
small {
  margin-left: 6px;
}
.whole {
  background: var(--green-soft);
  border-left: 3px solid var(--green);
  padding: 8px 12px;
  border-radius: 3px;
}
.broken {
  background: var(--ox-soft);
  color: var(--ox);
  border-left: 3px solid var(--ox);
  padding: 8px 12px;
  border-radius: 3px;
}
</style>
