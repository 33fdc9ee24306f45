<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { emptyType, type DescriptionForm, type FormProblems } from '../../logic/description.ts'

// The seat types of a product being described: a line each, and one more as long as there is room.
defineProps<{ problems: FormProblems; currency: string }>()
const form = defineModel<DescriptionForm>({ required: true })
const { t } = useI18n()
const MOST = 8
const isPriced = computed(() => ['month', 'day', 'term'].includes(form.value.pattern))
</script>

<template>
  <fieldset>
    <legend>{{ t('describe.types') }}</legend>
    <div v-for="(type, at) in form.types" :key="at" class="fields">
      <label
        >{{ t('describe.typeName') }}
        <input
          v-model="type.name"
          class="form-control form-control-sm name"
          maxlength="80"
          :aria-label="t('describe.typeNameOf', { number: at + 1 })"
      /></label>
      <label v-if="isPriced"
        >{{ t(form.pattern === 'term' ? 'describe.aTerm' : 'describe.aMonth', { currency }) }}
        <input
          v-model="type.price"
          class="form-control form-control-sm"
          inputmode="decimal"
          :placeholder="t('seats.noCharge')"
          :aria-label="t('describe.priceOf', { number: at + 1 })"
          :aria-invalid="problems[`price-${at}`] !== undefined"
      /></label>
      <label
        >{{ t('describe.number') }}
        <input
          v-model="type.number"
          class="form-control form-control-sm"
          inputmode="numeric"
          :placeholder="t('describe.asNeeded')"
          :aria-label="t('describe.numberOf', { number: at + 1 })"
          :aria-invalid="problems[`number-${at}`] !== undefined"
      /></label>
      <label v-if="form.pattern === 'team'" class="choice"
        ><input v-model="type.counts" type="checkbox" /> {{ t('describe.countsForTeam') }}</label
      >
      <label v-if="!type.code" class="choice"
        ><input v-model="type.looksOnly" type="checkbox" /> {{ t('describe.looksOnly') }}</label
      >
      <button
        v-if="form.types.length > 1 && !type.code"
        type="button"
        class="btn btn-quiet"
        :aria-label="t('describe.removeType', { name: type.name })"
        @click="form.types.splice(at, 1)"
      >
        ×
      </button>
    </div>
    <button v-if="form.types.length < MOST" type="button" class="btn btn-quiet" @click="form.types.push(emptyType())">
      {{ t('describe.another') }}
    </button>
  </fieldset>
</template>

<style scoped>
.fields .form-control.name {
  width: 180px;
}
</style>
