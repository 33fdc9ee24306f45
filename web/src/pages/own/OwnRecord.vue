<script setup lang="ts">
import type { PersonSheetView } from '@lodge/core'
import { reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import { useDirect } from '../../state/direct.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import { must } from '@lodge/core/must'

// What people change about themselves; the rest of their record is the office's.
const { t } = useI18n()
const session = useSession()
const direct = useDirect()
const personId = must(must(session.me, 'me').current, 'current').personId
const { data: person } = useFetched<PersonSheetView>(() => session.path(`/people/${personId}`))
const form = reactive<{ phone: string; texts: Record<string, string> }>({ phone: '', texts: {} })
const said = ref('')
const own = (all: NonNullable<PersonSheetView['record']>['fields']) => all.filter((field) => field.own)

watch(person, (now) => {
  form.phone = now?.record?.phone ?? ''
  for (const { id, text } of own(now?.record?.fields ?? [])) form.texts[id] = text ?? ''
})

async function save(): Promise<void> {
  try {
    const texts = Object.entries(form.texts).map(([fieldId, text]) => ({ fieldId, text }))
    said.value = (await direct({ type: 'own-record', personId, phone: form.phone, texts })) || t('record.saved')
  } catch (failure) {
    said.value = (failure as ApiError).message
  }
}
</script>

<template>
  <div v-if="person?.record" class="sheet">
    <h2>{{ t('record.own') }}</h2>
    <p class="muted">{{ t('record.ownAbout') }}</p>
    <BForm @submit.prevent="save">
      <BFormGroup :label="t('record.phone')" label-for="own-phone">
        <BFormInput id="own-phone" v-model="form.phone" type="tel" maxlength="40" autocomplete="tel" />
      </BFormGroup>
      <BFormGroup
        v-for="field in own(person.record.fields)"
        :key="field.id"
        :label="field.name"
        :label-for="`own-${field.id}`"
      >
        <BFormInput :id="`own-${field.id}`" v-model="form.texts[field.id]" maxlength="400" />
      </BFormGroup>
      <BButton type="submit" variant="outline-primary">{{ t('record.save') }}</BButton>
      <span class="muted" role="status"> {{ said }}</span>
    </BForm>
  </div>
</template>
