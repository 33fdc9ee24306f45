<script setup lang="ts">
import type { Hang, HangKind } from '@lodge/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useInProducts } from '../../state/in-products.ts'
import { useMoney } from '../../state/money.ts'
import { useSession } from '../../state/session.ts'
import PickOne from '../../basics/PickOne.vue'
import ThingsOfOne from './ThingsOfOne.vue'

// What depends on someone: what would be left without them is handed over into the docket, what ends with them is shown.
const props = defineProps<{ personId: string; mayLeave: boolean }>()
const { t } = useI18n()
const session = useSession()
const { sum } = useMoney()
const docket = useDocket()
const { choices } = useChoices()
const { data } = useFetched<{ hangs: Hang[]; takerId: string | null }>(() =>
  session.path(`/people/${props.personId}/hangs`),
)
const { products, counted, again: askAgain } = useInProducts(() => props.personId)
const lie = computed(() => products.value.filter((one) => one.problem || one.things.length > 0))
const PASSED: readonly HangKind[] = [
  ...(['report', 'steward', 'group-led', 'invitation', 'link', 'plan', 'shared-login', 'approver'] as const),
]
/** What cannot be handed over, but ended or taken back. */
const RELEASED: readonly HangKind[] = ['request', 'statement']
const takerId = ref('')
watch(data, (found) => (takerId.value ||= found?.takerId ?? ''))
const takers = computed(() =>
  (choices.value?.managers ?? [])
    .filter((one) => one.id !== props.personId)
    .map(({ id, name }) => ({ value: id, text: name })),
)
/** Who takes things over in products: as chosen above. */
const taker = computed(() => {
  const found = takers.value.find(({ value }) => value === takerId.value)
  return found ? { id: found.value, name: found.text } : null
})
const byKind = computed(() => {
  const found = new Map<HangKind, Hang[]>()
  for (const hang of data.value?.hangs ?? []) found.set(hang.kind, [...(found.get(hang.kind) ?? []), hang])
  return [...found].map(([kind, hangs]) => {
    return { kind, hangs, passed: PASSED.includes(kind), released: RELEASED.includes(kind) }
  })
})
const left = computed(() => byKind.value.filter((one) => one.passed))
const ends = computed(() => byKind.value.filter((one) => !one.passed))
const saved = computed(() => {
  const minor = (data.value?.hangs ?? []).reduce((all, one) => all + (one.monthMinor ?? 0), 0)
  return minor > 0 ? sum(minor) : ''
})

function handOver(kinds: HangKind[] | null, leave = false, ids: string[] | null = null): void {
  const filling = { kind: 'hand-over', personId: props.personId, toId: takerId.value, kinds, leave, ids }
  void docket.fill(filling, `hand-over ${props.personId}`)
}

/** Ends, withdraws or leaves to nobody: what is done depends on what it is. */
function release(kind: HangKind, ids: string[] | null = null): void {
  const filling = { kind: 'hand-over', personId: props.personId, toId: null, kinds: [kind], ids }
  void docket.fill(filling, `hand-over ${props.personId}`)
}
</script>

<template>
  <section v-if="data" class="hangs" :aria-label="t('hangs.title')">
    <label v-if="left.length + lie.length > 0" class="taker"
      >{{ t('hangs.taker') }} <PickOne v-model="takerId" size="sm" :options="takers"
    /></label>
    <template v-if="left.length > 0">
      <h3>{{ t('hangs.left') }}</h3>
      <template v-for="one in left" :key="one.kind">
        <p class="line head">
          <strong>{{ t(`hangs.kind.${one.kind}`) }}</strong>
          <span v-if="one.hangs.length > 1" class="acts">
            <BButton size="sm" variant="outline-primary" :disabled="!takerId" @click="handOver([one.kind])">{{
              t('hangs.handOverAll', { count: one.hangs.length })
            }}</BButton>
            <button type="button" class="btn btn-quiet btn-sm" @click="release(one.kind)">
              {{ t('hangs.releaseAll', { act: t(`hangs.release.${one.kind}`), count: one.hangs.length }) }}
            </button>
          </span>
        </p>
        <p v-for="hang in one.hangs" :key="hang.id" class="line">
          <span>{{ hang.text }}</span>
          <span class="acts">
            <BButton
              size="sm"
              variant="outline-primary"
              :disabled="!takerId"
              :aria-label="t('hangs.handOverOne', { what: hang.text })"
              @click="handOver([one.kind], false, [hang.id])"
              >{{ t('hangs.handOver') }}</BButton
            >
            <button
              type="button"
              class="btn btn-quiet btn-sm"
              :aria-label="t('hangs.releaseOne', { act: t(`hangs.release.${one.kind}`), what: hang.text })"
              @click="release(one.kind, [hang.id])"
            >
              {{ t(`hangs.release.${one.kind}`) }}
            </button>
          </span>
        </p>
      </template>
    </template>
    <p v-else class="muted">{{ t('hangs.nothingLeft') }}</p>
    <h3>{{ t('hangs.ends') }}</h3>
    <p v-for="one in ends" :key="one.kind" class="line">
      <span
        ><strong>{{ t(`hangs.kind.${one.kind}`) }}</strong> {{ one.hangs.map((hang) => hang.text).join('; ') }}</span
      >
      <button v-if="one.released" type="button" class="btn btn-quiet btn-sm" @click="release(one.kind)">
        {{ t(`hangs.release.${one.kind}`) }}
      </button>
    </p>
    <p v-if="ends.length === 0" class="muted">{{ t('hangs.nothingEnds') }}</p>
    <template v-if="lie.length > 0">
      <h3>{{ t('hangs.inProducts') }}</h3>
      <ThingsOfOne
        v-for="one in lie"
        :key="one.product"
        :person-id="personId"
        :held="one"
        :counted="counted(one)"
        :taker="taker"
        @done="askAgain"
      />
    </template>
    <p v-if="saved" class="brass">{{ t('hangs.month', { sum: saved }) }}</p>
    <BButton
      v-if="mayLeave"
      variant="outline-danger"
      :disabled="left.length > 0 && !takerId"
      @click="handOver(null, true)"
      >{{ t('hangs.all') }}</BButton
    >
  </section>
</template>

<style scoped>
.hangs {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin: 8px 0;
}
h3 {
  font-size: 14px;
  margin: 8px 0 2px;
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: flex-start;
  margin: 0;
  padding: 5px 0;
  border-top: 1px solid var(--line-soft);
}
.line .btn {
  flex: none;
}
.acts {
  display: flex;
  flex: none;
  gap: 4px;
}
.head {
  border-top-color: var(--line);
}
.taker {
  display: block;
  font-size: 12.5px;
  margin-bottom: 6px;
}
</style>
