<script setup lang="ts">
import type { ApproversView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApproverDraft, ApproversDraft } from '../../logic/approvers.ts'
import { useChoices, type Option } from '../../state/choices.ts'
import PickMany from '../../basics/PickMany.vue'
import PickOne from '../../basics/PickOne.vue'

// Who approves: nobody in particular, or one or several steps of people, a group, those who manage the area, the manager.
const props = defineProps<{
  /** What counts where nobody is named here. */
  otherwise: string
  /** Who is named now, so that their names are shown. */
  named?: ApproversView | null
}>()
const draft = defineModel<ApproversDraft>({ required: true })
const MAXIMUM_STEPS = 5
const { t } = useI18n()
const { choices, people, findPeople } = useChoices({ people: true })
const named = computed(() => (props.named?.steps ?? []).flatMap((step) => step.people))
const options = computed<Option[]>(() => [
  ...people.value,
  ...named.value
    .filter(({ id }) => !people.value.some(({ value }) => value === id))
    .map(({ id, name }) => ({ value: id, text: name })),
])
const groups = computed<Option[]>(() =>
  (choices.value?.groups ?? []).map(({ id, name }) => ({ value: id, text: name })),
)
const KINDS = ['named', 'group', 'area', 'manager'] as const
const kinds = computed(() => KINDS.map((value) => ({ value, text: t(`approvers.kind.${value}`) })))
const emptyStep = (kind: ApproverDraft['kind']): ApproverDraft => ({ kind, personIds: [], groupId: '' })

function set(steps: ApproverDraft[]): void {
  draft.value = { ...draft.value, steps }
}

function setFirst(kind: string): void {
  set(kind === '' ? [] : [emptyStep(kind as ApproverDraft['kind'])])
}

function change(at: number, step: Partial<ApproverDraft>): void {
  set(draft.value.steps.map((one, index) => (index === at ? { ...one, ...step } : one)))
}
</script>

<template>
  <fieldset class="approvers">
    <legend>{{ t('approvers.title') }}</legend>
    <BFormSelect
      v-if="draft.steps.length === 0"
      size="sm"
      model-value=""
      :options="[{ value: '', text: otherwise }, ...kinds]"
      :aria-label="t('approvers.title')"
      @update:model-value="setFirst(String($event))"
    />
    <template v-for="(step, at) in draft.steps" :key="at">
      <div class="step">
        <BFormSelect
          size="sm"
          :model-value="step.kind"
          :options="kinds"
          :aria-label="t('approvers.step', { number: at + 1 })"
          @update:model-value="change(at, emptyStep($event as ApproverDraft['kind']))"
        />
        <button
          type="button"
          class="btn btn-quiet btn-sm"
          :aria-label="t('approvers.removeStep', { number: at + 1 })"
          @click="set(draft.steps.filter((_one, index) => index !== at))"
        >
          ×
        </button>
      </div>
      <PickMany
        v-if="step.kind === 'named'"
        :model-value="step.personIds"
        :search="findPeople"
        :options="options"
        :label="t('approvers.people')"
        @update:model-value="change(at, { personIds: $event })"
      />
      <PickOne
        v-else-if="step.kind === 'group'"
        size="sm"
        :model-value="step.groupId"
        :options="groups"
        :aria-label="t('approvers.group')"
        @update:model-value="change(at, { groupId: $event ?? '' })"
      />
    </template>
    <BFormSelect
      v-if="draft.steps.length > 1"
      size="sm"
      :model-value="draft.order"
      :options="[
        { value: 'in-order', text: t('approvers.inOrder') },
        { value: 'all', text: t('approvers.all') },
      ]"
      :aria-label="t('approvers.order')"
      @update:model-value="draft = { ...draft, order: $event as ApproversDraft['order'] }"
    />
    <button
      v-if="draft.steps.length > 0 && draft.steps.length < MAXIMUM_STEPS"
      type="button"
      class="btn btn-quiet btn-sm"
      @click="set([...draft.steps, emptyStep('named')])"
    >
      {{ t('approvers.addStep') }}
    </button>
  </fieldset>
</template>

<style scoped>
.approvers {
  display: grid;
  gap: 6px;
  margin: 8px 0;
}
legend {
  font-size: 13px;
  font-weight: 600;
  margin: 0;
}
.step {
  display: flex;
  gap: 6px;
}
</style>
