<script setup lang="ts">
import type { BillView } from '@lodge/core'
import type { Plotly } from 'plotly.js-basic-dist-min'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { must } from '@lodge/core/must'

// Twelve months ahead as a chart, and the same figures as a table.
const props = defineProps<{ bill: BillView; money: (minor: number) => string }>()
const { t } = useI18n()
const picture = ref<HTMLElement>()
const digits = 10 ** (props.money(0).split(/[.,]/)[1]?.length ?? 0)
let drawing: Promise<unknown> = Promise.resolve()
let plotly: Plotly | undefined

function colour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim()
}

async function draw(): Promise<void> {
  plotly ??= (await import('plotly.js-basic-dist-min')).default
  if (!picture.value) return
  const x = props.bill.forecast.map((one) => one.name.slice(0, 3))
  const [ink, line, brass] = [colour('--ink-2'), colour('--line'), colour('--brass')]
  const names = [...new Set(props.bill.forecast.flatMap((one) => one.products.map((product) => product.productName)))]
  const tones = [brass, colour('--green'), colour('--slate'), colour('--oxblood')]
  const traces = names.map((name, at) => ({
    type: 'bar' as const,
    name,
    x: props.bill.forecast.map((_one, index) => index),
    y: props.bill.forecast.map(
      (one) => (one.products.find((product) => product.productName === name)?.amountMinor ?? 0) / digits,
    ),
    marker: { color: tones[at % tones.length] },
    hovertemplate: `${name}: %{y}<extra></extra>`,
  }))
  const layout = {
    barmode: 'stack' as const,
    height: 190,
    margin: { l: 38, r: 4, t: 6, b: 44 },
    paper_bgcolor: 'rgba(0,0,0,0)',
    plot_bgcolor: 'rgba(0,0,0,0)',
    font: { family: 'Public Sans Variable', size: 11, color: ink },
    xaxis: { tickvals: x.map((_one, at) => at), ticktext: x, fixedrange: true },
    yaxis: { gridcolor: line, fixedrange: true },
    legend: { orientation: 'h' as const, y: -0.22 },
  }
  // One drawing after the other: a second begun before the first has ended leaves nothing.
  drawing = drawing.then(
    () =>
      picture.value &&
      must(plotly, 'plotly').react(picture.value, traces, layout, { displayModeBar: false, responsive: true }),
  )
  await drawing
}

onMounted(draw)
watch(() => props.bill.forecast, draw)
onBeforeUnmount(() => picture.value && plotly?.purge(picture.value))
</script>

<template>
  <section>
    <h2 class="caption">{{ t('bill.ahead') }}</h2>
    <div ref="picture" class="picture" aria-hidden="true"></div>
    <details>
      <summary>{{ t('bill.figures') }}</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ t('bill.month') }}</th>
            <th scope="col" class="number">{{ bill.currency }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in bill.forecast" :key="one.month">
            <td>
              <RouterLink :to="{ name: 'bill', params: { month: one.month } }">{{ one.name }}</RouterLink>
            </td>
            <td class="number">
              {{ money(one.totalMinor) }}
              <small v-if="one.expectedMinor > 0" class="muted">{{
                t('bill.expected', { sum: money(one.expectedMinor) })
              }}</small>
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
.picture {
  min-height: 190px;
}
table {
  width: 100%;
  margin-top: 6px;
}
td,
th {
  padding: 3px 0;
  border-bottom: 1px solid var(--line-soft);
  font-weight: 400;
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
