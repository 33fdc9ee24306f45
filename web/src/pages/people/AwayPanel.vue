<script setup lang="ts">
import type { DepartureThingView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChoices } from '../../state/choices.ts'
import { useDirect } from '../../state/direct.ts'
import { useDocket } from '../../state/docket.ts'
import { useFetched } from '../../state/fetched.ts'
import { useSession } from '../../state/session.ts'
import { together } from '../../logic/leaving.ts'
import DateField from '../../basics/DateField.vue'
import PickOne from '../../basics/PickOne.vue'

// A time away: from when until when, who stands in, whether the seat is kept. Set by the office, asked for by oneself.
const props = defineProps<{ personId: string; own?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const docket = useDocket()
const { choices } = useChoices()
const from = ref('')
const until = ref('')
const substituteId = ref('')
const keepSeats = ref(false)
const reason = ref('')
const problem = ref('')
const direct = useDirect()
const people = computed(() => (choices.value?.managers ?? []).filter((one) => one.id !== props.personId))

const substitutes = computed(() => [
  { value: '', text: t('away.nobody') },
  ...people.value.map(({ id, name }) => ({ value: id, text: name })),
])

/**
 * What depends on them, as for a departure: covered by anyone who stands in, or waiting until they are back (model X1).
 */
const session = useSession()
const { data: leaving } = useFetched<{ things: DepartureThingView[] }>(() =>
  props.own ? null : session.path(`/people/${props.personId}/leaving`),
)
const COVERED = new Set(['steward', 'approver'])
const hanging = computed(() => {
  const things = (leaving.value?.things ?? []).filter(({ what }) => what !== 'line' && what !== 'things')
  return together(things, ({ what }) => ({ what, covered: COVERED.has(what) }))
})
function fateOf(covered: boolean): string {
  if (!covered) return t('away.waits')
  const name = people.value.find((one) => one.id === substituteId.value)?.name
  return name ? t('away.by', { name }) : t('away.nobodyCovers')
}

async function hold(): Promise<void> {
  const dates = { ...(from.value ? { from: from.value } : {}), ...(until.value ? { until: until.value } : {}) }
  const more = {
    ...(substituteId.value ? { substituteId: substituteId.value } : {}),
    ...(reason.value ? { reason: reason.value } : {}),
  }
  const slot = `away ${props.personId}`
  if (props.own) {
    problem.value = await direct({ type: 'ask-away', personId: props.personId, ...dates, ...more })
    if (problem.value) return
  } else if (substituteId.value) {
    const filling = { kind: 'cover', personId: props.personId, substituteId: substituteId.value }
    const kept = { keepSeats: keepSeats.value, ...(reason.value ? { reason: reason.value } : {}) }
    void docket.fill({ ...filling, ...dates, ...kept }, slot)
  } else {
    docket.hold([{ type: 'go-away', personId: props.personId, keepSeats: keepSeats.value, ...dates, ...more }], slot)
  }
  emit('close')
}
</script>

<template>
  <form class="away" :aria-label="t('away.title')" @submit.prevent="hold">
    <label>{{ t('away.from') }} <DateField v-model="from" small :label="t('away.from')" /></label>
    <label>{{ t('away.until') }} <DateField v-model="until" small :label="t('away.until')" /></label>
    <label v-if="people.length > 0"
      >{{ t('away.substitute') }}
      <PickOne v-model="substituteId" size="sm" :options="substitutes" :aria-label="t('away.substitute')"
    /></label>
    <label v-if="!own" class="check"><input v-model="keepSeats" type="checkbox" /> {{ t('away.keep') }}</label>
    <label
      >{{ t('away.reason') }} <input v-model="reason" class="form-control form-control-sm" maxlength="400"
    /></label>
    <div v-if="hanging.length > 0" class="meanwhile">
      <strong>{{ t('away.meanwhile') }}</strong>
      <p v-for="one in hanging" :key="one.key">
        <small class="muted">{{ t(`leaving.what.${one.what}`) }}</small> {{ one.texts.join(', ') }}:
        <span :class="{ oxblood: one.covered && !substituteId }">{{ fateOf(one.covered) }}</span>
      </p>
    </div>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <BButton type="submit" size="sm" variant="primary">{{ own ? t('away.ask') : t('away.set') }}</BButton>
  </form>
</template>

<style scoped>
.away {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin: 8px 0;
  display: grid;
  gap: 8px;
  grid-template-columns: 1fr 1fr;
}
.away label:not(.check) {
  display: block;
  font-size: 12.5px;
}
.meanwhile {
  grid-column: 1 / -1;
  font-size: 13px;
}
.meanwhile p {
  margin: 2px 0;
}
.oxblood,
.problem {
  color: var(--ox);
}
.problem {
  grid-column: 1 / -1;
  margin: 0;
}
.away .btn {
  align-self: end;
}
</style>
