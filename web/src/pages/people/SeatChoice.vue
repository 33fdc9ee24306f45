<script setup lang="ts">
import type { ProductChoiceView } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../../api/types.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import NotYet from '../../basics/NotYet.vue'
import SeatTypes from './SeatTypes.vue'

// A product's seat types side by side for one person: what each costs, holds, opens and closes; the one chosen is held.
const props = defineProps<{
  personId: string
  /** Whose types are shown; left out, one of all products is chosen first. */
  product?: string
  /** The seat that is changed; left out, one is given. */
  holdingId?: string
  slotName: string
}>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
useDocketPlace(() => props.slotName)
const { data, error, again } = useFetched<{ products: ProductChoiceView[] }>(() =>
  session.path(`/people/${props.personId}/seats${props.holdingId ? `?changing=${props.holdingId}` : ''}`),
)
const MAXIMUM_SHOWN = 3
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
/** Of a few products all are shown; of more, the one that was picked. */
const isFew = computed(() => products.value.length <= MAXIMUM_SHOWN)
const shown = computed(() =>
  isFew.value ? products.value : products.value.filter((one) => one.product === picked.value),
)
const chosen = computed(() =>
  products.value.length === 1 ? products.value[0] : products.value.find((one) => one.product === picked.value),
)

function choose(product: string, type: string): void {
  picked.value = product
  code.value = type
}

watch([picked, code, on, until, own], () => {
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
    <label v-if="!isFew" class="product"
      >{{ t('seatChoice.product') }}
      <select v-model="picked" class="form-select form-select-sm" @change="code = ''">
        <option value="">{{ t('give.choose') }}</option>
        <option v-for="one in products" :key="one.product" :value="one.product">{{ one.name }}</option>
      </select></label
    >
    <template v-for="one in shown" :key="one.product">
      <h4 v-if="!props.product">{{ one.name }}</h4>
      <SeatTypes
        :model-value="chosen?.product === one.product ? code : ''"
        :options="one.options"
        :name="one.name"
        :group="slotName"
        @update:model-value="choose(one.product, $event)"
      />
    </template>
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
h4 {
  font-size: 13px;
  margin: 8px 0 2px;
}
.panel {
  margin: 4px 0 8px;
  padding: 8px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
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
