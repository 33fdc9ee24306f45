<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask, type ApiError } from '../../api/client.ts'
import type { InProduct } from '../../logic/in-products.ts'
import { useSession } from '../../state/session.ts'
import ProblemList from '../../basics/ProblemList.vue'

// What someone who stays has in a product: single things passed on or released there, at once and by the product itself.
const props = defineProps<{
  personId: string
  held: InProduct
  /** How many there are, in words. */
  counted: string
  taker: { id: string; name: string } | null
}>()
const emit = defineEmits<{ done: [] }>()
const LISTED = 50
const { t } = useI18n()
const session = useSession()
const open = ref(false)
const picked = ref<string[]>([])
const busy = ref(false)
const error = ref<ApiError | null>(null)
const said = ref('')
const listed = computed(() => props.held.things.slice(0, LISTED))

async function pass(takerId: string | null): Promise<void> {
  busy.value = true
  error.value = null
  try {
    const body = { product: props.held.product, ids: picked.value, takerId, requestId: crypto.randomUUID() }
    type Answer = { passed: number; refused: { reason: string }[] }
    const { passed, refused } = await ask<Answer>('POST', session.path(`/people/${props.personId}/things`), body)
    const reasons = [...new Set(refused.map(({ reason }) => reason))].join('; ')
    const rest = refused.length > 0 ? ` ${t('hangs.refused', { count: refused.length, why: reasons })}` : ''
    said.value = t('hangs.passed', { count: passed }, passed) + rest
    picked.value = []
    emit('done')
  } catch (failure) {
    error.value = failure as ApiError
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="things">
    <p class="line">
      <strong>{{ held.name }}</strong>
      <span v-if="held.problem" class="brass">{{ t('leaving.held.away', { why: held.problem }) }}</span>
      <button v-else type="button" class="btn btn-quiet btn-sm" :aria-expanded="open" @click="open = !open">
        {{ counted }}
      </button>
    </p>
    <template v-if="open">
      <label v-for="thing in listed" :key="thing.id"
        ><input v-model="picked" type="checkbox" :value="thing.id" />
        <small class="muted">{{ t(`leaving.held.kind.${thing.kind}`) }}</small> {{ thing.text }}</label
      >
      <p v-if="held.things.length > listed.length" class="muted">
        {{ t('leaving.held.more', { count: held.things.length - listed.length }) }}
      </p>
      <p class="acts">
        <button
          v-if="picked.length < held.things.length"
          type="button"
          class="btn btn-quiet btn-sm"
          @click="picked = held.things.map(({ id }) => id)"
        >
          {{ t('hangs.pickAll', { count: held.things.length }) }}
        </button>
        <BButton
          size="sm"
          variant="outline-primary"
          :disabled="busy || picked.length === 0 || !taker"
          @click="taker && pass(taker.id)"
          >{{ t('hangs.passThings', { count: picked.length, name: taker?.name ?? '' }) }}</BButton
        >
        <BButton size="sm" variant="outline-danger" :disabled="busy || picked.length === 0" @click="pass(null)">{{
          t('hangs.releaseThings', { count: picked.length })
        }}</BButton>
      </p>
      <p class="muted">{{ t('hangs.atOnce') }}</p>
    </template>
    <p v-if="said" role="status">{{ said }}</p>
    <ProblemList v-if="error" :problems="[{ code: error.code, sentence: error.message }]" />
  </div>
</template>

<style scoped>
.line,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin: 0;
  padding: 4px 0;
}
label {
  display: block;
  padding: 2px 0;
}
</style>
