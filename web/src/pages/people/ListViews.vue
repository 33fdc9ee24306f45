<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { ask } from '../../api/client.ts'
import { columnsIn, columnsText, PEOPLE_COLUMNS, type PeopleColumn } from '../../logic/people-columns.ts'
import { filtersOf, filtersText } from '../../logic/people-query.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'

interface KeptView {
  name: string
  find: string
  sort: string
  columns: string[]
  filters?: string
}

// Looks of the list of people: some that everyone has, one's own, and which columns stand in it.
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const { data, again } = useFetched<{ views: KeptView[] }>(() => (session.seeing ? null : session.path('/people-views')))
const name = ref('')
const opened = ref(false)
const columns = computed(() => columnsIn(String(route.query.columns ?? '')))
const all = Object.keys(PEOPLE_COLUMNS) as PeopleColumn[]
const offered = computed(() => all.filter((one) => one !== 'cost' || session.me?.current?.seesMoney))
const EVERYBODYS = [
  { key: 'everybody', find: '' },
  { key: 'reports', find: '"my reports"' },
  { key: 'noEnd', find: '"without end"' },
  { key: 'over', find: '"last day passed"' },
  { key: 'noSeat', find: 'active "without seat"' },
  { key: 'cameBack', find: '"came back"' },
] as const
const options = computed(() => [
  { value: '', text: t('views.choose') },
  ...EVERYBODYS.map(({ key }) => ({ value: `all ${key}`, text: t(`views.${key}`) })),
  ...(data.value?.views ?? []).map((one) => ({ value: `own ${one.name}`, text: one.name })),
])
const own = computed(() => data.value?.views.find((one) => one.name === name.value.trim()))

function go(query: Record<string, string | undefined>): void {
  void router.replace({ query: { ...route.query, ...query } })
}

function choose(value: unknown): void {
  const [kind, ...rest] = String(value).split(' ')
  const key = rest.join(' ')
  if (kind === 'all') {
    const find = EVERYBODYS.find((one) => one.key === key)?.find || undefined
    go({ ...filtersOf(''), find, sort: undefined })
  } else {
    const kept = data.value?.views.find((one) => one.name === key)
    if (!kept) return
    name.value = kept.name
    const text = columnsText(columnsIn(kept.columns.join(',')))
    const find = kept.find || undefined
    go({ ...filtersOf(kept.filters ?? ''), find, sort: kept.sort || undefined, columns: text })
  }
}

function toggle(column: PeopleColumn): void {
  const next = new Set(columns.value)
  if (!next.delete(column)) next.add(column)
  go({ columns: columnsText(all.filter((one) => next.has(one))) })
}

async function keep(): Promise<void> {
  const [find, sort] = [String(route.query.find ?? ''), String(route.query.sort ?? '')]
  const view = { name: name.value.trim(), find, sort, columns: columns.value, filters: filtersText(route.query) }
  await ask('POST', session.path('/people-views'), view)
  await again()
}

async function drop(): Promise<void> {
  await ask('POST', session.path('/people-views/dropped'), { name: name.value.trim() })
  name.value = ''
  await again()
}
</script>

<template>
  <BFormSelect
    class="looks"
    model-value=""
    :options="options"
    :aria-label="t('views.title')"
    @update:model-value="choose"
  />
  <details class="columns" @toggle="opened = ($event.target as HTMLDetailsElement).open">
    <summary class="btn btn-quiet">{{ t('views.columns') }}</summary>
    <div v-if="opened" class="sheet">
      <label v-for="column in offered" :key="column"
        ><input type="checkbox" :checked="columns.includes(column)" @change="toggle(column)" />
        {{ t(`views.column.${column}`) }}</label
      >
      <form @submit.prevent="keep">
        <input
          v-model="name"
          class="form-control form-control-sm"
          maxlength="60"
          :aria-label="t('views.name')"
          :placeholder="t('views.name')"
          required
        />
        <BButton size="sm" type="submit" variant="outline-primary">{{ t('views.keep') }}</BButton>
        <button v-if="own" type="button" class="btn btn-quiet btn-sm" @click="drop">{{ t('views.drop') }}</button>
      </form>
    </div>
  </details>
</template>

<style scoped>
.looks {
  width: auto;
  max-width: 130px;
}
.columns {
  position: relative;
  flex: none;
}
summary {
  white-space: nowrap;
  list-style: none;
}
.columns > div {
  position: absolute;
  right: 0;
  z-index: 5;
  width: 230px;
  padding: 10px 14px;
}
label {
  display: block;
  min-height: 28px;
}
form {
  display: grid;
  gap: 6px;
  margin-top: 6px;
}
</style>
