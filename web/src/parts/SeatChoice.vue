<script setup lang="ts">
import type { ProductChoiceView, SeatOptionView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../api/types.ts'
import KeyMark from '../marks/KeyMark.vue'
import { useDocketPlace } from '../state/docket-place.ts'
import { useDocket } from '../state/docket.ts'
import { useFetched } from '../state/fetched.ts'
import { useSession } from '../state/session.ts'
import DateField from './DateField.vue'
import NotYet from './NotYet.vue'

// A product's seat types side by side for one person: what each costs, holds, opens and closes; the one chosen is held.
const props = defineProps<{
  personId: string
  /** Whose types are shown; left out, one of all products is chosen first. */
  product?: string
  slotName: string
}>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
useDocketPlace(() => props.slotName)
const { data, error, again } = useFetched<{ products: ProductChoiceView[] }>(() =>
  session.path(`/people/${props.personId}/seats`),
)
const picked = ref('')
const code = ref('')
const on = ref('')
const until = ref('')
const own = ref(false)
/** Products in which they have no seat yet, where none is named. */
const products = computed(() => {
  const all = data.value?.products ?? []
  if (props.product) return all.filter((one) => one.product === props.product)
  return all.filter(({ options }) => options.length > 0 && !options.some(({ isHeld }) => isHeld))
})
const chosen = computed(() =>
  products.value.length === 1 ? products.value[0] : products.value.find((one) => one.product === picked.value),
)
const options = computed(() => chosen.value?.options ?? [])
const hasExtras = computed(() => options.value.some(({ extras }) => extras.length > 0))
/** All areas that any of the types reaches, in the product's order. */
const areas = computed(() => [...new Set(options.value.flatMap((option) => option.areas.map(({ name }) => name)))])
const levelOf = (option: SeatOptionView, name: string) => option.areas.find((area) => area.name === name)?.level
const MOVES = ['opens', 'raises', 'lowers', 'closes'] as const
/** `lowers Photos, Site notes`: what an option would change for them, each kind in a line. */
const movesOf = (option: SeatOptionView) =>
  MOVES.flatMap((kind) => {
    const names = option.moves.filter((move) => move.kind === kind).map(({ name }) => name)
    return names.length > 0 ? [{ kind, text: t(`seatChoice.${kind}`, { areas: names.join(', ') }) }] : []
  })

watch(picked, () => (code.value = ''))
watch([code, on, until, own], () => {
  const choice = chosen.value
  if (!choice || !code.value) return docket.release(props.slotName)
  const day = on.value || undefined
  const give: NewChange = { type: 'give-seat', personId: props.personId, product: choice.product, seatType: code.value }
  const dates = { ...(day ? { from: day } : {}), ...(until.value ? { until: until.value } : {}) }
  const change: NewChange =
    choice.holdingId === null
      ? { ...give, ...dates, ...(own.value ? { own: true } : {}) }
      : { type: 'change-seat', holdingId: choice.holdingId, seatType: code.value, ...(day ? { on: day } : {}) }
  docket.hold([change], props.slotName)
})
</script>

<template>
  <fieldset class="panel">
    <legend class="visually-hidden">{{ t('seatChoice.title') }}</legend>
    <NotYet v-if="!data" :error="error" :again="again" />
    <p v-else-if="products.length === 0" class="muted">{{ t('seatChoice.none') }}</p>
    <label v-if="products.length > 1" class="product"
      >{{ t('seatChoice.product') }}
      <select v-model="picked" class="form-select form-select-sm">
        <option value="">{{ t('give.choose') }}</option>
        <option v-for="one in products" :key="one.product" :value="one.product">{{ one.name }}</option>
      </select></label
    >
    <div v-if="chosen" class="scroll" tabindex="0" role="region" :aria-label="t('seatChoice.compare')">
      <table>
        <thead>
          <tr>
            <td></td>
            <th v-for="option in options" :key="option.code" scope="col">
              <label
                ><input v-model="code" type="radio" :name="slotName" :value="option.code" :disabled="option.isHeld" />
                {{ option.name }}</label
              >
              <small v-if="option.isHeld" class="muted">{{ t('seatChoice.held') }}</small>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">{{ t('seatChoice.price') }}</th>
            <td v-for="option in options" :key="option.code">
              {{ option.price }}<template v-if="option.room"><br />{{ option.room }}</template>
            </td>
          </tr>
          <tr class="effect">
            <th scope="row">{{ t('seatChoice.effect') }}</th>
            <td v-for="option in options" :key="option.code">
              <template v-if="option.isHeld">–</template>
              <span v-else-if="option.moves.length === 0" class="muted">{{ t('seatChoice.nothing') }}</span>
              <span
                v-for="move in movesOf(option)"
                v-else
                :key="move.kind"
                :class="{ oxblood: move.kind === 'closes' }"
                >{{ move.text }}</span
              >
              <span v-if="option.problem" class="brass">{{ option.problem }}</span>
            </td>
          </tr>
          <tr v-for="area in areas" :key="area">
            <th scope="row">{{ area }}</th>
            <td v-for="option in options" :key="option.code">
              <KeyMark v-if="levelOf(option, area)" :level="levelOf(option, area)!" />
              <span v-else class="muted">–</span>
            </td>
          </tr>
          <tr v-if="hasExtras">
            <th scope="row">{{ t('seatChoice.extras') }}</th>
            <td v-for="option in options" :key="option.code">{{ option.extras.join(', ') || '–' }}</td>
          </tr>
          <tr>
            <th scope="row">{{ t('seatChoice.counts') }}</th>
            <td v-for="option in options" :key="option.code">
              {{ t(option.counts ? 'seatChoice.yes' : 'seatChoice.no') }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="chosen" class="dates">
      <label
        >{{ t(chosen.holdingId ? 'seats.on' : 'seats.from') }}
        <DateField v-model="on" small :label="t(chosen.holdingId ? 'seats.on' : 'seats.from')"
      /></label>
      <label v-if="!chosen.holdingId"
        >{{ t('seatChoice.until') }} <DateField v-model="until" small :label="t('seatChoice.until')"
      /></label>
      <label v-if="!chosen.holdingId" class="own"><input v-model="own" type="checkbox" /> {{ t('seats.own') }}</label>
    </div>
  </fieldset>
</template>

<style scoped>
.panel {
  margin: 4px 0 8px;
  padding: 8px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th,
td {
  padding: 4px 10px 4px 0;
  text-align: left;
  vertical-align: top;
  font-weight: 400;
  border-bottom: 1px solid var(--line-soft);
}
thead th {
  font-weight: 600;
  white-space: nowrap;
}
tbody th {
  color: var(--ink-2);
}
thead small,
.effect span {
  display: block;
}
.effect td {
  min-width: 110px;
}
.product,
.dates label {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 13px;
}
.dates {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin-top: 8px;
}
</style>
