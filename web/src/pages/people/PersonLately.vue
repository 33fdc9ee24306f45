<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../../api/client.ts'
import type { LatelyPage } from '../../api/types.ts'
import { localParts, shortDate } from '../../logic/dates.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import SheetSection from '../../basics/SheetSection.vue'

// What someone did and what concerned them: a few lines at first, all of it on request.
const props = defineProps<{ personId: string; today: string }>()
const FIRST = 5
/** So many sentences of one docket are said; the ledger says all. */
const SENTENCES = 3
const KINDS = ['', 'sign-in', 'did', 'concerned', 'used'] as const
const { t } = useI18n()
const session = useSession()
const kind = ref<(typeof KINDS)[number]>('')
const whole = ref(false)
const older = ref<LatelyPage['lately']>([])
const next = ref<string | null>(null)
const path = (before = '') => {
  const query = new URLSearchParams({ ...(kind.value && { kind: kind.value }), ...(before && { before }) })
  return session.path(`/people/${props.personId}/lately?${query}`)
}
const { data } = useFetched<LatelyPage>(() => path())
watch(data, (page) => {
  older.value = []
  next.value = page?.next ?? null
})
const all = computed(() => [...(data.value?.lately ?? []), ...older.value])
const shown = computed(() => (whole.value ? all.value : all.value.slice(0, FIRST)))
const zone = computed(() => session.me?.current?.zone ?? 'UTC')

function when(at: string): string {
  const { date, time } = localParts(at, zone.value)
  return `${shortDate(date, props.today)}, ${time}`
}

function words(one: LatelyPage['lately'][number]): string {
  if (one.kind === 'sign-in') return t(`lately.event.${one.event}`)
  if (one.kind === 'used') return t('lately.usedIn', { product: one.product })
  const sentences = one.sentences ?? []
  const rest = sentences.length > SENTENCES ? ` ${t('roles.more', { count: sentences.length - SENTENCES })}` : ''
  return `${one.by} ${sentences.slice(0, SENTENCES).join('; ')}${rest}`
}

async function more(): Promise<void> {
  if (!whole.value) return void (whole.value = true)
  const page = await ask<LatelyPage>('GET', path(next.value ?? ''))
  older.value.push(...page.lately)
  next.value = page.next
}
</script>

<template>
  <SheetSection v-if="data" :title="t('lately.title')">
    <BFormSelect
      v-if="whole"
      v-model="kind"
      size="sm"
      :options="KINDS.map((value) => ({ value, text: t(`lately.kind.${value || 'all'}`) }))"
      :aria-label="t('lately.which')"
    />
    <ul>
      <li v-for="(one, index) in shown" :key="`${one.at} ${one.kind} ${index}`">
        <time class="muted" :datetime="one.at">{{ when(one.at) }}</time>
        {{ words(one) }}
      </li>
      <li v-if="shown.length === 0" class="muted">{{ t('lately.nothing') }}</li>
    </ul>
    <button v-if="next || (!whole && all.length > FIRST)" type="button" class="btn btn-quiet btn-sm" @click="more">
      {{ t('lately.more') }}
    </button>
    <RouterLink
      v-if="whole && session.rooms.includes('ledger')"
      class="ledger"
      :to="{ name: 'ledger', query: { about: personId } }"
      >{{ t('lately.ledger') }}</RouterLink
    >
  </SheetSection>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 4px 0;
  border-bottom: 1px solid var(--line-soft);
  font-size: 13px;
  overflow-wrap: anywhere;
}
time {
  margin-right: 4px;
}
.ledger {
  margin-left: 10px;
  font-size: 13px;
}
</style>
