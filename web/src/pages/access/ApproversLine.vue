<script setup lang="ts">
import type { ApproversView, Control } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { approversChoice, approversDraft } from '../../logic/approvers.ts'
import { useDocket } from '../../state/docket.ts'
import { useDocketPlace } from '../../state/docket-place.ts'
import ApproversField from './ApproversField.vue'

// Who approves at a place or for one key, changed in its line.
const props = defineProps<{
  view: ApproversView
  /** Where: a place or a key. */
  target: { placeId: string } | { grantId: string }
  control: Control
  otherwise: string
}>()
const { t } = useI18n()
const docket = useDocket()
const slot = `approvers ${Object.values(props.target)[0]}`
useDocketPlace(slot)
const open = ref(false)
const draft = ref(approversDraft(props.view))
const words = computed(() => props.view.text ?? props.otherwise)

watch(open, (isOpen) => {
  draft.value = approversDraft(props.view)
  if (!isOpen) docket.release(slot)
})
watch(
  draft,
  (asked) => {
    const approvers = approversChoice(asked)
    const isSame = JSON.stringify(approvers) === JSON.stringify(approversChoice(approversDraft(props.view)))
    if (approvers === undefined || isSame) docket.release(slot)
    else docket.hold([{ type: 'name-approvers', ...props.target, approvers }], slot)
  },
  { deep: true },
)
watch(
  () => docket.applied,
  (applied) => {
    if (applied) open.value = false
  },
)
</script>

<template>
  <div class="approvers-line">
    <p>
      <span>{{ words }}</span>
      <button
        type="button"
        class="btn btn-quiet btn-sm"
        :disabled="!control.enabled"
        :title="control.reason"
        :aria-expanded="open"
        :aria-label="t('approvers.change')"
        @click="open = !open"
      >
        {{ t('approvers.edit') }}
      </button>
    </p>
    <ApproversField v-if="open" v-model="draft" :otherwise="otherwise" :named="view" />
  </div>
</template>

<style scoped>
p {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  margin: 0;
  padding: 5px 0;
}
</style>
