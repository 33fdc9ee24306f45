<script setup lang="ts">
import type { JudgedMember, MemberVerdict } from '@lodge/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { shortDate } from '../../logic/dates.ts'
import { useMemberList } from '../../state/member-list.ts'
import { useMoney } from '../../state/money.ts'
import DateField from '../../basics/DateField.vue'
import FileDrop from '../../basics/FileDrop.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { must } from '@lodge/core/must'

// A product's member list against the account: read from a file or pasted, its columns corrected, each row's verdict,
// what is taken as it is there, and one preview before it is applied.
const props = defineProps<{ product: string; name: string }>()
const emit = defineEmits<{ applied: [] }>()
const EffectBlocks = defineAsyncComponent(() => import('../../docket/EffectBlocks.vue'))
const { t } = useI18n()
const { today } = useMoney()
const list = useMemberList(() => props.product)
list.asOf = today.value
const shown = ref<MemberVerdict | null>(null)
const FIELDS = ['email', 'name', 'first', 'last', 'id', 'seatType', 'state', 'lastUsed', 'firm'] as const
const SHOWN = 100
const all = ref(false)
const verdicts = computed(() => list.judged?.verdicts.filter((one) => list.groups.has(one)) ?? [])
/** Only what is different from the list before. */
const onlySince = ref(false)
const since = computed(() => list.judged?.since ?? null)
const sinceCounts = computed(() => {
  const found = { new: 0, gone: since.value?.goneNobodys.length ?? 0, seat: 0, state: 0 }
  for (const one of Object.values(since.value?.rows ?? {})) found[one] += 1
  return found
})
const rows = computed<JudgedMember[]>(() => {
  const all = shown.value ? (list.groups.get(shown.value) ?? []) : []
  return onlySince.value ? all.filter(({ key }) => since.value?.rows[key]) : all
})
const visible = computed(() => (all.value ? rows.value : rows.value.slice(0, SHOWN)))
// Every row of one verdict offers the same.
const choice = computed(() => rows.value[0]?.offers ?? undefined)
const chosen = computed(() => rows.value.filter(({ key }) => list.choices[key]).length)
const records = computed(() => Object.values(list.choices).includes('record'))
const rowCount = computed(() => list.judged?.members.filter(({ line }) => line !== null).length ?? 0)

watch(verdicts, (found) => {
  if (!shown.value || !found.includes(shown.value)) shown.value = found[0] ?? null
})
watch(shown, () => (all.value = false))
watch(
  () => list.done,
  (done) => done && emit('applied'),
)

function column(field: (typeof FIELDS)[number], value: string): void {
  if (value === '') delete list.table.columns[field]
  else list.table.columns[field] = Number(value)
  void list.judgeAgain()
}

function toggle({ key }: JudgedMember): void {
  list.choose([key], list.choices[key] ? null : must(choice.value, 'choice'))
}

function toggleAll(): void {
  const keys = rows.value.map(({ key }) => key)
  list.choose(keys, chosen.value === rows.value.length ? null : must(choice.value, 'choice'))
}
</script>

<template>
  <section class="list" :aria-label="t('memberList.title')">
    <h2>{{ t('memberList.title') }}</h2>
    <p v-if="list.problem" class="oxblood" role="alert">{{ list.problem }}</p>
    <p v-if="list.done" role="status">{{ t('memberList.done') }}</p>
    <template v-if="list.cells.length === 0">
      <FileDrop :label="t('memberList.file')" :busy="list.busy" @read="list.read($event)">
        <p>{{ t('memberList.about', { product: name }) }}</p>
      </FileDrop>
    </template>
    <template v-else-if="list.judged">
      <p v-if="list.judged.looksForeign" class="sheet foreign oxblood" role="alert">
        {{ t('memberList.foreign', { product: name }) }}
      </p>
      <details class="sheet columns">
        <summary>{{ t('memberList.columns') }}</summary>
        <div class="fields">
          <label v-for="field in FIELDS" :key="field"
            >{{ t(`memberList.field.${field}`) }}
            <select
              class="form-select form-select-sm"
              :value="list.table.columns[field] ?? ''"
              @change="column(field, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">{{ t('memberList.noColumn') }}</option>
              <option v-for="(heading, at) in list.table.headings" :key="at" :value="at">{{ heading }}</option>
            </select></label
          >
        </div>
      </details>
      <p v-if="since" class="since">
        {{ t('memberList.since', { date: shortDate(since.asOf, today), ...sinceCounts }) }}
        <small v-if="since.goneNobodys.length > 0" class="muted">{{
          t('memberList.goneNobodys', { names: since.goneNobodys.slice(0, 5).join(', ') })
        }}</small>
        <label><input v-model="onlySince" type="checkbox" /> {{ t('memberList.onlySince') }}</label>
      </p>
      <div class="chips" role="group" :aria-label="t('memberList.verdicts')">
        <button
          v-for="one in verdicts"
          :key="one"
          type="button"
          class="chip"
          :class="{ here: one === shown, bad: one === 'left' }"
          :aria-pressed="one === shown"
          @click="shown = one"
        >
          <strong>{{ list.groups.get(one)?.length }}</strong> {{ t(`memberList.verdict.${one}`) }}
        </button>
        <label class="as-of"
          >{{ t('memberList.asOf') }}
          <DateField v-model="list.asOf" small :max="today" :label="t('memberList.asOf')" />
        </label>
      </div>
      <p v-if="shown" class="muted">{{ t(`memberList.means.${shown}`, { product: name }) }}</p>
      <p v-if="choice && rows.length > 0">
        <BButton size="sm" variant="outline-primary" @click="toggleAll">{{
          chosen === rows.length
            ? t('memberList.none')
            : t(
                choice === 'record' && !list.judged.mayRecord ? 'memberList.askAll' : `memberList.all.${choice}`,
                { count: rows.length },
                rows.length,
              )
        }}</BButton>
        <label v-if="shown === 'new' && records" class="kind"
          >{{ t('memberList.kind') }}
          <select v-model="list.kind" class="form-select form-select-sm">
            <option v-for="one in ['staff', 'contractor', 'client']" :key="one" :value="one">
              {{ t(`kind.${one}`) }}
            </option>
          </select></label
        >
      </p>
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">{{ t('accounts.person') }}</th>
            <th scope="col">{{ t('accounts.there', { product: name }) }}</th>
            <th scope="col">{{ t('accounts.here') }}</th>
            <th scope="col">
              <span class="visually-hidden">{{ t('memberList.choice') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in visible" :key="one.key">
            <th scope="row">
              {{ one.name }} <small class="muted">{{ one.address }}</small>
            </th>
            <td>{{ one.there }}</td>
            <td>
              {{ one.here }} <small v-if="one.note" class="brass">{{ one.note }}</small>
              <small v-if="since?.rows[one.key]" class="slate">{{
                t(`memberList.became.${since.rows[one.key]}`)
              }}</small>
            </td>
            <td class="choice">
              <label v-if="choice"
                ><input type="checkbox" :checked="list.choices[one.key] !== undefined" @change="toggle(one)" />
                {{ t(`memberList.choose.${choice}`) }}</label
              >
              <span v-else-if="shown === 'left'" class="muted">{{ t('memberList.task') }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <button v-if="visible.length < rows.length" type="button" class="btn btn-quiet" @click="all = true">
        {{ t('accounts.more', { count: rows.length - visible.length }) }}
      </button>
      <div v-if="list.judged.preview" class="sheet preview">
        <EffectBlocks :preview="list.judged.preview" />
      </div>
      <ProblemList :problems="list.judged.problems" />
      <p class="acts">
        <BButton v-if="!list.judged.preview" variant="primary" :disabled="list.busy" @click="list.judgeAgain(true)">{{
          t('memberList.preview')
        }}</BButton>
        <BButton
          v-else
          variant="primary"
          :disabled="list.busy || list.judged.problems.length > 0"
          @click="list.apply()"
          >{{ t('memberList.apply', { count: rowCount }, rowCount) }}</BButton
        >
        <button type="button" class="btn btn-quiet" @click="list.putDown()">{{ t('docket.putDown') }}</button>
        <span v-if="list.busy" class="muted" role="status">{{
          list.run && list.run.state !== 'done'
            ? t('docket.running', { done: list.run.done, total: list.run.total })
            : t('memberList.reading')
        }}</span>
      </p>
      <p class="muted">{{ t('memberList.rest') }}</p>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin: 18px 0 6px;
}
.foreign,
.columns,
.preview {
  padding: 8px 14px;
  margin-bottom: 10px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px 12px;
  margin-top: 8px;
}
.fields label {
  font-size: 12.5px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin: 8px 0;
}
.chip {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  padding: 3px 10px;
}
.chip.here {
  border-color: var(--green);
  background: var(--green-soft);
}
.chip.bad strong {
  color: var(--ox);
}
.as-of {
  margin-left: auto;
  display: flex;
  gap: 6px;
  align-items: center;
}
.kind {
  white-space: nowrap;
  display: inline-flex;
  gap: 6px;
  align-items: center;
  margin-left: 12px;
}
.since {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 8px 0 0;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 7px 12px;
  border-top: 1px solid var(--line-soft);
  font-weight: 400;
  vertical-align: top;
}
thead th {
  border-top: 0;
  font-size: 12px;
  font-weight: 600;
}
.choice {
  text-align: right;
  white-space: nowrap;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 12px 0 4px;
}
</style>
