<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// What an account asks of anyone who comes in, and what they agree to.
defineProps<{ asks: readonly { id: string; name: string }[]; terms: string | null }>()
const answers = defineModel<Record<string, string>>({ required: true })
const agreed = defineModel<boolean>('agreed', { required: true })
const { t } = useI18n()
</script>

<template>
  <BFormGroup v-for="one in asks" :key="one.id" :label="one.name" :label-for="`ask-${one.id}`">
    <BFormInput :id="`ask-${one.id}`" v-model="answers[one.id]" maxlength="400" required />
  </BFormGroup>
  <template v-if="terms">
    <blockquote tabindex="0">{{ terms }}</blockquote>
    <label class="agree"><input v-model="agreed" type="checkbox" /> {{ t('signUp.agree') }}</label>
  </template>
</template>

<style scoped>
blockquote {
  max-height: 160px;
  overflow-y: auto;
  border-left: 3px solid var(--line);
  padding-left: 10px;
  margin: 10px 0;
  white-space: pre-line;
}
.agree {
  display: block;
  margin-bottom: 8px;
}
</style>
