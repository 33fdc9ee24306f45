<script setup lang="ts">
import type { InvoiceLaid } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { useFetched } from '../../state/fetched.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'

// A vendor's invoice compared with our bill, by line; what was pasted stays until it is taken.
const props = defineProps<{
  month: string
  products: { code: string; name: string }[]
  money: (minor: number) => string
}>()
type Laid = InvoiceLaid & { id: string; productName: string; laidBy: string; laidAt: string }
const { t } = useI18n()
const session = useSession()
const { signedSum } = useMoney()
const { data, again } = useFetched<{ invoices: Laid[] }>(() => session.path(`/bills/${props.month}/invoices`))
const product = ref(props.products[0]?.code ?? '')
const text = ref('')
const problems = ref<string[]>([])

async function lay(): Promise<void> {
  problems.value = []
  try {
    await ask('POST', session.path(`/bills/${props.month}/invoices`), { product: product.value, text: text.value })
    text.value = ''
    await again()
  } catch (error) {
    const { message, problems: found } = error as ApiError
    problems.value = found.length > 0 ? found.slice(0, 8).map((one) => one.sentence) : [message]
  }
}
</script>

<template>
  <section>
    <h2>{{ t('invoice.title') }}</h2>
    <BFormGroup :label="t('invoice.product')" label-for="invoice-product">
      <BFormSelect
        id="invoice-product"
        v-model="product"
        :options="products.map(({ code, name }) => ({ value: code, text: name }))"
      />
    </BFormGroup>
    <BFormGroup :label="t('invoice.lines')" label-for="invoice-lines">
      <BFormTextarea id="invoice-lines" v-model="text" rows="4" :placeholder="t('invoice.example')" />
    </BFormGroup>
    <BButton variant="primary" :disabled="!text.trim()" @click="lay">{{ t('invoice.lay') }}</BButton>
    <ul v-if="problems.length > 0" class="problems" role="alert">
      <li v-for="problem in problems" :key="problem">{{ problem }}</li>
    </ul>
    <article v-for="one in data?.invoices" :key="one.id">
      <h3 class="caption">{{ t('invoice.laid', { product: one.productName, name: one.laidBy }) }}</h3>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ t('invoice.who') }}</th>
            <th scope="col" class="number">{{ t('invoice.theirs') }}</th>
            <th scope="col" class="number">{{ t('invoice.ours') }}</th>
            <th scope="col" class="number">{{ t('invoice.difference') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in one.lines" :key="line.who + line.personId" :class="{ off: line.verdict !== 'same' }">
            <td>
              {{ line.who }} <small class="muted">{{ t(`invoice.verdict.${line.verdict}`) }}</small>
            </td>
            <td class="number">{{ line.theirsMinor === null ? '' : money(line.theirsMinor) }}</td>
            <td class="number">{{ line.oursMinor === null ? '' : money(line.oursMinor) }}</td>
            <td class="number">{{ signedSum(line.differenceMinor) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">{{ t('invoice.total') }}</th>
            <td class="number">{{ money(one.theirsMinor) }}</td>
            <td class="number">{{ money(one.oursMinor) }}</td>
            <td class="number">{{ signedSum(one.differenceMinor) }}</td>
          </tr>
        </tfoot>
      </table>
    </article>
  </section>
</template>

<style scoped>
table {
  width: 100%;
}
td,
th {
  padding: 4px 0;
  border-bottom: 1px solid var(--line-soft);
  font-weight: 400;
}
tfoot td,
tfoot th {
  font-weight: 600;
}
.off td {
  color: var(--ox);
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.problems {
  margin: 8px 0;
  color: var(--ox);
}
section > * {
  margin-bottom: 8px;
}
</style>
