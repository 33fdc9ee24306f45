<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import ProblemList from '../../basics/ProblemList.vue'

interface Template {
  name: string
  subject: string
  text: string
}

// A message to everyone chosen in the list; each reads their own name in it.
const props = defineProps<{ ids: readonly string[]; name?: string }>()
const { t } = useI18n()
const session = useSession()
const { data, again } = useFetched<{ templates: Template[] }>(() => session.path('/message-templates'))
const form = reactive({ name: '', subject: '', text: '' })
const said = ref('')
const error = ref<ApiError | null>(null)
const options = computed(() => [
  { value: '', text: t('message.blank') },
  ...(data.value?.templates ?? []).map(({ name }) => ({ value: name, text: name })),
])

function choose(name: unknown): void {
  const kept = data.value?.templates.find((one) => one.name === name)
  Object.assign(form, kept ?? { name: '', subject: '', text: '' })
}

async function act(work: () => Promise<string>): Promise<void> {
  error.value = null
  said.value = ''
  try {
    said.value = await work()
  } catch (failure) {
    error.value = failure as ApiError
  }
}

const send = () =>
  act(async () => {
    const { subject, text } = form
    const body = { ids: props.ids, subject, text }
    const answer = await ask<{ sent: number; left: number }>('POST', session.path('/messages'), body)
    const left = answer.left > 0 ? ` ${t('message.left', { count: answer.left })}` : ''
    return t('message.sent', { count: answer.sent }, answer.sent) + left
  })
const keep = () =>
  act(async () => {
    await ask('POST', session.path('/message-templates'), { ...form, name: form.name.trim() })
    await again()
    return t('message.kept')
  })
</script>

<template>
  <BForm class="message" @submit.prevent="send">
    <BFormSelect
      :model-value="form.name"
      size="sm"
      :options="options"
      :aria-label="t('message.template')"
      @update:model-value="choose"
    />
    <input
      v-model="form.subject"
      class="form-control form-control-sm"
      maxlength="120"
      required
      :placeholder="t('message.subject')"
      :aria-label="t('message.subject')"
    />
    <textarea
      v-model="form.text"
      class="form-control form-control-sm"
      rows="5"
      maxlength="8000"
      required
      :aria-label="t('message.text')"
    ></textarea>
    <p class="muted">{{ t('message.words') }}</p>
    <ProblemList
      v-if="error"
      :problems="error.problems.length > 0 ? error.problems : [{ code: error.code, sentence: error.message }]"
    />
    <div class="acts">
      <BButton type="submit" variant="primary" size="sm">{{
        name ? t('message.sendTo', { name }) : t('message.send', { count: ids.length }, ids.length)
      }}</BButton>
      <input
        v-model="form.name"
        class="form-control form-control-sm"
        maxlength="60"
        :placeholder="t('message.name')"
        :aria-label="t('message.name')"
      />
      <BButton
        size="sm"
        variant="outline-primary"
        :disabled="!form.name.trim() || !form.subject || !form.text"
        @click="keep"
        >{{ t('message.keep') }}</BButton
      >
      <span role="status">{{ said }}</span>
    </div>
  </BForm>
</template>

<style scoped>
.message {
  display: grid;
  gap: 8px;
  flex: 1 0 100%;
}
.message p {
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.acts input {
  width: 170px;
}
</style>
