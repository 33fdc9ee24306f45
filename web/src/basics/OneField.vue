<script setup lang="ts">
import { ref } from 'vue'
import type { ApiError } from '../api/client.ts'
import ProblemList from './ProblemList.vue'

// One field, one button, and what went wrong: most of what is asked at the door.
const props = defineProps<{
  label: string
  button: string
  type?: string
  hint?: string
  autocomplete?: string
  optional?: boolean
  send: (value: string) => Promise<void>
}>()
const value = ref('')
const busy = ref(false)
const error = ref<ApiError | null>(null)

async function go(): Promise<void> {
  busy.value = true
  error.value = null
  try {
    await props.send(value.value)
    value.value = ''
  } catch (failure) {
    error.value = failure as ApiError
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BForm @submit.prevent="go">
    <BFormGroup :label="label" :label-for="`field-${label}`" :description="hint">
      <BFormInput
        :id="`field-${label}`"
        v-model="value"
        :type="(type as 'text' | undefined) ?? 'text'"
        :autocomplete="autocomplete ?? 'off'"
        :required="!optional"
      />
    </BFormGroup>
    <ProblemList
      v-if="error"
      :problems="error.problems.length > 0 ? error.problems : [{ code: error.code, sentence: error.message }]"
    />
    <BButton type="submit" variant="primary" class="go" :disabled="busy">{{ button }}</BButton>
  </BForm>
</template>

<style scoped>
.go {
  margin-top: 12px;
}
</style>
