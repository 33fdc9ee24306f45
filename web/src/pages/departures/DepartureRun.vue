<script setup lang="ts">
import type { StepView } from '@lodge/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ApiError } from '../../api/client.ts'
import { ask } from '../../api/client.ts'
import type { DepartureSheet } from '../../api/types.ts'
import { localParts, longDate, todayIn } from '../../logic/dates.ts'
import { together } from '../../logic/leaving.ts'
import { useChoices } from '../../state/choices.ts'
import { useDocket } from '../../state/docket.ts'
import { useSession } from '../../state/session.ts'
import CopyText from '../../basics/CopyText.vue'
import PickOne from '../../basics/PickOne.vue'
import TaskList from '../tasks/TaskList.vue'

// A departure whose doors are shut: its steps as they go on, what became of each thing in the products, its record.
const props = defineProps<{ sheet: DepartureSheet }>()
const emit = defineEmits<{ again: [] }>()
const { t } = useI18n()
const session = useSession()
const docket = useDocket()
const { choices } = useChoices()
const today = computed(() => todayIn(session.me?.current?.zone ?? 'UTC'))
const taker = ref<Record<string, string>>({})
const checking = ref(false)
const problem = ref('')
const takers = computed(() => [
  { value: '', text: t('leaving.other') },
  ...(choices.value?.managers ?? [])
    .filter((one) => one.id !== props.sheet.personId)
    .map(({ id, name }) => ({ value: id, text: name })),
])
const record = computed(() => props.sheet.record)
/** What is under way is either done by itself, or waits for what someone has to do elsewhere. */
const says = computed(() => {
  const waits = props.sheet.tasks.length > 0 || props.sheet.steps.some((step) => step.kind === 'line' && isOpen(step))
  return props.sheet.state === 'running' && waits ? 'byHand' : props.sheet.state
})
const path = (rest: string) => session.path(`/departures/${props.sheet.id}${rest}`)

function settle(step: StepView, how: 'done' | 'let-go' | 'again'): void {
  docket.hold([{ type: 'settle-step', stepId: step.id, how }], `step ${step.id}`)
}

function pass(step: StepView): void {
  const takerId = taker.value[step.id]
  if (!takerId) return
  docket.hold([{ type: 'settle-step', stepId: step.id, how: 'pass', takerKind: 'person', takerId }], `step ${step.id}`)
}

async function check(): Promise<void> {
  checking.value = true
  problem.value = ''
  try {
    await ask('POST', path('/check'), {})
    emit('again')
  } catch (error) {
    problem.value = (error as ApiError).message
  } finally {
    checking.value = false
  }
}

/** What is left is first; what is settled is told together where it went the same way. */
const open = computed(() => props.sheet.steps.filter(({ state }) => state === 'blocked' || state === 'waiting'))
const settled = computed(() =>
  together(
    props.sheet.steps.filter(({ state }) => state === 'done' || state === 'let-go'),
    (step) => ({ what: step.what, taker: step.taker?.name ?? '', note: step.note, letGo: step.state === 'let-go' }),
  ),
)
const isOpen = (step: StepView) => step.state === 'blocked' || (step.kind === 'line' && step.state === 'waiting')
/** An instant as it reads in the account's zone. */
function time(text: string): string {
  const { date, time: clock } = localParts(text, session.me?.current?.zone ?? 'UTC')
  return `${longDate(date)}, ${clock}`
}
</script>

<template>
  <section class="run">
    <h1>
      {{ t('leaving.left', { name: sheet.name }) }} <span class="brass when">{{ sheet.at }}</span>
    </h1>
    <p role="status">{{ t(`departures.says.${says}`, { done: sheet.done, of: sheet.of }) }}</p>
    <section v-if="sheet.tasks.length > 0" class="by-hand" :aria-label="t('leaving.byHand')">
      <h2 class="oxblood">{{ t('leaving.byHand') }}</h2>
      <p>{{ t('leaving.byHandAbout') }}</p>
      <TaskList :tasks="sheet.tasks" :today="today" with-product />
    </section>
    <ol class="sheet steps">
      <li v-for="step in open" :id="`step-${step.id}`" :key="step.id" :class="step.state">
        <span class="sign" aria-hidden="true">{{
          { done: '✓', 'let-go': '–', blocked: '!', waiting: '·' }[step.state]
        }}</span>
        <span class="what">
          <strong>{{ t(`leaving.step.${step.what}`) }}</strong> {{ step.text }}
          <template v-if="step.taker">{{ t('leaving.to', { name: step.taker.name }) }}</template>
          <small class="muted"
            >{{ t(`leaving.state.${step.state}`) }}<template v-if="step.note">: {{ step.note }}</template></small
          >
        </span>
        <span v-if="isOpen(step) && sheet.control.enabled" class="acts">
          <BButton v-if="step.kind === 'line'" size="sm" variant="outline-primary" @click="settle(step, 'done')">{{
            t('leaving.handedBack')
          }}</BButton>
          <template v-else>
            <template v-if="step.kind !== 'close'">
              <PickOne
                :model-value="taker[step.id] ?? ''"
                size="sm"
                :options="takers"
                :aria-label="t('leaving.taker', { what: step.text })"
                @update:model-value="taker[step.id] = $event ?? ''"
              />
              <BButton size="sm" variant="outline-primary" :disabled="!taker[step.id]" @click="pass(step)">{{
                t('leaving.pass')
              }}</BButton>
            </template>
            <BButton size="sm" variant="outline-primary" @click="settle(step, 'again')">{{
              t('leaving.again')
            }}</BButton>
          </template>
          <BButton v-if="step.kind !== 'close'" size="sm" variant="outline-danger" @click="settle(step, 'let-go')">{{
            t('leaving.letItGo')
          }}</BButton>
        </span>
      </li>
      <li v-for="group in settled" :key="group.key" class="done">
        <span class="sign" aria-hidden="true">{{ group.letGo ? '–' : '✓' }}</span>
        <span class="what">
          <strong>{{ t(`leaving.step.${group.what}`) }}</strong> {{ group.texts.join(', ') }}
          <template v-if="group.taker">{{ t('leaving.to', { name: group.taker }) }}</template>
          <small class="muted"
            >{{ t(`leaving.state.${group.letGo ? 'let-go' : 'done'}`)
            }}<template v-if="group.note">: {{ group.note }}</template></small
          >
        </span>
      </li>
    </ol>
    <template v-if="sheet.inProducts.length > 0">
      <h2>
        {{ t('leaving.inProducts') }} <span class="count">{{ sheet.inProducts.length }}</span>
      </h2>
      <table class="sheet things">
        <tbody>
          <tr v-for="thing in sheet.inProducts" :key="thing.product + thing.thingId">
            <td>{{ thing.title }}</td>
            <td class="muted">{{ thing.product }}</td>
            <td>{{ t(`leaving.thing.${thing.state}`) }}{{ thing.taker ? `, ${thing.taker}` : '' }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-if="record">
      <h2>{{ t('leaving.record') }}</h2>
      <p class="muted">{{ t('leaving.recordAbout') }}</p>
      <div class="sheet record">
        <p>
          {{ t('leaving.signed', { at: time(record.signedAt) }) }}
          <CopyText :text="record.hash" :what="t('leaving.seal')" />
        </p>
        <p v-if="record.checkedAt" :class="{ oxblood: record.reappeared.length > 0 }">
          {{ t('leaving.checked', { at: time(record.checkedAt) }) }}
          {{ record.reappeared.length === 0 ? t('leaving.nothingBack') : record.reappeared.join(' ') }}
        </p>
        <p class="acts">
          <a class="btn btn-outline-primary btn-sm" :href="path('/record.pdf')">{{ t('leaving.pdf') }}</a>
          <a class="btn btn-outline-primary btn-sm" :href="path('/record.json')">{{ t('leaving.json') }}</a>
          <BButton size="sm" variant="outline-primary" :disabled="checking" @click="check">{{
            t('leaving.check')
          }}</BButton>
        </p>
        <p v-if="problem" role="alert" class="oxblood">{{ problem }}</p>
      </div>
    </template>
  </section>
</template>

<style scoped>
.run {
  max-width: 820px;
}
.when {
  font: 600 15px 'Public Sans Variable';
}
h2 {
  margin: 16px 0 6px;
  font-size: 16px;
}
.steps {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
}
.steps li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 7px 14px;
  border-bottom: 1px solid var(--line-soft);
}
.steps .blocked .sign,
.oxblood {
  color: var(--ox);
}
.sign {
  font-weight: 700;
  color: var(--green);
}
.what small {
  display: block;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.acts select {
  width: auto;
}
.things {
  width: 100%;
}
.things td {
  padding: 5px 14px;
  border-bottom: 1px solid var(--line-soft);
}
.record {
  padding: 12px 16px;
}
.record code {
  overflow-wrap: anywhere;
  color: var(--ink-2);
}
@media (max-width: 640px) {
  .steps li {
    grid-template-columns: 20px minmax(0, 1fr);
  }
  .steps .acts {
    grid-column: 2;
  }
}
</style>
