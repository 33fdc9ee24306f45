<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../api/client.ts'
import type { LedgerEntryView } from '../api/types.ts'
import { localParts, longDate } from '../logic/dates.ts'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'

type Page = { entries: LedgerEntryView[]; next: number | null }
type Verified = { ok: true; entries: number; head: string } | { ok: false; version: number; reason: string }

const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { data } = useFetched<Page>(() => session.path('/ledger'))
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
  const page = await ask<Page>('GET', session.path(`/ledger?before=${next.value}`))
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
    </header>
    <p v-if="verified?.ok" class="whole" role="status">
      {{ t('ledger.whole', { entries: verified.entries, head: verified.head.slice(0, 12) }) }}
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
            v-if="entry.actorId && entry.version > 1"
            type="button"
            class="btn btn-quiet undo"
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
  grid-template-columns: 52px minmax(0, 1fr) auto 96px;
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
