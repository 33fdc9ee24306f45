<script setup lang="ts">
import type { DescribedProduct } from '@lodge/core'
import { useI18n } from 'vue-i18n'
import { useMoney } from '../../state/money.ts'

// How a description reads: its sentence, and an example worked out by the charging itself.
defineProps<{ described: DescribedProduct; currency: string }>()
const { t } = useI18n()
const { money } = useMoney()
</script>

<template>
  <div class="sheet reads">
    <h2 class="caption">{{ t('describe.reads') }}</h2>
    <p class="sentence">{{ described.sentence }}</p>
    <template v-if="described.example.length > 0">
      <h2 class="caption">{{ t('describe.worked') }}</h2>
      <table>
        <thead class="visually-hidden">
          <tr>
            <th scope="col">{{ t('describe.case') }}</th>
            <th scope="col">{{ currency }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in described.example" :key="line.text">
            <td>{{ line.text }}</td>
            <td class="number">{{ money(line.minor) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.reads {
  padding: 12px 16px;
}
.sentence {
  font: 400 17px/1.5 'Bitter Variable';
}
table {
  width: 100%;
}
td {
  padding: 6px 0;
  border-top: 1px solid var(--line-soft);
}
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
