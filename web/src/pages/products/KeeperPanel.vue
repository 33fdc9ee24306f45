<script setup lang="ts">
import type { ProductAccountsView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import PickOne from '../../basics/PickOne.vue'
import { subjectOf } from '../../logic/picking.ts'

// Who looks after a product's accounts, and how: by hand, or there are none.
const props = defineProps<{ view: ProductAccountsView }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { subjects, findSubjects } = useChoices({ people: true })
const way = ref<'hand' | 'none'>(props.view.way === 'none' ? 'none' : 'hand')
const keeper = ref(props.view.keeper ? `${props.view.keeper.kind} ${props.view.keeper.id}` : '')
const options = computed(() => [
  { value: '', text: t('keeping.owners') },
  ...subjects.value.filter(({ value }) => !value.startsWith('standing')),
])

function save(): void {
  const { kind, id } = subjectOf(keeper.value)
  const keeperKind: 'group' | 'person' = kind === 'group' ? 'group' : 'person'
  const who = keeper.value && way.value === 'hand' ? { keeperKind, keeperId: id } : {}
  docket.hold([{ type: 'keep-product', product: props.view.product, way: way.value, ...who }], 'keeping')
  emit('close')
}
</script>

<template>
  <form class="sheet keeper" @submit.prevent="save">
    <fieldset>
      <legend>{{ t('keeping.how') }}</legend>
      <label><input v-model="way" type="radio" value="hand" /> {{ t('keeping.byHand') }}</label>
      <label><input v-model="way" type="radio" value="none" /> {{ t('keeping.noAccounts') }}</label>
    </fieldset>
    <BFormGroup v-if="way === 'hand'" :label="t('keeping.who')" label-for="keeper">
      <PickOne id="keeper" v-model="keeper" :options="options" :search="findSubjects" />
    </BFormGroup>
    <p class="acts">
      <BButton
        type="submit"
        variant="primary"
        :disabled="!view.controls.keep.enabled"
        :title="view.controls.keep.reason"
        >{{ t('keeping.save') }}</BButton
      >
      <button type="button" class="btn btn-quiet" @click="$emit('close')">{{ t('keeping.cancel') }}</button>
    </p>
  </form>
</template>

<style scoped>
.keeper {
  padding: 12px 16px;
  margin: 8px 0 14px;
  max-width: 560px;
}
label {
  display: block;
}
legend {
  font-size: 14px;
  font-weight: 600;
}
.acts {
  margin: 10px 0 0;
}
</style>
