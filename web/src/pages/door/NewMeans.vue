<script lang="ts">
/** What someone new will sign in by, as the lodge takes it. */
export type FirstMeans = { password: string } | { passkey: object; loginId: string }
</script>

<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, ApiError } from '../../api/client.ts'
import ProblemList from '../../basics/ProblemList.vue'

// A password, or a passkey of this browser, for a login that is about to be made.
const props = defineProps<{
  button: string
  busy: boolean
  optionsPath: string
  token: string
  slip?: boolean
  blocked?: boolean
}>()
const emit = defineEmits<{ chosen: [means: FirstMeans] }>()
const { t } = useI18n()
const password = ref('')
const error = ref<ApiError | null>(null)

async function passkey(): Promise<void> {
  error.value = null
  try {
    const { startRegistration } = await import('@simplewebauthn/browser')
    // A slip’s code opens it as a link’s token does.
    const asked = { [props.slip ? 'code' : 'token']: props.token }
    const { loginId, options } = await ask<{ loginId: string; options: never }>('POST', props.optionsPath, asked)
    emit('chosen', { passkey: await startRegistration({ optionsJSON: options }), loginId })
  } catch (failure) {
    error.value = failure instanceof ApiError ? failure : new ApiError(0, 'no-passkey', t('signIn.noPasskey'))
  }
}
</script>

<template>
  <BForm @submit.prevent="emit('chosen', { password })">
    <BFormGroup :label="t('invitation.password')" label-for="new-password" :description="t('invitation.hint')">
      <BFormInput
        id="new-password"
        v-model="password"
        type="password"
        autocomplete="new-password"
        required
        minlength="10"
      />
    </BFormGroup>
    <BButton type="submit" variant="primary" class="go" :disabled="busy || blocked">{{ button }}</BButton>
    <BButton variant="outline-primary" class="go" :disabled="busy || blocked" @click="passkey">{{
      t('invitation.passkey')
    }}</BButton>
    <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
  </BForm>
</template>

<style scoped>
.go {
  width: 100%;
  margin-top: 12px;
  padding-block: 7px;
}
</style>
