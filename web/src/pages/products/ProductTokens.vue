<script setup lang="ts">
import type { Control } from '@lodge/core'
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import type { ProductToken } from '../../api/types.ts'
import { localParts, shortDate, todayIn } from '../../logic/dates.ts'
import { useChoices } from '../../state/choices.ts'
import { useFetched } from '../../state/fetched.ts'
import { useProof } from '../../state/proof.ts'
import { useSession } from '../../state/session.ts'
import ControlButton from '../../basics/ControlButton.vue'
import CopyText from '../../basics/CopyText.vue'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'
import ProblemList from '../../basics/ProblemList.vue'
import { must } from '@lodge/core/must'

// The tokens with which a product's programs ask here: made, looked after, renewed with an overlap, and cut.
const props = defineProps<{ product: string }>()
const SCOPES = ['evaluate', 'search', 'report'] as const
const OVERLAPS = [0, 1, 24, 168] as const
const { t } = useI18n()
const session = useSession()
const proof = useProof()
const { data, again } = useFetched<{ tokens: ProductToken[]; control: Control }>(() => path(''))
/** The id of the token being edited; empty: a new one; null: none. */
const editing = ref<string | null>(null)
const { people, findPeople } = useChoices({ people: true, when: () => editing.value !== null })
const rotating = ref('')
const cutting = ref('')
const overlap = ref<(typeof OVERLAPS)[number]>(24)
const made = ref('')
const error = ref<ApiError | null>(null)
const form = reactive({ name: '', responsibleId: '', scopes: [] as string[], lastDay: '', networks: '' })
const zone = computed(() => session.me?.current?.zone ?? 'UTC')
const today = computed(() => todayIn(zone.value))
const options = computed(() => {
  const known = data.value?.tokens.find(({ id }) => id === editing.value)
  const isKnown = !known?.responsibleId || people.value.some(({ value }) => value === known.responsibleId)
  return [
    ...people.value,
    ...(isKnown ? [] : [{ value: must(known.responsibleId, 'responsibleId'), text: known.responsible ?? '' }]),
  ]
})

function path(rest: string): string {
  return session.path(`/products/${props.product}/tokens${rest}`)
}

function edit(token?: ProductToken): void {
  const { name = '', responsibleId, scopes = [...SCOPES], lastDay, networks } = token ?? {}
  const own = session.me?.current?.personId ?? ''
  const text = { lastDay: lastDay ?? '', networks: (networks ?? []).join(', ') }
  Object.assign(form, { name, responsibleId: responsibleId ?? own, scopes: [...scopes], ...text })
  made.value = ''
  error.value = null
  editing.value = token?.id ?? ''
}

async function act(work: () => Promise<unknown>): Promise<void> {
  error.value = null
  try {
    await proof.withProof(work)
    editing.value = null
    rotating.value = ''
    cutting.value = ''
    await again()
  } catch (failure) {
    error.value = failure as ApiError
  }
}

function save(): Promise<void> {
  const { name, responsibleId, scopes, lastDay } = form
  const networks = form.networks.split(/[\s,]+/).filter(Boolean)
  const body = { name, responsibleId, scopes, lastDay: lastDay || null, networks }
  if (editing.value) return act(() => ask('PUT', path(`/${editing.value}`), body))
  return act(async () => (made.value = (await ask<{ token: string }>('POST', path(''), body)).token))
}

function rotate(id: string): Promise<void> {
  const body = { overlapHours: Number(overlap.value) }
  return act(async () => (made.value = (await ask<{ token: string }>('POST', path(`/${id}/rotate`), body)).token))
}

const cut = (id: string) => act(() => ask('POST', path(`/${id}/cut`), {}))
const day = (at: string | null) => (at === null ? '' : shortDate(localParts(at, zone.value).date, today.value))

function facts(token: ProductToken): string {
  return [
    token.scopes.map((scope) => t(`tokens.scope.${scope}`)).join(', '),
    token.over
      ? t('tokens.over', { day: shortDate(token.lastDay, today.value) })
      : token.lastDay
        ? t('tokens.until', { day: shortDate(token.lastDay, today.value) })
        : t('tokens.noEnd'),
    token.lastUsedAt ? t('tokens.used', { day: day(token.lastUsedAt) }) : t('tokens.unused'),
    ...(token.networks ? [t('tokens.from', { networks: token.networks.join(', ') })] : []),
  ].join(' · ')
}
</script>

<template>
  <section v-if="data" class="tokens">
    <h2>{{ t('tokens.title') }}</h2>
    <p class="muted">{{ t('tokens.about') }}</p>
    <p v-if="data.tokens.length === 0" class="muted">{{ t('tokens.none') }}</p>
    <ul v-else class="sheet">
      <li v-for="token in data.tokens" :key="token.id">
        <div class="token">
          <span>
            <strong>{{ token.name || t('tokens.unnamed') }}</strong>
            <small class="muted">{{ facts(token) }}</small>
            <small :class="token.uncared ? 'oxblood' : 'muted'">{{
              token.responsible === null
                ? t('tokens.nobody')
                : t(token.uncared ? 'tokens.uncared' : 'tokens.responsibleIs', { name: token.responsible })
            }}</small>
          </span>
          <span class="acts">
            <ControlButton size="sm" :control="data.control" @click="edit(token)">{{ t('tokens.edit') }}</ControlButton>
            <ControlButton
              size="sm"
              :control="data.control"
              :aria-expanded="rotating === token.id"
              @click="rotating = rotating === token.id ? '' : token.id"
              >{{ t('tokens.rotate') }}</ControlButton
            >
            <ControlButton
              size="sm"
              danger
              :control="data.control"
              :aria-expanded="cutting === token.id"
              @click="cutting = cutting === token.id ? '' : token.id"
              >{{ t('tokens.cut') }}</ControlButton
            >
          </span>
        </div>
        <form v-if="rotating === token.id" class="panel" @submit.prevent="rotate(token.id)">
          <label
            >{{ t('tokens.overlap') }}
            <BFormSelect
              v-model="overlap"
              size="sm"
              :options="OVERLAPS.map((hours) => ({ value: hours, text: t('tokens.hours', { count: hours }, hours) }))"
          /></label>
          <BButton type="submit" size="sm" variant="primary">{{ t('tokens.makeNew') }}</BButton>
        </form>
        <div v-if="cutting === token.id" class="panel">
          <span>{{ t('tokens.cutAbout') }}</span>
          <BButton size="sm" variant="danger" @click="cut(token.id)">{{
            t('tokens.cutIt', { name: token.name || t('tokens.unnamed') })
          }}</BButton>
        </div>
      </li>
    </ul>
    <div v-if="made" class="made" role="status">
      <p>{{ t('tokens.made') }}</p>
      <CopyText :text="made" :what="t('tokens.token')" />
    </div>
    <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
    <ControlButton v-if="editing === null" :control="data.control" @click="edit()">{{
      t('tokens.make')
    }}</ControlButton>
    <BForm v-else class="panel form" @submit.prevent="save">
      <BFormGroup :label="t('tokens.name')" label-for="token-name">
        <BFormInput id="token-name" v-model="form.name" maxlength="60" required />
      </BFormGroup>
      <BFormGroup :label="t('tokens.responsible')" label-for="token-responsible">
        <PickOne id="token-responsible" v-model="form.responsibleId" :options="options" :search="findPeople" />
      </BFormGroup>
      <fieldset>
        <legend>{{ t('tokens.may') }}</legend>
        <label v-for="scope in SCOPES" :key="scope"
          ><input v-model="form.scopes" type="checkbox" :value="scope" /> {{ t(`tokens.scope.${scope}`) }}</label
        >
      </fieldset>
      <BFormGroup :label="t('tokens.lastDay')" label-for="token-last-day">
        <DateField id="token-last-day" v-model="form.lastDay" :min="today" />
      </BFormGroup>
      <BFormGroup :label="t('tokens.networks')" label-for="token-networks" :description="t('tokens.networksAbout')">
        <BFormInput id="token-networks" v-model="form.networks" maxlength="900" />
      </BFormGroup>
      <div class="acts">
        <BButton type="submit" variant="primary" :disabled="form.scopes.length === 0">{{
          editing ? t('tokens.save') : t('tokens.make')
        }}</BButton>
        <button type="button" class="btn btn-quiet" @click="editing = null">{{ t('docket.putDown') }}</button>
      </div>
    </BForm>
  </section>
</template>

<style scoped>
.tokens {
  margin-top: 18px;
  max-width: 760px;
}
h2 {
  font-size: 15px;
}
ul {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
li {
  padding: 8px 12px;
  border-top: 1px solid var(--line-soft);
}
li:first-child {
  border-top: 0;
}
.token {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  justify-content: space-between;
}
.token small {
  display: block;
}
.acts {
  display: flex;
  gap: 6px;
  align-items: center;
}
.panel {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 8px 0;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.panel label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.form {
  display: block;
}
.form > * {
  margin-bottom: 10px;
}
.made {
  margin: 8px 0;
  padding: 10px 12px;
  background: var(--brass-soft);
  overflow-wrap: anywhere;
}
legend {
  font-size: 14px;
  margin: 0;
}
</style>
