<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { DescriptionForm, FormProblems } from '../../logic/description.ts'

// What a product's way of charging asks for besides the price of each seat type, and from when someone counts.
defineProps<{ problems: FormProblems; currency: string }>()
const form = defineModel<DescriptionForm>({ required: true })
const { t } = useI18n()
const COUNTS = ['invited', 'admitted', 'first-use'] as const
</script>

<template>
  <div class="two">
    <fieldset v-if="form.pattern === 'team'">
      <legend>{{ t('describe.bands') }}</legend>
      <div v-for="(band, at) in form.bands" :key="at" class="fields">
        <label
          >{{ t('describe.upTo') }}
          <input
            v-model="band.upTo"
            class="form-control form-control-sm"
            inputmode="numeric"
            :aria-label="t('describe.upToOf', { number: at + 1 })"
            :aria-invalid="problems[`band-${at}`] !== undefined"
        /></label>
        <label
          >{{ t('describe.aMonth', { currency }) }}
          <input
            v-model="band.price"
            class="form-control form-control-sm"
            inputmode="decimal"
            :aria-label="t('describe.bandPriceOf', { number: at + 1 })"
            :aria-invalid="problems[`band-price-${at}`] !== undefined"
        /></label>
      </div>
    </fieldset>
    <BFormGroup v-else-if="form.pattern === 'term'" :label="t('describe.term')" label-for="describe-term">
      <BFormInput
        id="describe-term"
        v-model="form.termMonths"
        inputmode="numeric"
        :aria-invalid="problems['term'] !== undefined"
      />
    </BFormGroup>
    <div v-else-if="form.pattern === 'place'" class="fields">
      <label
        >{{ t('describe.placeKind') }}
        <input v-model="form.placeKind" class="form-control form-control-sm" :placeholder="t('describe.site')"
      /></label>
      <label
        >{{ t('describe.aMonth', { currency }) }}
        <input
          v-model="form.placePrice"
          class="form-control form-control-sm"
          inputmode="decimal"
          :aria-invalid="problems['place-price'] !== undefined"
      /></label>
    </div>
    <fieldset v-if="form.pattern !== 'nothing'">
      <legend>{{ t('describe.countsFrom') }}</legend>
      <label v-for="one in COUNTS" :key="one" class="choice">
        <input v-model="form.counts" type="radio" :value="one" /> {{ t(`describe.counts.${one}`) }}
      </label>
    </fieldset>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
