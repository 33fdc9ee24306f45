<script setup lang="ts">
import type { ProductSeats, SeatsView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import CountList from '../../basics/CountList.vue'
import ProductPanel from './ProductPanel.vue'

// How a product charges, its plan and numbers, and who counts.
const props = defineProps<{ product: ProductSeats | null; controls: SeatsView['controls'] }>()
const { t } = useI18n()
const counting = ref(false)
const planName = computed(() => props.product?.plans.find((one) => one.code === props.product?.plan)?.name)
</script>

<template>
  <div class="terms">
    <p v-if="product">
      {{ t(`seats.rule.${product.rule}`, { months: product.termMonths }) }}
      <template v-if="planName">{{ t('seats.plan', { plan: planName }) }}</template>
      <strong v-if="!product.on">{{ t('seats.off') }}</strong>
      <BButton variant="link" :aria-expanded="counting" @click="counting = !counting">{{ t('seats.who') }}</BButton>
    </p>
    <CountList v-if="counting && product" :product="product.code" />
    <ProductPanel :product="product" :controls="controls" />
  </div>
</template>

<style scoped>
.terms {
  max-width: 860px;
}
</style>
