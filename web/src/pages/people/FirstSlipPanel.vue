<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import { longDate } from '../../logic/dates.ts'
import { useSession } from '../../state/session.ts'
import ProblemList from '../../basics/ProblemList.vue'

// The slip by which someone without a mailbox takes up their invitation: read out, or printed and handed over.
const props = defineProps<{ personId: string; name: string }>()
const { t } = useI18n()
const session = useSession()
const slip = ref<{ code: string; signInName: string; expires: string } | null>(null)
const error = ref<ApiError | null>(null)
const { origin } = window.location

async function make(): Promise<void> {
  error.value = null
  try {
    slip.value = await ask('POST', session.path(`/people/${props.personId}/first-slip`), {})
  } catch (failure) {
    error.value = failure as ApiError
  }
}
/** The slip alone, without the page around it. */
function print(): void {
  const { classList } = document.documentElement
  classList.add('prints-part')
  window.print()
  classList.remove('prints-part')
}
</script>

<template>
  <div class="first-slip">
    <template v-if="slip">
      <div class="paper prints">
        <h4>{{ t('firstSlip.for', { name, account: session.me?.current?.accountName ?? '' }) }}</h4>
        <p>{{ t('firstSlip.open', { address: `${origin}/slip` }) }}</p>
        <p class="code">{{ slip.code }}</p>
        <p>{{ t('firstSlip.then', { name: slip.signInName }) }}</p>
        <p class="muted">{{ t('firstSlip.once', { date: longDate(slip.expires) }) }}</p>
      </div>
      <BButton size="sm" variant="outline-primary" @click="print">{{ t('firstSlip.print') }}</BButton>
    </template>
    <BButton v-else size="sm" variant="primary" @click="make">{{ t('firstSlip.make') }}</BButton>
    <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
  </div>
</template>

<style scoped>
.paper {
  border: 1px dashed var(--line);
  background: var(--sheet);
  padding: 12px 16px;
  margin-bottom: 8px;
}
.paper h4 {
  font-size: 15px;
}
.code {
  font:
    600 20px ui-monospace,
    monospace;
  letter-spacing: 0.06em;
  margin: 6px 0;
}
</style>
