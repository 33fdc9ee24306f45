<script setup lang="ts">
import type { MarkMeaning, SheetColumn } from '@lodge/core'
import { computed, defineAsyncComponent } from 'vue'
import { useI18n } from 'vue-i18n'
import DateField from '../../basics/DateField.vue'
import FileDrop from '../../basics/FileDrop.vue'
import ProblemList from '../../basics/ProblemList.vue'
import ViewHead from '../../basics/ViewHead.vue'
import { useMoney } from '../../state/money.ts'
import { useSpreadsheet, type SheetGroup } from '../../state/spreadsheet.ts'

// People in rows, products in columns: each column and mark is confirmed once, then all of it is applied in one go.
const EffectBlocks = defineAsyncComponent(() => import('../../docket/EffectBlocks.vue'))
const { t } = useI18n()
const { today } = useMoney()
const work = useSpreadsheet()
work.asOf = today.value
const FIELDS = ['name', 'email', 'first', 'last', 'firm', 'other'] as const
const NAMED = 6
/** Products' columns with their marks, by the column's number. */
const marked = computed(() =>
  (work.shown?.sheet.columns ?? []).flatMap((column, at) => (column.as === 'product' ? [{ column, at }] : [])),
)
const records = computed(() => Object.values(work.choices).some((own) => Object.values(own).includes('record')))

const productOf = (code: string | null) => work.shown?.products.find((one) => one.code === code)
const rolesOf = ({ product }: SheetColumn) => productOf(product)?.roles ?? []
/** How many cells of a column name a place. */
const placesNamed = ({ marks }: SheetColumn) =>
  marks.reduce((sum, { looksLike, count, meaning }) => sum + (looksLike === 'place' && meaning !== 'no' ? count : 0), 0)
const meaningValue = (meaning: MarkMeaning) => (typeof meaning === 'string' ? meaning : meaning.seatType)

function labelOf({ offers }: SheetGroup): string {
  return offers === 'record' && !work.shown?.mayRecord ? 'memberList.askAll' : `memberList.all.${offers}`
}

function namesOf({ members }: SheetGroup): string {
  const names = members.slice(0, NAMED).map(({ name, address }) => name || address)
  const more = members.length - names.length
  return [names.join(', '), more > 0 ? t('spreadsheet.names', { count: more }) : ''].filter(Boolean).join(' ')
}
</script>

<template>
  <div class="page">
    <ViewHead :title="t('spreadsheet.title')">
      <RouterLink :to="{ name: 'seats' }">{{ t('seats.title') }}</RouterLink>
    </ViewHead>
    <p v-if="work.problem" class="oxblood" role="alert">{{ work.problem }}</p>
    <p v-if="work.done" role="status">{{ t('spreadsheet.done') }}</p>
    <FileDrop v-if="!work.shown" :label="t('spreadsheet.file')" :busy="work.busy" @read="work.read($event)">
      <p>{{ t('spreadsheet.about') }}</p>
    </FileDrop>
    <template v-else>
      <h2>{{ t('spreadsheet.columns') }}</h2>
      <p v-if="work.shown.products.length === 0" class="brass">{{ t('spreadsheet.noProducts') }}</p>
      <div class="scroll" tabindex="0" role="region" :aria-label="t('spreadsheet.columns')">
        <table class="sheet">
          <thead>
            <tr>
              <th scope="col">{{ t('spreadsheet.column') }}</th>
              <th scope="col">{{ t('spreadsheet.samples') }}</th>
              <th scope="col">{{ t('spreadsheet.is') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(column, at) in work.shown.sheet.columns" :key="at">
              <th scope="row">{{ column.heading }}</th>
              <td class="muted">{{ column.samples.join(' · ') }}</td>
              <td>
                <select
                  class="form-select form-select-sm"
                  :aria-label="column.heading"
                  :value="column.product ?? column.as"
                  @change="work.setColumn(at, ($event.target as HTMLSelectElement).value)"
                >
                  <option v-for="field in FIELDS" :key="field" :value="field">
                    {{ t(`spreadsheet.as.${field}`) }}
                  </option>
                  <option v-for="one in work.shown.products" :key="one.code" :value="one.code">{{ one.name }}</option>
                </select>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <h2 v-if="marked.length > 0">{{ t('spreadsheet.marks') }}</h2>
      <div v-for="{ column, at } in marked" :key="at" class="sheet marks">
        <h3>{{ productOf(column.product)?.name }}</h3>
        <label v-for="(mark, index) in column.marks" :key="`${mark.looksLike} ${mark.text}`"
          ><span
            ><strong>{{ mark.text ?? t(`spreadsheet.looksLike.${mark.looksLike}`) }}</strong> {{ ' '
            }}<small class="muted">{{ t('spreadsheet.times', { count: mark.count }, mark.count) }}</small></span
          >
          <select
            class="form-select form-select-sm"
            :value="meaningValue(mark.meaning)"
            @change="work.setMark(at, index, ($event.target as HTMLSelectElement).value)"
          >
            <option value="yes">
              {{ t('spreadsheet.means.yes', { seat: productOf(column.product)?.seatTypes[0]?.name ?? '' }) }}
            </option>
            <option value="no">{{ t('spreadsheet.means.no') }}</option>
            <option v-for="one in productOf(column.product)?.seatTypes ?? []" :key="one.code" :value="one.code">
              {{ one.name }}
            </option>
          </select></label
        >
        <label v-if="placesNamed(column) > 0" class="keys"
          ><span>{{ t('spreadsheet.keys', { count: placesNamed(column) }, placesNamed(column)) }}</span>
          <select
            class="form-select form-select-sm"
            :disabled="rolesOf(column).length === 0"
            :value="(column.product && work.keys[column.product]) ?? ''"
            @change="column.product && work.setKeys(column.product, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">{{ t(rolesOf(column).length > 0 ? 'spreadsheet.noKeys' : 'spreadsheet.noRole') }}</option>
            <option v-for="role in rolesOf(column)" :key="role.id" :value="role.id">{{ role.name }}</option>
          </select></label
        >
      </div>
      <h2>{{ t('spreadsheet.result') }}</h2>
      <p v-if="work.groups.length === 0" class="muted">{{ t('spreadsheet.nothing') }}</p>
      <section v-for="list in work.groups" :key="list.product" class="sheet list">
        <h3>{{ list.name }}</h3>
        <div v-for="group in list.groups" :key="group.verdict" class="group">
          <div>
            {{
              t('spreadsheet.group', {
                count: group.members.length,
                verdict: t(`memberList.verdict.${group.verdict}`),
              })
            }}
            <small class="muted names">{{ namesOf(group) }}</small>
            <small v-if="group.verdict === 'unreadable'" class="brass names">{{ group.members[0]?.note }}</small>
          </div>
          <BButton
            v-if="group.offers"
            size="sm"
            :variant="work.isChosen(group) ? 'primary' : 'outline-primary'"
            :aria-pressed="work.isChosen(group)"
            @click="work.choose(group, !work.isChosen(group))"
            >{{ t(labelOf(group), { count: group.members.length }, group.members.length) }}</BButton
          >
        </div>
      </section>
      <p class="choose">
        <label v-if="records"
          >{{ t('memberList.kind') }}
          <select v-model="work.kind" class="form-select form-select-sm">
            <option v-for="one in ['staff', 'contractor', 'client']" :key="one" :value="one">
              {{ t(`kind.${one}`) }}
            </option>
          </select></label
        >
        <label
          >{{ t('memberList.asOf') }}
          <DateField v-model="work.asOf" small :max="today" :label="t('memberList.asOf')" />
        </label>
      </p>
      <div v-if="work.shown.preview" class="sheet preview"><EffectBlocks :preview="work.shown.preview" /></div>
      <ProblemList :problems="work.shown.problems" />
      <p class="acts">
        <BButton
          v-if="!work.shown.preview"
          variant="primary"
          :disabled="work.busy || work.groups.length === 0"
          @click="work.judgeAgain(true)"
          >{{ t('memberList.preview') }}</BButton
        >
        <BButton
          v-else
          variant="primary"
          :disabled="work.busy || work.shown.problems.length > 0"
          @click="work.apply()"
          >{{ t('spreadsheet.apply') }}</BButton
        >
        <button type="button" class="btn btn-quiet" @click="work.putDown()">{{ t('docket.putDown') }}</button>
        <span v-if="work.busy" class="muted" role="status">{{
          work.run && work.run.state !== 'done'
            ? t('docket.running', { done: work.run.done, total: work.run.total })
            : t('memberList.reading')
        }}</span>
      </p>
      <p class="muted">{{ t('memberList.rest') }} {{ t('spreadsheet.source') }}</p>
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 1000px;
}
h2 {
  margin: 18px 0 6px;
}
h3 {
  font-size: 14px;
  margin: 0 0 6px;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 5px 12px;
  border-top: 1px solid var(--line-soft);
  font-weight: 400;
}
thead th {
  border-top: 0;
  font-size: 12px;
  font-weight: 600;
}
.marks,
.preview,
.list {
  padding: 8px 14px;
  margin-bottom: 8px;
}
.marks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 400px), 1fr));
  gap: 0 28px;
}
.marks h3 {
  grid-column: 1 / -1;
}
td select {
  min-width: 190px;
}
.marks label {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(140px, 230px);
  gap: 10px;
  align-items: center;
  padding: 2px 0;
}
.group {
  display: flex;
  flex-wrap: wrap;
  padding: 4px 0;
  border-top: 1px solid var(--line-soft);
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
.names {
  display: block;
}
.choose,
.choose label,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.choose label {
  flex-wrap: nowrap;
  white-space: nowrap;
}
</style>
