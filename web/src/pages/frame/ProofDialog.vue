<script setup lang="ts">
import { nextTick, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { useProof } from '../../state/proof.ts'
import ProblemList from '../../basics/ProblemList.vue'

// Who one is, once more: for grave acts.
const { t } = useI18n()
const proof = useProof()
const dialog = useTemplateRef<HTMLDialogElement>('dialog')
const word = ref('')
const error = ref<ApiError | null>(null)

watch(
  () => proof.asking,
  async (asking) => {
    word.value = ''
    error.value = null
    await nextTick()
    if (asking) dialog.value?.showModal()
  },
)

async function go(): Promise<void> {
  error.value = null
  try {
    const body = /^[\d\s]{6,8}$/.test(word.value) ? { code: word.value } : { password: word.value }
    await ask('POST', '/api/session/again', body)
    proof.done(true)
  } catch (failure) {
    error.value = failure as ApiError
  }
}
</script>

<template>
  <dialog
    v-if="proof.asking"
    ref="dialog"
    class="sheet"
    aria-labelledby="proof-title"
    @cancel.prevent="proof.done(false)"
  >
    <h2 id="proof-title">{{ t('proof.title') }}</h2>
    <p class="muted">{{ t('proof.why') }}</p>
    <BForm @submit.prevent="go">
      <BFormGroup :label="t('proof.word')" label-for="proof-word">
        <BFormInput id="proof-word" v-model="word" type="password" autocomplete="current-password" required />
      </BFormGroup>
      <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
      <p class="buttons">
        <BButton type="submit" variant="primary">{{ t('proof.go') }}</BButton>
        <button type="button" class="btn btn-quiet" @click="proof.done(false)">{{ t('proof.leave') }}</button>
      </p>
    </BForm>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(420px, 92vw);
  padding: 20px 24px;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line);
}
dialog::backdrop {
  background: rgb(20 30 26 / 45%);
}
.buttons {
  display: flex;
  gap: 12px;
  margin: 14px 0 0;
}
</style>
