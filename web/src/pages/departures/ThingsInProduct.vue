<script setup lang="ts">
import type { ThingInProductView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { InProduct } from '../../logic/in-products.ts'
import type { GainText } from '../../state/handover-gains.ts'
import GainLine from './GainLine.vue'

// What is in a product, as it says itself: counted, and unfolded thing by thing, each passed to someone of its own if one is
// chosen; otherwise it goes where the product's things go.
const props = defineProps<{
  held: InProduct
  /** How many there are, in words. */
  counted: string
  options: readonly { value: string; text: string }[]
  disabled: boolean
  takerOf: (thing: ThingInProductView) => string
  gainOf: (thing: ThingInProductView) => GainText
}>()
const emit = defineEmits<{ choose: [thing: ThingInProductView, value: string] }>()
/** So many are listed, each with its choice. */
const LISTED = 50
const { t } = useI18n()
const open = ref(false)
const listed = computed(() => (open.value ? props.held.things.slice(0, LISTED) : []))
const more = computed(() => (open.value ? props.held.things.length - listed.value.length : 0))
</script>

<template>
  <tr class="within">
    <td colspan="2">
      <small v-if="held.problem" class="brass">{{ t('leaving.held.away', { why: held.problem }) }}</small>
      <small v-else-if="held.things.length === 0" class="muted">{{ t('leaving.held.nothing') }}</small>
      <button v-else type="button" class="unfold" :aria-expanded="open" @click="open = !open">{{ counted }}</button>
    </td>
  </tr>
  <tr v-for="thing in listed" :key="thing.id" class="within">
    <th scope="row">
      <small class="muted">{{ t(`leaving.held.kind.${thing.kind}`) }}</small> {{ thing.text }}
    </th>
    <td>
      <select
        class="form-select form-select-sm"
        :disabled="disabled"
        :aria-label="t('leaving.taker', { what: thing.text })"
        :value="takerOf(thing)"
        @change="emit('choose', thing, ($event.target as HTMLSelectElement).value)"
      >
        <option v-for="one in options" :key="one.value" :value="one.value">{{ one.text }}</option>
      </select>
      <GainLine v-bind="gainOf(thing)" />
    </td>
  </tr>
  <tr v-if="more > 0" class="within">
    <td colspan="2" class="muted">{{ t('leaving.held.more', { count: more }) }}</td>
  </tr>
</template>
