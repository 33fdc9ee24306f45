<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NewChange } from '../api/types.ts'
import { useChoices } from '../state/choices.ts'
import MessagePanel from './MessagePanel.vue'
import { END_OF_WORK } from '../logic/leaving.ts'
import { useDocket } from '../state/docket.ts'
import DateField from './DateField.vue'
import PickOne from './PickOne.vue'

// What is done with everyone chosen in the list; it goes into the docket, where it is seen before it happens.
const props = defineProps<{ ids: readonly string[] }>()
defineEmits<{ clear: []; all: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { choices, roles, places } = useChoices()
const SLOT = 'bulk'
const what = ref<'' | 'give' | 'take' | 'group' | 'until' | 'sign-in' | 'leave' | 'message'>('')
const roleId = ref('')
const placeId = ref('')
const groupId = ref('')
const until = ref('')
/** When they leave; empty: now. */
const leavesAt = ref('')
/** A docket holds so many changes (model C2). */
const MAXIMUM_CHANGES = 500
const tooMany = computed(() => props.ids.length > MAXIMUM_CHANGES)
const groups = computed(() => [
  { value: '', text: t('give.choose') },
  ...(choices.value?.groups ?? []).map(({ id, name }) => ({ value: id, text: name })),
])
const acts = computed(() => [
  { value: '', text: t('bulk.choose') },
  ...(['give', 'take', 'group', 'until', 'sign-in', 'leave', 'message'] as const).map((value) => ({
    value,
    text: t(`bulk.${value}`),
  })),
])

watch([what, roleId, placeId, groupId, until, leavesAt, () => props.ids], () => {
  if (tooMany.value || props.ids.length === 0) return docket.release(SLOT)
  const each = (change: (personId: string) => NewChange) => docket.hold(props.ids.map(change), SLOT)
  if (what.value === 'give' && roleId.value && placeId.value) {
    const subjects = props.ids.map((id) => ({ kind: 'person', id }))
    void docket.fill({ kind: 'give-many', subjects, placeIds: [placeId.value], roleId: roleId.value }, SLOT)
  } else if (what.value === 'take' && placeId.value) {
    void docket.fill({ kind: 'take-many', personIds: props.ids, placeIds: [placeId.value] }, SLOT)
  } else if (what.value === 'group' && groupId.value) {
    each((personId) => ({ type: 'join-group', groupId: groupId.value, personId }))
  } else if (what.value === 'until' && until.value) {
    each((personId) => ({ type: 'change-person', personId, engagementUntil: until.value }))
  } else if (what.value === 'sign-in') {
    void docket.fill({ kind: 'sign-in-many', personIds: props.ids }, SLOT)
  } else if (what.value === 'leave') {
    const dated = leavesAt.value ? { at: leavesAt.value } : {}
    each((personId) => ({ type: 'plan-departure', personId, ...dated }))
  } else docket.release(SLOT)
})
</script>

<template>
  <div class="bulk" role="group" :aria-label="t('bulk.title')">
    <strong>{{ t('bulk.chosen', { count: ids.length }) }}</strong>
    <BFormSelect v-model="what" size="sm" :options="acts" :aria-label="t('bulk.title')" />
    <PickOne
      v-if="what === 'give'"
      v-model="roleId"
      size="sm"
      :options="[{ value: '', text: t('give.choose') }, ...roles]"
      :aria-label="t('give.role')"
    />
    <PickOne
      v-if="what === 'give' || what === 'take'"
      v-model="placeId"
      size="sm"
      :options="[{ value: '', text: t('bulk.place') }, ...places]"
      :aria-label="t('invite.place')"
    />
    <PickOne v-if="what === 'group'" v-model="groupId" size="sm" :options="groups" :aria-label="t('bulk.group')" />
    <DateField v-if="what === 'until'" v-model="until" small :label="t('bulk.lastDay')" />
    <label v-if="what === 'leave'"
      >{{ t('bulk.leavesAt') }} <DateField v-model="leavesAt" small :time="END_OF_WORK" :label="t('bulk.leavesAt')"
    /></label>
    <button type="button" class="btn btn-quiet btn-sm" @click="$emit('all')">{{ t('bulk.all') }}</button>
    <button type="button" class="btn btn-quiet btn-sm" @click="$emit('clear')">{{ t('bulk.clear') }}</button>
    <MessagePanel v-if="what === 'message'" :ids="ids" />
    <p v-else-if="tooMany" class="muted" role="alert">{{ t('bulk.tooMany', { most: MAXIMUM_CHANGES }) }}</p>
  </div>
</template>

<style scoped>
.bulk {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  background: var(--green-soft);
  padding: 6px 10px;
  border-radius: 4px;
}
.bulk > label {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 12.5px;
}
.bulk > :deep(.pick-one) {
  width: 180px;
}
.bulk select,
.bulk input:not([role='combobox']) {
  width: auto;
  max-width: 200px;
}
p {
  flex: 1 0 100%;
  margin: 0;
}
</style>
