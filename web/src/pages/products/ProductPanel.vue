<script setup lang="ts">
import type { ProductSeats, SeatsView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { useDocket } from '../../state/docket.ts'
import { useSession } from '../../state/session.ts'
import DateField from '../../basics/DateField.vue'
import { must } from '@lodge/core/must'

// A product's terms: its plan, on or off, how many seats there are, and a new sheet by file or from an allowed address.
const props = defineProps<{ product: ProductSeats | null; controls: SeatsView['controls'] }>()
const { t } = useI18n()
const docket = useDocket()
const session = useSession()
const plan = ref(props.product?.plan ?? '')
const seatType = ref('')
const number = ref('')
const source = ref('')
const from = ref('')
const address = ref('')
const problem = ref('')
const dated = computed(() => (from.value ? { from: from.value } : {}))
const plans = computed(() => (props.product?.plans ?? []).map(({ code, name }) => ({ value: code, text: name })))
const types = computed(() => (props.product?.racks ?? []).map((rack) => ({ value: rack.seatType, text: rack.name })))

function subscribe(on: boolean): void {
  const chosen = plan.value ? { plan: plan.value } : {}
  docket.hold([{ type: 'subscribe', product: must(props.product, 'product').code, on, ...chosen, ...dated.value }])
}

function enter(): void {
  if (!seatType.value || !/^\d+$/.test(number.value) || !source.value.trim()) {
    problem.value = t('product.stockMissing')
    return
  }
  problem.value = ''
  const entered = { seatType: seatType.value, number: Number(number.value), source: source.value }
  docket.hold([{ type: 'enter-stock', product: must(props.product, 'product').code, ...entered, ...dated.value }])
}

function take(sheet: unknown): void {
  problem.value = ''
  docket.hold([{ type: 'import-sheet', sheet: sheet as object, ...dated.value }])
}

async function readFile(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    take(JSON.parse(await file.text()))
  } catch {
    problem.value = t('product.notJson', { name: file.name })
  }
}

async function fetchSheet(): Promise<void> {
  try {
    const { sheet } = await ask<{ sheet: unknown }>('POST', session.path('/sheets/fetch'), { address: address.value })
    take(sheet)
  } catch (error) {
    problem.value = (error as ApiError).message
  }
}
</script>

<template>
  <div class="panel">
    <BFormGroup :label="t('product.from')" label-for="product-from">
      <DateField id="product-from" v-model="from" />
    </BFormGroup>
    <section v-if="product">
      <h2 class="caption">{{ t('product.plan') }}</h2>
      <div class="line">
        <BFormSelect
          v-if="plans.length > 0"
          id="product-plan"
          v-model="plan"
          :options="plans"
          :aria-label="t('product.plan')"
        />
        <BButton
          variant="outline-primary"
          :disabled="!controls.subscribe.enabled"
          :title="controls.subscribe.reason"
          @click="subscribe(true)"
          >{{ product.on ? t('product.change') : t('product.switchOn') }}</BButton
        >
        <BButton
          v-if="product.on"
          variant="outline-danger"
          :disabled="!controls.subscribe.enabled"
          :title="controls.subscribe.reason"
          @click="subscribe(false)"
          >{{ t('product.switchOff') }}</BButton
        >
      </div>
      <h2 class="caption">{{ t('product.stock') }}</h2>
      <div class="line">
        <BFormSelect
          id="stock-type"
          v-model="seatType"
          :options="[{ value: '', text: t('product.type') }, ...types]"
          :aria-label="t('product.type')"
        />
        <BFormInput id="stock-number" v-model="number" inputmode="numeric" :placeholder="t('product.number')" />
        <BFormInput id="stock-source" v-model="source" :placeholder="t('product.source')" />
        <BButton
          variant="outline-primary"
          :disabled="!controls.stock.enabled"
          :title="controls.stock.reason"
          @click="enter"
          >{{ t('product.enter') }}</BButton
        >
      </div>
    </section>
    <h2 class="caption">{{ product ? t('product.newVersion') : t('product.newProduct') }}</h2>
    <p v-if="!controls.importSheet.enabled" class="muted">{{ controls.importSheet.reason }}</p>
    <template v-else>
      <label class="file">
        <span>{{ t('product.file') }}</span>
        <input type="file" accept="application/json,.json" class="form-control" @change="readFile" />
      </label>
      <div class="line">
        <BFormInput id="sheet-address" v-model="address" type="url" :placeholder="t('product.address')" />
        <BButton variant="outline-primary" :disabled="!address" @click="fetchSheet">{{ t('product.fetch') }}</BButton>
      </div>
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.panel {
  margin: 12px 0;
  padding: 12px 14px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 6px 0 12px;
}
.line > .form-control,
.line > .form-select {
  width: auto;
  flex: 1 1 130px;
}
.file {
  display: block;
  margin: 6px 0;
}
.problem {
  color: var(--ox);
  margin: 8px 0 0;
}
</style>
