<script setup lang="ts">
import type { SeatOptionView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import KeyMark from '../../marks/KeyMark.vue'

// One product's seat types side by side for one person: what each costs, holds, opens and closes.
const props = defineProps<{ options: readonly SeatOptionView[]; name: string; group: string }>()
/** The code of the type that is chosen. */
const code = defineModel<string>({ required: true })
const { t } = useI18n()
const hasExtras = computed(() => props.options.some(({ extras }) => extras.length > 0))
/** All areas that any of the types reaches, in the product's order. */
const areas = computed(() => [...new Set(props.options.flatMap((option) => option.areas.map((area) => area.name)))])
const levelOf = (option: SeatOptionView, name: string) => option.areas.find((area) => area.name === name)?.level
const MOVES = ['opens', 'raises', 'lowers', 'closes'] as const
/** `lowers Photos, Site notes`: what an option would change for them, each kind in a line. */
const movesOf = (option: SeatOptionView) =>
  MOVES.flatMap((kind) => {
    const names = option.moves.filter((move) => move.kind === kind).map((move) => move.name)
    return names.length > 0 ? [{ kind, text: t(`seatChoice.${kind}`, { areas: names.join(', ') }) }] : []
  })
</script>

<template>
  <div class="scroll" tabindex="0" role="region" :aria-label="t('seatChoice.compare', { product: name })">
    <table>
      <thead>
        <tr>
          <td></td>
          <th v-for="option in options" :key="option.code" scope="col">
            <label
              ><input v-model="code" type="radio" :name="group" :value="option.code" :disabled="option.isHeld" />
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
            <KeyMark v-if="levelOf(option, area)" :level="levelOf(option, area) ?? 'none'" />
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
</template>

<style scoped>
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
</style>
