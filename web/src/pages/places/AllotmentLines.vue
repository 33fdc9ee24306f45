<script setup lang="ts">
import type { PlaceSheetView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'

// How many seats of a type a place's stewards may have handed out at a time (model S10).
const props = defineProps<{ place: PlaceSheetView }>()
const { t } = useI18n()
const docket = useDocket()
const { choices } = useChoices()
const seat = ref('')
const types = computed(() => [
  { value: '', text: t('allot.choose') },
  ...(choices.value?.seats ?? []).map(({ product, productName, seatType, name }) => {
    return { value: `${product}/${seatType}`, text: `${name}, ${productName}` }
  }),
])

function hold(product: string, seatType: string, number: number | null): void {
  docket.hold(
    [{ type: 'allot-seats', placeId: props.place.id, product, seatType, number }],
    `allot ${props.place.id} ${product}/${seatType}`,
  )
}

/** An emptied field means that there is no number. */
function change(product: string, seatType: string, event: Event): void {
  const { value } = event.target as HTMLInputElement
  hold(product, seatType, value === '' ? null : Number(value))
}

function add(event: Event): void {
  const [product = '', seatType = ''] = seat.value.split('/')
  const { value } = event.target as HTMLInputElement
  if (seatType && value !== '') hold(product, seatType, Number(value))
}
</script>

<template>
  <template v-if="place.allotments.length > 0 || place.controls.allot.enabled">
    <h3 class="caption">{{ t('allot.title') }}</h3>
    <p v-for="one in place.allotments" :key="`${one.product}/${one.seatType}`" class="allotment">
      <label>
        <span>{{ t('allot.out', { name: one.name, out: one.out }) }}</span>
        <input
          class="form-control form-control-sm"
          type="number"
          min="0"
          :value="one.number"
          :disabled="!place.controls.allot.enabled"
          :title="place.controls.allot.reason"
          @change="change(one.product, one.seatType, $event)"
        />
      </label>
    </p>
    <p v-if="place.allotments.length === 0" class="muted">{{ t('allot.none') }}</p>
    <div v-if="place.controls.allot.enabled" class="allotment">
      <BFormSelect v-model="seat" size="sm" :options="types" :aria-label="t('allot.choose')" />
      <input
        class="form-control form-control-sm"
        type="number"
        min="0"
        :disabled="!seat"
        :aria-label="t('allot.number')"
        :placeholder="t('allot.number')"
        @change="add"
      />
    </div>
  </template>
</template>

<style scoped>
.caption {
  margin: 14px 0 2px;
  padding-bottom: 3px;
  border-bottom: 1px solid var(--line);
}
.allotment,
.allotment label {
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 4px 0;
}
.allotment label {
  flex: 1;
}
.allotment span {
  flex: 1;
}
.allotment input {
  width: 92px;
}
</style>
