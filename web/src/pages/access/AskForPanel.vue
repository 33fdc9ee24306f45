<script setup lang="ts">
import type { Level, RequestsView } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import type { NewChange } from '../../api/types.ts'
import { useChoices } from '../../state/choices.ts'
import { useDirect } from '../../state/direct.ts'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'

// Asks anyone who may give it for more. It is a form of its own: anyone who asks has no docket perhaps.
const props = defineProps<{ askable: RequestsView['askable']; personId?: string }>()
const emit = defineEmits<{ asked: []; close: [] }>()
const { t } = useI18n()
const direct = useDirect()
const { places } = useChoices()
const form = reactive({ placeId: '', area: '', level: '' as Level | '', until: '', reason: '' })
const sentence = ref('')
const busy = ref(false)
const areas = computed(() => [
  { value: '', text: t('give.choose') },
  ...props.askable.map((one) => ({ value: one.area, text: `${one.product}: ${one.name}` })),
])
const levels = computed(() => [
  { value: '', text: t('give.choose') },
  ...(props.askable.find((one) => one.area === form.area)?.levels ?? []).map((level) => {
    return { value: level, text: t(`level.${level}`) }
  }),
])
const ready = computed(() => form.placeId && form.area && form.level)

async function send(): Promise<void> {
  busy.value = true
  sentence.value = ''
  try {
    const { placeId, area, level, until, reason } = form
    const more = { ...(until ? { until } : {}), ...(reason.trim() ? { reason: reason.trim() } : {}) }
    const change: NewChange = {
      type: 'ask-for',
      placeId,
      area,
      level: level || 'none',
      ...more,
      ...(props.personId ? { personId: props.personId } : {}),
    }
    sentence.value = await direct(change)
    if (sentence.value) return
    emit('asked')
  } catch (failure) {
    sentence.value = (failure as ApiError).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BForm class="panel" @submit.prevent="send">
    <h2>{{ t('requests.askTitle') }}</h2>
    <BFormGroup :label="t('requests.place')" label-for="ask-place">
      <PickOne id="ask-place" v-model="form.placeId" :options="[{ value: '', text: t('give.choose') }, ...places]" />
    </BFormGroup>
    <BFormGroup :label="t('requests.area')" label-for="ask-area">
      <BFormSelect id="ask-area" v-model="form.area" :options="areas" />
    </BFormGroup>
    <BFormGroup :label="t('requests.level')" label-for="ask-level">
      <BFormSelect id="ask-level" v-model="form.level" :options="levels" />
    </BFormGroup>
    <BFormGroup :label="t('give.until')" label-for="ask-until">
      <DateField id="ask-until" v-model="form.until" />
    </BFormGroup>
    <BFormGroup :label="t('requests.reason')" label-for="ask-reason">
      <BFormInput id="ask-reason" v-model="form.reason" maxlength="500" />
    </BFormGroup>
    <p v-if="sentence" role="alert" class="oxblood">{{ sentence }}</p>
    <p class="muted">{{ t('requests.goesTo') }}</p>
    <BButton type="submit" variant="primary" :disabled="!ready || busy">{{ t('requests.send') }}</BButton>
    <button type="button" class="btn btn-quiet" @click="$emit('close')">{{ t('requests.leave') }}</button>
  </BForm>
</template>

<style scoped>
.panel {
  max-width: 460px;
  margin: 12px 0;
  padding: 12px 14px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.panel > div {
  margin-top: 0.6rem;
}
</style>
