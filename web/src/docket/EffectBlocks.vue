<script setup lang="ts">
import type { AccessEffect, AreaEffect, Preview } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import KeyMark from '../marks/KeyMark.vue'
import WallMark from '../marks/WallMark.vue'
import { shortDate, monthName, todayIn } from '../logic/dates.ts'
import { byKind, countsOf, warningsByCode, type Translate } from '../logic/effects.ts'
import { sum } from '../logic/money.ts'
import { useDocket } from '../state/docket.ts'
import { useSession } from '../state/session.ts'

// The three blocks of every change: who gets in where, seats and money, watch out (model S8).
const props = defineProps<{ preview: Preview }>()
const { t } = useI18n()
const say: Translate = (key, values, plural) => (plural === undefined ? t(key, values) : t(key, values, plural))
const session = useSession()
const docket = useDocket()
const opened = ref(new Set<string>())
/** So many warnings of a kind are told in full; of more, the first alone until it is opened. */
const MAXIMUM_ALIKE = 3
/** Kinds of warnings of which all are shown, however many. */
const unfolded = ref(new Set<string>())
const warnings = computed(() => warningsByCode(props.preview.watchOut))
const groups = computed(() => byKind(props.preview.access.effects))
const locale = computed(() => session.me?.current?.locale ?? 'en-IE')
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const sums = computed(() => props.preview.money.sums)
const show = (minor: number) => sum(minor, props.preview.money.currency, locale.value)
const moves = computed(
  () =>
    sums.value &&
    (sums.value.thisMonth.before !== sums.value.thisMonth.after || sums.value.next.before !== sums.value.next.after),
)

function keyOf(one: AccessEffect): string {
  return `${one.kind} ${one.personId} ${one.placeId} ${one.from ?? ''}`
}

function unfold(code: string): void {
  if (!unfolded.value.delete(code)) unfolded.value.add(code)
}

function shownOf({ code, all }: (typeof warnings.value)[number]) {
  return unfolded.value.has(code) || all.length <= MAXIMUM_ALIKE ? all : all.slice(0, 1)
}

function toggle(key: string): void {
  if (!opened.value.delete(key)) opened.value.add(key)
}

/** Of several products, each seat type says of which it is. */
const severalProducts = computed(() => new Set(props.preview.money.seats.map(({ product }) => product)).size > 1)
const seatName = ({ productName, seatTypeName }: Preview['money']['seats'][number]) =>
  severalProducts.value ? `${productName}, ${seatTypeName}` : seatTypeName

/** `own items only, change with approval, without export`: what the level alone does not say. */
function notesOn(area: AreaEffect): string {
  const parts: string[] = []
  if (area.heldBack) parts.push(t(area.after === 'none' ? 'effect.needsSeat' : 'effect.heldBack'))
  if (area.ownOnly) parts.push(t('effect.ownOnly'))
  if (area.withApproval) parts.push(t('effect.withApproval', { level: t(`level.${area.withApproval}`) }))
  for (const action of area.actions ?? []) parts.push(t(`effect.action.${action.after}`, { action: action.code }))
  return parts.join(', ')
}

function aside(one: AccessEffect): string {
  const beneath = one.beneath > 0 ? ` ${t('effect.beneath', { count: one.beneath })}` : ''
  return period(one) ? `${beneath}, ${period(one)}` : beneath
}

function period(one: AccessEffect): string {
  const parts: string[] = []
  if (one.from) parts.push(t('effect.from', { date: shortDate(one.from, today.value, locale.value) }))
  if (one.until) parts.push(t('effect.until', { date: shortDate(one.until, today.value, locale.value) }))
  return parts.join(' ')
}
</script>

<template>
  <section>
    <template v-if="preview.watchOut.length > 0">
      <h3 class="caption">{{ t('docket.watchOut') }}</h3>
      <ul class="sheet block watch">
        <li v-for="group in warnings" :key="group.code">
          <p v-for="warning in shownOf(group)" :key="warning.sentence">
            {{ warning.sentence }}
            <button v-if="warning.mend" type="button" class="mend" @click="docket.mend(warning.mend.changes)">
              {{ warning.mend.label }}
            </button>
          </p>
          <button
            v-if="group.all.length > MAXIMUM_ALIKE"
            type="button"
            class="more"
            :aria-expanded="unfolded.has(group.code)"
            @click="unfold(group.code)"
          >
            {{
              unfolded.has(group.code)
                ? t('effect.fold')
                : t('effect.alike', { count: group.all.length - 1 }, group.all.length - 1)
            }}
          </button>
        </li>
      </ul>
    </template>
    <p v-else class="muted">{{ t('docket.nothing') }}</p>
    <h3 class="caption">{{ t('docket.access') }}</h3>
    <div class="sheet block">
      <p v-if="groups.length === 0" class="muted">{{ t('effect.nobody') }}</p>
      <div v-for="group in groups" :key="group.kind" class="group">
        <p class="head">
          <strong :class="{ oxblood: group.kind === 'lost' || group.kind === 'lowered' }">{{
            t(`effect.${group.kind}`)
          }}</strong>
          {{ countsOf(say, preview, group.kind) }}
          <span v-if="preview.access.onceIn && group.kind === 'gained'" class="slate">{{ t('effect.onceIn') }}</span>
        </p>
        <div v-for="one in group.effects" :key="keyOf(one)" class="effect">
          <button type="button" class="line" :aria-expanded="opened.has(keyOf(one))" @click="toggle(keyOf(one))">
            <span>
              {{ one.personName }}, <WallMark v-if="one.walled" />{{ one.placeName
              }}<span class="muted">{{ aside(one) }}</span>
            </span>
            <span class="more">{{ opened.has(keyOf(one)) ? t('effect.fold') : t('effect.open') }}</span>
          </button>
          <ul v-if="opened.has(keyOf(one))">
            <li v-for="area in one.areas" :key="area.area">
              <span>{{ area.name }}</span>
              <KeyMark :level="one.kind === 'lost' ? area.before : area.after" />
              <small v-if="notesOn(area)" class="slate">{{ notesOn(area) }}</small>
            </li>
          </ul>
        </div>
      </div>
      <p v-if="preview.access.more > 0" class="muted">{{ t('effect.more', { count: preview.access.more }) }}</p>
      <p v-if="preview.access.unseen > 0" class="muted">{{ t('effect.unseen') }}</p>
    </div>

    <h3 class="caption">{{ t('docket.money') }}</h3>
    <div class="sheet block">
      <p v-if="!sums" class="muted">{{ t('docket.noMoney') }}</p>
      <p v-else-if="!moves && preview.money.seats.length === 0" class="muted">{{ t('docket.sameMoney') }}</p>
      <table v-else>
        <thead>
          <tr>
            <td></td>
            <th scope="col">{{ monthName(sums.month, locale) }}</th>
            <th scope="col">{{ monthName(sums.nextMonth, locale) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">{{ t('docket.before') }}</th>
            <td>{{ show(sums.thisMonth.before) }}</td>
            <td>{{ show(sums.next.before) }}</td>
          </tr>
          <tr class="brass">
            <th scope="row">{{ t('docket.after') }}</th>
            <td>{{ show(sums.thisMonth.after) }}</td>
            <td>{{ show(sums.next.after) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="seat in preview.money.seats" :key="seat.product + seat.seatType" class="seat">
        {{ t('docket.seatsTaken', { type: seatName(seat), before: seat.taken.before, after: seat.taken.after })
        }}<template v-if="seat.empty">, {{ t('docket.seatsEmpty', { count: seat.empty.after }) }}</template>
        <span v-if="seat.oneMoreMinor" class="muted"
          >; {{ t('docket.oneMore', { price: show(seat.oneMoreMinor) }) }}</span
        >
      </p>
    </div>
  </section>
</template>

<style scoped>
.caption {
  margin: 14px 0 4px;
}
.block {
  padding: 8px 12px;
}
p {
  margin: 2px 0;
}
.watch {
  border-left: 3px solid var(--brass);
  margin: 0;
}
.watch li {
  display: block;
}
.mend,
.watch .more {
  border: 0;
  background: none;
  padding: 0;
  color: var(--green);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.group + .group {
  margin-top: 6px;
}
.line {
  display: flex;
  gap: 8px;
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  color: var(--ink);
  padding: 2px 0;
}
.line .more {
  white-space: nowrap;
  margin-left: auto;
  color: var(--green);
  text-decoration: underline;
  text-underline-offset: 3px;
}
ul {
  list-style: none;
  margin: 2px 0 6px;
  padding-left: 12px;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 24px;
}
li span:first-child {
  flex: 0 0 108px;
}
table {
  width: 100%;
}
th {
  font-weight: 500;
  font-size: 12.5px;
  color: var(--ink-2);
}
thead th,
td {
  text-align: right;
}
tbody tr td,
tbody tr th {
  padding: 3px 0;
  border-top: 1px solid var(--line-soft);
}
tr.brass td,
tr.brass th {
  color: var(--brass);
  font-weight: 600;
}
.seat {
  margin-top: 4px;
}
</style>
